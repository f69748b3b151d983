import { groupBy, sortBy } from 'es-toolkit';
import type { LeadKind } from '../catalogue';
import type { PortRef } from '../checks';
import {
  applyEdit,
  combineEdits,
  connect,
  controlValue,
  freeId,
  longEnough,
  lookup,
  setControl,
  type Edit,
  type Rig,
} from '../rig';
import type { StockRow } from '../formats';
import type { Choice } from './choose';
import type { Joint, Takes } from './joints';
import { leadsOf } from './runs';
import { switchesAt } from './sockets';

/** A microphone or an instrument stands away from its desk, the rest of a studio beside it, metres. Common practice, no published source. */
const FAR_M = 3;
const NEAR_M = 2;

const stands = (rig: Rig, device: string): boolean => {
  const kind = lookup(rig).modelOf(device)?.kind;
  return kind === 'microphone' || kind === 'instrument';
};

/** A lead that was laid, and by which joint. */
export interface Laid {
  lead: string;
  joint: Joint;
}

/**
 * Joints with one device at one end that are as good one way round as the other, in order: left into left, the first headphones into
 * the first socket.
 */
const untangled = (rig: Rig, joints: readonly Joint[]): Joint[] => {
  const place = new Map<string, number>(
    rig.devices.flatMap(({ id }, device) =>
      (lookup(rig).modelOf(id)?.ports ?? []).map(
        (port, at) => [`${id} ${port.id}`, device * 1000 + at] as const,
      ),
    ),
  );
  const groups = groupBy(joints, (joint) => {
    const { hops, score } = joint;
    const [from, to] = [hops[0]!.from, hops[0]!.to];
    const isPlain = hops.length === 1 && from.length === 1 && to.length === 1;
    const kinds = hops[0]!.run.map(({ kind }) => kind.id).join();
    return isPlain ? `${from[0]!.device} ${to[0]!.device} ${kinds} ${score}` : joint.id;
  });
  return Object.values(groups).flatMap((group) => {
    const inOrder = (end: 'from' | 'to') =>
      sortBy(
        group.map(({ hops }) => hops[0]![end]),
        [(takes) => place.get(takes[0]!.key) ?? 0],
      );
    const [from, to] = [inOrder('from'), inOrder('to')];
    return group.length === 1
      ? group
      : group.map((joint, at) => ({ ...joint, hops: [{ ...joint.hops[0]!, from: from[at]!, to: to[at]! }] }));
  });
};

/** The switches of the sockets a joint goes into, as it was tried with them. */
const switching = (rig: Rig, { hops, settings }: Joint, sockets: readonly PortRef[]): Edit[] => {
  const [takes] = hops.at(-1)!.to;
  const find = lookup(rig);
  const device = find.device(takes!.device)!;
  const model = find.modelOf(device.id)!;
  return sockets.flatMap(({ port }) =>
    switchesAt(model, port).flatMap((own, at) => {
      const value = settings[switchesAt(model, takes!.stands)[at] ?? ''];
      const isSo = value === undefined || controlValue(device, model, own) === value;
      return isSo ? [] : [setControl(rig, device.id, own, value)];
    }),
  );
};

/** The leads of a choice, each in a socket of its own and as long as one that is there, else as is usual. */
export const layChoice = (
  rig: Rig,
  { joints }: Choice,
  stock: readonly StockRow[],
): { rig: Rig; laid: Laid[]; edit: Edit } => {
  const left = stock.map((row) => ({ ...row }));
  const lengthFor = (kind: LeadKind, wishM: number): number => {
    const owned = left
      .filter((row) => row.kind === kind.id && row.count > 0)
      .sort((a, b) => Number(a.lengthM < wishM) - Number(b.lengthM < wishM) || a.lengthM - b.lengthM);
    const [row] = owned;
    if (!row) return longEnough(kind.usualLengthsM, wishM);
    row.count -= 1;
    return row.lengthM;
  };
  const used = new Map<string, Set<string>>();
  /** The next free sockets of a group, those that stand beside one another where two are asked for. */
  const socketsFor = ({ key, free, count, device }: Takes) => {
    const taken = used.get(key) ?? new Set<string>();
    used.set(key, taken);
    const ports = free.filter((port) => !taken.has(port)).slice(0, count);
    for (const port of ports) taken.add(port);
    return ports.map((port) => ({ device, port }));
  };
  const startOf = ({ hops }: Joint) => hops[0]!.from[0]!.device;
  const order = new Map(rig.devices.map(({ id }, at) => [id, at]));
  const sorted = untangled(
    rig,
    joints.flatMap(({ joint, count }) => Array.from({ length: count }, () => joint)),
  ).sort((a, b) => order.get(startOf(a))! - order.get(startOf(b))!);
  let now = rig;
  const edits: Edit[] = [];
  const laid: Laid[] = [];
  const apply = (edit: Edit) => {
    edits.push(edit);
    now = applyEdit(now, edit).rig;
  };
  for (const joint of sorted) {
    for (const [at, { run, ...hop }] of joint.hops.entries()) {
      const [from, to] = [hop.from.flatMap(socketsFor), hop.to.flatMap(socketsFor)];
      if (at === joint.hops.length - 1) for (const edit of switching(now, joint, to)) apply(edit);
      const wishM = [...from, ...to].some(({ device }) => stands(rig, device)) ? FAR_M : NEAR_M;
      const ids = run.map(({ kind }, piece) =>
        freeId(now, piece === 0 ? `lead-${kind.id}` : `adapter-${kind.id}`),
      );
      const leads = leadsOf(run, from, to, ids, (kind) => lengthFor(kind, wishM));
      run.forEach(({ kind }, piece) => {
        const { ends, lengthM, id } = leads[piece]!;
        apply(connect(now, kind, ends, lengthM, id));
        laid.push({ lead: id, joint });
      });
    }
  }
  return { rig: now, laid, edit: combineEdits('Lay the leads', ...edits) };
};
