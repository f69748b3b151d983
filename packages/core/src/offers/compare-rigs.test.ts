import { DEMO_RIGS } from '../demo';
import {
  changeDevice,
  changeLead,
  putApp,
  putPlacement,
  removeDevice,
  removeLead,
  setAim,
  setControl,
  setTarget,
  swapModel,
  type Edit,
  type Rig,
} from '../rig';
import { after as edited } from '../rig/testing';
import { modelById } from '../catalogue';
import { compareRigs } from './compare-rigs';

const museum = DEMO_RIGS[0]!.rig;
const after = (...edits: ((rig: Rig) => Edit)[]): Rig => ({
  ...edited(museum, ...edits),
  name: 'Tuesday',
});
const under = (rig: Rig, heading: string) =>
  compareRigs(museum, rig).find((one) => one.heading === heading)?.rows ?? [];

describe('two rigs in words', () => {
  it('a rig and its copy are alike', () =>
    expect(compareRigs(museum, { ...museum, name: 'Tuesday' })).toEqual([]));

  it('a control, by its name and both values', () =>
    expect(
      under(
        after((rig) => setControl(rig, 'mixer', 'gain1', 20)),
        'Settings',
      ),
    ).toEqual(['Lamp room mixer, Gain 1: 54 dB → 20 dB (−34 dB)']));

  it('a lead away, a lead longer, a lead broken', () => {
    const [first, second, third] = museum.leads;
    const rows = under(
      after(
        (rig) => removeLead(rig, first!.id),
        (rig) => changeLead(rig, second!.id, { lengthM: 12 }),
        (rig) =>
          changeLead(rig, third!.id, {
            broken: [rig.leadKinds.find(({ id }) => id === third!.kind)!.conductors[0]!.name],
          }),
      ),
      'Leads',
    );
    expect(rows).toHaveLength(3);
    expect(rows[0]).toMatch(/XLR lead, 3 m → nothing$/);
    expect(rows[1]).toMatch(/6 m → XLR lead, 12 m$/);
    expect(rows[2]).toMatch(/, broken$/);
  });

  it('gear that is gone takes its leads along; what replaces it, moves and is renamed is told', () => {
    const gone = after((rig) => removeDevice(rig, 'keeper-mic'));
    expect(under(gone, `Only in ${museum.name}`)).toEqual([
      "Keeper's microphone (Broadcast dynamic microphone, low output)",
    ]);
    expect(under(gone, 'Leads')).toEqual([]);
    const other = after(
      (rig) => swapModel(rig, 'keeper-mic', modelById('mic-dynamic-hand')),
      (rig) => changeDevice(rig, 'guest-mic', { place: 'Stairs' }),
    );
    expect(under(other, 'Other gear')).toEqual([
      expect.stringMatching(/Broadcast dynamic microphone, low output\) → Keeper's microphone \(Hand-held/),
      expect.stringMatching(/Guest microphone stands: .* → Stairs$/),
    ]);
  });

  it('who speaks from where, what programs take, and what is found by it', () => {
    const seat = museum.placements[0]!;
    const recorder = museum.apps.find(({ kind }) => kind === 'recorder')!;
    const rig = after(
      (now) => putPlacement(now, { ...seat, distanceM: 0.5 }),
      (now) => putApp(now, { ...recorder, input: null }),
    );
    expect(under(rig, 'People')[0]).toMatch(/ 5 cm from .* → .* 50 cm from /);
    expect(under(rig, 'Programs')[0]).toContain('→ listens to nothing');
    expect(under(rig, 'Found only in Tuesday').length).toBeGreaterThan(0);
  });

  it('a level of its own at a track, a program and a device', () => {
    const recorder = museum.apps.find(({ kind, tracks }) => kind === 'recorder' && tracks.length > 0)!;
    const [track] = recorder.tracks;
    const rig = after(
      (now) => setTarget(now, 'live'),
      (now) => setAim(now, { app: recorder.id, track: track!.id }, { averageDbfs: -20 }),
      (now) => setAim(now, { device: 'mixer' }, { school: 'live' }),
    );
    expect(under(rig, 'Aim')).toEqual([
      'Levels for: recording → live',
      `${recorder.name}, track ${track!.name}: as the rig → own: speech averages −23 to −17 dBFS`,
      'Lamp room mixer: as the rig → live: peaks near −6 dBFS',
    ]);
  });
});
