import { DEVICE_MODELS, type DeviceModel } from '../catalogue';
import { bestLead, matingLeads, type Figure, type Finding } from '../checks';
import {
  addDevice,
  applyEdit,
  connect,
  emptyRig,
  putPerson,
  putPlacement,
  setControl,
  type Edit,
  type Rig,
} from '../rig';
import { solveRig } from './solve-rig';

/** What a model does on a bench: a normal voice at ten centimetres, and ordinary gear on the other side. */
export interface ModelTrial {
  figures: Figure[];
  /** What is found wrong on that bench. */
  findings: Finding[];
}

const VOICE_M = 0.1;
const modelById = (id: string): DeviceModel => DEVICE_MODELS.find((model) => model.id === id)!;

const bench = (...edits: ((rig: Rig) => Edit | undefined)[]): Rig =>
  edits.reduce((rig, next) => {
    const edit = next(rig);
    return edit ? applyEdit(rig, edit).rig : rig;
  }, emptyRig('Bench'));

const join = (from: string, fromPort: string, to: string, toPort: string) => (rig: Rig) => {
  const [a, b] = [
    { device: from, port: fromPort },
    { device: to, port: toPort },
  ];
  // A lead that goes in is tried even where none does it right: that is what the findings are for.
  const lead = bestLead(rig, a, b) ?? matingLeads(rig, a, b)[0];
  return lead && connect(rig, lead.kind, lead.flipped ? [b, a] : [a, b]);
};

const talker = (device: string, capsule: string) => [
  (rig: Rig) => putPerson(rig, { id: 'voice', name: 'Voice', effort: 'normal' }),
  (rig: Rig) =>
    putPlacement(rig, { id: 'seat', person: 'voice', device, capsule, distanceM: VOICE_M, offAxisDeg: 0 }),
];

const read = (rig: Rig, what: string): ModelTrial => {
  const { strands, findings } = solveRig(rig);
  const strand = strands.find(({ person }) => person === 'voice');
  const stages = strand?.stages ?? [];
  const leaves = stages.find(({ role }) => role === 'output');
  const last = stages[stages.length - 1];
  const from = `solved bench: a normal voice at ${VOICE_M * 100} cm, ${what}`;
  return {
    findings: findings.filter(({ severity }) => severity !== 'advice'),
    figures: [
      ...(leaves && Number.isFinite(leaves.typical)
        ? [{ label: 'Leaves the microphone', value: leaves.typical, unit: leaves.unit, from }]
        : []),
      ...(last && last !== leaves && Number.isFinite(last.typical)
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
  const capsule = model.points.find(({ role }) => role === 'capsule');
  const out = model.ports.find(({ side, usb, digital }) => side === 'out' && !usb && !digital);
  const add = (id: string, own: DeviceModel) => (rig: Rig) => addDevice(rig, own, { id, name: own.name });
  if (capsule) {
    const rig = bench(
      add('tried', model),
      add('desk', modelById('interface-2')),
      (now) => setControl(now, 'desk', 'gain1', 40),
      (now) => setControl(now, 'desk', 'phantom1', true),
      ...(out ? [join('tried', out.id, 'desk', 'in1')] : []),
      ...talker('tried', capsule.id),
    );
    return read(rig, out ? 'an interface with 40 dB of gain and phantom' : 'straight into the computer');
  }
  const element = model.elements.find((one) => one.kind === 'input' && one.signal === 'microphone');
  const input = element?.kind === 'input' && model.ports.find(({ id }) => element.plus.startsWith(`${id}.`));
  if (!input) return { figures: [], findings: [] };
  const rig = bench(
    add('microphone', modelById('mic-dynamic-hand')),
    add('tried', model),
    ...model.controls.flatMap((control) =>
      control.kind === 'gain' ? [(now: Rig) => setControl(now, 'tried', control.id, control.maxDb)] : [],
    ),
    join('microphone', 'out', 'tried', input.id),
    ...talker('microphone', 'capsule'),
  );
  return read(rig, 'a hand-held dynamic microphone, every gain at its most');
};
