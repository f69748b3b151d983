import { isEqual } from 'es-toolkit';
import { placeInWords, valueInWords, type Rig, type Step } from '../rig';

const IN_PARTS: readonly Step['collection'][] = ['devices', 'placements'];

/** What is in both is held against itself setting by setting: one knob is one change. */
export const inParts = (step: Step): Step[] => {
  const [from, to] = [step.from, step.to] as Record<string, unknown>[];
  if (!IN_PARTS.includes(step.collection) || step.path.length > 0 || !from || !to) return [step];
  const [was = {}, will = {}] = [from['settings'], to['settings']] as (Record<string, unknown> | undefined)[];
  const keys = [...new Set([...Object.keys(was), ...Object.keys(will)])].filter(
    (key) => !isEqual(was[key], will[key]),
  );
  const part = (path: string[], before: unknown, after: unknown): Step => ({
    collection: step.collection,
    id: step.id,
    path,
    ...(before === undefined ? {} : { from: before }),
    ...(after === undefined ? {} : { to: after }),
  });
  const others = [...new Set([...Object.keys(from), ...Object.keys(to)])].filter(
    (key) => key !== 'settings' && !isEqual(from[key], to[key]),
  );
  return [
    ...keys.map((key) => part(['settings', key], was[key], will[key])),
    ...others.map((key) => part([key], from[key], to[key])),
  ];
};

/** The step that takes a step back. */
export const backwards = ({ from, to, ...place }: Step): Step => ({
  ...place,
  ...(to === undefined ? {} : { from: to }),
  ...(from === undefined ? {} : { to: from }),
});

/** "Gain 1 of Mixer: 40 dB → 20 dB". */
export const stepWords = (then: Rig, now: Rig, step: Step): string => {
  const rig = step.to === undefined && step.path.length === 0 ? then : now;
  if (step.path.length === 0 && step.collection !== 'rig') {
    const place = placeInWords(rig, step);
    return `${place}: ${step.from === undefined ? 'new' : step.to === undefined ? 'gone' : 'otherwise'}`;
  }
  return `${placeInWords(rig, step)}: ${valueInWords(then, step, step.from)} → ${valueInWords(now, step, step.to)}`;
};
