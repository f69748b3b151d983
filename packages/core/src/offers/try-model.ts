import { portOfPin, type DeviceModel } from '../catalogue';
import type { Figure, Finding } from '../checks';
import type { Rig } from '../rig';
import { makeBench, type Bench } from './bench';
import { tuned } from './mend';
import { solveRig } from './solve-rig';

/** What a model does on a bench: a normal voice at ten centimetres, and ordinary gear on the other side. */
export interface ModelTrial {
  figures: Figure[];
  /** What is found wrong on that bench once every control is set as it should be. */
  findings: Finding[];
}

/** An ordinary voice at an ordinary distance, metres. */
const VOICE = { effort: 'normal', mouthM: 0.1 } as const;

const read = (rig: Rig, what: string): ModelTrial => {
  const { strands } = solveRig(rig);
  // A gain that stands too high on the bench says nothing about the model: findings are those no control ends.
  const { findings } = solveRig(tuned(rig));
  const strand = strands.find(({ person }) => person !== null);
  const stages = strand?.stages ?? [];
  const leaves = stages.find(({ role }) => role === 'output');
  const last = stages[stages.length - 1];
  const from = `solved bench: a normal voice at ${VOICE.mouthM * 100} cm, ${what}`;
  return {
    findings: findings.filter(({ severity }) => severity !== 'advice'),
    figures: [
      ...(leaves && Number.isFinite(leaves.typical)
        ? [{ label: 'Leaves the microphone', value: leaves.typical, unit: leaves.unit, from }]
        : []),
      ...(last && last !== leaves && last.role !== 'capsule' && Number.isFinite(last.typical)
        ? [{ label: `Arrives at ${last.label}`, value: last.typical, unit: last.unit, from }]
        : []),
      ...(last?.signalToNoiseDb
        ? [{ label: 'Over the noise', value: last.signalToNoiseDb, unit: 'dB', from }]
        : []),
    ],
  };
};

/** The socket its sound leaves by on wires; undefined where it has only data, or headphones to listen by. */
const soundOut = ({ elements }: DeviceModel): string | undefined => {
  const out = elements.find(
    (one) => one.kind === 'output' && (one.signal === 'microphone' || one.signal === 'line'),
  );
  return out?.kind === 'output' ? portOfPin(out.plus) : undefined;
};

/** Plugs it into a computer that records what it sends; false where it has no USB, or sends nothing. */
const recordByUsb = (bench: Bench, { ports, streams }: DeviceModel, device: string): boolean => {
  const plug = ports.find(({ usb }) => usb?.role === 'device');
  const sends = streams.find(({ direction }) => direction === 'to-computer');
  if (!plug || !sends) return false;
  const computer = bench.add('desktop', 'Computer', 'bench');
  const isPlugged = ['usb1', 'usb4'].some((port) =>
    bench.join({ device: computer, port }, { device, port: plug.id }, 1),
  );
  const app = { id: 'recorder', name: 'Recorder', kind: 'recorder', output: null } as const;
  const tracks = [{ id: 'track', name: 'Voice', channel: 1 }];
  bench.apps(computer, [{ ...app, input: { device, stream: sends.id }, tracks }]);
  return isPlugged;
};

/** Tries a model with everything else ordinary; nothing for models that neither hear nor carry a voice. */
export const tryModel = (model: DeviceModel): ModelTrial => {
  const bench = makeBench('Bench');
  if (model.points.some(({ role }) => role === 'capsule')) {
    const out = soundOut(model);
    const tried = bench.add(model, model.name, 'bench');
    const desk = bench.add('interface-2', 'Interface', 'bench');
    bench.set(desk, 'gain1', 40);
    bench.set(desk, 'phantom1', true);
    if (out) bench.join({ device: tried, port: out }, { device: desk, port: 'in1' }, 1);
    const isRecorded = !out && recordByUsb(bench, model, tried);
    bench.talker('Voice', tried, VOICE);
    return read(
      bench.rig(),
      out
        ? 'an interface with 40 dB of gain and phantom'
        : isRecorded
          ? 'straight into a computer'
          : 'by itself',
    );
  }
  const element = model.elements.find((one) => one.kind === 'input' && one.signal === 'microphone');
  const input = element?.kind === 'input' && model.ports.find(({ id }) => portOfPin(element.plus) === id);
  if (!input) return { figures: [], findings: [] };
  const microphone = bench.add('mic-dynamic-hand', 'Microphone', 'bench');
  const tried = bench.add(model, model.name, 'bench');
  for (const control of model.controls)
    if (control.kind === 'gain') bench.set(tried, control.id, control.maxDb);
  bench.join({ device: microphone, port: 'out' }, { device: tried, port: input.id }, 1);
  bench.talker('Voice', microphone, VOICE);
  return read(bench.rig(), 'a hand-held dynamic microphone, every gain at its most');
};
