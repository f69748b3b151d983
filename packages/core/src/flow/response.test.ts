import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeTransfer, openCircuit, solveCircuit, spiceDeck } from '../circuit';
import { inputLegs } from '../circuit/placed';
import { deskControlId } from '../catalogue';
import { setControl, lookup, type Rig } from '../rig';
import { after, rigOf, type Rows } from '../rig/testing';
import { ordinaryDesks } from '../checks/desks.testing';
import { solveRig } from '../offers';
import { buildFlow, factorAt, pointId, responseBetween, usbTree, waysBetween, type Response } from '.';
import { plainGraph } from './graph.testing';

const flowOf = (rig: Rig) => {
  const find = lookup(rig);
  return { find, graph: buildFlow(find, solveCircuit(find), usbTree(find)) };
};
const NOTHING = lookup(rigOf({ devices: [] }));

/** Read off as it is drawn: straight lines over the logarithm of frequency. */
const readAt = ({ hertz, db }: Response, at: number): number => {
  const next = hertz.findIndex((one) => one >= at);
  if (next <= 0) return db[0]!;
  const share = Math.log(at / hertz[next - 1]!) / Math.log(hertz[next]! / hertz[next - 1]!);
  return db[next - 1]! + share * (db[next]! - db[next - 1]!);
};

describe('a circuit, against ngspice', () => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-response-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const rows: [string, Rows, [string, string], [string, string]][] = [
    [
      'an instrument on ten metres of lead',
      {
        devices: [
          { id: 'guitar', model: 'guitar' },
          { id: 'box', model: 'interface-2', settings: { instrument1: true } },
        ],
        leads: [{ kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM: 10 }],
      },
      ['guitar', 'out-emf'],
      ['box', 'instrument-in1'],
    ],
    [
      'a laptop through a transformer box',
      {
        devices: [
          { id: 'laptop', model: 'laptop-c' },
          { id: 'box', model: 'isolator-laptop' },
          { id: 'desk', model: 'mixer-4-usb' },
        ],
        leads: [
          { kind: 'mini', ends: ['laptop.jack', 'box.in'], lengthM: 1 },
          { kind: 'xlr', ends: ['box.out', 'desk.in2'], lengthM: 100 },
        ],
      },
      ['laptop', 'jack-left'],
      ['desk', 'mic2'],
    ],
  ];

  it.each(rows)('%s', (_name, made, [device, output], [other, input]) => {
    const { find, graph } = flowOf(rigOf(made));
    const [start, end] = [pointId(device, output), pointId(other, input)];
    const response = responseBetween(find, graph, start, end)!;
    expect(response.isWhole).toBe(true);
    const { nets, elements } = openCircuit(find);
    const element = elements.inputs.find((one) => one.device === other && one.element.id === input)!.element;
    const legs = inputLegs(element).map((pin) => nets.ofDevice(other, pin));
    for (const hertz of [20, 137, 1000, 3600, 9100, 20_000]) {
      const file = join(folder, 'rig.cir');
      writeFileSync(file, spiceDeck(find, { kind: 'ac', source: `${device}:${output}`, hertz }));
      const said = execFileSync('ngspice', ['-b', file], {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      const part = (name: string) => Number(new RegExp(`^v${name} = (\\S+)`, 'm').exec(said)?.[1] ?? 0);
      const [re, im] = ['r', 'i'].map((kind) =>
        legs.reduce((sum, net, leg) => sum + (leg === 0 ? 1 : -1) * part(`${kind}\\(n${net}\\)`), 0),
      );
      expect(readAt(response, hertz)).toBeCloseTo(20 * Math.log10(Math.hypot(re!, im!)), 1);
    }
  });
});

describe('ways that meet', () => {
  it('two equal ones a millisecond apart are a comb: nothing at 500 and 1500 Hz, 6 dB at 1000 (arithmetic)', () => {
    const graph = plainGraph(
      ['a', 'b', 'c'],
      [
        { from: 'a', to: 'c', gain: 1 },
        { from: 'a', to: 'b', gain: 0.5 },
        { from: 'b', to: 'c', gain: 1, delayMs: 1 },
      ],
    );
    const comb = responseBetween(NOTHING, graph, 'a', 'c')!;
    for (const [hertz, expected] of [
      [500, 20 * Math.log10(0.5)],
      [1500, 20 * Math.log10(0.5)],
      [1000, 20 * Math.log10(1.5)],
      [20_000, 20 * Math.log10(1.5)],
      [250, 10 * Math.log10(1.25)],
    ] as const)
      expect(Math.abs(readAt(comb, hertz) - expected)).toBeLessThan(0.11);
    expect(comb.isWhole).toBe(true);
  });

  it('a comb of more teeth than anyone draws says that it is not whole', () => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 1 },
        { from: 'a', to: 'b', gain: -1, delayMs: 300 },
      ],
    );
    const drawn = responseBetween(NOTHING, graph, 'a', 'b')!;
    expect([drawn.isWhole, drawn.hertz.length]).toEqual([false, 2000]);
    expect(responseBetween(NOTHING, graph, 'b', 'a')).toBeUndefined();
  });

  it('a loop of half, a millisecond long, has 1 / (1 − ½·e^(−jωτ))', () => {
    const graph = plainGraph(
      ['a', 'b', 'c'],
      [
        { from: 'a', to: 'b', gain: 1 },
        { from: 'b', to: 'c', gain: 1 },
        { from: 'c', to: 'b', gain: 0.5, delayMs: 1 },
      ],
    );
    const round = responseBetween(NOTHING, graph, 'a', 'c')!;
    expect(readAt(round, 1000)).toBeCloseTo(20 * Math.log10(2), 1);
    expect(readAt(round, 1500)).toBeCloseTo(20 * Math.log10(1 / 1.5), 1);
    expect(readAt(round, 1250)).toBeCloseTo(-10 * Math.log10(1.25), 1);
  });
});

describe('a high-pass of a strip', () => {
  it('loses 3 dB at its corner and 12 dB for each octave below (a second-order Butterworth filter, textbook)', () => {
    const [, desk] = ordinaryDesks().find(([name]) => /podcast/.test(name))!;
    const device = desk.devices.find(({ model }) => model === 'mixer-podcast')!;
    const strip = lookup(desk)
      .modelOf(device.id)!
      .desk!.strips.find(({ highPassHz }) => highPassHz)!;
    const on = after(desk, (rig) => setControl(rig, device.id, deskControlId.highPass(strip.id), true));
    const { find, graph } = flowOf(on);
    const edge = [...graph.into.values()].flat().find(({ highPassHz }) => highPassHz)!;
    const corner = edge.highPassHz!;
    const response = responseBetween(find, graph, edge.from, edge.to)!;
    const top = readAt(response, 20_000);
    expect(readAt(response, corner) - top).toBeCloseTo(-3.01, 1);
    expect(readAt(response, 20) - readAt(response, 40)).toBeCloseTo(-12, 0);
    expect(edge.lowDb).toBeCloseTo(readAt(response, 20) - top, 1);
  });
});

it('an edge with a high-pass is turned by both: (0.6 + 0.8j) · (12 + 8√2·j)/17 an octave over its corner', () => {
  const graph = plainGraph(['a', 'b'], [{ from: 'a', to: 'b', gain: 1, re: 0.6, im: 0.8, highPassHz: 100 }]);
  const [edge] = graph.into.get('b')!;
  const { re, im } = factorAt(graph, makeTransfer(NOTHING), edge!, 200);
  expect(re).toBeCloseTo((0.6 * 12 - 0.8 * 8 * Math.SQRT2) / 17, 9);
  expect(im).toBeCloseTo((0.6 * 8 * Math.SQRT2 + 0.8 * 12) / 17, 9);
});

describe('every voice of every ordinary desk', () => {
  const voices = ordinaryDesks().flatMap(([name, rig]) =>
    solveRig(rig)
      .strands.filter(({ sinkKind, stages }) => sinkKind === 'track' && stages[0]?.role === 'voice')
      .map((strand) => [`${name}: ${strand.sourceName}`, rig, strand] as const),
  );
  it.each(voices)('%s: at 1 kHz what the pass says, where it comes by one way', (_name, rig, strand) => {
    const { find, graph } = flowOf(rig);
    const response = responseBetween(find, graph, strand.source, strand.sink)!;
    expect(response.hertz[0]).toBeCloseTo(20, 9);
    expect(response.hertz.at(-1)).toBeCloseTo(20_000, 6);
    if (waysBetween(graph, strand.source, strand.sink).length > 1) return;
    const { level } = graph.sources.find(({ node }) => node === strand.source)!;
    expect(Math.abs(readAt(response, 1000) - (strand.alone - level))).toBeLessThan(0.1);
  });
  it('most of them do', () => expect(voices.length).toBeGreaterThan(30));
});
