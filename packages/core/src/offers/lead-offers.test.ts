import { couplingLevel } from '../circuit';
import { buildRig, applyEdit, readRigValue } from '../rig';
import { offerChain } from './chain-offer';
import { offerLeads } from './lead-offers';
import { previewEdit } from './preview';
import { solveRig } from './solve-rig';

const desk = buildRig({
  name: 'a laptop and a desk',
  devices: [
    { id: 'laptop', model: 'laptop-c' },
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'mixer', model: 'mixer-4-usb', settings: { phantom: true } },
  ],
});

describe('only leads that mate are offered, each with its verdict', () => {
  it('a microphone into an XLR input: the straight lead first, nothing wrong', () => {
    const [first] = offerLeads(desk, { device: 'mic', port: 'out' }, { device: 'mixer', port: 'in1' });
    expect(first).toMatchObject({ kind: 'xlr', verdict: 'good' });
    expect(first!.words).toMatch(/Sound passes with −0\.\d dB/);
  });

  it('a laptop jack into a phantom-fed XLR: the only lead that goes in is a danger, and says so before it is chosen', () => {
    const offers = offerLeads(desk, { device: 'laptop', port: 'jack' }, { device: 'mixer', port: 'in2' });
    expect(offers.length).toBeGreaterThan(0);
    for (const offer of offers) expect(offer.verdict).toBe('danger');
    expect(offers[0]!.words).toContain('46 V');
  });

  it('the same jack into the stereo return is fine', () => {
    const [first] = offerLeads(desk, { device: 'laptop', port: 'jack' }, { device: 'mixer', port: 'aux' });
    expect(first).toMatchObject({ kind: 'mini', verdict: 'good' });
  });

  it('the order of the two sockets does not matter', () => {
    const kinds = (a: string, b: string) => {
      const ref = (text: string) => ({ device: text.split('.')[0]!, port: text.split('.')[1]! });
      return offerLeads(desk, ref(a), ref(b)).map(({ kind, verdict }) => [kind, verdict]);
    };
    expect(kinds('mixer.aux', 'laptop.jack')).toEqual(kinds('laptop.jack', 'mixer.aux'));
  });

  it('a stereo output into one of two inputs: a splitter, its other plug into the next', () => {
    const rig = buildRig({
      name: 'two lapels',
      devices: [
        { id: 'receiver', model: 'receiver-dual', settings: { mode: 'stereo' } },
        { id: 'box', model: 'interface-2' },
      ],
    });
    const offers = (port: string) =>
      offerLeads(rig, { device: 'receiver', port: 'out' }, { device: 'box', port });
    const [first] = offers('in1');
    expect(first).toMatchObject({ kind: 'mini-two-ts', verdict: 'good' });
    expect(first!.also).toBe('Third plug (ring plug): into Two-input USB interface, Input 2.');
    const { circuit } = solveRig(applyEdit(rig, first!.edit).rig);
    const heard = circuit.couplings.filter((coupling) => couplingLevel(coupling) > 0.5);
    // Each side on an input of its own, and nowhere else.
    expect(heard.map(({ from, to }) => [from.element, to.element])).toHaveLength(2);
    expect(new Set(heard.map(({ to }) => to.element)).size).toBe(2);
    expect(offers('in2')[0]!.also).toContain('Input 1');
  });

  it('a gain that stands wrong is not held against the lead, and named', () => {
    const rig = buildRig({
      name: 'a gain from before',
      devices: [
        { id: 'receiver', model: 'receiver-dual', settings: { mode: 'stereo' } },
        { id: 'box', model: 'interface-2', settings: { gain1: 50 } },
      ],
      people: [{ id: 'guide', name: 'Guide', effort: 'raised' }],
      placements: [
        { person: 'guide', device: 'receiver', capsule: 'capsule1', distanceM: 0.15, offAxisDeg: 0 },
      ],
    });
    const offers = offerLeads(rig, { device: 'receiver', port: 'out' }, { device: 'box', port: 'in1' });
    expect(offers[0]).toMatchObject({ kind: 'mini-two-ts', verdict: 'good' });
    expect(offers[0]!.afterwards).toMatch(/^Set Gain 1 of .* to \d+ dB: Guide clips/);
    // Two voices on one input, one of them upside down, are still held against it.
    expect(offers.find(({ kind }) => kind === 'mini-xlr')!.verdict).toBe('caution');
  });

  it('nothing for sockets that no lead joins, or that are taken', () => {
    expect(offerLeads(desk, { device: 'mic', port: 'out' }, { device: 'laptop', port: 'usb1' })).toEqual([]);
    const [first] = offerLeads(desk, { device: 'mic', port: 'out' }, { device: 'mixer', port: 'in1' });
    const taken = applyEdit(desk, first!.edit).rig;
    expect(offerLeads(taken, { device: 'laptop', port: 'jack' }, { device: 'mixer', port: 'in1' })).toEqual(
      [],
    );
  });

  it('a lead that goes in and passes nothing is not called good', () => {
    const rig = buildRig({
      name: 'two inputs',
      devices: [
        { id: 'a', model: 'mixer-4-usb' },
        { id: 'b', model: 'camera' },
      ],
    });
    const offers = offerLeads(rig, { device: 'a', port: 'aux' }, { device: 'b', port: 'mic' });
    expect(offers.length).toBeGreaterThan(0);
    for (const { verdict, words } of offers) {
      expect(verdict).not.toBe('good');
      expect(words).toContain('no sound passes');
    }
  });

  it('where no single lead goes, the shortest chain that does', () => {
    const rig = buildRig({
      name: 'old mixer',
      devices: [
        { id: 'mixer', model: 'mixer-16-1394-2' },
        { id: 'laptop', model: 'laptop-tunnel' },
      ],
    });
    const [from, to] = [
      { device: 'mixer', port: 'usb' },
      { device: 'laptop', port: 'usb1' },
    ];
    expect(offerLeads(rig, from, to)).toEqual([]);
    const chain = offerChain(rig, from, to)!;
    expect(chain.pieces).toHaveLength(3);
    const joined = applyEdit(rig, chain.edit).rig;
    expect(readRigValue(joined).ok).toBe(true);
    expect(solveRig(joined).usbLinks).toMatchObject([{ device: 'mixer', to }]);
    expect(offerChain(joined, from, to)).toBeUndefined();
    expect(offerChain(rig, from, { device: 'laptop', port: 'jack' })).toBeUndefined();
    // Where one lead does, there is no chain.
    expect(
      offerLeads(desk, { device: 'mixer', port: 'usb' }, { device: 'laptop', port: 'usb1' }),
    ).not.toEqual([]);
    expect(
      offerChain(desk, { device: 'mixer', port: 'usb' }, { device: 'laptop', port: 'usb1' }),
    ).toBeUndefined();
  });

  it('every offer makes a sound document', () => {
    for (const offer of offerLeads(desk, { device: 'mic', port: 'out' }, { device: 'mixer', port: 'aux' })) {
      expect(readRigValue(applyEdit(desk, offer.edit).rig).ok).toBe(true);
    }
  });
});

describe('preview of an edit', () => {
  it('says which findings go and come, and leaves the rig alone', () => {
    const [danger] = offerLeads(desk, { device: 'laptop', port: 'jack' }, { device: 'mixer', port: 'in2' });
    const before = JSON.stringify(desk);
    const { come, gone, possible } = previewEdit(desk, danger!.edit);
    expect(possible).toBe(true);
    expect(gone).toEqual([]);
    expect(come.map(({ code }) => code)).toContain('phantom-into-output');
    expect(JSON.stringify(desk)).toBe(before);
  });

  it('an edit that cannot be done is said to be impossible', () => {
    const edit = {
      label: 'odd',
      steps: [{ collection: 'leads' as const, id: 'ghost', path: ['lengthM'], from: 1, to: 2 }],
    };
    expect(previewEdit(desk, edit)).toEqual({ possible: false, gone: [], come: [] });
  });
});

describe('readings', () => {
  it('are plain data: they survive JSON', () => {
    const { findings, strands } = solveRig(desk);
    expect(JSON.parse(JSON.stringify({ findings, strands }))).toEqual({ findings, strands });
  });
});
