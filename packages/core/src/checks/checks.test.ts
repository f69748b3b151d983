import { DEMO_RIGS, skerryLight } from '../demo';
import { buildRig, applyEdit, readRigValue, setControl, type Rig } from '../rig';
import { recorder } from '../rig/testing';
import { fixesFor, makeEngineMemory, previewEdit, solveRig } from '../offers';
import { shortestChain } from './fixes/adapter-chain';
import { FINDING_CODES, type FindingCode } from './finding';
import { voice, pair, guitar, laptopSound, oldMixer, NEVER, secondComputer } from './bad-desks.testing';
import { ROWS } from './rows.testing';

const codes = (rig: Rig) => solveRig(rig).findings.map(({ code }) => code);
const find = (rig: Rig, code: FindingCode) => solveRig(rig).findings.find((f) => f.code === code)!;

describe('every check fires, spares its near-twin, and is mended by its first fix', () => {
  it('covers every code', () => {
    expect([...new Set(ROWS.map(([code]) => code))].sort()).toEqual([...FINDING_CODES].sort());
  });

  it.each(ROWS)('%s: %s', (code, _what, bad, twin) => {
    expect(readRigValue(bad).ok).toBe(true);
    expect(codes(twin)).not.toContain(code);

    const memory = makeEngineMemory();
    const { findings } = solveRig(bad, memory);
    const found = findings.find((one) => one.code === code)!;
    expect(found.figures.length).toBeGreaterThan(0);
    for (const figure of found.figures) expect(figure.from).not.toBe('');
    expect(found.why.length).toBeGreaterThan(20);
    expect(found.places.length).toBeGreaterThan(0);

    const fixes = fixesFor(bad, found.id, memory);
    expect(fixes.length).toBeGreaterThan(0);
    const mended = applyEdit(bad, fixes[0]!.edit);
    expect(readRigValue(mended.rig).ok).toBe(true);
    expect(codes(mended.rig)).not.toContain(code);
    expect(applyEdit(mended.rig, mended.inverse).rig).toEqual(bad);

    // None of them makes a danger or breaks the document.
    for (const { label, edit } of fixes) {
      const { possible, come } = previewEdit(bad, edit, findings, memory);
      const dangers = come.filter(({ severity }) => severity === 'danger');
      expect([label, possible, dangers]).toEqual([label, true, []]);
    }
  });
});

describe('usual levels of outputs nothing plays through yet', () => {
  const codesOf = (from: string, out: string, to: string, into: string, settings = {}) =>
    codes(
      buildRig({
        name: 'no source',
        devices: [
          { id: 'a', model: from, settings },
          { id: 'b', model: to },
        ],
        leads: [{ kind: 'trs-635', ends: [`a.${out}`, `b.${into}`], lengthM: 3 }],
      }),
    );

  it.each([
    ['preamp-two', 'line1', { gain1: 60 }, 'interface-2', 'in1'],
    ['preamp-two', 'line2', {}, 'loudspeaker', 'in'],
    ['interface-8', 'outL', { 'monitor-volume': 0 }, 'loudspeaker', 'in'],
    ['mixer-4-usb', 'outL', { 'main-volume': -40 }, 'power-amplifier', 'in-left'],
  ])(
    '%s %s with %o into %s: a gain adds nothing to it, a volume takes off',
    (from, out, settings, to, into) => {
      expect(codesOf(from, out, to, into, settings)).toEqual([]);
    },
  );
});

describe('a voice heard by those present only', () => {
  it('is not held against the aim of a track: nothing records in this rig', () => {
    const rig = buildRig({
      name: 'public address',
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 40 } },
        { id: 'ears', model: 'headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: [{ id: 'ann', name: 'Ann', effort: 'normal' }],
      placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 }],
    });
    const { findings, strands, isHeard } = solveRig(rig);
    expect(findings).toEqual([]);
    expect(strands.map(({ sinkKind }) => sinkKind)).toEqual(['ears', 'ears']);
    expect(isHeard).toBe(true);
  });
});

describe('what the operator says is to arrive', () => {
  const meant = { ...NEVER, want: 'arrives' as const };
  it('is a fault while it does not, and none once it does', () => {
    const apart = { ...voice({ leads: [] }), intents: [meant] };
    expect(solveRig(apart).findings.map(({ title }) => title)).toContain(
      'Talker does not arrive at Recorder on Laptop with USB-C only',
    );
    expect(codes({ ...voice({ gain: 50, distanceM: 0.05 }), intents: [meant] })).not.toContain(
      'not-arriving',
    );
  });

  it('a leak is given by the sound that leaks, not by another that is meant to be there', () => {
    const one = voice({ gain: 50 });
    const own = solveRig(one).strands[0]!.stages.at(-1)!.typical;
    const louder = { ...one.people[0]!, id: 'other', name: 'Other', effort: 'loud' as const };
    const two = {
      ...one,
      intents: [NEVER],
      people: [...one.people, louder],
      placements: [...one.placements, { ...one.placements[0]!, id: 'other-there', person: 'other' }],
    };
    expect(find(two, 'leak').figures[0]!.value).toBeCloseTo(own, 6);
  });

  it('stands in sentences beside what goes without saying', () => {
    const { meant: said } = solveRig({ ...voice({ gain: 50 }), intents: [meant] });
    expect(said.map(({ sentence, isMet }) => [sentence, isMet])).toEqual([
      ['Talker is recorded or sent.', true],
      ['Talker is to be heard at Recorder on Laptop with USB-C only.', true],
    ]);
  });
});

describe('how weak an own sound may come back', () => {
  // ITU-T G.131 in the shape of G.107, from memory, less 10 dB for both sets: 38 dB at 112 ms one way, 45 dB at 312.
  it.each([
    [-36, 100, true],
    [-40, 100, false],
    [-43, 300, true],
    [-47, 300, false],
  ])('%i dB, network %i ms: an echo is said: %s', (db, networkMs, isSaid) => {
    const rig = secondComputer('second', { 'stream.second.kind': 'custom', 'send.second.usb2': db });
    const far = { ...rig, assumptions: { ...rig.assumptions, networkMs } };
    expect(codes(far).includes('caller-echo')).toBe(isSaid);
  });
});

describe('two faults at one desk', () => {
  it('a caller who hears itself does not hide a voice that the desk keeps back', () => {
    const rig = secondComputer('second', { 'stream.second.kind': 'whole mix' });
    const muted = applyEdit(rig, setControl(rig, 'desk', 'strip.ch1.mute', true)).rig;
    const alone = { ...muted, apps: muted.apps.filter(({ kind }) => kind === 'call') };
    expect(codes(alone)).toEqual(expect.arrayContaining(['caller-echo', 'not-arriving']));
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
    const { gone, come } = previewEdit(skerryLight, fixesFor(skerryLight, first!.id)[0]!.edit);
    expect(gone.map(({ code }) => code)).toEqual(['phantom-into-output', 'mono-cancel']);
    expect(come.filter(({ severity }) => severity !== 'caution')).toEqual([]);
  });

  it('a guest too quiet for the record is turned up, though the caller hears them well: there is room for more', () => {
    const found = find(skerryLight, 'gain-short');
    expect(found.title).toMatch(/^Guest reads/);
    const [fix] = fixesFor(skerryLight, found.id);
    expect(fix!.label).toMatch(/^Set Gain 2 to/);
    expect(codes(applyEdit(skerryLight, fix!.edit).rig)).not.toContain('gain-short');
  });

  it('each classic mistake shows its code', () => {
    const shown = Object.fromEntries(DEMO_RIGS.map(({ key, rig }) => [key, codes(rig)]));
    // The live stream is as it should be: two far ends, an audience, a loudspeaker behind the wall.
    expect(shown['live-stream']).toEqual([]);
    expect(shown['mistake-condenser-on-adapter']).toContain('no-phantom');
    expect(shown['mistake-receiver-on-one-input']).toContain('mono-cancel');
    expect(shown['mistake-quiet-broadcaster']).toContain('gain-short');
    expect(shown['mistake-usb-too-far']).toContain('usb-cable-too-long');
    expect(shown['mistake-microphones-in-the-middle']).toEqual(['spill', 'spill', 'spill']);
    expect(shown['mistake-echoing-return']).toEqual(['caller-echo']);
    expect(shown['mistake-doubled-monitor']).toEqual(['double-monitor']);
  });
});

describe('the shortest chain of adapters, found by search', () => {
  it.each([
    ['ieee1394-9-socket', 'tunnel-c-socket', 3],
    ['ieee1394-9-socket', 'ieee1394-6-socket', 1],
    ['usb-b-socket', 'usb-c-socket', 1],
    ['usb-micro-socket', 'usb-a-socket', 1],
    ['usb-mini-socket', 'usb-c-socket', 2],
  ])('from %s to %s: %i pieces', (from, to, pieces) => {
    const chain = shortestChain(from, to)!;
    expect(chain).toHaveLength(pieces);
  });

  it('none where the two do not speak the same language', () => {
    expect(shortestChain('ieee1394-9-socket', 'usb-a-socket')).toBeUndefined();
    expect(shortestChain('xlr-female', 'usb-a-socket')).toBeUndefined();
  });

  it('the finding names the pieces', () => {
    expect(find(oldMixer(false), 'adapter-chain-broken').why).toContain(
      'IEEE 1394 lead 9-pin to 9-pin, Adapter, older tunnel port to IEEE 1394 9-pin, Adapter, USB-C-shaped tunnel port to older',
    );
  });
});

describe('figures of the new readings', () => {
  it('balanced against unbalanced: the same ten metres pick up at least 40 dB less', () => {
    const hum = (rig: Rig, input: string) =>
      solveRig(rig).circuit.inputs.find(({ device, element }) => device === 'b' && element === input)!
        .interferenceVolts;
    const unbalanced = pair('keyboard', 'interface-2', 'ts-635', ['a.left', 'b.in1']);
    const balanced = pair('preamp', 'interface-2', 'trs-635', ['a.out', 'b.in1']);
    expect(20 * Math.log10(hum(unbalanced, 'line1') / hum(balanced, 'line1'))).toBeGreaterThan(40);
  });

  it('an output that drives one leg and matches the other rejects as well as one that drives both (practice)', () => {
    const hum = (model: string) =>
      solveRig(pair(model, 'loudspeaker', 'trs-635', ['a.outL', 'b.in'])).circuit.inputs.find(
        ({ device, element }) => device === 'b' && element === 'jack',
      )!.interferenceVolts;
    expect(hum('mixer-4-usb') / hum('interface-2')).toBeLessThan(2.5);
  });

  it('a pick-up of 10 kΩ into one 10 kΩ leg of a balanced input loses 6.02 dB (voltage divider)', () => {
    const found = find(guitar(3, false), 'input-loading');
    expect(found.figures[0]!.value).toBeCloseTo(-6.02, 2);
  });

  it('10 kΩ and 2 nF are 3 dB down at 8 kHz, so 8.6 dB at 20 kHz (RC low-pass)', () => {
    const lost = -find(guitar(20), 'hf-rolloff').figures[0]!.value;
    expect(lost).toBeCloseTo(10 * Math.log10(1 + (20_000 / 7958) ** 2), 0);
  });

  it('the ring of an earthed laptop and mixer goes through both mains plugs and the lead', () => {
    const [loop] = solveRig(laptopSound('laptop-earthed')).circuit.groundLoops;
    expect(loop!.pieces.map(({ lead }) => lead ?? 'mains').sort()).toEqual(['lead-mini', 'mains', 'mains']);
    expect(find(laptopSound('laptop-earthed'), 'ground-loop').why).toContain('Never lift a mains earth');
  });

  it('12 V phantom leaves a 3.2 mA microphone far less than it needs', () => {
    const [load] = solveRig(
      pair('mic-condenser-large', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P12' }),
    ).circuit.loads;
    expect(load!.volts).toBeGreaterThan(9);
    expect(load!.volts).toBeLessThan(12);
  });
});

describe('phantom that was hoped to make a voice louder', () => {
  const why = (gain: number) => find(voice({ phantom: true, gain }), 'phantom-unneeded').why;

  it('says what gain was wanted instead, or that it stands right', () => {
    const [, wanted] = /What Talker wants is Gain 1 at (\d+) dB, not 30\./.exec(why(30))!;
    const then = solveRig(voice({ gain: Number(wanted) })).findings.map(({ code }) => code);
    expect(then).not.toContain('gain-short');
    expect(why(Number(wanted))).toContain('What makes Talker loud enough is Gain 1, and it stands right.');
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
          { id: 'computer', model: 'laptop-c', apps: [recorder('adapter')] },
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
    const fix = fixesFor(rig, find(rig, 'gain-top-of-range').id)[0]!;
    expect(fix.label).toContain('booster');
    const mended = applyEdit(rig, fix.edit).rig;
    const gain = mended.devices.find(({ id }) => id === 'box')!.settings['gain1'] as number;
    expect(gain / 56).toBeGreaterThan(0.4);
    expect(gain / 56).toBeLessThan(0.75);
  });

  it('a gain is turned inside its travel where that brings the voice near enough', () => {
    const rig = voice({ gain: 30, effort: 'raised' });
    const mended = applyEdit(rig, fixesFor(rig, find(rig, 'gain-short').id)[0]!.edit).rig;
    expect(codes(mended)).toEqual([]);
  });

  it.each([30, 44, 48, 56])('a voice too quiet behind a pad at %d dB gets the pad off first', (gain) => {
    const rig = voice({ gain, pad: true, effort: 'raised' });
    const fix = fixesFor(rig, find(rig, 'gain-short').id)[0]!;
    expect(fix.label).toMatch(/^Switch Pad 1 .*off/);
    const mended = applyEdit(rig, fix.edit).rig;
    expect(mended.devices.find(({ id }) => id === 'box')!.settings['pad1']).toBe(false);
    expect(codes(mended)).toEqual([]);
  });
});
