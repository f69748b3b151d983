import { controlOf, boosters, contactsBetween, type SignalKind } from '../../catalogue';
import {
  combineEdits,
  putPlacement,
  roomOf,
  setControl,
  settingOf,
  type Lead,
  type Placement,
  type Rig,
} from '../../rig';
import type { Strand } from '../../gain';
import { fromAllAroundDb, roomAnswerDb, type Db } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';
import { firstGain, snapGain, type VoiceGain } from '../voice-gain';
import { turnControl } from './turn-control';
import { insertBooster } from './insert';

/** What the catalogue's booster adds, dB. */
const boosterDb = (): number => boosters()[0]?.paths.reduce((sum, { gainDb }) => sum + (gainDb ?? 0), 0) ?? 0;
/** Closer than this to a microphone a talker's breath is the problem, metres. Common practice. */
export const CLOSEST_M = 0.05;

export const setGain = (rig: Rig, gain: VoiceGain, value: number): Fix => {
  const snapped = snapGain(gain.control, value);
  return {
    label: `Set ${gain.control.label} to ${figureText(snapped, Number.isInteger(snapped) ? 0 : 1)} dB`,
    edit: setControl(rig, gain.device, gain.control.id, snapped),
  };
};

/** A fix that makes a voice so much louder, with the first gain it meets turned down by as much: nothing clips by it. */
export const withGainDown = (solved: Solved, strand: Strand, fix: Fix, byDb: Db): Fix => {
  const gain = firstGain(solved, strand);
  if (!gain || byDb <= 0) return fix;
  const down = setGain(solved.rig, gain, gain.value - byDb);
  const label = `${fix.label}, ${down.label[0]!.toLowerCase()}${down.label.slice(1)}`;
  return { ...fix, label, edit: combineEdits(label, fix.edit, down.edit) };
};

/** Takes a pad out, with a gain turned to what is then needed. */
export const padOff = (
  rig: Rig,
  pad: { device: string; control: string },
  gain: VoiceGain,
  value: number,
): Fix => {
  const off = turnControl(rig, pad.device, pad.control, false);
  const snapped = snapGain(gain.control, value);
  if (snapped === gain.value) return off;
  const turn = setGain(rig, gain, snapped);
  const label = `${off.label}; ${turn.label[0]!.toLowerCase()}${turn.label.slice(1)}`;
  return { label, edit: combineEdits(label, off.edit, turn.edit) };
};

/** What a room sends back of a voice to a microphone, as power against the voice 1 m in front of it. */
const roomPower = (
  { find, rig }: Pick<Solved, 'find' | 'rig'>,
  { device, capsule }: Pick<Placement, 'device' | 'capsule'>,
): number => {
  const { volumeM3, reverbS } = roomOf(rig);
  const { omniPart = 1 } = find.modelOf(device)?.points.find(({ id }) => id === capsule) ?? {};
  return 10 ** ((roomAnswerDb(volumeM3, reverbS) + fromAllAroundDb(omniPart)) / 10);
};

/** How far a mouth has to be for its level at a microphone to change by so many dB: inverse-square law, and the room on top; NaN: nowhere. */
export const distanceFor = (
  solved: Pick<Solved, 'find' | 'rig'>,
  placement: Placement,
  changeDb: Db,
): number => {
  const room = roomPower(solved, placement);
  return ((placement.distanceM ** -2 + room) * 10 ** (changeDb / 10) - room) ** -0.5;
};

/** How much louder a voice is at its microphone from another distance, dB. */
export const louderFrom = (
  solved: Pick<Solved, 'find' | 'rig'>,
  placement: Placement,
  distanceM: number,
): Db => {
  const room = roomPower(solved, placement);
  return 10 * Math.log10((distanceM ** -2 + room) / (placement.distanceM ** -2 + room));
};

/** Moves a talker so that the level at the microphone changes by so many dB. */
export const moveTalker = (solved: Solved, placementId: string | undefined, changeDb: number): Fix[] => {
  const placement = solved.rig.placements.find(({ id }) => id === placementId);
  if (!placement) return [];
  const exact = distanceFor(solved, placement, changeDb);
  // Stryker disable next-line EqualityOperator: by 0 dB nobody moves
  const distanceM = changeDb > 0 ? Math.floor(exact * 100) / 100 : Math.ceil(exact * 100) / 100;
  const isPossible = distanceM >= CLOSEST_M && distanceM <= 2;
  if (!isPossible || distanceM === placement.distanceM) return [];
  const person = solved.find.personName(placement.person);
  return [
    {
      label: `Have ${person} speak from ${Math.round(distanceM * 100)} cm`,
      edit: putPlacement(solved.rig, { ...placement, distanceM }),
    },
  ];
};

/** A booster, with the gain turned to what is then needed. Only for microphones that make their own voltage. */
export const addBooster = (
  solved: Solved,
  microphone: string | undefined,
  gain: VoiceGain,
  neededDb: number,
): Fix[] => {
  const model = microphone ? solved.find.modelOf(microphone) : undefined;
  const passive = model?.elements.some((element) => element.kind === 'output' && element.thermal);
  if (!microphone || !passive) return [];
  const value = snapGain(gain.control, gain.value + neededDb - boosterDb());
  return insertBooster(solved.rig, microphone, { device: gain.device, control: gain.control.id, value });
};

/** Sets the input a lead goes into to another kind of signal, where a switch or a choice there does that. */
export const setInputTo = (
  { find, rig }: Pick<Solved, 'find' | 'rig'>,
  lead: Lead,
  signal: SignalKind,
): Fix[] =>
  lead.ends.flatMap((end, index): Fix[] => {
    if (!end || !('device' in end)) return [];
    const model = find.modelOf(end.device);
    const device = find.device(end.device);
    const plug = find.leadKindOf(lead.id)?.ends[index]?.connector ?? '';
    const socket = find.port(end.device, end.port)?.connector ?? '';
    const touched = (contactsBetween(plug, socket) ?? []).map(([, contact]) => `${end.port}.${contact}`);
    const input = model?.elements.find(
      (element) => element.kind === 'input' && element.signal === signal && touched.includes(element.plus),
    );
    const control = controlOf(model, input?.when?.control);
    if (!device || !control || !input?.when || settingOf(device, control) === input.when.is) return [];
    return [turnControl(rig, end.device, control.id, input.when.is)];
  });
