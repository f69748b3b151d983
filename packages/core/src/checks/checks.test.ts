import { buildRig, DEMO_RIGS, skerryLight, type RigRows } from '../demo';
import { previewEdit, solveRig } from '../offers';
import { applyEdit, readRigValue, type Rig } from '../rig';
import { FINDING_CODES, type FindingCode } from './finding';

const track = (device: string, stream = 'usb-in') => [
  {
    id: 'recorder',
    name: 'Recorder',
    kind: 'recorder' as const,
    input: { device, stream },
    output: null,
    tracks: [{ id: 'voice', name: 'Voice', channel: 1 }],
  },
];

interface VoiceRows {
  mic?: string;
  desk?: string;
  gain?: number;
  phantom?: boolean;
  distanceM?: number;
  effort?: 'normal' | 'raised' | 'loud' | 'shouted';
  target?: Rig['target'];
  pad?: boolean;
  middle?: RigRows['devices'];
  leads?: RigRows['leads'];
}

/** Someone at a microphone, into input 1 of a two-input interface, onto a track. */
const voice = (rows: VoiceRows): Rig =>
  buildRig({
    name: 'a voice',
    target: rows.target ?? 'recording',
    devices: [
      { id: 'mic', model: rows.mic ?? 'mic-dynamic-hand' },
      ...(rows.middle ?? []),
      {
        id: 'box',
        model: rows.desk ?? 'interface-2',
        settings: { gain1: rows.gain ?? 44, phantom1: rows.phantom ?? false, pad1: rows.pad ?? false },
      },
      { id: 'computer', model: 'laptop-c', apps: track('box') },
    ],
    leads: [
      ...(rows.leads ?? [{ kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 }]),
      { kind: 'usb-c-c', ends: ['computer.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: [{ id: 'talker', name: 'Talker', effort: rows.effort ?? 'normal' }],
    placements: [
      {
        person: 'talker',
        device: 'mic',
        capsule: 'capsule',
        distanceM: rows.distanceM ?? 0.08,
        offAxisDeg: 0,
      },
    ],
  });

const pair = (
  a: string,
  b: string,
  kind: string,
  ends: string[],
  settings: Record<string, boolean | string> = {},
) =>
  buildRig({
    name: 'two devices',
    devices: [
      { id: 'a', model: a },
      { id: 'b', model: b, settings },
    ],
    leads: [{ kind, ends }],
  });

const boosted = (phantom: boolean) =>
  voice({
    mic: 'mic-dynamic-broadcast',
    phantom,
    gain: 35,
    middle: [{ id: 'booster', model: 'booster' }],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['booster.out', 'box.in1'], lengthM: 3 },
    ],
  });

const behindBooster = (mic: string) =>
  voice({
    mic,
    phantom: true,
    gain: 10,
    distanceM: 0.3,
    middle: [{ id: 'booster', model: 'booster' }],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['booster.out', 'box.in1'], lengthM: 3 },
    ],
  });

const brokenLead = (broken: string[]) =>
  voice({ leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3, broken }] });

const usbRun = (lengthM: number) =>
  buildRig({
    name: 'USB run',
    devices: [
      { id: 'mic', model: 'mic-usb' },
      { id: 'computer', model: 'desktop' },
    ],
    leads: [{ kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], lengthM }],
  });

const shout = (distanceM: number) => {
  const rig = buildRig({
    name: 'shout',
    devices: [
      { id: 'mic', model: 'mic-usb', settings: { gain: 0 } },
      { id: 'computer', model: 'laptop-c', apps: track('mic') },
    ],
    leads: [{ kind: 'usb-c-c', ends: ['computer.usb1', 'mic.usb'], lengthM: 1 }],
    people: [{ id: 'talker', name: 'Talker', effort: 'shouted' }],
    placements: [{ person: 'talker', device: 'mic', capsule: 'capsule', distanceM, offAxisDeg: 0 }],
  });
  return rig;
};

/** An interface like the catalogue's, but overdriven at −5 dBu. */
const hotInput = (pad: boolean): Rig => {
  const rig = voice({
    mic: 'mic-condenser-large',
    phantom: true,
    gain: 0,
    effort: 'shouted',
    distanceM: 0.03,
    pad,
  });
  const models = rig.models.map((model) => ({
    ...model,
    points: model.points.map((point) => (point.id === 'head1' ? { ...point, ceiling: -5 } : point)),
  }));
  return { ...rig, models };
};

/** For every code: a rig where it fires, its near-twin where it must not. */
const ROWS: [FindingCode, string, Rig, Rig][] = [
  [
    'plug-mismatch',
    'an XLR plug in a TRS socket | in an XLR socket',
    pair('mic-dynamic-hand', 'mixer-4-usb', 'xlr', ['a.out', 'b.phones']),
    pair('mic-dynamic-hand', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1']),
  ],
  [
    'wrong-signal-kind',
    'a microphone in a line jack | in the XLR part of the same socket',
    pair('mic-dynamic-hand', 'interface-2', 'xlr-trs', ['a.out', 'b.in1']),
    pair('mic-dynamic-hand', 'interface-2', 'xlr', ['a.out', 'b.in1']),
  ],
  [
    'wrong-signal-kind',
    'a digital microphone in an analogue input | an analogue one',
    pair('mic-digital', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1']),
    pair('mic-dynamic-hand', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1']),
  ],
  [
    'no-phantom',
    'a condenser, phantom off | on',
    voice({ mic: 'mic-condenser-large', gain: 40, distanceM: 0.2 }),
    voice({ mic: 'mic-condenser-large', gain: 40, distanceM: 0.2, phantom: true }),
  ],
  [
    'no-phantom',
    'a condenser on an adapter lead that has none | a dynamic',
    voice({ mic: 'mic-condenser-budget', desk: 'interface-2', gain: 30 }),
    voice({ mic: 'mic-dynamic-hand', desk: 'interface-2', gain: 30 }),
  ],
  [
    'phantom-into-output',
    'a laptop jack in a phantom-fed input | phantom off',
    pair('laptop-c', 'mixer-4-usb', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: true }),
    pair('laptop-c', 'mixer-4-usb', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: false }),
  ],
  [
    'phantom-into-output',
    'a laptop jack in a phantom-fed input | in the stereo return beside it',
    pair('laptop-c', 'mixer-4-usb', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: true }),
    pair('laptop-c', 'mixer-4-usb', 'mini', ['a.jack', 'b.aux'], { phantom: true }),
  ],
  [
    'phantom-blocked',
    'a condenser behind a booster | a dynamic',
    behindBooster('mic-condenser-budget'),
    behindBooster('mic-dynamic-broadcast'),
  ],
  ['booster-unpowered', 'a booster, phantom off | on', boosted(false), boosted(true)],
  [
    'mono-cancel',
    'a stereo player in one balanced input | split onto two',
    pair('player', 'interface-2', 'mini-trs', ['a.out', 'b.in1']),
    pair('player', 'interface-2', 'mini-two-ts', ['a.out', 'b.in1', 'b.in2']),
  ],
  ['leg-lost', 'a broken leg | a whole lead', brokenLead(['cold']), brokenLead([])],
  [
    'gain-short',
    'a far quiet voice at a broadcast dynamic | near and raised',
    voice({ mic: 'mic-dynamic-broadcast', gain: 50, distanceM: 0.3 }),
    voice({ mic: 'mic-dynamic-broadcast', gain: 50, distanceM: 0.05, effort: 'raised' }),
  ],
  ['gain-short', 'gain left down | turned up', voice({ gain: 20 }), voice({ gain: 50, distanceM: 0.05 })],
  ['gain-top-of-range', '55 of 56 dB | 49 dB', voice({ gain: 55 }), voice({ gain: 49 })],
  ['clip-input', 'a shout 3 cm from a USB microphone | from 20 cm', shout(0.03), shout(0.2)],
  ['clip-input', 'an input that takes −5 dBu, pad out | in', hotInput(false), hotInput(true)],
  [
    'clip-converter',
    'gain far too high | right',
    voice({ mic: 'mic-condenser-large', phantom: true, gain: 55, distanceM: 0.1 }),
    voice({ mic: 'mic-condenser-large', phantom: true, gain: 32, distanceM: 0.1 }),
  ],
  ['usb-cable-too-long', '8 m | 5 m (USB 2.0)', usbRun(8), usbRun(5)],
];

const codes = (rig: Rig) => solveRig(rig).findings.map(({ code }) => code);
const find = (rig: Rig, code: FindingCode) => solveRig(rig).findings.find((f) => f.code === code)!;

describe('every check fires, spares its near-twin, and is mended by its first fix', () => {
  it('covers every code', () => {
    expect([...new Set(ROWS.map(([code]) => code))].sort()).toEqual([...FINDING_CODES].sort());
  });

  it.each(ROWS)('%s: %s', (code, _what, bad, twin) => {
    expect(readRigValue(bad).ok).toBe(true);
    expect(codes(bad)).toContain(code);
    expect(codes(twin)).not.toContain(code);

    const found = find(bad, code);
    expect(found.figures.length).toBeGreaterThan(0);
    for (const figure of found.figures) expect(figure.from).not.toBe('');
    expect(found.why.length).toBeGreaterThan(20);
    expect(found.places.length).toBeGreaterThan(0);

    expect(found.fixes.length).toBeGreaterThan(0);
    const mended = applyEdit(bad, found.fixes[0]!.edit);
    expect(readRigValue(mended.rig).ok).toBe(true);
    expect(codes(mended.rig)).not.toContain(code);
    expect(applyEdit(mended.rig, mended.inverse).rig).toEqual(bad);
  });

  it.each(ROWS)('%s: no fix of it (%s) makes a danger or breaks the document', (code, _what, bad) => {
    for (const fix of find(bad, code).fixes) {
      const preview = previewEdit(bad, fix.edit);
      expect(preview.possible).toBe(true);
      expect(preview.come.filter(({ severity }) => severity === 'danger')).toEqual([]);
    }
  });
});

describe('the demo', () => {
  it.each(DEMO_RIGS.map(({ key, rig }) => [key, rig] as const))(
    '%s is a sound document with no NaN figure',
    (_key, rig) => {
      expect(readRigValue(rig).ok).toBe(true);
      for (const { figures } of solveRig(rig).findings) {
        for (const { value } of figures) expect(Number.isFinite(value)).toBe(true);
      }
    },
  );

  it('warns first of the 48 V on its way into the laptop; one fix clears that and the cancelled voice', () => {
    const [first] = solveRig(skerryLight).findings;
    expect(first).toMatchObject({ code: 'phantom-into-output', severity: 'danger' });
    const { gone, come } = previewEdit(skerryLight, first!.fixes[0]!.edit);
    expect(gone.map(({ code }) => code)).toEqual(['phantom-into-output', 'mono-cancel']);
    expect(come.filter(({ severity }) => severity !== 'caution')).toEqual([]);
  });

  it('each classic mistake shows its code', () => {
    const shown = Object.fromEntries(DEMO_RIGS.map(({ key, rig }) => [key, codes(rig)]));
    expect(shown['mistake-condenser-on-adapter']).toContain('no-phantom');
    expect(shown['mistake-receiver-on-one-input']).toContain('mono-cancel');
    expect(shown['mistake-quiet-broadcaster']).toContain('gain-short');
    expect(shown['mistake-usb-too-far']).toContain('usb-cable-too-long');
  });
});

describe('figures the trade knows (common practice, no published source)', () => {
  it('an adapter lead: fine with a hand-held dynamic close up, short with a low-output broadcast dynamic', () => {
    const onAdapter = (mic: string) =>
      buildRig({
        name: 'adapter lead',
        devices: [
          { id: 'mic', model: mic },
          { id: 'adapter', model: 'adapter-xlr-usb', settings: { gain1: 20 } },
          { id: 'computer', model: 'laptop-c', apps: track('adapter') },
        ],
        leads: [
          { kind: 'xlr', ends: ['mic.out', 'adapter.in1'], lengthM: 3 },
          { kind: 'usb-c-b', ends: ['computer.usb1', 'adapter.usb'], lengthM: 1 },
        ],
        people: [{ id: 'talker', name: 'Talker', effort: 'loud' }],
        placements: [{ person: 'talker', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
      });
    const level = (mic: string) => solveRig(onAdapter(mic)).strands[0]!.stages.at(-1)!.typical;
    expect(level('mic-dynamic-hand') - level('mic-dynamic-broadcast')).toBeGreaterThan(4);
    expect(codes(onAdapter('mic-dynamic-broadcast'))).toContain('gain-short');
  });

  it('a booster brings the same voice up with the knob at about half', () => {
    const rig = voice({ mic: 'mic-dynamic-broadcast', gain: 56, distanceM: 0.1 });
    const fix = find(rig, 'gain-top-of-range').fixes[0]!;
    expect(fix.label).toContain('booster');
    const mended = applyEdit(rig, fix.edit).rig;
    const gain = mended.devices.find(({ id }) => id === 'box')!.settings['gain1'] as number;
    expect(gain / 56).toBeGreaterThan(0.4);
    expect(gain / 56).toBeLessThan(0.75);
  });
});
