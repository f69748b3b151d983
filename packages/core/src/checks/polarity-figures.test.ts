import type { Coupling } from '../circuit';
import { solve } from '../offers';
import { after, people, recorder, rigOf, seat, wiring } from '../rig/testing';
import { polarity } from './polarity';

describe('two voices in one input', () => {
  /** A wireless receiver with a voice on either side, by one lead into one input; what gets there is written down by hand. */
  const rig = rigOf({
    devices: [
      { id: 'radio', model: 'receiver-dual', name: 'Receiver', settings: { mode: 'stereo' } },
      { id: 'player', model: 'player' },
      { id: 'box', model: 'interface-2', name: 'Box' },
    ],
    leads: [{ id: 'run', kind: 'mini-xlr', ends: ['radio.out', 'box.in1'] }],
  });
  const solved = solve(rig);
  const outputs = (device: string) =>
    solved.find.modelOf(device)!.elements.flatMap((one) => (one.kind === 'output' ? [one.id] : [])) as [
      string,
      string,
    ];
  const way = (device: string, element: string, re: number, im = 0): Coupling => ({
    ...solved.circuit.couplings[0]!,
    from: { device, element },
    to: { device: 'box', element: 'mic1' },
    re,
    im,
  });
  const said = (left: [number, number?], right: [number, number?], device = 'radio') => {
    const [l, r] = outputs(device);
    const couplings = [way(device, l, ...left), way(device, r, ...right)];
    return polarity({ ...solved, strands: [], circuit: { ...solved.circuit, couplings } });
  };

  it('told once, upside down where they are against one another', () => {
    const [alike, ...more] = said([0.5], [0.5]);
    expect(more).toEqual([]);
    expect(alike!.title).toBe('Both voices of Receiver share one input');
    expect(alike!.places).toEqual([{ device: 'radio', port: 'out' }, { lead: 'run' }, { device: 'box' }]);
    expect(alike!.figures.map(({ value }) => value.toFixed(2))).toEqual(['-6.02', '-6.02']);
    const over = 'Both voices of Receiver share one input, one of them upside down';
    expect(said([0.5], [-0.5])[0]!.title).toBe(over);
    expect(said([0, 0.5], [0, -0.5])[0]!.title).toBe(over);
    expect(said([0.5, 0.4], [0.5, -0.4])[0]!.title).toBe('Both voices of Receiver share one input');
    expect(said([0.5, 0], [0, 0.5])[0]!.title).toBe('Both voices of Receiver share one input');
  });

  it('not where one is weaker than a quarter of the other, nor where next to nothing comes', () => {
    expect(said([1], [0.25])).toHaveLength(1);
    expect(said([1], [0.24])).toEqual([]);
    expect(said([0.24], [1])).toEqual([]);
    expect(said([0.001], [0.001])).toHaveLength(1);
    expect(said([0.00099], [0.00099])).toEqual([]);
  });

  it('not the two sides of a programme, nor one side alone', () => {
    expect(said([0.5], [-0.5], 'player')).toEqual([]);
    const [l] = outputs('radio');
    const couplings = [way('radio', l, 0.5)];
    expect(polarity({ ...solved, strands: [], circuit: { ...solved.circuit, couplings } })).toEqual([]);
  });
});

describe('one voice by two microphones', () => {
  /** The second turned over by its lead, both as near, on one main mix that is recorded. */
  const rig = (kind: string, secondM = 0.2) =>
    rigOf({
      devices: [
        ...['one', 'two'].map((id) => ({ id, model: 'mic-dynamic-hand', name: `Mic ${id}` })),
        { id: 'desk', model: 'mixer-podcast', settings: { gain1: 45, gain2: 45 } },
        {
          id: 'pc',
          model: 'laptop-c',
          apps: [recorder('desk', [1], 'main')],
        },
      ],
      leads: [
        { id: 'a', kind: 'xlr', ends: ['one.out', 'desk.in1'], lengthM: 5 },
        ...(kind === 'xlr'
          ? [{ id: 'b', kind: 'xlr', ends: ['two.out', 'desk.in2'], lengthM: 5 }]
          : [
              { id: 'b', kind: 'xlr', ends: ['two.out', null], lengthM: 5 },
              { id: 'turn', kind, ends: ['b/1', 'desk.in2'] },
            ]),
        { id: 'usb', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
      ],
      people: people('ann'),
      placements: [seat('ann', 'one', 0.2), seat('ann', 'two', secondM)],
    });
  it('the right way up: silent', () => expect(polarity(solve(rig('xlr')))).toEqual([]));

  it('one turned over: which, and an adapter that turns comes out', () => {
    const made = rig('xlr-swap');
    const [found, ...more] = polarity(solve(made));
    expect(more).toEqual([]);
    expect(found!.title).toBe('ANN is heard by two microphones, and Mic two turns the sound over');
    const fixes = found!.propose();
    const out = fixes.find(({ label }) => /^Take the .* out$/.test(label))!;
    expect(wiring(after(made, out.edit))).toContain('b: xlr 5 m, two.out – desk.in2');
    expect(fixes.at(-1)!.label).toBe('Do not have ANN heard by Mic two');
  });
});
