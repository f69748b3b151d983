import { modelById } from '../catalogue';
import { solve } from '../offers';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { phantomUnneeded } from './phantom-unneeded';

/** Two microphones at an interface with phantom for each input, the first recorded. */
const desk = (mics: [string, string], settings: Record<string, number | boolean>, box = 'interface-2') =>
  rigOf({
    devices: [
      ...mics.map((model, at) => ({ id: `mic${at + 1}`, model })),
      { id: 'box', model: box, name: 'Box', settings },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      ...mics.map((_, at) => ({ kind: 'xlr', ends: [`mic${at + 1}.out`, `box.in${at + 1}`] })),
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic1', 0.1)],
  });
const said = (...desk_: Parameters<typeof desk>) => phantomUnneeded(solve(desk(...desk_)));
const [COIL, CONDENSER] = ['mic-dynamic-hand', 'mic-condenser-large'];

it('on, and nothing there lives on it', () => {
  const [found, ...more] = said([COIL, COIL], { phantom1: true, gain1: 20 });
  expect(more).toEqual([]);
  expect(found).toMatchObject({
    severity: 'advice',
    title: 'Phantom 1 of Box is on, and nothing there needs it',
    places: [{ device: 'box', control: 'phantom1' }],
  });
  expect(found!.figures[0]).toMatchObject({ unit: 'mA', value: expect.closeTo(0, 3) });
  const off = after(desk([COIL, COIL], { phantom1: true }), found!.propose()[0]!.edit);
  expect(off.devices.find(({ id }) => id === 'box')!.settings).toMatchObject({ phantom1: false });
});

it('silent where it is off, and where a condenser has it', () => {
  expect(said([COIL, COIL], {})).toEqual([]);
  expect(said([CONDENSER, COIL], { phantom1: true })).toEqual([]);
});

it('each by its own input: a condenser at the second needs none of the first', () => {
  expect(said([COIL, CONDENSER], { phantom1: true, phantom2: true }).map(({ title }) => title)).toEqual([
    'Phantom 1 of Box is on, and nothing there needs it',
  ]);
});

it('a condenser that has too little of it needs it all the same; one that is fed by something else in its lead, too', () => {
  const solved = solve(desk([CONDENSER, COIL], { phantom1: true }));
  const loads = solved.circuit.loads.map((load) => ({ ...load, fed: false }));
  expect(phantomUnneeded({ ...solved, circuit: { ...solved.circuit, loads } })).toEqual([]);
  const fed = solve(desk([COIL, COIL], { phantom1: true }));
  const load = (device: string, isFed: boolean) => ({ ...solved.circuit.loads[0]!, device, fed: isFed });
  const withLoad = (one: ReturnType<typeof load>) =>
    phantomUnneeded({ ...fed, circuit: { ...fed.circuit, loads: [one] } });
  expect(withLoad(load('mic1', true))).toEqual([]);
  expect(withLoad(load('mic1', false))).toHaveLength(1);
  expect(withLoad(load('mic2', true))).toHaveLength(1);
});

it('one switch for all inputs is told once, and only where none of them needs it', () => {
  const shared = 'mixer-4-usb';
  expect(modelById(shared).controls!.filter(({ id }) => id.startsWith('phantom')).length).toBe(1);
  const [switchId] = modelById(shared).controls!.flatMap(({ id }) => (id.startsWith('phantom') ? [id] : []));
  expect(said([COIL, COIL], { [switchId!]: true }, shared)).toHaveLength(1);
  expect(said([COIL, CONDENSER], { [switchId!]: true }, shared)).toEqual([]);
});

it('says what the voice wants in its place: its gain, or that it stands right', () => {
  const wanted = said([COIL, COIL], { phantom1: true, gain1: 20 })[0]!;
  const db = wanted.figures[1]!.value;
  expect(wanted.figures[1]).toMatchObject({ label: 'Gain 1 wanted', unit: 'dB' });
  expect(wanted.why).toContain(`What ANN wants is Gain 1 at ${db} dB, not 20.`);
  expect(said([COIL, COIL], { phantom1: true, gain1: db })[0]!.why).toContain(
    'What makes ANN loud enough is Gain 1, and it stands right.',
  );
  // Nobody speaks into the second.
  expect(said([COIL, COIL], { phantom2: true })[0]!.why).not.toContain('ANN');
});
