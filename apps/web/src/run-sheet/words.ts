import type { KeptMeasurement, SignedStep, SittingInList } from '@diaphon/api';
import { isAsPlanned, type RunStep } from '@diaphon/core';

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** "Done, Ann, 18:04". */
export const stateWords = ({ state, by, at, because }: SignedStep): string => {
  const who = [by, CLOCK.format(new Date(at))].filter(Boolean).join(', ');
  return state === 'done' ? `Done: ${who}` : `Not done: ${because} (${who})`;
};

const ABOUT_LEADS: readonly RunStep['kind'][] = ['plug', 'pull', 'usb', 'power-on', 'power-off'];
const ABOUT_DEVICES: readonly RunStep['kind'][] = [
  'look',
  'stand',
  'settings',
  'phantom-on',
  'phantom-off',
  'gain-up',
  'gain-down',
  'listening-up',
  'listening-down',
];

/** Where on the chart a step is done; undefined where it is about no one thing. */
export const placeAddress = (rig: string, { kind, of }: RunStep): string | undefined => {
  const at = (what: string) => `/rigs/${rig}/wiring?${what}=${encodeURIComponent(of)}`;
  if (ABOUT_LEADS.includes(kind)) return at('lead');
  if (ABOUT_DEVICES.includes(kind)) return at('device');
  return ['joined', 'app', 'system', 'close'].includes(kind) ? `/rigs/${rig}/computers` : undefined;
};

/** "about 25 min", "about 1 h 10 min". */
export const minutesWords = (minutes: number): string =>
  minutes < 60
    ? `about ${Math.max(1, Math.round(minutes))} min`
    : `about ${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`;

/** Of so many evenings before the middle one says how long it takes. */
const [LEAST_EVENINGS, LATEST] = [2, 9];
/** Fewer signatures tell nothing of the whole. */
const LEAST_SIGNED = 5;

/** How long setting up (or taking down) took at earlier sittings, from first to last signature: the median, minutes. */
export const usualMinutes = (
  list: readonly SittingInList[],
  kind: SittingInList['kind'],
  but: string | undefined,
): number | undefined => {
  const took = list
    .filter((one) => one.kind === kind && one.id !== but && one.signed >= LEAST_SIGNED)
    .flatMap(({ stepsMinutes }) => stepsMinutes ?? [])
    .slice(0, LATEST)
    .sort((a, b) => a - b);
  return took.length < LEAST_EVENINGS ? undefined : took[Math.floor(took.length / 2)];
};

/** What the line check found at this sitting: how many channels came as planned, and what it says of the others. */
export interface Measured {
  good: number;
  of: number;
  bad: string[];
}

/** What is measured stands instead of what is seen; null where nothing was. */
export const measuredNow = (rows: readonly KeptMeasurement[]): Measured | null => {
  const last = [...new Map(rows.map((row) => [row.channel, row])).values()];
  if (last.length === 0) return null;
  const bad = last.filter(({ verdict }) => !isAsPlanned(verdict));
  return {
    good: last.length - bad.length,
    of: last.length,
    bad: bad.map(({ name, verdict }) => `${name}: ${verdict}`),
  };
};
