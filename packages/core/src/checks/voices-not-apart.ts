import { wayOf, type Strand } from '../gain';
import { settingOf } from '../rig';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { turnControl } from './fixes/turn-control';

/** Closer than this, two voices on one track are both as much there, dB. */
const ALIKE_DB = 6;

const level = ({ stages }: Strand): number => stages[stages.length - 1]!.typical;

/** The input socket of a desk a voice comes in by. */
const inputOf = ({ heard }: Solved, strand: Strand): string | undefined =>
  wayOf(heard, strand).find(
    ({ to, kind }) => kind === 'circuit' && heard.graph.nodes.get(to)?.role === 'input',
  )?.to;

const capsuleDevice = ({ stages }: Strand): string | undefined =>
  stages.find(({ role }) => role === 'capsule')?.device ?? undefined;

/** Every other setting of a device's choices. */
const otherChoices = ({ find, rig }: Solved, id: string): Fix[] =>
  (find.modelOf(id)?.controls ?? []).flatMap((control): Fix[] =>
    control.kind === 'choice'
      ? control.options
          .filter((option) => option !== settingOf(find.device(id)!, control))
          .map((option) => turnControl(rig, id, control.id, option))
      : [],
  );

/** Two voices of one receiver on two inputs, and both on both: its mode puts them together before the lead takes them apart. */
export const voicesNotApart: Check = (solved) => {
  const tracks = solved.strands.filter(
    ({ person, sinkKind, arrives }) => person !== null && arrives && sinkKind === 'track',
  );
  const found = new Map<string, Found>();
  for (const one of tracks) {
    const device = capsuleDevice(one);
    const model = solved.find.modelOf(device ?? '');
    if (!device || found.has(device) || model?.kind !== 'receiver') continue;
    // The same voice on another track, by another input; and another voice of the receiver beside it on both.
    const again = tracks.find(
      (other) =>
        other.source === one.source &&
        other.sink !== one.sink &&
        capsuleDevice(other) === device &&
        inputOf(solved, other) !== inputOf(solved, one),
    );
    const beside = (strand: Strand) =>
      tracks.find(
        (other) =>
          other.source !== strand.source &&
          other.sink === strand.sink &&
          capsuleDevice(other) === device &&
          Math.abs(level(other) - level(strand)) < ALIKE_DB,
      );
    const guest = beside(one);
    if (!again || !guest || !beside(again) || Math.abs(level(again) - level(one)) > ALIKE_DB) continue;
    const name = solved.find.nameOf(device);
    found.set(
      device,
      finding({
        code: 'voices-not-apart',
        severity: 'caution',
        title: `${one.sourceName} and ${guest.sourceName} are both on both tracks`,
        why: `${name} puts both voices on both of its sides, so giving each side an input does not part them: each has the other's voice on their track at ${figureText(level(one))} dBFS. Set it to keep them apart.`,
        places: [{ device }],
        figures: [
          { label: `${one.sourceName} on one track`, value: level(one), unit: 'dBFS', from: 'arrivals' },
          { label: `${one.sourceName} on the other`, value: level(again), unit: 'dBFS', from: 'arrivals' },
        ],
        propose: () => otherChoices(solved, device),
      }),
    );
  }
  return [...found.values()];
};
