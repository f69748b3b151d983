import { DESKS, doing, talk } from '../checks/feeds.testing';
import { PROCESSING, setControl, type Processing, type Rig } from '../rig';
import { after } from '../rig/testing';
import { processingWords } from './processing';
import { solve } from './solve-rig';

/** At a desk with jingle pads two voices come in at this gain, the second 3 dB below; so does the call to its call program. */
const atGain = (gainDb: number, ...does: Processing[]): Rig =>
  doing(
    after(
      talk(DESKS['podcast mixer, its first port']!, 'call'),
      (rig) => setControl(rig, 'desk', 'gain1', gainDb),
      (rig) => setControl(rig, 'desk', 'gain2', gainDb - 3),
    ),
    ...does,
  );
const words = (rig: Rig) =>
  processingWords(
    solve(rig),
    rig.apps.find(({ kind }) => kind === 'call')!,
  );
/** Of voices alone: the suppression leaves nothing else. */
const ofVoices = (gainDb: number) => words(atGain(gainDb, 'gain', 'noise'))[0]!.words;

describe('automatic gain', () => {
  it.each([
    // Ten decibels more at the desk are ten less for it to do.
    [34, 'turns the loudest, ANN, up by 9 dB, to −20 dBFS, and the noise with it'],
    [44, 'turns the loudest, ANN, down by 1 dB, to −20 dBFS, and the noise with it'],
    [54, 'turns the loudest, ANN, down by 11 dB, to −20 dBFS, and the noise with it'],
  ])('turns %i dB of gain as far as its aim', (gainDb, said) => {
    expect(ofVoices(gainDb)).toContain(said);
    expect(ofVoices(gainDb)).not.toContain('as far as it goes');
  });

  it('as far as it goes, and says to which side the rest is to be turned', () => {
    expect(ofVoices(20)).toContain('up by 20 dB, as far as it goes, and leaves it under −20 dBFS');
    expect(ofVoices(20)).toMatch(/Set the level up before it, on .+ or on the desk\.$/);
    expect(ofVoices(70)).toContain('down by 20 dB, as far as it goes, and leaves it over −20 dBFS');
    expect(ofVoices(70)).toContain('Set the level down before it');
  });

  it('says what is left between words', () => {
    expect(ofVoices(34)).toMatch(/, which leaves −\d\d dBFS between words\.$/);
  });

  it('turns nothing where the loudest is there already, within what anyone hears', () => {
    expect(ofVoices(43)).toBe('Automatic gain turns nothing: the loudest, ANN, comes at −20 dBFS already.');
  });

  it('names what it follows where that is no voice', () => {
    const [{ words: said } = { words: '' }] = words(atGain(34, 'gain'));
    expect(said).toContain('turns the loudest, Jingle pads of Desk, down by 2 dB');
  });

  it('turns nothing where nothing comes to it', () => {
    const rig = atGain(34, 'gain');
    const deaf = { ...rig, apps: rig.apps.map((app) => ({ ...app, input: null })) };
    expect(words(deaf)[0]!.words).toBe('Automatic gain turns nothing: nothing comes to it.');
  });
});

describe('noise suppression', () => {
  it('says what is sent and does not arrive', () => {
    expect(words(atGain(34, 'noise'))[0]!.words).toBe(
      'Noise suppression lets voices through only: Jingle pads of Desk is sent, and does not arrive.',
    );
  });

  it('nothing where only voices are sent', () => {
    const rig = doing(talk(DESKS['mixer, its mix by USB']!, 'call'), 'noise');
    expect(words(rig)[0]!.words).toBe(
      'Noise suppression lets voices through only; nothing else is sent here.',
    );
  });

  it('is told of the call that has it, not of another beside it', () => {
    const rig = atGain(34, 'noise');
    const [one] = rig.apps.filter(({ kind }) => kind === 'call');
    const plain = { ...one!, id: 'plain', processing: { gain: true } };
    expect(
      processingWords(solve({ ...rig, apps: [...rig.apps, plain] }), plain).map(({ what }) => what),
    ).toEqual(['gain']);
  });
});

it('only what is switched on is told, in one order', () => {
  expect(words(atGain(34))).toEqual([]);
  expect(words(atGain(34, 'echo')).map(({ what }) => what)).toEqual(['echo']);
  expect(words(atGain(34, 'echo', 'noise', 'gain')).map(({ what }) => what)).toEqual([...PROCESSING]);
});
