import { deskControlId as is } from '../catalogue';
import { DESKS, talk, withFarEnds } from '../checks/feeds.testing';
import { ordinaryDesks } from '../checks/desks.testing';
import { skerryLight } from '../demo';
import { setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { finish, makeEngineMemory, solve, testCall } from '.';
import { renderInSteps } from '../render';
import { metersOf, shownOf } from '../feeds';

const PODCAST = DESKS['podcast mixer, its first port']!;
const solved = (rig: Rig) => solve(rig, makeEngineMemory());
const stepOf = (rig: Rig, name: string) => testCall(solved(rig)).steps.find((one) => one.name === name)!;

describe('which meters move', () => {
  it('a voice moves its channel, its track and what sends it, and leaves its neighbour still', () => {
    const { moves, still } = stepOf(talk(PODCAST, 'call'), 'ANN');
    const moving = moves.map(({ meter }) => meter);
    expect(moving).toEqual(expect.arrayContaining(['Microphone 1', 'Track 1', 'Call, sends']));
    for (const quiet of ['Microphone 2, Desk', 'Call, plays, Laptop', 'Track 2, Laptop'])
      expect(still.some((name) => name.startsWith(quiet))).toBe(true);
  });

  it('a far end moves what its program plays and the return, and leaves still what goes back to it', () => {
    const { moves, still } = stepOf(talk(PODCAST, 'call'), 'Far end of Call');
    expect(moves.map(({ meter }) => meter)).toEqual(expect.arrayContaining(['Call, plays', 'USB 1']));
    expect(still.join(' ')).toContain('Call, sends');
  });

  it('a muted voice moves what is ahead of its mute alone', () => {
    const muted = after(talk(PODCAST, 'call'), (now) => setControl(now, 'desk', is.mute('ch1'), true));
    expect(stepOf(muted, 'ANN').moves.map(({ meter }) => meter)).not.toContain('Call, sends');
  });

  it('is found again in rendered sound: at every digital meter of the museum, each voice alone', () => {
    const now = solved(skerryLight);
    const meters = metersOf(now.find, now.heard).filter(({ unit }) => unit === 'dBFS');
    const keeper = now.feeds.speakers.find(({ name }) => name === 'Keeper')!;
    const source = now.graph.sources[keeper.indexes[0]!]!.node;
    for (const meter of meters) {
      const shown = shownOf(now.heard, keeper, meter);
      const levels = meter.nodes.map((place) => {
        const { levelDb } = finish(renderInSteps(now, { place, source, hasOthers: false, hasNoise: false }));
        return levelDb;
      });
      const rendered = Math.max(...levels);
      if (shown === undefined) expect(rendered).toBeLessThan(meter.leastLevel + 0.2);
      else expect(Math.abs(rendered - shown)).toBeLessThan(0.2);
    }
  });
});

describe('what is asked', () => {
  it('of ears and rooms here, and of no stream', () => {
    const steps = testCall(solved(skerryLight)).steps;
    const asked = steps.flatMap(({ questions }) => questions.map(({ question }) => question));
    for (const post of solved(skerryLight).feeds.posts) {
      const isAsked = asked.some((one) => one.includes(post.kind === 'call' ? post.name : post.inSentence));
      expect([post.kind, isAsked]).toEqual([post.kind, ['ears', 'room', 'call'].includes(post.kind)]);
    }
    expect(solved(skerryLight).feeds.posts.map(({ kind }) => kind)).toContain('room');
  });

  it('of every far end about everyone, themselves among them, as it is meant', () => {
    const rig = talk(PODCAST, 'call', {}, withFarEnds({ id: 'ines' }, { id: 'jon' }));
    const { questions } = stepOf(rig, 'INES');
    expect(questions).toEqual(
      expect.arrayContaining([
        { question: 'Ask INES: do you hear yourself come back?', answer: 'no', isWrong: false },
        { question: 'Ask JON: do you hear INES?', answer: 'yes', isWrong: false },
        { question: 'Is INES heard in Headphones?', answer: 'yes', isWrong: false },
      ]),
    );
  });

  it('says beforehand which answer will be wrong', () => {
    const rig = talk(PODCAST, 'call', { [is.kind('main')]: 'whole mix' });
    expect(stepOf(rig, 'Far end of Call').questions).toContainEqual({
      question: 'Ask Far end of Call: do you hear yourself come back?',
      answer: 'no',
      isWrong: true,
    });
  });

  // One of them has a call that listens to a jack nothing is plugged into: who is there hears nobody, and it says so.
  const talking = ordinaryDesks().filter(([name]) => !name.startsWith('laptop through the isolator box'));
  it.each(talking)('%s: nothing that is asked will be answered wrong', (_name, rig) => {
    const all = testCall(solved(rig)).steps.flatMap(({ questions }) => questions);
    expect(all.filter(({ isWrong }) => isWrong)).toEqual([]);
  });
});
