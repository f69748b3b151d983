import { portOfPin, type DeviceModel } from '../catalogue';
import type { Figure, Finding } from '../checks';
import type { Rig } from '../rig';
import { makeBench } from './bench';
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

/** Tries a model with everything else ordinary; nothing for models that neither hear nor carry a voice. */
export const tryModel = (model: DeviceModel): ModelTrial => {
  const bench = makeBench('Bench');
  if (model.points.some(({ role }) => role === 'capsule')) {
    const out = model.ports.find(({ side, usb, digital }) => side === 'out' && !usb && !digital);
    const tried = bench.add(model, model.name, 'bench');
    const desk = bench.add('interface-2', 'Interface', 'bench');
    bench.set(desk, 'gain1', 40);
    bench.set(desk, 'phantom1', true);
    if (out) bench.join({ device: tried, port: out.id }, { device: desk, port: 'in1' }, 1);
    bench.talker('Voice', tried, VOICE);
    return read(
      bench.rig(),
      out ? 'an interface with 40 dB of gain and phantom' : 'straight into the computer',
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
