import { modelById } from '../catalogue';
import type { Figure } from '../checks';
import type { Strand } from '../gain';
import { makeBench, solveRig, tuned } from '../offers';
import { distanceLossDb, SPEECH_LEVEL_AT_1_M } from '../units';
import { MICROPHONE_MODELS, type Answers } from './answers';
import type { Topic } from './topic';

/** What a computer's input meter spans, and how much of it a voice's peaks should reach. Common practice. */
const METER_DB = 60;
const WANTED_PERCENT = 60;

interface Outcome {
  strand: Strand | undefined;
  codes: string[];
}

/** This voice and microphone through a box into a computer, every gain as it should be. */
const through = (answers: Answers, box: string): Outcome => {
  const bench = makeBench('Adapter or not');
  const microphone = bench.add(MICROPHONE_MODELS[answers.microphone], 'Microphone', 'desk');
  const desk = bench.add(box, 'Box', 'desk');
  const computer = bench.add('laptop-c', 'Computer', 'desk');
  bench.join({ device: microphone, port: 'out' }, { device: desk, port: 'in1' }, 3);
  bench.join({ device: desk, port: 'usb' }, { device: computer, port: 'usb1' }, 1);
  bench.talker('Voice', microphone, answers);
  bench.apps(computer, [
    {
      id: 'recorder',
      name: 'Recorder',
      kind: 'recorder',
      input: { device: desk, stream: modelById(box).streams[0]!.id },
      output: null,
      tracks: [{ id: 'voice', name: 'Voice', channel: 1 }],
    },
  ]);
  const rig = tuned(bench.rig());
  const { strands, findings } = solveRig(rig);
  const strand = strands.find(({ person, arrives }) => person !== null && arrives);
  return { strand, codes: findings.map(({ code }) => code) };
};

const endOf = (strand: Strand | undefined) => strand?.stages[strand.stages.length - 1];

/** An adapter lead with its own small amplifier, yes or no, worked out for this voice and this microphone. */
export const adapterTopic = (answers: Answers): Topic => {
  const [adapter, proper] = [through(answers, 'adapter-xlr-usb'), through(answers, 'interface-2')];
  const [end, better] = [endOf(adapter.strand), endOf(proper.strand)];
  const isFed = !adapter.codes.includes('no-phantom') && end !== undefined;
  const share = isFed ? Math.min(1, Math.max(0, (METER_DB + end.peak) / METER_DB)) : 0;
  // Judged as they are shown, in whole figures.
  const percent = Math.round(share * 100);
  const isLoudEnough = percent >= WANTED_PERCENT;
  const voiceSpl = SPEECH_LEVEL_AT_1_M[answers.effort] + distanceLossDb(answers.mouthM);
  const roomDb = voiceSpl - answers.roomNoiseSpl;
  const quietDb = end?.signalToNoiseDb ?? 0;
  const betterDb = better?.signalToNoiseDb ?? 0;
  const isFloor = Math.round(quietDb) < Math.round(roomDb);
  const name = modelById(MICROPHONE_MODELS[answers.microphone]).name.toLowerCase();
  const figures: Figure[] = [
    ...(isFed
      ? [
          {
            label: 'Peaks on an input meter, at its best gain',
            value: share * 100,
            unit: '%',
            from: `the whole way of this voice, worked out, peaks at ${end.peak.toFixed(1)} dBFS on a meter of ${METER_DB} dB`,
          },
          {
            label: 'Voice over the adapter’s noise',
            value: quietDb,
            unit: 'dB',
            from: 'the whole way, worked out',
          },
        ]
      : []),
    {
      label: 'Voice over an interface’s noise',
      value: betterDb,
      unit: 'dB',
      from: 'the whole way by a two-input interface, worked out',
    },
    {
      label: 'Voice over the room’s noise',
      value: roomDb,
      unit: 'dB',
      from: `voice at the microphone (ANSI S3.5, inverse square); assumption: a room of ${answers.roomNoiseSpl} dB SPL`,
    },
  ];
  return {
    id: 'adapter',
    question: 'An XLR-to-USB adapter lead?',
    recommendation: !isFed
      ? 'No: it has no phantom, and this microphone is silent without.'
      : !isLoudEnough
        ? 'No: even at full gain this voice stays too quiet.'
        : isFloor
          ? 'For a call it will do; for a programme its hiss, not the room, is the floor.'
          : 'It will do for this voice and this microphone.',
    reasons: [
      !isFed
        ? `A ${name} needs phantom power; the adapter’s shell has no room for it.`
        : `A ${name} at ${Math.round(answers.mouthM * 100)} cm brings its peaks to ${percent} % of the meter; 60 to 80 % is wanted.`,
      ...(isFed
        ? [
            isFloor
              ? `Its noise lies ${Math.round(quietDb)} dB under the voice, the room’s ${Math.round(roomDb)} dB: the adapter is heard first.`
              : `Its noise lies ${Math.round(quietDb)} dB under the voice, the room’s only ${Math.round(roomDb)} dB: the room is heard first.`,
          ]
        : []),
      'It holds one microphone; the next one needs another box.',
    ],
    schools: [
      {
        name: 'It is fine',
        says: 'An ordinary hand-held dynamic reaches 60 to 80 % of the meter, and that is enough.',
        holds: isLoudEnough,
      },
      {
        name: 'Never',
        says: 'Its cheap amplifier is the noise floor of the show.',
        holds: !isFed || isFloor,
      },
    ],
    figures,
  };
};
