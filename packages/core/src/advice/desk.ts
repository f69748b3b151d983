import { inputsNeeded, ownedCount, type Answers } from './answers';
import { modelById } from '../catalogue';
import { headphoneWords } from './headphones';
import type { Topic } from './topic';

interface Point {
  holds: (answers: Answers) => boolean;
  words: string;
}

/** Two schools; both are taught. Common practice, no published source. */
const FOR_MIXER: Point[] = [
  {
    holds: ({ callers }) => callers > 0,
    words: 'Calls: a desk makes the mix that leaves the caller out, and shows it.',
  },
  {
    holds: ({ streams }) => streams,
    words: 'A live stream is mixed while it happens; hands are quicker than a pointer.',
  },
  { holds: ({ events }) => events, words: 'Events: loudspeakers and the recording from one desk.' },
  { holds: ({ handsOn }) => handsOn, words: 'You want gain and mutes under your fingers.' },
];
const FOR_INTERFACE: Point[] = [
  {
    holds: ({ handsOn }) => !handsOn,
    words: 'You did not ask for faders under your fingers: one knob for each input is enough.',
  },
  {
    holds: ({ callers, streams }) => callers === 0 && !streams,
    words: 'Recording only: what is mixed can be mixed later.',
  },
];

const INTERFACES = ['interface-1', 'interface-2', 'interface-4', 'interface-8'] as const;
/** Of what a call program listens to it takes the first two channels. Common practice, no published source. */
const CALL_CHANNELS = 2;
const MIXERS = ['mixer-4-usb', 'mixer-podcast'] as const;
/** What takes them where none of those does. It is only named: who needs it sets it up by hand. */
const LARGER = 'mixer-32';

/** Which microphone sockets a desk of the catalogue has. */
export const socketsOf = (desk: string): string[] =>
  modelById(desk)
    .ports.filter(({ id }) => /^in\d+$/.test(id))
    .map(({ id }) => id);

/** The desk for these answers. */
export interface DeskChoice {
  model: string;
  kind: 'mixer' | 'interface';
  isOwned: boolean;
}

const forMixer = (answers: Answers) => FOR_MIXER.filter(({ holds }) => holds(answers));
const forInterface = (answers: Answers) => FOR_INTERFACE.filter(({ holds }) => holds(answers));

const kindOf = (model: string): DeskChoice['kind'] =>
  modelById(model).kind === 'mixer' ? 'mixer' : 'interface';

export const chooseDesk = (answers: Answers): DeskChoice => {
  const needed = inputsNeeded(answers);
  const fits = (model: string) => socketsOf(model).length >= needed;
  const choice = (model: string, isOwned: boolean): DeskChoice => ({
    model,
    kind: kindOf(model),
    isOwned,
  });
  const owned = [...MIXERS, ...INTERFACES].find((model) => ownedCount(answers, model) > 0 && fits(model));
  if (owned) return choice(owned, true);
  // As many points on either side: a mixer, as for those who do not know yet.
  const wantsMixer = forMixer(answers).length >= forInterface(answers).length;
  // Instruments and several callers want combined sockets and more than one stream, and so does a caller who is to be kept beside
  // more voices than a call program takes of inputs; an audience wants main outputs.
  const isPodcast =
    !answers.events &&
    (answers.instruments > 0 ||
      answers.callers > 1 ||
      answers.streams ||
      (answers.callers > 0 && needed > CALL_CHANNELS));
  const mixer = isPodcast ? 'mixer-podcast' : 'mixer-4-usb';
  if (wantsMixer && fits(mixer)) return choice(mixer, false);
  const spare = INTERFACES.find((model) => socketsOf(model).length > needed);
  return choice(spare ?? INTERFACES[INTERFACES.length - 1]!, false);
};

const inputWords = (count: number): string => (count === 1 ? '1 input is' : `${count} inputs are`);

/** More microphones than the largest desk here takes at once. */
export const MOST_INPUTS = socketsOf('interface-8').length;

const socketWords = (needed: number, there: number): string => {
  if (there > needed)
    return `${inputWords(needed)} needed at once; it has ${there}, so there ${there === needed + 1 ? 'is one' : `are ${there - needed}`} more.`;
  if (there === needed) return `It has exactly what is needed, ${needed}: nothing is left for one more.`;
  const larger = modelById(LARGER).name.toLowerCase();
  return `${inputWords(needed)} needed at once; it has ${there}, and ${needed - there} are left out below. A larger desk takes ${socketsOf(LARGER).length}: a ${larger}, for one.`;
};

/** Interface or mixer. */
export const deskTopic = (answers: Answers): Topic => {
  const { model, kind, isOwned } = chooseDesk(answers);
  const [mixer, other] = [forMixer(answers), forInterface(answers)];
  const needed = inputsNeeded(answers);
  return {
    id: 'desk',
    question: 'Interface or mixer?',
    recommendation: isOwned ? `Keep what you own: ${modelById(model).name}.` : `${modelById(model).name}.`,
    reasons: [
      ...(isOwned
        ? ['You own one, and it has the sockets.']
        : (kind === 'mixer' ? mixer : other).map(({ words }) => words)),
      ...(kind === 'interface' && mixer.length >= other.length && !isOwned
        ? [`Much speaks for a mixer, but ${needed} inputs at once are more than the small ones have.`]
        : []),
      socketWords(needed, socketsOf(model).length),
      ...headphoneWords(answers, model),
    ],
    schools: [
      {
        name: 'Mixer with USB',
        says: 'Hands on, calls and streams, the odd event with loudspeakers, or when you do not know yet.',
        holds: kind === 'mixer',
      },
      {
        name: 'Interface',
        says: 'Recording and editing in software, a small desk, the best amplifiers for the money.',
        holds: kind === 'interface',
      },
    ],
    figures: [
      { label: 'Inputs at once', value: needed, unit: '', from: 'people and instruments you named' },
      { label: 'Sockets of this one', value: socketsOf(model).length, unit: '', from: 'device model' },
      {
        label: 'Points for a mixer',
        value: mixer.length,
        unit: '',
        from: 'your answers; common practice, no published source',
      },
      {
        label: 'Points for an interface',
        value: other.length,
        unit: '',
        from: 'your answers; common practice, no published source',
      },
    ],
  };
};
