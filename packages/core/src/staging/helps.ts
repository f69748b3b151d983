import { DEVICE_MODELS, type DeviceModel } from '../catalogue';
import { runChecks, SEVERITIES, type Solved } from '../checks';
import { insertBooster, insertPad } from '../checks/fixes/insert';
import { CLOSEST_M, distanceFor } from '../checks/fixes/level';
import { useBestLead } from '../checks/fixes/rewire';
import { leadInto } from '../checks/lead-into';
import type { Strand } from '../gain';
import { solve, type EngineMemory, type Steps } from '../offers';
import { combineEdits, lookup, put, putPlacement, swapModel, tryEdit, type Edit, type Rig } from '../rig';
import { SPEECH_LEVEL_AT_1_M, VOICE_EFFORTS, type Db } from '../units';
import { nearestOf } from './work-out';
import type { Solver } from './linear';

/** What would help a voice that cannot be brought to its level, tried on the whole desk with everything set anew. */
export interface Help {
  words: string;
  /** What is then missed less, dB. */
  byDb: Db;
  /** Nothing is missed any more. */
  isEnough: boolean;
  /** It, and every gain set anew for it. */
  edit: Edit;
}

/** Less than this is no help, dB. */
const SLIGHT_DB = 0.5;

const gravest = (rig: Rig, memory: EngineMemory): number =>
  Math.min(
    SEVERITIES.length,
    ...runChecks(solve(rig, memory)).map(({ severity }) => SEVERITIES.indexOf(severity)),
  );

/** Microphones that go where one is: the same sockets, another sensitivity. */
const others = (model: DeviceModel | undefined): DeviceModel[] =>
  model?.kind !== 'microphone'
    ? []
    : DEVICE_MODELS.filter(
        (one) =>
          one.kind === 'microphone' &&
          one.id !== model.id &&
          one.ports.length === model.ports.length &&
          one.ports.every(({ connector }, at) => connector === model.ports[at]!.connector),
      );

interface Try {
  words: string;
  edit: Edit;
}

/** Where a sound is cut off: the lead that brings it to the device it is cut off in. */
const leadToCut = ({ find, graph }: Solved, { stages }: Strand) => {
  const cut = stages.findIndex(({ headroomDb }) => headroomDb !== null && headroomDb < 0);
  const input = stages
    .slice(0, cut + 1)
    .reverse()
    .find(({ role }) => role === 'input');
  const { device, point } = graph.nodes.get(input?.node ?? '') ?? {};
  return device && point ? leadInto(find, { device, element: point }) : undefined;
};

/** What makes a sound weaker before it is cut off: a pad at the input, a lead that takes level off, further from the microphone. */
const weaker = (solved: Solved, strand: Strand): Try[] => {
  const { rig } = solved;
  const lead = leadToCut(solved, strand);
  if (!lead) return [];
  const overDb = Math.max(...strand.stages.map(({ headroomDb }) => -(headroomDb ?? 0)));
  const microphone = strand.stages.find(({ role }) => role === 'capsule')?.device;
  const placement = rig.placements.find((one) => one.person === strand.person && one.device === microphone);
  const distanceM = placement && Math.ceil(distanceFor(solved, placement, -overDb) * 100) / 100;
  return [
    ...[...insertPad(rig, lead), ...useBestLead(rig, lead)].map(({ label, edit }) => ({
      words: label,
      edit,
    })),
    ...(placement && distanceM && distanceM <= FURTHEST_M
      ? [
          {
            words: `${strand.sourceName} from ${Math.round(distanceM * 100)} cm instead of ${Math.round(placement.distanceM * 100)}`,
            edit: putPlacement(rig, { ...placement, distanceM }),
          },
        ]
      : []),
  ];
};

/** Further than this from a microphone nobody sits for it, metres. Common practice, no published source. */
const FURTHEST_M = 2;

const tries = (rig: Rig, { person, stages, sourceName }: Strand, missingDb: Db): Try[] => {
  const microphone = stages.find(({ role }) => role === 'capsule')?.device;
  const placement = rig.placements.find((one) => one.person === person && one.device === microphone);
  const voice = rig.people.find(({ id }) => id === person);
  if (!microphone || !placement || !voice) return [];
  const find = lookup(rig);
  const distanceM = Math.max(
    CLOSEST_M,
    Math.floor(distanceFor({ find, rig }, placement, missingDb) * 100) / 100,
  );
  const louder = VOICE_EFFORTS[VOICE_EFFORTS.indexOf(voice.effort) + 1];
  return [
    ...(distanceM < placement.distanceM
      ? [
          {
            words: `${sourceName} from ${Math.round(distanceM * 100)} cm instead of ${Math.round(placement.distanceM * 100)}`,
            edit: putPlacement(rig, { ...placement, distanceM }),
          },
        ]
      : []),
    ...(louder
      ? [
          {
            words: `${sourceName} speaks up: ${louder}, ${(SPEECH_LEVEL_AT_1_M[louder] - SPEECH_LEVEL_AT_1_M[voice.effort]).toFixed(0)} dB more`,
            edit: { label: `${voice.name} speaks up`, steps: [put('people', { ...voice, effort: louder })] },
          },
        ]
      : []),
    ...insertBooster(rig, microphone).map(({ label, edit }) => ({ words: label, edit })),
    ...others(find.modelOf(microphone)).map((model) => ({
      words: `Another microphone: ${model.name}`,
      edit: swapModel(rig, microphone, model),
    })),
  ];
};

/** More of a kind than this nobody weighs. */
const MOST_HELPS = 4;

/**
 * Closer, louder, a booster, another microphone; where it is too hot a pad, another lead, further away: each tried with every gain set anew for it; those that bring something and
 * make nothing graver, the one that does enough with least change first.
 * @param rig with the gains as near as they get
 * @param strands whose demands clash
 * @param missingDb what they miss together
 */
export function* helpsInSteps(
  rig: Rig,
  strands: readonly string[],
  missingDb: Db,
  solver: Solver,
  memory: EngineMemory,
): Steps<Help[]> {
  const { missingDb: before } = nearestOf(rig, solver, memory);
  const gravity = gravest(rig, memory);
  const solved = solve(rig, memory);
  const all = solved.strands
    .filter(({ id }) => strands.includes(id))
    .flatMap((strand) => [...weaker(solved, strand), ...tries(rig, strand, missingDb)]);
  const helps: Help[] = [];
  for (const [done, { words, edit }] of all.entries()) {
    yield { done, of: all.length };
    const tried = tryEdit(rig, edit);
    if (!tried.ok || gravest(tried.rig, memory) < gravity) continue;
    const { missingDb: left, edit: gains } = nearestOf(tried.rig, solver, memory);
    const byDb = before - left;
    if (byDb >= SLIGHT_DB && !helps.some((one) => one.words === words))
      helps.push({
        words,
        byDb,
        isEnough: left < SLIGHT_DB,
        edit: combineEdits(words, edit, ...(gains ? [gains] : [])),
      });
  }
  return helps.sort((a, b) => Number(b.isEnough) - Number(a.isEnough)).slice(0, MOST_HELPS);
}
