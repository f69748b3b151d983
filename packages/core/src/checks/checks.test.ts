import { deskControlId } from '../catalogue';
import { type Rig, buildRig, applyEdit, readRigValue, setControl } from '../rig';
import { type FindingCode, FINDING_CODES } from './finding';
import { atInterface, DESKS, encoder, talk, withFarEnds } from './feeds.testing';
import { preampByLight } from './clocks.testing';
import { alone, shared, withApp } from './entries.testing';
import { atRates, joinedDesk, withTracks } from './joined.testing';
import { smallDevices } from './usb-small.testing';
import { behind, condensersAt, extended } from './usb.testing';
import { jinglesUnder, OPEN_END, voice, pair, mains, light, condensers, boosted, behindBooster, brokenLead, recordedFor, usbRun, shout, hotInput, ribbonOnBadLead, turntable, guitar, laptopSound, oldMixer, NEVER, twoMicrophones, receiver, secondComputer, separatePreamp, headphonesAt, across, heardTwice, loudspeakerNear, inOneMix, cameraFrom, manyChannels, startedWithOne, slid, outFor } from './bad-desks.testing';
import { DEMO_RIGS, skerryLight } from '../demo';
import { recorder } from '../rig/testing';
import { fixesFor, previewEdit, solveRig } from '../offers';
import { shortestChain } from './fixes/adapter-chain';

/** For every code: a rig where it fires, its near-twin where it must not. For tests. */
const ROWS: [FindingCode, string, Rig, Rig][] = [
  ['spill', 'eighty centimetres from a condenser at a table | twenty', across(0.8), across(0.2)],
  ['off-axis', 'a condenser turned away by 100° | by 30°', across(0.2, 100), across(0.2, 30)],
  ['comb', 'one voice by two microphones in one mix | by one', heardTwice(true), heardTwice(false)],
  ['feedback-near', 'a loudspeaker turned up | down', loudspeakerNear(0), loudspeakerNear(-50)],
  ['clip-mix', 'two loud voices in one mix | 6 dB less of each', inOneMix(54), inOneMix(48)],
  [
    'variable-feed',
    'a camera on the headphone socket | on the auxiliary',
    cameraFrom('phones'),
    cameraFrom('send'),
  ],
  ['hearing', 'headphones at full volume | turned down', headphonesAt(0), headphonesAt(-30)],
  [
    'noise-high',
    'a broadcast dynamic a metre and a half away | at a hand’s breadth',
    voice({ mic: 'mic-dynamic-broadcast', distanceM: 1.5, gain: 56 }),
    voice({ mic: 'mic-dynamic-broadcast', distanceM: 0.1, gain: 56 }),
  ],
  [
    'noise-high',
    'level made at the second of two amplifiers | at the first',
    separatePreamp(10, 56, 0.6),
    separatePreamp(52, 14, 0.6),
  ],
  [
    'gain-at-wrong-stage',
    'level made at the second of two amplifiers | at the first',
    separatePreamp(21, 56, 0.2),
    separatePreamp(50, 27, 0.2),
  ],
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
    'wrong-signal-kind',
    'S/PDIF light into an ADAT eye | into the S/PDIF one',
    pair('converter-line-spdif', 'interface-18', 'optical', ['a.light', 'b.adat']),
    pair('converter-line-spdif', 'interface-18', 'optical', ['a.light', 'b.spdif']),
  ],
  [
    'wrong-signal-kind',
    'a digital microphone in an analogue input | in its receiver',
    pair('mic-digital', 'interface-2', 'xlr', ['a.out', 'b.in1']),
    pair('mic-digital', 'receiver-aes3', 'xlr', ['a.out', 'b.in']),
  ],
  [
    'phantom-too-weak',
    'a condenser on the plug-in power of a camera | a small electret made for it',
    pair('mic-condenser-large', 'camera', 'xlr-mini', ['a.out', 'b.mic']),
    pair('mic-lavalier', 'camera', 'mini', ['a.out', 'b.mic']),
  ],
  [
    'no-phantom',
    'a condenser on a recorder whose choice of phantom is off | at P48',
    pair('mic-condenser-large', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'off' }),
    pair('mic-condenser-large', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P48' }),
  ],
  [
    'phantom-unneeded',
    'a dynamic on a recorder at P24 | a condenser',
    pair('mic-dynamic-hand', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P24' }),
    pair('mic-shotgun', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P24' }),
  ],
  [
    'phantom-into-output',
    'a laptop jack in a recorder at P48 | off',
    pair('laptop-c', 'recorder-field', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: 'P48' }),
    pair('laptop-c', 'recorder-field', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: 'off' }),
  ],
  [
    'level-mismatch',
    'a loudspeaker output in a line input | a keyboard’s line output',
    pair('power-amplifier', 'interface-2', 'ts-635', ['a.speaker-left', 'b.in1']),
    pair('keyboard', 'interface-2', 'ts-635', ['a.left', 'b.in1']),
  ],
  [
    'wrong-signal-kind',
    'a microphone in an input set to line | set to microphone',
    pair('mic-dynamic-hand', 'mixer-podcast', 'xlr', ['a.out', 'b.in1'], { level1: 'line' }),
    pair('mic-dynamic-hand', 'mixer-podcast', 'xlr', ['a.out', 'b.in1'], { level1: 'microphone' }),
  ],
  [
    'level-mismatch',
    'a line receiver in an input set to microphone | set to line',
    pair('line-receiver', 'mixer-podcast', 'xlr', ['a.out', 'b.in1'], { level1: 'microphone' }),
    pair('line-receiver', 'mixer-podcast', 'xlr', ['a.out', 'b.in1'], { level1: 'line' }),
  ],
  [
    'input-loading',
    'a guitar in an input set to line | set to instrument',
    pair('guitar', 'mixer-podcast', 'ts-635', ['a.out', 'b.in1'], { level1: 'line' }),
    pair('guitar', 'mixer-podcast', 'ts-635', ['a.out', 'b.in1'], { level1: 'instrument' }),
  ],
  ['mains-lead-broken', 'a mains lead whose earth is broken | whole', mains(['E']), mains([])],
  [
    'overfed',
    'a lapel capsule for 10 V on phantom | a condenser made for it',
    pair('mic-lavalier', 'mixer-4-usb', 'mini-xlr', ['a.out', 'b.in1'], { phantom: true }),
    pair('mic-condenser-budget', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1'], { phantom: true }),
  ],
  [
    'outputs-fight',
    'left and right of a laptop on a plain Y | on a stereo lead',
    pair('laptop-c', 'interface-2', 'y-sum', ['a.jack', 'b.in1']),
    pair('laptop-c', 'mixer-4-usb', 'mini', ['a.jack', 'b.aux']),
  ],
  [
    'outputs-fight',
    'a mono plug in a stereo output | a stereo plug',
    pair('player', 'mixer-4-usb', 'mini-mono', ['a.out', 'b.aux']),
    pair('player', 'mixer-4-usb', 'mini', ['a.out', 'b.aux']),
  ],
  [
    'polarity',
    'one of two microphones on a voice turned over | neither',
    twoMicrophones(true),
    twoMicrophones(false),
  ],
  [
    'polarity',
    'both sides of a receiver in stereo mode on one balanced input | on two inputs',
    receiver('stereo', 'mini-trs'),
    receiver('stereo', 'mini-two-ts'),
  ],
  [
    'voices-not-apart',
    'a receiver in mono mode behind a splitter | in stereo mode',
    receiver('mono', 'mini-two-ts'),
    receiver('stereo', 'mini-two-ts'),
  ],
  [
    'leak',
    'a voice where it is never to be | nothing said of it',
    { ...voice({ gain: 50 }), intents: [NEVER] },
    voice({ gain: 50 }),
  ],
  [
    'caller-echo',
    'the second computer gets the whole mix | all but itself',
    secondComputer('second', { 'stream.second.kind': 'whole mix' }),
    secondComputer('second'),
  ],
  [
    'far-echo',
    'an open loudspeaker at the far end, its canceller off | on',
    talk(DESKS['podcast mixer, its first port']!, 'call', {}, withFarEnds(OPEN_END)),
    talk(DESKS['podcast mixer, its first port']!, 'call', {}, withFarEnds({ ...OPEN_END, canceller: true })),
  ],
  [
    'too-loud',
    'jingles to be 12 dB under the voices, at 0 dB | at −14 dB',
    jinglesUnder(0),
    jinglesUnder(-14),
  ],
  [
    'one-sided',
    'the first input of an interface streamed as left | as one channel',
    atInterface('interface-2', 'mono', undefined, [encoder('desk', 'usb-in')]),
    atInterface('interface-2', 'mono', undefined, [{ ...encoder('desk', 'usb-in'), isMono: true }]),
  ],
  [
    'double-monitor',
    'direct and by the recorder | direct alone',
    atInterface('interface-2', 'mono', 12),
    atInterface('interface-2', 'mono', undefined),
  ],
  [
    'talker-delay',
    'the recorder’s own monitoring 20 ms late | 6 ms',
    atInterface('interface-2', 'off', 20),
    atInterface('interface-2', 'off', 6),
  ],
  [
    'double-path',
    'an audience that hears the input and what is played back of it | nothing played back',
    atInterface('interface-4', 'off', 6, [encoder('desk', 'usb-mix')]),
    atInterface('interface-4', 'off', undefined, [encoder('desk', 'usb-mix')]),
  ],
  [
    'loop-howl',
    'a recorder that plays back what it records into what it records | records the input alone',
    atInterface('interface-4', 'off', 6, [], 'usb-mix'),
    atInterface('interface-4', 'off', 6),
  ],
  [
    'unheard',
    'one of two voices muted on its way to an audience | neither',
    talk(DESKS['mixer, its mix by USB']!, 'encoder', { [deskControlId.mute('ch2')]: true }),
    talk(DESKS['mixer, its mix by USB']!, 'encoder'),
  ],
  [
    'wrong-stream',
    'a call that listens to a stream of the other USB port | to its own',
    secondComputer('main'),
    secondComputer('second'),
  ],
  [
    'wrong-stream',
    'a call whose mix of its own has nobody in it | the keeper in it',
    secondComputer('second', { 'stream.second.kind': 'custom', 'send.second.ch1': 'off' }),
    secondComputer('second', { 'stream.second.kind': 'custom' }),
  ],
  [
    'not-arriving',
    'a microphone without its lead | with it',
    voice({ leads: [] }),
    voice({ gain: 50, distanceM: 0.05 }),
  ],
  [
    'sides-swapped',
    'a left output in the right socket of an amplifier | in the left one',
    pair('interface-2', 'hifi-amplifier', 'rca-ts', ['b.inR', 'a.outL']),
    pair('interface-2', 'hifi-amplifier', 'rca-ts', ['b.inL', 'a.outL']),
  ],
  ['data-lead-too-long', 'twelve metres of light | ten', light(12), light(10)],
  ['phantom-too-weak', 'four condensers on a 12 mA supply | three', condensers(4), condensers(3)],
  [
    'no-phantom',
    'a condenser, phantom off | on',
    voice({ mic: 'mic-condenser-large', gain: 40, distanceM: 0.2 }),
    voice({ mic: 'mic-condenser-large', gain: 40, distanceM: 0.2, phantom: true }),
  ],
  [
    'no-phantom',
    'a condenser on an adapter lead that has none | a dynamic',
    pair('mic-condenser-budget', 'adapter-xlr-usb', 'xlr', ['a.out', 'b.in1']),
    pair('mic-dynamic-hand', 'adapter-xlr-usb', 'xlr', ['a.out', 'b.in1']),
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
  [
    'usb-power-overdrawn',
    'an interface behind a hub fed from the bus | behind one with a supply',
    behind(condensersAt('interface-2', 'usb-a-c', 2, 1), 'hub-bus', 1),
    behind(condensersAt('interface-2', 'usb-a-c', 2, 1), 'hub-powered', 1),
  ],
  [
    'usb-volts-low',
    'four condensers through 15 m of leads | through 5',
    extended(condensersAt('interface-4', 'usb-a-b', 4, 5), [5, 5]),
    condensersAt('interface-4', 'usb-a-b', 4, 5),
  ],
  [
    'battery-short',
    'a field recorder, eleven hours | nine (common practice, no published source)',
    outFor(11),
    outFor(9),
  ],
  [
    'recording-too-long',
    'ten hours in plain WAV files | in files that count in 64 bits',
    recordedFor(10, 'wav'),
    recordedFor(10, 'wav-64'),
  ],
  [
    'usb-bandwidth',
    'three small mixers behind one translator | two of them (USB 2.0)',
    smallDevices(3, { hub: 'hub-bus' }),
    smallDevices(2, { hub: 'hub-bus' }),
  ],
  [
    'joined-down',
    'one of two joined microphones is not plugged in | is (common practice, no published source)',
    { ...joinedDesk(['mic-usb', 'mic-usb']), leads: joinedDesk(['mic-usb', 'mic-usb']).leads.slice(1) },
    joinedDesk(['mic-usb', 'mic-usb']),
  ],
  [
    'channel-unmapped',
    'a track on channel 3 of two | on channel 2',
    withTracks(joinedDesk(['mic-usb', 'mic-usb']), [
      ['A', 1],
      ['B', 3],
    ]),
    joinedDesk(['mic-usb', 'mic-usb']),
  ],
  [
    'track-doubled',
    'two tracks on one channel | each on its own',
    withTracks(joinedDesk(['mic-usb', 'mic-usb']), [
      ['A', 1],
      ['B', 1],
    ]),
    joinedDesk(['mic-usb', 'mic-usb']),
  ],
  [
    'track-not-armed',
    'a voice on a track that is not armed | that is',
    withTracks(joinedDesk(['mic-usb']), [['A', 1]], false),
    withTracks(joinedDesk(['mic-usb']), [['A', 1]]),
  ],
  [
    'rate-mismatch',
    'two microphones joined at 44.1 and 48 kHz | both at 48',
    atRates(joinedDesk(['mic-usb', 'mic-usb']), [44_100, 48_000]),
    atRates(joinedDesk(['mic-usb', 'mic-usb']), [48_000, 48_000]),
  ],
  [
    'clock-primary-missing',
    'two microphones joined, neither leads | one leads (common practice, no published source)',
    joinedDesk(['mic-usb', 'mic-usb'], { clock: null }),
    joinedDesk(['mic-usb', 'mic-usb']),
  ],
  [
    'wrong-entry',
    'recorded from the way out of an interface | from its way in (common practice, no published source)',
    withApp(alone('interface-2'), { input: { device: 'd0', stream: 'usb-out' } }),
    alone('interface-2'),
  ],
  [
    'driver-missing',
    'a mixer of more channels than the system knows, no driver | its driver is there (common practice, no published source)',
    manyChannels(false),
    manyChannels(true),
  ],
  [
    'device-taken',
    'a recorder takes the interface, a second listens to it | they share it (common practice, no published source)',
    withApp(shared(alone('interface-2')), { takesDevices: true }),
    shared(alone('interface-2')),
  ],
  [
    'app-restart-needed',
    'started before two more joined | as it was started (common practice, no published source)',
    { ...startedWithOne, joinedInputs: joinedDesk(['mic-usb', 'mic-usb']).joinedInputs },
    startedWithOne,
  ],
  [
    'slider-locked',
    'a locked slider turned down | one that turns (common practice, no published source)',
    slid('interface-2'),
    slid('mic-usb'),
  ],
  [
    'clock-two-primaries',
    'by light into an interface that counts by its own clock | by what comes in (common practice, no published source)',
    preampByLight('own'),
    preampByLight('incoming'),
  ],
  [
    'resample-off',
    'the second runs by its own clock | is resampled (common practice, no published source)',
    joinedDesk(['mic-usb', 'mic-usb'], { resampled: [] }),
    joinedDesk(['mic-usb', 'mic-usb']),
  ],
  [
    'hub-depth',
    'six hubs in a row | five (USB 2.0)',
    behind(condensersAt('interface-2', 'usb-a-c', 1, 1), 'hub-powered', 6),
    behind(condensersAt('interface-2', 'usb-a-c', 1, 1), 'hub-powered', 5),
  ],
  [
    'phantom-too-weak',
    'a large condenser on 12 V phantom | on 48 V',
    pair('mic-condenser-large', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P12' }),
    pair('mic-condenser-large', 'recorder-field', 'xlr', ['a.out', 'b.in1'], { phantom: 'P48' }),
  ],
  [
    'phantom-risk-ribbon',
    'a ribbon on a phantom-fed input | phantom off',
    pair('mic-ribbon', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1'], { phantom: true }),
    pair('mic-ribbon', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1'], { phantom: false }),
  ],
  [
    'phantom-risk-ribbon',
    'a ribbon on a mis-wired lead with phantom | without',
    ribbonOnBadLead(true),
    ribbonOnBadLead(false),
  ],
  [
    'phantom-unneeded',
    'phantom for a moving coil | for a condenser',
    pair('mic-dynamic-hand', 'interface-2', 'xlr', ['a.out', 'b.in1'], { phantom1: true }),
    pair('mic-condenser-small', 'interface-2', 'xlr', ['a.out', 'b.in1'], { phantom1: true }),
  ],
  [
    'no-plugin-power',
    'a lapel electret in an XLR input | in a camera',
    pair('mic-lavalier', 'interface-2', 'mini-xlr', ['a.out', 'b.in1']),
    pair('mic-lavalier', 'camera', 'mini', ['a.out', 'b.mic']),
  ],
  ['sides-swapped', 'two RCA leads crossed | straight', turntable(true), turntable(false)],
  ['long-unbalanced', 'ten metres from a guitar | three', guitar(10), guitar(3)],
  [
    'ground-loop',
    'an earthed laptop on an earthed mixer | one on a two-pin supply',
    laptopSound('laptop-earthed'),
    laptopSound('laptop-c'),
  ],
  [
    'level-mismatch',
    'a professional line in a microphone input | in a line input',
    pair('line-receiver', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1']),
    pair('line-receiver', 'loudspeaker', 'xlr', ['a.out', 'b.in']),
  ],
  ['input-loading', 'a guitar in a line input | instrument switch on', guitar(3, false), guitar(3)],
  ['hf-rolloff', 'twenty metres from a guitar | three', guitar(20), guitar(3)],
  [
    'adapter-chain-broken',
    'an IEEE 1394 lead that ends in the air | the whole chain',
    oldMixer(false),
    oldMixer(true),
  ],
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

    const fixes = fixesFor(bad, found.id);
    expect(fixes.length).toBeGreaterThan(0);
    const mended = applyEdit(bad, fixes[0]!.edit);
    expect(readRigValue(mended.rig).ok).toBe(true);
    expect(codes(mended.rig)).not.toContain(code);
    expect(applyEdit(mended.rig, mended.inverse).rig).toEqual(bad);
  });

  it.each(ROWS)('%s: no fix of it (%s) makes a danger or breaks the document', (code, _what, bad) => {
    for (const fix of fixesFor(bad, find(bad, code).id)) {
      const preview = previewEdit(bad, fix.edit);
      expect(preview.possible).toBe(true);
      expect(preview.come.filter(({ severity }) => severity === 'danger')).toEqual([]);
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
