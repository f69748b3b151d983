import { controlOf, type GainControl } from '../catalogue';
import { isDestination } from '../flow';
import { verdictOf, type Strand } from '../gain';
import { settingOf } from '../rig';
import type { Db } from '../units';
import type { Solved } from './finding';
import { perPass } from './per-pass';

/** The first gain a voice meets: level is made as early as possible, so this is the one to turn. */
export interface VoiceGain {
  device: string;
  control: GainControl;
  value: number;
  /** Share of the control's travel in use, 0 to 1. */
  travel: number;
}

export const firstGain = (solved: Solved, strand: Strand): VoiceGain | undefined =>
  gainsOf(solved, strand)[0];

const gainAt = ({ find }: Solved, device: string, id: string): VoiceGain | undefined => {
  const control = controlOf(find.modelOf(device), id);
  if (control?.kind !== 'gain') return undefined;
  const value = Number(settingOf(find.device(device)!, control));
  return { device, control, value, travel: (value - control.minDb) / (control.maxDb - control.minDb) };
};

const gainsKnown = perPass(() => new Map<Strand, VoiceGain[]>());

/** Every gain a voice meets, in order. */
const gainsOf = (solved: Solved, strand: Strand): VoiceGain[] => {
  const known = gainsKnown(solved);
  const there = known.get(strand);
  if (there) return there;
  const gains: VoiceGain[] = [];
  for (const { controls } of strand.stages)
    for (const { device, control } of controls) {
      const gain = gainAt(solved, device, control);
      if (gain) gains.push(gain);
    }
  known.set(strand, gains);
  return gains;
};

/** Those it meets up to a stage, that one included, in order. */
export const gainsUpTo = (solved: Solved, strand: Strand, stage: Strand['stages'][number]): VoiceGain[] =>
  strand.stages
    .slice(0, strand.stages.indexOf(stage) + 1)
    .flatMap(({ controls }) =>
      controls.flatMap(({ device, control }) => gainAt(solved, device, control) ?? []),
    );

/** What leaves one source, by source. */
const strandsFrom = perPass(({ strands }) => {
  const by = new Map<string, Strand[]>();
  for (const strand of strands) {
    const there = by.get(strand.source);
    if (there) there.push(strand);
    else by.set(strand.source, [strand]);
  }
  return by;
});

/**
 * The gains that may be turned for a voice that is too quiet at one listener, in order: all it meets, unless another listener
 * who gets it right by some of them would then get too much; then those that only this one hears by, where there are any.
 */
export const gainsToTurn = (solved: Solved, strand: Strand): VoiceGain[] => {
  const { byDb } = verdictOf(strand);
  const settled = strandsFrom(solved)
    .get(strand.source)!
    .filter((other) => {
      if (other.sink === strand.sink) return false;
      const { kind, level } = verdictOf(other);
      return kind === 'on-target' && level + byDb > other.aim.highest;
    });
  const all = gainsOf(solved, strand);
  if (settled.length === 0) return all;
  const shared = new Set(
    settled.flatMap(({ stages }) =>
      stages.flatMap(({ controls }) => controls.map(({ device, control }) => `${device} ${control}`)),
    ),
  );
  const alone = all.filter(({ device, control }) => !shared.has(`${device} ${control.id}`));
  return alone.length > 0 ? alone : all;
};

/** Switches that are on and take level off a voice, in order: its pads. */
export const padsOn = (solved: Solved, { stages }: Strand): { device: string; control: string; db: Db }[] =>
  stages.flatMap(({ terms }) =>
    terms.flatMap(({ because, db }) => {
      if (because.kind !== 'control' || db >= 0) return [];
      const { device, control } = because;
      const kind = controlOf(solved.find.modelOf(device), control)?.kind;
      return kind === 'switch' ? [{ device, control, db }] : [];
    }),
  );

/** Where to turn a gain that misses so many dB: to the aim, or inside its travel where that still is near enough. */
export const towardsAim = (solved: Solved, { control, value }: VoiceGain, missing: Db, slack: Db): number => {
  const travel = solved.rig.assumptions.gainTravelLimit * (control.maxDb - control.minDb);
  const inside = control.minDb + Math.floor(travel / control.stepDb) * control.stepDb;
  const aimed = value + missing;
  return inside >= aimed - slack ? Math.min(inside, aimed) : aimed;
};

/** Nearest setting of a gain, in its steps and range. */
export const snapGain = (control: GainControl, value: number): number => {
  const steps = Math.round((value - control.minDb) / control.stepDb);
  return Math.min(control.maxDb, Math.max(control.minDb, control.minDb + steps * control.stepDb));
};

/** Voices that reach something that keeps or sends them; ears and rooms have no aim of a track's. */
export const voices = (solved: Solved): Strand[] =>
  solved.strands.filter(
    ({ person, arrives, sinkKind }) =>
      person !== null && arrives && sinkKind !== undefined && isDestination(sinkKind),
  );

/** The microphone device a voice speaks into, and that placement. */
export const placementOf = (solved: Solved, strand: Strand) => {
  const capsule = strand.stages.find((stage) => stage.role === 'capsule');
  return solved.rig.placements.find(
    (placement) => placement.person === strand.person && placement.device === capsule?.device,
  );
};
