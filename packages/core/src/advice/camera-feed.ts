import { keyBy, maxBy } from 'es-toolkit';
import { ACCEPTED_DBU, modelById, NOMINAL_OUTPUT_DBU } from '../catalogue';
import { couplingLevel } from '../circuit';
import { dbFromRatio } from '../units';
import type { Answers } from './answers';
import { makeBench, solve } from '../offers';
import { chooseDesk } from './desk';
import type { Topic } from './topic';

/** Level that arrives at a camera's microphone socket from a desk's output, and how much of it is too much. */
const intoCamera = (desk: string): { arrivesDbu: number; tooHotDb: number } | undefined => {
  const bench = makeBench('Camera feed');
  const mixer = bench.add(desk, 'Desk', 'desk');
  const camera = bench.add('camera', 'Camera', 'desk');
  // A line output, where there is one.
  const ports = keyBy(modelById(desk).ports, ({ id }) => id);
  const out = ports['outL'] ?? ports['phones'] ?? ports['phones1'];
  if (!out || !bench.joinPlainly({ device: mixer, port: out.id }, { device: camera, port: 'mic' }, 3))
    return undefined;
  const { circuit, find } = solve(bench.rig());
  const coupling = maxBy(circuit.couplings, couplingLevel);
  if (!coupling) return undefined;
  const output = find.element(mixer, coupling.from.element);
  const input = find.element(camera, coupling.to.element);
  if (output?.kind !== 'output' || input?.kind !== 'input') return undefined;
  const arrivesDbu =
    (output.nominalDbu ?? NOMINAL_OUTPUT_DBU[output.signal]) + dbFromRatio(couplingLevel(coupling));
  return { arrivesDbu, tooHotDb: arrivesDbu - (input.accepts ?? ACCEPTED_DBU[input.signal])[1] };
};

/** How the picture gets its sound. Three schools, each with its price. Common practice, no published source. */
export const cameraTopic = (answers: Answers): Topic | undefined => {
  if (answers.camera === 'none') return undefined;
  const isComputer = answers.camera === 'computer';
  const feed = intoCamera(chooseDesk(answers).model);
  return {
    id: 'camera',
    question: 'How does the picture get its sound?',
    recommendation: isComputer
      ? 'USB sound and the camera’s picture both into the computer; join them there.'
      : 'Record sound at the desk and picture in the camera; clap once and lay them together.',
    reasons: isComputer
      ? [
          'The sound never passes the camera’s poor amplifier.',
          'Picture is later than sound; set one delay once, in the program that joins them.',
        ]
      : [
          'Each is as good as it can be, and one failing leaves the other.',
          'It costs one clap at the start and the time to align the two files.',
        ],
    schools: [
      {
        name: 'USB to the computer',
        says: 'One program joins sound and picture; needs the camera at the computer.',
        holds: isComputer,
      },
      {
        name: 'Two recordings and a clap',
        says: 'Best sound, no lead to the camera; costs the aligning afterwards.',
        holds: !isComputer,
      },
      {
        name: 'Line into the camera',
        says: feed
          ? `One file at the end; needs about ${Math.max(0, Math.ceil(feed.tooHotDb))} dB less on the way (an attenuating lead), a fixed-level output, the camera’s gain at its lowest, and a lead that does not buzz.`
          : 'One file at the end; needs a fixed-level output, far less level, and a lead that does not buzz.',
        holds: false,
      },
    ],
    figures: feed
      ? [
          {
            label: 'Would arrive at the camera',
            value: feed.arrivesDbu,
            unit: 'dBu',
            from: 'solved circuit at nominal level',
          },
          {
            label: 'Too hot by',
            value: feed.tooHotDb,
            unit: 'dB',
            from: 'against the hottest level its microphone socket takes',
          },
        ]
      : [],
  };
};
