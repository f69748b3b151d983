import { skerryLight } from '../demo';
import { finish, makeEngineMemory, plannedLines, solve } from '../offers';
import { applyEdit, setControl, type Rig } from '../rig';
import { individuals } from './individuals';
import { leadsWithLines, offByLead } from './lead-trends';
import { recall } from './recall';
import { whatChanged } from './what-changed';

/** The worked example of the NIST/SEMATECH e-Handbook, 6.3.2.2 (its figures from memory). */
it('limits of individual values are those of the handbook', () => {
  const found = individuals([49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1])!;
  expect(found.mean).toBeCloseTo(50.81, 2);
  expect(found.upper).toBeCloseTo(55.8041, 3);
  expect(found.lower).toBeCloseTo(45.8159, 3);
  expect(found.outside).toEqual([]);
  expect(individuals([-15, -15.2, -14.9, -15.1, -15, -15.1, -14.9, -22])!.outside).toEqual([7]);
  expect(individuals([1, 2, 3, 4])).toBeUndefined();
});

const set = (rig: Rig, device: string, control: string, value: number | boolean | string): Rig =>
  applyEdit(rig, setControl(rig, device, control, value)).rig;
/** The museum, its caller off the microphone input: it works. */
const worked = {
  ...set(skerryLight, 'mixer', 'phantom', true),
  leads: skerryLight.leads.filter(({ id }) => id !== 'caller-lead'),
};

it.each([
  [
    'a gain turned down',
    (rig: Rig) => set(rig, 'mixer', 'gain1', 20),
    'Gain 1 of Lamp room mixer: 54 dB → 20 dB',
    'Keeper',
  ],
  [
    'phantom off',
    (rig: Rig) => set(rig, 'mixer', 'phantom', false),
    'Phantom 1–4 of Lamp room mixer: on → off',
    'Guest',
  ],
  [
    'a lead gone',
    (rig: Rig) => ({ ...rig, leads: rig.leads.filter(({ id }) => id !== 'guest-lead') }),
    'Lead XLR lead (Guest microphone, Output – Lamp room mixer, Input 2): gone',
    'Guest',
  ],
])('%s among harmless changes stands first', (_name, spoil, words, who) => {
  const harmless = {
    ...set(set(worked, 'mixer', 'phones-volume', -24), 'caller-laptop', 'jack-volume', -12),
    name: 'Renamed',
  };
  const { changes, troubles } = finish(whatChanged(worked, spoil(harmless)));
  expect(troubles.join()).toContain(who);
  expect(changes[0]!.words).toBe(words);
  expect(changes[0]!.ends.length).toBeGreaterThan(0);
  expect(changes.map((one) => one.words)).not.toContain('Renamed');
  expect(changes).toHaveLength(3);
  expect(changes.slice(1).flatMap(({ ends }) => ends)).toEqual([]);
});

it('nothing changed, nothing told', () => {
  expect(finish(whatChanged(worked, worked))).toEqual({ changes: [], troubles: [] });
});

it('recalls the gain and the distance of one voice, and nothing of anybody else', () => {
  const farther = (rig: Rig): Rig => ({
    ...rig,
    placements: rig.placements.map((one) => (one.person === 'keeper' ? { ...one, distanceM: 0.6 } : one)),
  });
  const now = farther(
    set(set(set(worked, 'mixer', 'gain1', 20), 'mixer', 'gain2', 10), 'mixer', 'phones-volume', -24),
  );
  const memory = makeEngineMemory();
  const line = plannedLines(solve(now, memory)).find(({ who }) => who[0] === 'Keeper')!;
  const { words, edit } = recall(worked, now, line.id, memory)!;
  expect(words[0]).toBe('Gain 1 of Lamp room mixer: 20 dB → 54 dB');
  const back = applyEdit(now, edit).rig;
  expect(back.placements).toEqual(worked.placements);
  expect(back.devices).toEqual(set(set(worked, 'mixer', 'gain2', 10), 'mixer', 'phones-volume', -24).devices);
  expect(recall(worked, back, line.id, memory)!.words).toEqual([]);
  expect(recall(worked, back, 'ghost', memory)).toBeUndefined();
});

it('the guest’s lead is what the guest’s channel goes over, and the worst of its channels is what it is told by', () => {
  const solved = solve(worked, makeEngineMemory());
  const line = plannedLines(solved).find(({ who }) => who[0] === 'Guest')!;
  const leads = leadsWithLines(solved);
  const guest = leads.find(({ id }) => id === 'guest-lead')!;
  expect(guest.lines).toEqual([line.id]);
  expect(guest.name).toContain('Guest microphone, Output');
  // The lead to the recording computer carries everybody, as data.
  const everybody = leads.find(({ lines }) => lines.length > 2 && lines.includes(line.id))!;
  expect([everybody.isData, guest.isData]).toEqual([true, false]);
  const off = (sitting: string, channel: string, offDb: number) => ({ sitting, channel, offDb });
  const both = { ...guest, lines: ['a', 'b'] };
  const offs = [off('1', 'a', -1), off('1', 'b', -9), off('2', 'c', 5), off('2', 'a', 2)];
  expect([...offByLead(both, offs)]).toEqual([
    ['1', -9],
    ['2', 2],
  ]);
  expect(offByLead({ ...both, isData: true }, offs).get('1')).toBe(-1);
});
