import { liveStream, skerryLight } from '../demo';
import { makeEngineMemory, solveRig } from '../offers';
import { buildRig, readRigValue, type Rig } from '../rig';
import { runSheet, type RunSheetMade } from './run-sheet';

/** Conditions of safe setting up: common practice, no published source. */
const desk = (condenser: string, dynamic: string): Rig =>
  buildRig({
    name: 'Two at a table',
    devices: [
      { id: 'c', model: 'mic-condenser-large', name: 'Condenser', place: 'table' },
      { id: 'd', model: 'mic-dynamic-broadcast', name: 'Dynamic', place: 'table' },
      { id: 'boost', model: 'booster', name: 'Booster', place: 'table' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        name: 'Desk',
        place: 'desk',
        settings: { phantom: true, gain1: 40, gain2: 30, 'phones-volume': -20 },
      },
      { id: 'phones', model: 'headphones', name: 'Phones', place: 'desk' },
      {
        id: 'pc',
        model: 'desktop',
        name: 'Computer',
        place: 'desk',
        apps: [
          {
            id: 'rec',
            name: 'Recorder',
            kind: 'recorder',
            input: { device: 'desk', stream: 'usb-in' },
            output: null,
            tracks: [{ id: 't1', name: 'Ann', channel: 1 }],
          },
        ],
      },
    ],
    leads: [
      { id: 'lc', kind: 'xlr', ends: ['c.out', condenser], lengthM: 3 },
      { id: 'ld', kind: 'xlr', ends: ['d.out', 'boost.in'], lengthM: 3 },
      { id: 'lb', kind: 'xlr', ends: ['boost.out', dynamic], lengthM: 3 },
      { id: 'lp', kind: 'mini-trs', ends: ['phones.in', 'desk.phones'], lengthM: 2 },
      { id: 'lu', kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 2 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'normal' }],
    placements: [{ person: 'ann', device: 'c', capsule: 'capsule', distanceM: 0.2, offAxisDeg: 0 }],
  });
const plan = desk('desk.in1', 'desk.in2');
const other = desk('desk.in2', 'desk.in1');

const dangers = (rig: Rig): string[] =>
  solveRig(rig, makeEngineMemory()).findings.flatMap(({ severity, title }) =>
    severity === 'danger' ? [title] : [],
  );
/** Every moment is a rig that can be read, with no danger that was not there. */
const expectSafe = ({ sheet, rigAfter }: RunSheetMade) => {
  const known = dangers(rigAfter(0));
  for (let step = 0; step <= sheet.steps.length; step += 1) {
    const rig = rigAfter(step);
    expect(readRigValue(structuredClone(rig))).toMatchObject({ ok: true });
    expect(dangers(rig).filter((title) => !known.includes(title))).toEqual([]);
  }
};
const at = ({ sheet }: RunSheetMade, kind: string, of: string): number =>
  sheet.steps.findIndex((step) => step.kind === kind && (step.of === of || step.do.includes(of)));

const made = runSheet(plan);

it.each([
  ['all down before anything is plugged', ['look', 'desk'], ['plug', 'lc']],
  ['a condenser before its phantom', ['plug', 'lc'], ['phantom-on', 'desk']],
  ['a booster before its phantom', ['plug', 'lb'], ['phantom-on', 'desk']],
  ['and the microphone behind it, too', ['plug', 'ld'], ['phantom-on', 'desk']],
  ['phantom before gain', ['phantom-on', 'desk'], ['gain-up', 'Gain 1']],
  ['gain before headphones', ['gain-up', 'Gain 1'], ['listening-up', 'Headphones']],
  ['a device before the program that uses it', ['usb', 'lu'], ['app', 'rec']],
  ['programs before headphones', ['app', 'rec'], ['listening-up', 'Headphones']],
  ['meters before the take', ['hear', '0'], ['take', '']],
  ['the stand before its lead', ['stand', 'c'], ['plug', 'lc']],
] as const)('setting up: %s', (_name, [kind, of], [then, thenOf]) => {
  expect(at(made, kind, of)).toBeGreaterThanOrEqual(0);
  expect(at(made, then, thenOf)).toBeGreaterThan(at(made, kind, of));
});

it('ends in the very rig, and begins with nothing plugged', () => {
  expectSafe(made);
  expect(made.rigAfter(made.sheet.steps.length)).toEqual(plan);
  expect(
    made
      .rigAfter(0)
      .leads.flatMap(({ ends }) => ends)
      .filter(Boolean),
  ).toEqual([]);
  expect(made.sheet.steps.find(({ do: what }) => what.includes('Gain 1'))!.do).toContain('40 dB, 7.6 of 10');
});

it.each([
  ['headphones down before phantom', ['listening-down', 'desk'], ['phantom-off', 'desk']],
  ['phantom off before a plug', ['phantom-off', 'desk'], ['pull', 'lb']],
  ['the recorder closed before its device goes', ['close', 'rec'], ['pull', 'lu']],
] as const)('taking down: %s', (_name, [kind, of], [then, thenOf]) => {
  const strike = runSheet(plan, { isStrike: true });
  expect(at(strike, kind, of)).toBeGreaterThanOrEqual(0);
  expect(at(strike, then, thenOf)).toBeGreaterThan(at(strike, kind, of));
  expectSafe(strike);
});

it('a loudspeaker is down before it is plugged, and up behind all else; a stream is tried before it goes live', () => {
  const sheet = runSheet(liveStream);
  const [down, plug, up] = [
    at(sheet, 'look', 'Gallery loudspeaker'),
    at(sheet, 'plug', 'Gallery loudspeaker'),
    at(sheet, 'listening-up', 'Gallery loudspeaker'),
  ];
  expect(down).toBeGreaterThanOrEqual(0);
  expect([down, plug, up]).toEqual([down, plug, up].sort((a, b) => a - b));
  const ends = sheet.sheet.steps.slice(-3).map(({ do: what }) => what);
  expect(ends[1]).toMatch(/^Send a minute with .* where nobody follows it/);
  expect(ends[2]).toMatch(/, then go live with /);
  expectSafe(sheet);
});

it('a plan that is dangerous is held where it would become so', () => {
  const museum = runSheet(skerryLight);
  expect(museum.sheet.held[0]).toMatchObject({
    do: expect.stringContaining('Phantom'),
    why: expect.stringContaining("Caller's laptop"),
  });
  expect(museum.sheet.steps.some(({ kind }) => kind === 'record' || kind === 'phantom-on')).toBe(false);
  expectSafe(museum);
});

it('two microphones change places: as few moves as any safe way has', () => {
  const swap = runSheet(other, { from: plan });
  expectSafe(swap);
  expect(swap.rigAfter(swap.sheet.steps.length)).toEqual(other);
  const moves = swap.sheet.steps.filter(({ kind }) => !['hear', 'call', 'take', 'record'].includes(kind));
  // Every way there is, by the rules alone: leads at 1, at 2 or loose; phantom, two gains and the headphones up or down.
  interface State {
    c: number;
    b: number;
    up: Record<'phantom' | 'gain1' | 'gain2' | 'phones', boolean>;
  }
  const start: State = { c: 1, b: 2, up: { phantom: true, gain1: true, gain2: true, phones: true } };
  const isEnd = ({ c, b, up }: State) => c === 2 && b === 1 && Object.values(up).every(Boolean);
  const next = ({ c, b, up }: State): State[] => {
    const isFree = (socket: number) => socket === 0 || (c !== socket && b !== socket);
    const isQuiet = (socket: number) => !up.phantom && !up.phones && !up[socket === 1 ? 'gain1' : 'gain2'];
    // Out of a socket, or into one: never both in one grip.
    const moved = (now: number) =>
      (now === 0 ? [1, 2] : [0]).filter((to) => isFree(to) && isQuiet(to === 0 ? now : to));
    const turned = (['phantom', 'gain1', 'gain2', 'phones'] as const).filter(
      (one) => one !== 'phantom' || !up.phones,
    );
    return [
      ...moved(c).map((to) => ({ c: to, b, up })),
      ...moved(b).map((to) => ({ c, b: to, up })),
      ...turned.map((one) => ({ c, b, up: { ...up, [one]: !up[one] } })),
    ];
  };
  const seen = new Set<string>();
  let [front, fewest] = [[start], 0];
  while (!front.some(isEnd)) {
    front = front
      .flatMap(next)
      .filter((one) => !seen.has(JSON.stringify(one)) && seen.add(JSON.stringify(one)));
    fewest += 1;
  }
  expect(moves).toHaveLength(fewest);
});

it('one gain that is otherwise is one step, and what stands stays', () => {
  const louder = {
    ...plan,
    devices: plan.devices.map((one) =>
      one.id === 'desk' ? { ...one, settings: { ...one.settings, gain1: 46 } } : one,
    ),
  };
  const { sheet } = runSheet(louder, { from: plan });
  expect(sheet.steps.filter(({ kind }) => kind !== 'hear').map(({ kind }) => kind)).toEqual([
    'gain-up',
    'take',
    'record',
  ]);
  expect(runSheet(plan, { from: plan }).sheet.steps).toEqual([]);
});

it('from another desk altogether, with pieces of the same names: its own come out, these go in', () => {
  const way = runSheet(plan, { from: skerryLight });
  const from = dangers(skerryLight);
  for (let step = 1; step <= way.sheet.steps.length; step += 1)
    expect(dangers(way.rigAfter(step)).filter((title) => !from.includes(title))).toEqual([]);
  expect(way.rigAfter(0)).toBe(skerryLight);
  expect(way.rigAfter(way.sheet.steps.length)).toBe(plan);
  expect(way.sheet.steps[0]!.kind).toBe('fetch');
  expect(way.sheet.steps.some(({ kind }) => kind === 'put-away')).toBe(true);
});

it('a program that uses nothing that moves stays open', () => {
  const swap = runSheet(other, { from: plan });
  expect(swap.sheet.steps.some(({ kind }) => kind === 'close' || kind === 'app')).toBe(false);
  const unplugged = {
    ...plan,
    leads: plan.leads.map((lead) => (lead.id === 'lu' ? { ...lead, ends: [null, null] } : lead)),
  };
  const cut = runSheet(unplugged, { from: plan });
  expect(at(cut, 'close', 'rec')).toBeLessThan(at(cut, 'pull', 'lu'));
  expect(at(cut, 'close', 'rec')).toBeGreaterThanOrEqual(0);
});

it('for two, every moment is as safe, and each knows whom to wait for', () => {
  const shared = runSheet(plan, { people: 2 });
  expectSafe(shared);
  expect(shared.sheet.minutes).toBeLessThan(made.sheet.minutes);
  for (const { number, after } of shared.sheet.steps)
    for (const one of after) expect(one).toBeLessThan(number);
});
