import { contactsBetween, type LeadKind } from '../catalogue';
import { isPiece, type Plugged, type Lead } from '../rig';

/** Which plug of a run goes where: into one of the sockets it comes from or goes to, or into another piece of it. */
export type RunEnd = { at: 'from' | 'to'; index: number } | { piece: number; end: number } | null;

/** Leads, one in the other, from one socket to another; one of three plugs from one to two, or back. */
export type Run = readonly { kind: LeadKind; ends: readonly RunEnd[] }[];

const goesIn = (kind: LeadKind, end: number, socket: string): boolean =>
  contactsBetween(kind.ends[end]!.connector, socket) !== undefined;

const FROM: RunEnd = { at: 'from', index: 0 };
const TO: RunEnd = { at: 'to', index: 0 };

/** Leads of two plugs; where both ways go in, the first end is the one the sound comes from. */
const straight = (kinds: readonly LeadKind[], from: string, to: string): Run[] =>
  kinds.flatMap((kind): Run[] => {
    if (kind.ends.length !== 2 || isPiece(kind.usualLengthsM)) return [];
    if (goesIn(kind, 0, from) && goesIn(kind, 1, to)) return [[{ kind, ends: [FROM, TO] }]];
    if (goesIn(kind, 1, from) && goesIn(kind, 0, to)) return [[{ kind, ends: [TO, FROM] }]];
    return [];
  });

/** Leads of three plugs: the stem in one socket, the others in two, in the order the lead has them. */
const split = (kinds: readonly LeadKind[], stem: string, others: readonly string[], isFrom: boolean): Run[] =>
  kinds.flatMap((kind): Run[] => {
    if (kind.ends.length !== 3) return [];
    const fits = goesIn(kind, 0, stem) && goesIn(kind, 1, others[0]!) && goesIn(kind, 2, others[1]!);
    const [near, far] = isFrom ? (['from', 'to'] as const) : (['to', 'from'] as const);
    return fits
      ? [
          [
            {
              kind,
              ends: [
                { at: near, index: 0 },
                { at: far, index: 0 },
                { at: far, index: 1 },
              ],
            },
          ],
        ]
      : [];
  });

/** Two leads, the second in the end of the first: a lead and an adapter. */
export const chainsBetween = (kinds: readonly LeadKind[], from: string, to: string): Run[] => {
  const endsIn = ({ ends }: LeadKind, isSo: (connector: string) => boolean) =>
    ends.flatMap(({ connector }, end) => (isSo(connector) ? [end] : []));
  const mates = (one: string) => (other: string) => contactsBetween(one, other) !== undefined;
  const firsts = kinds.filter(({ ends }) => ends.length === 2);
  return firsts.flatMap((first) =>
    endsIn(first, mates(from)).flatMap((near) => {
      const out = 1 - near;
      return kinds.flatMap((second) =>
        endsIn(second, mates(to)).flatMap((far) =>
          endsIn(second, mates(first.ends[out]!.connector)).flatMap((into): Run[] => {
            if (into === far) return [];
            const ends: RunEnd[] = [null, null];
            ends[near] = FROM;
            const then: RunEnd[] = second.ends.map(() => null);
            then[far] = TO;
            then[into] = { piece: 0, end: out };
            return [
              [
                { kind: first, ends },
                { kind: second, ends: then },
              ],
            ];
          }),
        ),
      );
    }),
  );
};

/** Every single lead from some sockets to others, by their connectors: one to one, one to two or two to one. */
export const runsBetween = (
  kinds: readonly LeadKind[],
  from: readonly string[],
  to: readonly string[],
): Run[] => {
  if (to.length === 2) return split(kinds, from[0]!, to, true);
  if (from.length === 2) return split(kinds, to[0]!, from, false);
  return straight(kinds, from[0]!, to[0]!);
};

/** A run as leads of a rig. @param ids one for each of its pieces */
export const leadsOf = (
  run: Run,
  from: readonly Plugged[],
  to: readonly Plugged[],
  ids: readonly string[],
  lengthM: (kind: LeadKind, at: number) => number,
): Lead[] =>
  run.map(({ kind, ends }, at) => ({
    id: ids[at]!,
    kind: kind.id,
    lengthM: lengthM(kind, at),
    broken: [],
    ends: ends.map((end): Plugged => {
      if (end === null) return null;
      if ('piece' in end) return { lead: ids[end.piece]!, end: end.end };
      return (end.at === 'from' ? from : to)[end.index] ?? null;
    }),
  }));
