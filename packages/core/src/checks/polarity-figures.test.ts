import type { Coupling } from '../circuit';
import { powerOf } from '../flow';
import { plainGraph } from '../flow/graph.testing';
import type { Arrival } from '../gain';
import { solve } from '../offers';
import { after, people, recorder, rigOf, seat, wiring } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
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
    const [apart] = said([0.5], [0.25]);
    expect(apart!.figures.map(({ label, value }) => `${label} ${value.toFixed(2)}`)).toEqual([
      'Left to input -6.02',
      'Right to input -12.04',
    ]);
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

describe('one voice by two microphones, the ways written down by hand', () => {
  const rig = rigOf({
    devices: ['one', 'two'].map((id) => ({ id, model: 'mic-dynamic-hand', name: `Mic ${id}` })),
    people: people('ann'),
    placements: [seat('ann', 'one', 0.2), seat('ann', 'two', 0.2)],
  });
  const solved = solve(rig);

  interface Ways {
    first?: number;
    second: number;
    /** Through which capsule the second way goes. */
    by?: 'c1' | 'c2';
    lateMs?: number;
    /** All ways together, and the strongest alone, dBFS. */
    typical?: number;
    alone?: number;
    person?: string | null;
    /** Both a quarter turned. */
    isQuarter?: boolean;
  }
  const said = ({
    first = 1,
    second,
    by = 'c2',
    lateMs = 0,
    typical = -40,
    alone = -20,
    person = 'ann',
    isQuarter = false,
  }: Ways) => {
    const graph = plainGraph(
      [
        { id: 'ann', role: 'voice' },
        { id: 'c1', role: 'capsule', device: 'one' },
        { id: 'c2', role: 'capsule', device: 'two' },
        'second',
        'mix',
      ],
      [
        { from: 'ann', to: 'c1', gain: 1 },
        { from: 'ann', to: 'c2', gain: 1, delayMs: lateMs },
        { from: 'c1', to: 'mix', gain: first, ...(isQuarter ? { re: 0, im: first } : {}) },
        { from: by, to: 'second', gain: second, ...(isQuarter ? { re: 0, im: second } : {}) },
        { from: 'second', to: 'mix', gain: 1 },
      ],
      ['ann'],
    );
    const sources = graph.sources.map((one) => ({
      ...one,
      name: 'ANN',
      ...(person === null ? {} : { person }),
    }));
    const arrival = { source: 'ann', sink: 'mix', level: typical, alone, isCrosstalk: false } as Arrival;
    const heard = { ...solved.heard, graph: { ...graph, sources }, bySource: [[arrival]] };
    return polarity({ ...solved, graph: heard.graph, heard });
  };

  it('half against it: 9.5 dB, for 1.5 against 0.5 (arithmetic)', () => {
    const [found, ...more] = said({ second: -0.5 });
    expect(more).toEqual([]);
    expect(found!.title).toBe('ANN is heard by two microphones, and Mic two turns the sound over');
    expect(found!.why).toContain('Turned the right way up it would be 9.5 dB louder.');
    expect(found!.places).toEqual([{ device: 'two' }, { person: 'ann', device: 'one' }]);
    expect(found!.figures.map(({ value }) => value)).toEqual([-40, -20, 0]);
    const other = said({ first: -1, second: 0.5 })[0]!;
    expect(other.title).toMatch(/, and Mic one turns the sound over$/);
    expect(other.propose().map(({ label }) => label)).toEqual(['Do not have ANN heard by Mic one']);
  });

  it('a limit is at its very place: 12 dB weaker is no second, just −12 more is', () => {
    const weak = whereReads(-12, (second) => 20 * Math.log10(second), 0.2, 0.3);
    expect(said({ second: -weak })).toEqual([]);
    expect(said({ second: -(weak + 1e-9) })).toHaveLength(1);
  });

  it('just 3 dB more the right way up are told', () => {
    /** Half a wave of 2 kHz. */
    const lateMs = 0.25;
    const together = (second: number) =>
      powerOf({
        taps: [
          { lateMs: 0, re: 1, im: 0 },
          { lateMs, re: second, im: 0 },
        ],
      });
    const gained = (second: number) => 10 * Math.log10(together(second) / together(-second));
    const just = whereReads(3, gained, 0.25, 1);
    expect(said({ second: -just, lateMs })).toHaveLength(1);
    expect(said({ second: -(just - 1e-9), lateMs })).toEqual([]);
  });

  it('by a quarter turn neither is the usual: the stronger is named', () => {
    expect(said({ second: -0.5, isQuarter: true })[0]!.title).toMatch(/, and Mic one turns the sound over$/);
  });

  it('the right way up, or no second microphone: silent', () => {
    expect(said({ second: 0.5 })).toEqual([]);
    expect(said({ second: -0.5, by: 'c1' })).toEqual([]);
    expect(said({ second: -0.5, person: null })).toEqual([]);
  });

  it('only where less than 3 dB under the strongest way are left of it', () => {
    expect(said({ second: -0.5, typical: -23, alone: -20 })).toHaveLength(1);
    expect(said({ second: -0.5, typical: -22.9, alone: -20 })).toEqual([]);
  });

  it('not by a way 12 dB weaker, nor where it would gain less than 3 dB', () => {
    // 1.26 against 0.74 would be 4.6 dB more.
    expect(said({ second: -0.26 })).toHaveLength(1);
    expect(said({ second: -0.25 })).toEqual([]);
    // Half a millisecond apart they mend one another at most pitches: 3 dB are not to be had.
    expect(said({ second: -0.5, lateMs: 5 })).toEqual([]);
  });
});
