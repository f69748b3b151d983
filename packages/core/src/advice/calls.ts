import type { Answers } from './answers';
import { modelById } from '../catalogue';
import { CALL_TRACK } from '../offers';
import type { Rig } from '../rig';
import { chooseDesk } from './desk';
import type { Topic } from './topic';

/** One-way delay from which a talker's own echo needs control, ms. ITU-T G.131 (from memory). */
const ECHO_HEARD_MS = 25;

/** How callers get everything but themselves, and are kept. @param rig the one these answers lead to */
export const callsTopic = (answers: Answers, rig: Rig): Topic | undefined => {
  const { callers } = answers;
  if (callers === 0) return undefined;
  const { model } = chooseDesk(answers);
  const track = rig.apps.flatMap(({ tracks }) => tracks).find(({ id }) => id === CALL_TRACK);
  const ports = modelById(model).ports.filter(({ usb }) => usb?.role === 'device').length;
  return {
    id: 'calls',
    question: 'How do callers join?',
    recommendation:
      callers === 1
        ? 'The call in the recording computer, through the desk’s USB; send back everything but the caller.'
        : `All ${callers} callers in one call on the computer; the call program mixes them, so one mix without them is enough.`,
    reasons: [
      'A USB port carries sound both ways: the caller comes in on it, and the mix for the caller goes out on it.',
      `Whoever hears themselves more than ${ECHO_HEARD_MS} ms late cannot speak: what comes from the call must never go back into it.`,
      ...(ports > 1
        ? [
            'This desk has a second USB port: the call has a mix of its own there, and the recording keeps the whole one.',
          ]
        : []),
      track
        ? `The caller is kept on the track “${track.name}”, which holds the whole mix: nothing said is lost, though it cannot be levelled by itself.`
        : 'Nothing this desk sends has the caller for the recording: its one mix leaves the caller out, for the call. Let the caller record at their end, or take a desk with two USB ports.',
    ],
    schools: [
      { name: 'One call for everybody', says: 'One mix-minus, one thing to set wrong.', holds: true },
      {
        name: 'A line for each caller',
        says: 'Each on a track of their own; each needs a mix without themselves, so a desk with as many of them.',
        holds: false,
      },
    ],
    figures: [
      { label: 'Callers', value: callers, unit: '', from: 'your answer' },
      { label: 'USB ports of this desk', value: ports, unit: '', from: 'device model' },
    ],
  };
};
