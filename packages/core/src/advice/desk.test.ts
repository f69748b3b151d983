import { USUAL_ANSWERS, type Answers } from './answers';
import { chooseDesk, deskTopic, socketsOf } from './desk';

const said = (change: Partial<Answers>) => deskTopic({ ...USUAL_ANSWERS, ...change }).reasons.join(' ');

describe('where as much speaks for either', () => {
  // A call speaks for a mixer, no faders wanted for an interface: one each.
  const even = { callers: 1, handsOn: false } as const;

  it('a mixer, while it has the sockets', () => {
    const four = socketsOf('mixer-4-usb').length;
    expect(chooseDesk({ ...USUAL_ANSWERS, ...even, people: four })).toMatchObject({ kind: 'mixer' });
  });

  it('more inputs than it has: an interface, and why it is no mixer', () => {
    expect(said({ ...even, people: 6 })).toContain(
      'Much speaks for a mixer, but 6 inputs at once are more than the small ones have.',
    );
    // More for an interface than for a mixer: nothing is said of one.
    expect(said({ people: 6 })).not.toContain('Much speaks for a mixer');
    expect(said({ ...even, people: 6, owned: ['interface-8'] })).not.toContain('Much speaks for a mixer');
  });
});
