import { modelById } from '../catalogue';
import { lookup } from '../rig';
import { makeBench } from './bench';
import { solve } from './solve-rig';

/** A rig put together piece by piece, each time by the lead that does it best. */

describe('a bench', () => {
  it('gives each piece an id of its own, a name and a place', () => {
    const bench = makeBench('Bench');
    const ids = [
      bench.add('mic-dynamic-hand', 'First', 'Table'),
      bench.add('mic-dynamic-hand', 'Second', 'Hall'),
      bench.add(modelById('interface-2'), 'Box', ''),
    ];
    expect(ids).toEqual(['mic-dynamic-hand', 'mic-dynamic-hand-2', 'interface-2']);
    expect(bench.rig().name).toBe('Bench');
    expect(bench.rig().devices.map(({ name, place }) => [name, place])).toEqual([
      ['First', 'Table'],
      ['Second', 'Hall'],
      ['Box', ''],
    ]);
  });

  it('joins two sockets by the lead that does it best, as long as is needed', () => {
    const bench = makeBench('Bench');
    const mic = bench.add('mic-dynamic-hand', 'Mic', '');
    const box = bench.add('interface-2', 'Box', '');
    const isJoined = bench.join({ device: box, port: 'in1' }, { device: mic, port: 'out' }, 4);
    expect(isJoined).toBe(true);
    const [lead] = bench.rig().leads;
    // A combined socket takes a TRS plug, too: an XLR lead is the one that brings the voice to the amplifier.
    expect(lead!.kind).toBe('xlr');
    expect(lead!.lengthM).toBe(
      Math.min(
        ...lookup(bench.rig())
          .leadKindOf(lead!.id)!
          .usualLengthsM.filter((m) => m >= 4),
      ),
    );
    expect(solve(bench.rig()).circuit.couplings.map(({ to }) => to.element)).toEqual(['mic1']);
  });

  it('makes a lead longer than any usual one where that is needed', () => {
    const bench = makeBench('Bench');
    const mic = bench.add('mic-dynamic-hand', 'Mic', '');
    const box = bench.add('interface-2', 'Box', '');
    bench.join({ device: mic, port: 'out' }, { device: box, port: 'in1' }, 500);
    expect(bench.rig().leads[0]!.lengthM).toBe(500);
  });

  it('joins nothing where no lead goes', () => {
    const bench = makeBench('Bench');
    const box = bench.add('interface-2', 'Box', '');
    const cans = bench.add('headphones', 'Cans', '');
    expect(bench.join({ device: box, port: 'usb' }, { device: cans, port: 'in' }, 1)).toBe(false);
    expect(bench.joinPlainly({ device: box, port: 'usb' }, { device: cans, port: 'in' }, 1)).toBe(false);
    expect(bench.rig().leads).toEqual([]);
  });

  it('joins plainly by a lead with nothing in it', () => {
    const bench = makeBench('Bench');
    const mixer = bench.add('mixer-4-usb', 'Mixer', '');
    const camera = bench.add('camera', 'Camera', '');
    const [from, to] = [
      { device: mixer, port: 'outL' },
      { device: camera, port: 'mic' },
    ];
    bench.joinPlainly(from, to, 2);
    const [plain] = bench.rig().leads;
    expect(lookup(bench.rig()).leadKindOf(plain!.id)!.elements).toEqual([]);
    const other = makeBench('Other');
    other.add('mixer-4-usb', 'Mixer', '');
    other.add('camera', 'Camera', '');
    other.join(from, to, 2);
    // 20 dB or more too hot for a camera: the lead that does it best takes some away.
    expect(lookup(other.rig()).leadKindOf(other.rig().leads[0]!.id)!.elements).not.toEqual([]);
  });

  it('sets a socket to a kind of signal where something of its device does that', () => {
    const bench = makeBench('Bench');
    const [box, podcast] = [bench.add('interface-2', 'Box', ''), bench.add('mixer-podcast', 'Desk', '')];
    bench.setTo({ device: box, port: 'in2' }, 'instrument');
    bench.setTo({ device: podcast, port: 'in3' }, 'instrument');
    bench.setTo({ device: podcast, port: 'in1' }, 'line');
    bench.setTo({ device: box, port: 'in1' }, 'microphone');
    bench.set(box, 'gain1', 20);
    expect(bench.rig().devices.map(({ settings }) => settings)).toEqual([
      { instrument2: true, gain1: 20 },
      { level3: 'instrument', level1: 'line' },
    ]);
  });

  it('seats somebody at the capsule of a microphone', () => {
    const bench = makeBench('Bench');
    const receiver = bench.add('receiver-dual', 'Receiver', '');
    bench.talker('Ann the 1st', receiver, { effort: 'loud', mouthM: 0.2 });
    expect(bench.rig().people).toEqual([{ id: 'ann-the-1st', name: 'Ann the 1st', effort: 'loud' }]);
    expect(bench.rig().placements).toEqual([
      {
        id: 'ann-the-1st-seat',
        person: 'ann-the-1st',
        device: 'receiver-dual',
        capsule: 'capsule1',
        distanceM: 0.2,
        offAxisDeg: 0,
      },
    ]);
  });

  it('gives programs ids of their own', () => {
    const bench = makeBench('Bench');
    const pc = bench.add('laptop-c', 'Laptop', '');
    const app = {
      id: 'recorder',
      name: 'Recorder',
      kind: 'recorder',
      input: null,
      output: null,
      tracks: [],
    } as const;
    bench.apps(pc, [
      { ...app, tracks: [] },
      { ...app, tracks: [] },
    ]);
    expect(bench.rig().apps.map(({ id, computer }) => [id, computer])).toEqual([
      ['recorder', 'laptop-c'],
      ['recorder-2', 'laptop-c'],
    ]);
  });
});
