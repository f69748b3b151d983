import type { Solved } from '../checks';
import { isOwnPost, metersOf, shownOf, type Meter, type Post, type Speaker } from '../feeds';
import { powerSumDb, type LevelUnit } from '../units';

/** A meter that moves while someone alone sounds. */
export interface MovingMeter {
  meter: string;
  device: string;
  /** Long-term level it shows. */
  level: number;
  unit: LevelUnit;
}

/** Something to ask or to listen for, and what the answer has to be. */
export interface TestQuestion {
  question: string;
  answer: 'yes' | 'no';
  /** As the rig stands the answer will be the other one. */
  isWrong: boolean;
}

/** One step of a test call: one sound alone. */
export interface TestStep {
  /** Whose turn it is. */
  name: string;
  say: string;
  moves: MovingMeter[];
  /** Meters that stay still, with their devices. */
  still: string[];
  questions: TestQuestion[];
}

/** A test call as a script: one after the other alone, which meters move, which stay still, what to ask. */
export interface TestCall {
  before: string[];
  steps: TestStep[];
}

const BEFORE = [
  'Loudspeakers down and headphones off the ears before the call begins; bring them up slowly once somebody speaks.',
  'Everyone else keeps quiet while one sounds. What does not behave as written: stop, look, do not turn on.',
];

const sayOf = ({ kind, name }: Speaker): string => {
  switch (kind) {
    case 'person':
      return `${name} reads a few lines aloud, alone, as loud as in the show.`;
    case 'call':
      return `Ask ${name} to speak for ten seconds, alone.`;
    default:
      return `Play something from ${name}, nobody speaks.`;
  }
};

const isHere = ({ kind }: Post): boolean => kind === 'ears' || kind === 'room';

const questionsOf = ({ feeds }: Solved, row: number): TestQuestion[] => {
  const speaker = feeds.speakers[row]!;
  return feeds.posts.flatMap((post, at): TestQuestion[] => {
    const { state, want } = feeds.rows[row]![at]!;
    if (post.kind !== 'call' && !isHere(post)) return [];
    const comes = state === 'arrives' || state === 'unwanted';
    const shouldCome = want === 'must' || (want === 'may' && comes);
    const isOwn = isOwnPost(speaker.ref, post);
    const who = isOwn ? 'yourself come back' : speaker.inSentence;
    return [
      {
        question:
          post.kind === 'call'
            ? `Ask ${post.name}: do you hear ${who}?`
            : `Is ${speaker.inSentence} heard in ${post.inSentence}?`,
        answer: shouldCome ? 'yes' : 'no',
        isWrong: comes !== shouldCome,
      },
    ];
  });
};

const nameOf = ({ name, device }: Meter): string => `${name}, ${device}`;

/** The script of a test call for a rig as it stands. */
export const testCall = (solved: Solved): TestCall => {
  const { find, heard, feeds } = solved;
  const meters = metersOf(find, heard);
  return {
    before: BEFORE,
    steps: feeds.speakers.map((speaker, row): TestStep => {
      const shown = meters.map((meter) => ({ meter, level: shownOf(heard, speaker, meter) }));
      return {
        name: speaker.name,
        say: sayOf(speaker),
        moves: shown.flatMap(({ meter, level }) =>
          level === undefined ? [] : [{ meter: meter.name, device: meter.device, level, unit: meter.unit }],
        ),
        still: shown.flatMap(({ meter, level }) => (level === undefined ? [nameOf(meter)] : [])),
        questions: questionsOf(solved, row),
      };
    }),
  };
};

/** Every meter of a rig, and what it shows of each sound alone. */
export interface MeterBoard {
  speakers: string[];
  meters: (Omit<Meter, 'nodes'> & { levels: (number | null)[] })[];
}

export const meterBoard = ({ find, heard, feeds }: Solved): MeterBoard => ({
  speakers: feeds.speakers.map(({ name }) => name),
  meters: metersOf(find, heard).map((meter) => {
    const { nodes: _nodes, ...shown } = meter;
    return { ...shown, levels: feeds.speakers.map((speaker) => shownOf(heard, speaker, meter) ?? null) };
  }),
});

/** What a meter shows while some sound together: their powers add; null where it stays still. @param on who sounds */
export const boardLevel = (
  { levels }: MeterBoard['meters'][number],
  on: readonly boolean[],
): number | null => {
  const sounding = levels.filter((level, at): level is number => level !== null && on[at] === true);
  return sounding.length > 0 ? powerSumDb(sounding) : null;
};
