import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildRig, DEMO_RIGS, type RigRows } from '../demo';
import { lookup, type Rig } from '../rig';
import { MID_BAND_HZ } from './sound';
import { joinPins, splitIslands } from './nets';
import { partsOf } from './parts';
import { netsOf, type Analysis, type Primitive } from './primitives';
import { solveIsland } from './solve';
import { spiceDeck } from './spice';

/** Every island of these rigs is solved twice: by Diaphon and by ngspice itself. */

const desk = (id: string, settings: Record<string, boolean> = {}) => ({ id, model: 'mixer-4-usb', settings });

const ROWS: RigRows[] = [
  {
    name: 'dynamic microphone on an XLR lead, phantom on',
    devices: [{ id: 'mic', model: 'mic-dynamic-hand' }, desk('desk', { phantom: true })],
    leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 10 }],
  },
  {
    name: 'condenser fed through 50 m',
    devices: [{ id: 'mic', model: 'mic-condenser-large' }, desk('desk', { phantom: true })],
    leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 50 }],
  },
  {
    name: 'laptop jack in a phantom-fed input',
    devices: [{ id: 'laptop', model: 'laptop-c' }, desk('desk', { phantom: true })],
    leads: [{ kind: 'mini-xlr', ends: ['laptop.jack', 'desk.in2'], lengthM: 3 }],
  },
  {
    name: 'laptop through the isolator box',
    devices: [
      { id: 'laptop', model: 'laptop-c' },
      { id: 'box', model: 'isolator-laptop' },
      desk('desk', { phantom: true }),
    ],
    leads: [
      { kind: 'mini', ends: ['laptop.jack', 'box.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['box.out', 'desk.in2'], lengthM: 3 },
    ],
  },
  {
    name: 'booster between a broadcast dynamic and the desk',
    devices: [
      { id: 'mic', model: 'mic-dynamic-broadcast' },
      { id: 'booster', model: 'booster' },
      desk('desk', { phantom: true }),
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['booster.out', 'desk.in3'], lengthM: 6 },
    ],
  },
  {
    name: 'in-line pad behind a condenser',
    devices: [{ id: 'mic', model: 'mic-condenser-budget' }, desk('desk', { phantom: true })],
    leads: [
      { id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 6 },
      { kind: 'xlr-pad-20', ends: ['run/1', 'desk.in1'], lengthM: 0 },
    ],
  },
  {
    name: 'isolating transformer keeps phantom from a microphone',
    devices: [{ id: 'mic', model: 'mic-condenser-budget' }, desk('desk', { phantom: true })],
    leads: [
      { id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 6 },
      { kind: 'xlr-isolator', ends: ['run/1', 'desk.in1'], lengthM: 0.3 },
    ],
  },
  {
    name: 'one-leg output into balanced loudspeakers and headphones',
    devices: [desk('desk'), { id: 'speaker', model: 'loudspeaker' }, { id: 'ears', model: 'headphones' }],
    leads: [
      { kind: 'trs-xlr', ends: ['desk.outL', 'speaker.in'], lengthM: 6 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
    ],
  },
  {
    name: 'microphone with a broken leg',
    devices: [{ id: 'mic', model: 'mic-dynamic-hand' }, desk('desk')],
    leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 10, broken: ['cold'] }],
  },
  {
    name: 'receiver on a splitter into two inputs',
    devices: [
      { id: 'receiver', model: 'receiver-dual', settings: { mode: 'stereo' } },
      { id: 'box', model: 'interface-2' },
    ],
    leads: [{ kind: 'mini-two-ts', ends: ['receiver.out', 'box.in1', 'box.in2'], lengthM: 1 }],
  },
];

const RIGS: [string, Rig][] = [
  ...ROWS.map((rows): [string, Rig] => [rows.name, buildRig(rows)]),
  ...DEMO_RIGS.map(({ key, rig }): [string, Rig] => [`demo ${key}`, rig]),
];

const folder = mkdtempSync(join(tmpdir(), 'diaphon-ngspice-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Voltages by print name, as ngspice says them. */
const runNgspice = (deck: string): Map<string, number> => {
  const file = join(folder, 'island.cir');
  writeFileSync(file, deck);
  const said = execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  return new Map([...said.matchAll(/^(v[ri]?\(n\d+\)) = (\S+)/gm)].map((row) => [row[1]!, Number(row[2])]));
};

const sourcesOf = (parts: Primitive[]) => [
  ...new Set(parts.flatMap((part) => (part.kind === 'emf' ? [part.source] : []))),
];

const islandsOf = (rig: Rig, analysis: Analysis) => {
  const find = lookup(rig);
  const nets = joinPins(find);
  return splitIslands(partsOf(find, nets, analysis)).filter((parts) => sourcesOf(parts).length > 0);
};

/** Volts per volt of EMF: what is under a microvolt per volt is beyond the print-out's digits. */
const close = (ours: number, theirs: number) =>
  expect(Math.abs(ours - theirs)).toBeLessThan(1e-6 + 1e-5 * Math.abs(theirs));

describe('the solver against ngspice', () => {
  it.each(RIGS)('DC: %s', (_name, rig) => {
    for (const analysis of ['dc', 'dc-idle'] as const) {
      for (const parts of islandsOf(rig, analysis)) {
        const { volts } = solveIsland(parts, 0);
        const theirs = runNgspice(spiceDeck(parts, 'supplies', 'dc'));
        for (const net of new Set(parts.flatMap(netsOf))) {
          if (net !== 0) close(volts('supplies', net).re, theirs.get(`v(n${net})`)!);
        }
      }
    }
  });

  it.each(RIGS)('1 kHz: %s', (_name, rig) => {
    for (const parts of islandsOf(rig, 'ac')) {
      const { volts } = solveIsland(parts, MID_BAND_HZ);
      for (const source of sourcesOf(parts)) {
        const theirs = runNgspice(spiceDeck(parts, source, MID_BAND_HZ));
        for (const net of new Set(parts.flatMap(netsOf))) {
          if (net === 0) continue;
          close(volts(source, net).re, theirs.get(`vr(n${net})`)!);
          close(volts(source, net).im, theirs.get(`vi(n${net})`)!);
        }
      }
    }
  });
});
