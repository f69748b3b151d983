import type { KeptMeasurement, SittingInList } from '@diaphon/api';
import { measuredNow, usualMinutes } from './words';

const row = (channel: string, verdict: string): KeptMeasurement => ({
  ...{ id: `${channel} ${verdict}`, at: '', by: '', channel, name: `Track ${channel}`, who: '', verdict },
  ...{ plannedDbfs: -15, levelDbfs: -15, peakDbfs: -6, noiseDbfs: null, humDbfs: null, faults: 0 },
});

it('the last that was measured of each channel counts', () => {
  expect(measuredNow([])).toBeNull();
  const rows = [
    row('1', '9 dB quieter than planned.'),
    row('2', 'As planned, within 1 dB.'),
    row('1', 'As planned, within 0.5 dB.'),
  ];
  expect(measuredNow(rows)).toEqual({ good: 2, of: 2, bad: [] });
  expect(measuredNow(rows.slice(0, 2))!.bad).toEqual(['Track 1: 9 dB quieter than planned.']);
});

it('how long it took is the median of whole evenings of its kind, and of one alone nothing is said', () => {
  const sitting = (id: string, stepsMinutes: number, signed = 20): SittingInList => ({
    ...{ id, rig: '', revision: 1, name: '', kind: 'set up', startedAt: '', lastAt: '' },
    ...{ stepsMinutes, signed, measured: 0, incidents: 0, people: [] },
  });
  const list = [
    sitting('now', 3),
    sitting('a', 40),
    sitting('b', 20),
    sitting('c', 30),
    sitting('few', 1, 2),
  ];
  expect(usualMinutes(list, 'set up', 'now')).toBe(30);
  expect(usualMinutes(list.slice(0, 2), 'set up', 'now')).toBeUndefined();
  expect(usualMinutes(list, 'strike', 'now')).toBeUndefined();
});
