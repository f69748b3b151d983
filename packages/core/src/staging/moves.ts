import { valueWords } from '../catalogue';
import type { Solved } from '../checks';
import type { Strand } from '../gain';
import { setControl, type Edit, type Rig } from '../rig';
import type { Db } from '../units';
import type { Lever } from './levers';
import type { Part } from './programme';

/** A control that moves, and what that is for. */
export interface Move {
  device: string;
  control: string;
  label: string;
  deviceName: string;
  from: string;
  to: string;
  /** What it moves by, dB; null for a switch. */
  byDb: Db | null;
  words: string;
}

/** A lever of a part, and where it goes. */
export interface Placed {
  part: Part;
  lever: number;
  to: number;
}

/** What a lever's figure is as a setting. */
const valueOf = ({ control }: Lever, value: number): number | boolean =>
  control.kind === 'switch' ? value === 1 : Number(value.toFixed(6));

/** The edit that puts a lever there. */
export const placeLever = (rig: Rig, { part, lever, to }: Placed): Edit => {
  const { device, control } = part.levers[lever]!;
  return setControl(rig, device, control.id, valueOf(part.levers[lever]!, to));
};

/** How far along the ways of its part a lever first acts. */
const depthOf = ({ part, lever }: Placed): number =>
  part.courses.reduce((least, { levels }) => {
    const index = levels.findIndex(({ by }) => by.has(lever));
    return index < 0 ? least : Math.min(least, index);
  }, Infinity);

/** Pads and what is turned down first, so that nothing clips on the way; then from the microphones on. */
export const inOrder = (placed: readonly Placed[]): Placed[] => {
  const rank = ({ part, lever, to }: Placed): number => {
    const { control, now } = part.levers[lever]!;
    if (control.kind === 'switch' && to === 1) return 0;
    return to < now ? 1 : 2;
  };
  return [...placed].sort((a, b) => rank(a) - rank(b) || depthOf(a) - depthOf(b));
};

/** Whom a lever moves, and where that brings them: what a hand watches for while it turns. */
const wordsFor = (lever: number, part: Part, then: ReadonlyMap<string, Strand>): string => {
  const moved = part.courses.filter(({ levels }) => levels.at(-1)!.by.has(lever));
  const [first] = moved;
  if (!first) return '';
  // The first place behind it is where its own meter is; the end is what counts.
  const index = first.levels.findIndex(({ by }) => by.has(lever));
  const after = then.get(first.strand.id) ?? first.strand;
  const here = after.stages[index]!;
  const end = after.stages.at(-1)!;
  const figure = (value: number) => value.toFixed(1).replace('-', '−');
  const others = new Set(moved.map(({ strand }) => strand.sourceName)).size - 1;
  const who = others > 0 ? `${first.strand.sourceName} and ${others} more` : first.strand.sourceName;
  const there = here.node === end.node ? '' : `${figure(here.typical)} ${here.unit} at ${here.label}, `;
  return `${who}: then ${there}${figure(end.typical)} ${end.unit} at ${end.label}, peaks ${figure(end.peak)}`;
};

/** A lever's move in words. @param then every strand with all levers moved */
export const moveOf = (
  solved: Solved,
  { part, lever, to }: Placed,
  then: ReadonlyMap<string, Strand>,
): Move => {
  const { device, control, now } = part.levers[lever]!;
  const [from, value] = [now, to].map((one) => valueOf(part.levers[lever]!, one));
  return {
    device,
    control: control.id,
    label: control.label,
    deviceName: solved.find.device(device)!.name,
    from: valueWords(control, from!),
    to: valueWords(control, value!),
    byDb: control.kind === 'switch' ? null : to - now,
    words: wordsFor(lever, part, then),
  };
};
