import { putPlacement, setControl, type Lead, type Rig } from '../../rig';
import { ratioFromDb } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';
import { snapGain, type VoiceGain } from '../voice-gain';
import { insertBooster } from './insert';

/** What the catalogue's booster adds, dB. */
const BOOSTER_DB = 25;
/** Closer than this to a microphone a talker's breath is the problem, metres. Common practice. */
const CLOSEST_M = 0.05;

export const setGain = (rig: Rig, gain: VoiceGain, value: number): Fix => {
  const snapped = snapGain(gain.control, value);
  return {
    label: `Set ${gain.control.label} to ${figureText(snapped, Number.isInteger(snapped) ? 0 : 1)} dB`,
    edit: setControl(rig, gain.device, gain.control.id, snapped),
  };
};

/** Moves a talker so that the level at the microphone changes by so many dB (inverse-square law). */
export const moveTalker = (solved: Solved, placementId: string | undefined, changeDb: number): Fix[] => {
  const placement = solved.rig.placements.find(({ id }) => id === placementId);
  if (!placement) return [];
  const exact = placement.distanceM / ratioFromDb(changeDb);
  const distanceM = changeDb > 0 ? Math.floor(exact * 100) / 100 : Math.ceil(exact * 100) / 100;
  if (distanceM < CLOSEST_M || distanceM > 2 || distanceM === placement.distanceM) return [];
  const person = solved.rig.people.find(({ id }) => id === placement.person)?.name ?? '';
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
  const value = snapGain(gain.control, gain.value + neededDb - BOOSTER_DB);
  return insertBooster(solved.rig, microphone, { device: gain.device, control: gain.control.id, value });
};

/** The instrument switch of the input a lead goes into, if it has one that is off. */
export const instrumentSwitch = (solved: Solved, lead: Lead): Fix[] =>
  lead.ends.flatMap((end): Fix[] => {
    if (!end || !('device' in end)) return [];
    const elements = solved.find.modelOf(end.device)?.elements ?? [];
    const input = elements.find(
      (element) =>
        element.kind === 'input' &&
        element.signal === 'instrument' &&
        element.plus.startsWith(`${end.port}.`) &&
        element.when?.is === true,
    );
    const control = solved.find.modelOf(end.device)?.controls.find(({ id }) => id === input?.when?.control);
    return control
      ? [{ label: `Switch ${control.label} on`, edit: setControl(solved.rig, end.device, control.id, true) }]
      : [];
  });
