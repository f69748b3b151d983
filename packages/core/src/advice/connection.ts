import { DATA_LIMIT_M } from '../catalogue';
import { inputsNeeded, type Answers } from './answers';
import type { Topic } from './topic';

/** What microphones and interfaces are joined by. */
const USB_LIMIT_M = DATA_LIMIT_M['2.0'];

interface Reason {
  holds: (answers: Answers) => boolean;
  words: (answers: Answers) => string;
}

/** What speaks for XLR microphones with an amplifier and converter of their own. Common practice, but for the length. */
const FOR_XLR: Reason[] = [
  {
    holds: ({ people }) => people > 1,
    words: ({ people }) =>
      `${people} people at once: several USB microphones must be joined into one input, with one clock and resampling.`,
  },
  {
    holds: ({ distanceM }) => distanceM > USB_LIMIT_M,
    words: ({ distanceM }) =>
      `${distanceM} m to the computer: a USB lead carries ${USB_LIMIT_M} m at most, an XLR lead goes a hundred.`,
  },
  {
    holds: ({ instruments }) => instruments > 0,
    words: () => 'Instruments need an instrument input beside the voices.',
  },
  {
    holds: ({ events }) => events,
    words: () => 'At an event the microphone must go into the loudspeakers too.',
  },
  {
    holds: ({ grows }) => grows,
    words: () => 'It will grow: microphones can be swapped and added one by one.',
  },
  {
    holds: ({ handsOn }) => handsOn,
    words: () => 'Gain and mutes under the fingers need a desk, and a desk takes XLR.',
  },
];

/** The reasons for XLR that hold; none: one USB microphone does. */
export const reasonsForXlr = (answers: Answers): string[] =>
  FOR_XLR.filter(({ holds }) => holds(answers)).map(({ words }) => words(answers));

/** USB microphone or XLR microphone. */
export const connectionTopic = (answers: Answers): Topic => {
  const reasons = reasonsForXlr(answers);
  const isXlr = reasons.length > 0;
  return {
    id: 'connection',
    question: 'USB microphone or XLR?',
    recommendation: isXlr
      ? `XLR microphones: ${inputsNeeded(answers)} input${inputsNeeded(answers) === 1 ? '' : 's'} at once.`
      : 'One USB microphone: amplifier, converter and headphone socket in one.',
    reasons: isXlr
      ? reasons
      : [
          `One talker, ${answers.distanceM} m from the computer: one lead carries sound and power.`,
          'Headphones hang on the microphone, so what it hears is heard without delay.',
        ],
    schools: [
      {
        name: 'USB microphone',
        says: 'One talker near the computer: nothing else to buy, nothing to set wrong.',
        holds: !isXlr,
      },
      {
        name: 'XLR from the start',
        says: 'More sources, longer runs, swapping microphones, growing later: only the microphone changes, never the rest.',
        holds: isXlr,
      },
    ],
    figures: [
      { label: 'To the computer', value: answers.distanceM, unit: 'm', from: 'your answer' },
      { label: 'A USB lead carries', value: USB_LIMIT_M, unit: 'm', from: 'USB 2.0, cable delay budget' },
      {
        label: 'Inputs at once',
        value: inputsNeeded(answers),
        unit: '',
        from: 'people and instruments you named',
      },
    ],
  };
};
