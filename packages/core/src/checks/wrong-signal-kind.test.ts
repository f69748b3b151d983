import type { SignalKind } from '../catalogue';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { wrongSignalKind } from './wrong-signal-kind';

/** A microphone into an interface; what its output gives, what the input takes and how much comes is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
    { id: 'box', model: 'interface-2', name: 'Box' },
  ],
  leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'] }],
});
const solvedAs = (gives: SignalKind, takes: SignalKind) =>
  solve({
    ...rig,
    models: rig.models.map((model) => ({
      ...model,
      elements: model.elements.map((one) =>
        one.kind === 'output'
          ? { ...one, signal: gives }
          : one.kind === 'input'
            ? { ...one, signal: takes }
            : one,
      ),
    })),
  });
const said = (gives: SignalKind, takes: SignalKind, through = 1) => {
  const solved = solvedAs(gives, takes);
  const way = solved.circuit.couplings.find(({ from }) => from.device === 'mic')!;
  const circuit = { ...solved.circuit, couplings: [{ ...way, re: through, im: 0 }], clashes: [] };
  return wrongSignalKind({ ...solved, circuit });
};

it('data goes into an input for data, and sound into one for sound', () => {
  expect(said('aes3', 'aes3')).toEqual([]);
  expect(said('microphone', 'microphone')).toEqual([]);
  expect(said('line', 'microphone')).toEqual([]);
});

it('data into an analogue input, and sound into a digital one: what each needs', () => {
  const [data] = said('aes3', 'microphone');
  expect(data!.title).toBe('Mic sends digital data into an analogue input');
  expect(data!.why).toContain('Box hears only noise. It needs a digital (AES3) input.');
  expect(data!.figures[0]).toMatchObject({ label: 'Data reaching the input', value: 0 });
  for (const gives of ['microphone', 'line'] as const) {
    const [sound] = said(gives, 'aes3');
    expect(sound!.title).toBe('Mic sends sound into a digital input');
    expect(sound!.why).toContain('Box takes AES3 data there');
    expect(sound!.why).toContain('It needs an analogue input.');
    expect(sound!.figures[0]!.label).toBe('Sound reaching the input');
  }
});

it('a microphone in a line input, unless less than a thousandth of it comes there', () => {
  const [found] = said('microphone', 'line');
  expect(found!.title).toBe('Mic is in a line input');
  expect(said('microphone', 'line', 0.00101)).toHaveLength(1);
  expect(said('microphone', 'line', 0.001)).toEqual([]);
});

describe('a microphone on an output', () => {
  const solved = solve(rig);
  const way = solved.circuit.couplings.find(({ from }) => from.device === 'mic')!;
  const clash = (element = way.from.element) => ({
    from: { ...way.from, element },
    into: { device: 'box', element: 'out' },
    volts: 0.5,
  });
  const clashing = (through: number, clashes = [clash()]) =>
    wrongSignalKind({
      ...solved,
      circuit: { ...solved.circuit, couplings: [{ ...way, re: through, im: 0 }], clashes },
    });

  it('is told once for each two, while no input hears more than a thousandth of it', () => {
    const [found, ...more] = clashing(0.001, [clash(), clash()]);
    expect(more).toEqual([]);
    expect(found!.title).toBe('Mic is plugged into an output');
    expect(found!.figures[0]!.value).toBeCloseTo(-6.02, 2);
    expect(clashing(0.00101)).toEqual([]);
  });

  it('what is no microphone is another finding’s', () => expect(clashing(0, [clash('other')])).toEqual([]));
});
