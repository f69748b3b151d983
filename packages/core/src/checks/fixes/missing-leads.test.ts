import { fixesFor, solve, solveRig } from '../../offers';
import { putApp, type Rig } from '../../rig';
import { after, people, recorder, rigOf, seat, wiring, type Rows } from '../../rig/testing';
import { freeEnds, leadsOn } from './missing-leads';

const DEVICES: Rows['devices'] = [
  { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
  { id: 'box', model: 'interface-2', name: 'Box' },
  { id: 'pc', model: 'laptop-c', name: 'Laptop' },
];
const desk = (leads: NonNullable<Rows['leads']> = [], devices = DEVICES) => rigOf({ devices, leads });
const joined = (rig: Rig, device: string) =>
  leadsOn(solve(rig), device).map(({ label, edit }) => [label, wiring(after(rig, edit)).at(-1)]);

describe('leads that are missing', () => {
  it('from a microphone to every free input, and to nothing else', () => {
    const found = joined(desk(), 'mic');
    expect(found.map(([label]) => label)).toEqual([
      'Join Mic to Box, Input 1, with an XLR lead',
      'Join Mic to Box, Input 2, with an XLR lead',
    ]);
    expect(found.map(([, lead]) => lead)).toEqual([
      expect.stringMatching(/: xlr .* m, mic\.out – box\.in1$/),
      expect.stringMatching(/: xlr .* m, mic\.out – box\.in2$/),
    ]);
  });

  it('not from an output, nor into an input, that is taken', () => {
    const second = { id: 'second', model: 'mic-dynamic-hand', name: 'Second' };
    const rig = desk([{ kind: 'xlr', ends: ['mic.out', 'box.in1'] }], [...DEVICES, second]);
    expect(joined(rig, 'mic')).toEqual([]);
    expect(joined(rig, 'second').map(([label]) => label)).toEqual([
      'Join Second to Box, Input 2, with an XLR lead',
    ]);
  });

  it('data goes to a computer that is free, by a data lead, and sound to none', () => {
    const found = joined(desk(), 'box');
    const toLaptop = found.filter(([label]) => label!.startsWith('Join Box to Laptop'));
    expect(toLaptop.length).toBeGreaterThan(0);
    for (const [, lead] of toLaptop)
      expect(lead).toMatch(/: usb-\S+ .* m, (box\.usb – pc\.|pc\.usb\d – box\.usb)/);
  });

  it('nothing goes out of a device into itself, nor out of an input', () => {
    for (const [label] of joined(desk(), 'box')) expect(label).not.toMatch(/^Join Box to Box/);
    const alone = desk([], [DEVICES[1]!]);
    expect(joined(alone, 'box')).toEqual([]);
    expect(joined(desk(), 'pc').map(([label]) => label)).not.toContainEqual(expect.stringContaining('Mic'));
  });
});

describe('free ends', () => {
  const plugged = (rig: Rig) =>
    freeEnds(solve(rig)).map(({ label, edit }) => [label, ...wiring(after(rig, edit))]);

  it('go into each free socket they fit', () => {
    const rig = desk([{ id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 5 }]);
    expect(plugged(rig)).toEqual([
      ['Plug its free end into Box, Input 1', 'run: xlr 5 m, mic.out – box.in1'],
      ['Plug its free end into Box, Input 2', 'run: xlr 5 m, mic.out – box.in2'],
    ]);
  });

  it('the end at the microphone, too; not one that another lead is plugged into', () => {
    const rig = desk([{ id: 'run', kind: 'xlr', ends: [null, 'box.in1'], lengthM: 5 }]);
    expect(plugged(rig)).toEqual([['Plug its free end into Mic, Output', 'run: xlr 5 m, mic.out – box.in1']]);
    const taken = desk([
      { id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 5 },
      { id: 'on', kind: 'xlr', ends: ['run/1', 'box.in1'], lengthM: 3 },
    ]);
    expect(plugged(taken)).toEqual([]);
    expect(plugged(desk([{ kind: 'xlr', ends: ['mic.out', 'box.in1'] }]))).toEqual([]);
  });
});

it('a track that stays empty since one side of a keyboard is not plugged in is given that side, not somebody else’s channel', () => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'keys', model: 'keyboard', name: 'Keys' },
      { id: 'box', model: 'interface-4', name: 'Box', settings: { gain1: 44, gain3: 6, gain4: 6 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box', [1, 3, 4])] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 },
      { kind: 'ts-635', ends: ['keys.left', 'box.in3'], lengthM: 3 },
      { kind: 'usb-c-b', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  });
  const named = after(
    rig,
    putApp(rig, {
      ...rig.apps[0]!,
      tracks: rig.apps[0]!.tracks.map((track, at) => ({
        ...track,
        name: ['Ann', 'Keys left', 'Keys right'][at]!,
      })),
    }),
  );
  const [found] = solveRig(named).findings.filter(({ severity }) => severity === 'fault');
  expect(found!.title).toBe('Track Keys right stays empty');
  const fixes = fixesFor(named, found!.id).map(({ label }) => label);
  expect(fixes[0]).toBe('Plug Keys, Output right into Box, Input 4');
  expect(fixes.join()).not.toContain('take channel 1');
});

describe('what only goes through, and ends that hang free', () => {
  it('a guitar is joined to its DI box, by the plugs both are made for', () => {
    const rig = desk(
      [],
      [
        ...DEVICES,
        { id: 'guitar', model: 'guitar', name: 'Guitar' },
        { id: 'di', model: 'di-passive', name: 'DI' },
      ],
    );
    expect(joined(rig, 'guitar')).toContainEqual([
      'Join Guitar to DI, Instrument, with a TS lead 6.35 mm',
      expect.stringContaining('guitar.out – di.in'),
    ]);
  });

  it('two leads of a run whose middle is missing are plugged into each other, and nothing of one run into itself', () => {
    const rig = desk([
      { id: 'a', kind: 'xlr', ends: ['mic.out', null] },
      { id: 'b', kind: 'xlr', ends: [null, 'box.in1'] },
    ]);
    const fixes = freeEnds(solve(rig));
    expect(fixes[0]!.label).toBe('Plug the free ends of the lead of Mic and the lead of Box into each other');
    expect(wiring(after(rig, fixes[0]!.edit))).toContainEqual(expect.stringContaining('mic.out – b/0'));
    expect(freeEnds(solve(after(rig, fixes[0]!.edit)))).toEqual([]);
  });
});
