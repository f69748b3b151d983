import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { modelById } from '../catalogue';
import { spiceDeck } from '../circuit';
import { makeEngineMemory, solve } from '../offers';
import { lookup, type Rig } from '../rig';
import { inSilence, people, recorder, rigOf, seat, type Rows } from '../rig/testing';

/** The noise of whole chains, from the microphone's coil to behind the amplifier, against ngspice's own analysis of noise. */

const folder = mkdtempSync(join(tmpdir(), 'diaphon-noise-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const BOLTZMANN = 1.380649e-23;
const [KELVIN, BAND_HZ] = [290, 20_000];
const dbu = (volts: number): number => 20 * Math.log10(volts / Math.sqrt(0.6));
const volts = (level: number): number => Math.sqrt(0.6) * 10 ** (level / 20);
/** An amplifier's own noise at its input: what its data sheet states, less the 150 ohms it was measured with; as a resistance. */
const ownOhms = (ein: number): number => volts(ein) ** 2 / (4 * BOLTZMANN * KELVIN * BAND_HZ) - 150;

const GAIN_DB = 40;
const chain = (rows: Partial<Rows>, leads: Rows['leads'], mic = 'mic-dynamic-hand', settings = {}): Rig =>
  inSilence(
    rigOf({
      devices: [
        { id: 'mic', model: mic },
        ...(rows.devices ?? []),
        { id: 'box', model: 'interface-2', settings: { gain1: GAIN_DB, ...settings } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [...(leads ?? []), { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 }],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.1)],
    }),
  );

const CHAINS: [name: string, rig: Rig][] = [
  ['a dynamic on a lead', chain({}, [{ kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 }])],
  [
    'a ribbon through a transformer',
    chain({}, [{ kind: 'xlr-isolator', ends: ['mic.out', 'box.in1'], lengthM: 1 }], 'mic-ribbon'),
  ],
  [
    'a dynamic through a pad',
    chain({}, [{ kind: 'xlr-pad-20', ends: ['mic.out', 'box.in1'], lengthM: 0.1 }]),
  ],
  [
    'a broadcast dynamic with a booster',
    chain(
      { devices: [{ id: 'booster', model: 'booster' }] },
      [
        { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
        { kind: 'xlr', ends: ['booster.out', 'box.in1'], lengthM: 3 },
      ],
      'mic-dynamic-broadcast',
      { phantom1: true },
    ),
  ],
];

/** The rows a data sheet gives for an amplifier, dB of gain and dBu at its input. */
const einAtGain = (model: string, gainDb: number): number => {
  const noise = modelById(model).paths.flatMap(({ noise: one }) => (one?.kind === 'ein' ? [one] : []))[0]!;
  const rows = noise.table;
  const above = rows.findIndex(([gain]) => gain >= gainDb);
  if (above <= 0) return rows[Math.max(0, above)]![1];
  const [[g0, e0], [g1, e1]] = [rows[above - 1]!, rows[above]!];
  return e0 + ((e1 - e0) * (gainDb - g0)) / (g1 - g0);
};

/** An amplifier in the deck: what stands between two nets, its own noise with it, so many dB louder at a node of its own. */
const amplifier = (name: string, plus: string, minus: string, gainDb: number, ein: number): string[] => [
  `R${name}own ${plus} ${name}in ${ownOhms(ein)}`,
  `E${name} ${name} 0 ${name}in ${minus} ${10 ** (gainDb / 20)}`,
];

/** Noise behind the box's amplifier as ngspice has it, dBu. */
const byNgspice = (rig: Rig, gainDb: number): number => {
  const deck = spiceDeck(lookup(rig), { kind: 'ac', source: 'mic:emf', hertz: 1000 }).split('\n');
  const netOf = (pin: string): string =>
    /^\* (n\d+) = /.exec(
      deck.find((line) => line.startsWith('* n') && line.split(/[ =]+/).includes(pin))!,
    )![1]!;
  const [plus, minus] = [netOf('box:in1.2'), netOf('box:in1.3')];
  const hasBooster = rig.devices.some(({ id }) => id === 'booster');
  const heads = [plus, minus, ...(hasBooster ? [netOf('booster:in.2'), netOf('booster:in.3')] : [])];
  const ground = hasBooster ? netOf('booster:chassis') : '';
  let leg = 0;
  const circuit = deck
    .filter((line) => /^[RCVEFI]/.test(line))
    .map((line) => {
      const [name, a, b, ohms] = line.split(' ');
      // An amplifier's own input resistance: its noise is in what the data sheet states.
      const isInput =
        name!.startsWith('R') && heads.includes(a!) && Number(ohms) >= 500 && Number(ohms) < 1e6;
      if (isInput && (b === '0' || heads.includes(b!))) return `${line} noisy=0`;
      // What comes out of the booster is what went in, louder, half on each leg.
      if (hasBooster && name!.startsWith('V') && b === ground)
        return `E${name} ${a} ${b} boost 0 ${(leg += 1) === 1 ? 0.5 : -0.5}`;
      return line;
    });
  const boost = hasBooster
    ? amplifier('boost', netOf('booster:in.2'), netOf('booster:in.3'), 25, einAtGain('booster', 25))
    : [];
  const out = amplifier('amp', plus, minus, gainDb, einAtGain('interface-2', gainDb));
  const source = circuit.find((line) => line.startsWith('V') && line.endsWith('ac 1'))!.split(' ')[0]!;
  const file = join(folder, 'noise.cir');
  writeFileSync(
    file,
    [
      'noise',
      ...circuit,
      ...boost,
      ...out,
      `.options temp=${KELVIN - 273.15}`,
      '.control',
      `noise v(amp) ${source} dec 20 20 20k`,
      'setplot noise2',
      'print onoise_total',
      'quit',
      '.endc',
      '.end',
      '',
    ].join('\n'),
  );
  const said = execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  return dbu(Number(/onoise_total = (\S+)/.exec(said)![1]));
};

describe('noise along a chain, against ngspice (.noise, Debian)', () => {
  it.each(CHAINS)('%s', (_name, rig) => {
    const solved = solve(rig, makeEngineMemory());
    const strand = solved.strands.find(({ person, arrives }) => person && arrives)!;
    const at = strand.stages.findIndex(
      ({ device, label }) => device === 'box' && label.startsWith('Amplifier'),
    );
    const input = strand.stages.findIndex(({ device, role }) => device === 'box' && role === 'input');
    const gainDb = strand.stages[at]!.typical - strand.stages[input]!.typical;
    expect(gainDb).toBeCloseTo(GAIN_DB, 6);
    expect(Math.abs(strand.stages[at]!.noise! - byNgspice(rig, gainDb))).toBeLessThan(0.1);
  });
});
