import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_RIGS } from '../demo';
import { buildRig, type RigRows, lookup, type Rig } from '../rig';
import { MID_BAND_HZ, TOP_OF_BAND_HZ } from './sound';
import { openCircuit } from './open-circuit';
import { isGround, netsOf, type Analysis, type Primitive } from './primitives';
import { solveIsland } from './solve';
import { spiceDeck, spiceSources } from './spice';

/**
 * Every circuit of these rigs is solved twice: by Diaphon, island by island, and by ngspice as a whole, from the same
 * deck a user gets from `diaphon convert --to spice`.
 */

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
    name: 'four condensers on one sagging supply',
    devices: [
      { id: 'box', model: 'interface-4', settings: { phantom1: true, phantom2: true } },
      ...[1, 2, 3, 4].map((n) => ({ id: `mic${n}`, model: 'mic-condenser-budget' })),
    ],
    leads: [1, 2, 3, 4].map((n) => ({ kind: 'xlr', ends: [`mic${n}.out`, `box.in${n}`], lengthM: 3 * n })),
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
  {
    name: 'guitar into a line input through ten metres',
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'box', model: 'interface-2' },
    ],
    leads: [{ kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM: 10 }],
  },
  {
    name: 'guitar through a passive DI box',
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'di', model: 'di-passive' },
      desk('desk', { phantom: true }),
    ],
    leads: [
      { kind: 'ts-635', ends: ['guitar.out', 'di.in'], lengthM: 3 },
      { kind: 'xlr', ends: ['di.out', 'desk.in1'], lengthM: 10 },
    ],
  },
  {
    name: 'bass through an active DI box on phantom',
    devices: [
      { id: 'bass', model: 'bass-active' },
      { id: 'di', model: 'di-active' },
      desk('desk', { phantom: true }),
    ],
    leads: [
      { kind: 'ts-635', ends: ['bass.out', 'di.in'], lengthM: 3 },
      { kind: 'xlr', ends: ['di.out', 'desk.in1'], lengthM: 10 },
    ],
  },
  {
    name: 'lapel electret through the phantom adapter',
    devices: [
      { id: 'lapel', model: 'mic-lavalier' },
      { id: 'power', model: 'plugin-adapter' },
      desk('desk', { phantom: true }),
    ],
    leads: [
      { kind: 'mini', ends: ['lapel.out', 'power.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['power.out', 'desk.in1'], lengthM: 3 },
    ],
  },
  {
    name: 'lapel electret in a camera',
    devices: [
      { id: 'lapel', model: 'mic-lavalier' },
      { id: 'camera', model: 'camera' },
    ],
    leads: [{ kind: 'mini', ends: ['lapel.out', 'camera.mic'], lengthM: 1 }],
  },
  {
    name: 'condenser on 12 V phantom',
    devices: [
      { id: 'mic', model: 'mic-shotgun' },
      { id: 'recorder', model: 'recorder-field', settings: { phantom: 'P12' } },
    ],
    leads: [{ kind: 'xlr', ends: ['mic.out', 'recorder.in1'], lengthM: 3 }],
  },
  {
    name: 'one microphone to two desks',
    devices: [{ id: 'mic', model: 'mic-condenser-small' }, desk('a', { phantom: true }), desk('b')],
    leads: [{ kind: 'xlr-y', ends: ['mic.out', 'a.in1', 'b.in1'], lengthM: 0.5 }],
  },
  {
    name: 'two outputs tied together by a summing lead',
    devices: [
      { id: 'player', model: 'player' },
      { id: 'box', model: 'interface-2' },
    ],
    leads: [{ kind: 'y-sum', ends: ['player.out', 'box.in1'], lengthM: 1 }],
  },
  {
    name: 'laptop through a line isolator into a camera',
    devices: [
      { id: 'laptop', model: 'laptop-earthed' },
      { id: 'isolator', model: 'isolator-line' },
      { id: 'camera', model: 'camera' },
    ],
    leads: [
      { kind: 'mini', ends: ['laptop.jack', 'isolator.in'], lengthM: 1 },
      { kind: 'mini', ends: ['isolator.out', 'camera.mic'], lengthM: 2 },
    ],
  },
  {
    name: 'record player on RCA leads',
    devices: [
      { id: 'disc', model: 'turntable' },
      { id: 'amp', model: 'hifi-amplifier' },
    ],
    leads: [
      { kind: 'rca', ends: ['disc.outL', 'amp.inL'], lengthM: 1 },
      { kind: 'rca', ends: ['disc.outR', 'amp.inR'], lengthM: 1 },
    ],
  },
];

const RIGS: [string, Rig][] = [
  ...ROWS.map((rows): [string, Rig] => [rows.name, buildRig(rows)]),
  ...DEMO_RIGS.map(({ key, rig }): [string, Rig] => [`demo ${key}`, rig]),
];

/** Every circuit: supplies at DC, and each sound at the middle and the top of the band. */
const SOUNDS = RIGS.flatMap(([name, rig]) =>
  spiceSources(lookup(rig)).flatMap((source) =>
    [MID_BAND_HZ, TOP_OF_BAND_HZ].map((hertz): [string, Rig, string, number] => [
      `${name}, ${source}, ${hertz} Hz`,
      rig,
      source,
      hertz,
    ]),
  ),
);

const folder = mkdtempSync(join(tmpdir(), 'diaphon-ngspice-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Voltages by print name, as ngspice says them. */
const runNgspice = (deck: string): Map<string, number> => {
  const file = join(folder, 'rig.cir');
  writeFileSync(file, deck);
  const said = execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  return new Map([...said.matchAll(/^(v[ri]?\(n\d+\)) = (\S+)/gm)].map((row) => [row[1]!, Number(row[2])]));
};

const islandsOf = (rig: Rig, analysis: Analysis): Primitive[][] => {
  return openCircuit(lookup(rig))
    .islands(analysis)
    .filter((island) => island.some(({ kind }) => kind === 'emf'));
};

/** Volts per volt of EMF: what is under a microvolt per volt is beyond the print-out's digits. */
const close = (ours: number, theirs: number | undefined) =>
  expect(Math.abs(ours - theirs!)).toBeLessThan(1e-6 + 1e-5 * Math.abs(theirs!));

describe('the solver against ngspice', () => {
  it('at least forty circuits', () => {
    expect(RIGS.length + SOUNDS.length).toBeGreaterThan(40);
  });

  it.each(RIGS)('DC: %s', (_name, rig) => {
    const theirs = runNgspice(spiceDeck(lookup(rig), { kind: 'dc' }));
    for (const parts of islandsOf(rig, 'dc')) {
      const { total } = solveIsland(parts, 0);
      for (const net of new Set(parts.flatMap(netsOf))) {
        if (!isGround(net)) close(total(net), theirs.get(`v(n${net})`));
      }
    }
  });

  it.each(SOUNDS)('%s', (_name, rig, source, hertz) => {
    const theirs = runNgspice(spiceDeck(lookup(rig), { kind: 'ac', source, hertz }));
    for (const parts of islandsOf(rig, 'ac')) {
      const { volts } = solveIsland(parts, hertz);
      for (const net of new Set(parts.flatMap(netsOf))) {
        if (isGround(net)) continue;
        close(volts(source, net).re, theirs.get(`vr(n${net})`));
        close(volts(source, net).im, theirs.get(`vi(n${net})`));
      }
    }
  });
});
