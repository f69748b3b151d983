import { buildRig, applyEdit, lookup, put, readRigValue, type Rig } from '../../rig';
import { after, rigOf } from '../../rig/testing';
import { solveRig } from '../../offers';
import { mendOutputLead, moveToFedInput, swapForDynamic } from './phantom';
import { bypass, insertBooster, insertIsolator, useFloatingSupply } from './insert';
import { matchFormat, splitToTwoInputs, useBestLead, useOtherInput, withArticle } from './rewire';
import { isHarmed, reach } from './reach';
import { bestLead, matingLeads, subRig } from './trial';
import { solveCircuit } from '../../circuit';

const farEnd = (rig: Rig, device: string, port = 'out') => {
  const plugged = lookup(rig).inPort(device, port);
  return plugged?.lead.ends[plugged.end === 0 ? 1 : 0];
};

const laptopInXlr = rigOf({
  devices: [
    { id: 'laptop', model: 'laptop-c' },
    { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
  ],
  leads: [{ id: 'bad', kind: 'mini-xlr', ends: ['laptop.jack', 'desk.in1'], lengthM: 3 }],
});
const badLead = laptopInXlr.leads[0]!;

describe('rewiring', () => {
  it('another input: the stereo return takes the laptop with a straight stereo lead', () => {
    const [fix] = useOtherInput(laptopInXlr, badLead);
    expect(fix!.label).toBe('Plug it into Stereo return with a stereo mini-jack lead');
    expect(farEnd(after(laptopInXlr, fix!.edit), 'laptop', 'jack')).toEqual({ device: 'desk', port: 'aux' });
  });

  it('with the return taken there is no other input, and the isolator box is the way', () => {
    const taken = after(laptopInXlr, {
      label: 'take the return',
      steps: [put('leads', { ...badLead, id: 'x', ends: [{ device: 'desk', port: 'aux' }, null] })],
    });
    expect(useOtherInput(taken, badLead)).toEqual([]);
    const boxed = after(taken, insertIsolator(taken, badLead)[0]!.edit);
    expect(solveRig(boxed).findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(boxed.devices.at(-1)!.model).toBe('isolator-laptop');
  });

  it('behind a headset splitter the box goes into the last lead, and the splitter stays', () => {
    const split = rigOf({
      devices: [
        { id: 'laptop', model: 'laptop-c' },
        { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
      ],
      leads: [
        { id: 'split', kind: 'headset-splitter', ends: ['laptop.jack', null, null] },
        { id: 'bad', kind: 'mini-xlr', ends: ['split/1', 'desk.in1'], lengthM: 3 },
      ],
    });
    const [fix] = insertIsolator(split, split.leads[0]!);
    const boxed = after(split, fix!.edit);
    expect(solveRig(boxed).findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(boxed.leads.find(({ id }) => id === 'split')).toEqual(split.leads[0]);
    expect(boxed.leads.map(({ ends }) => ends)).toContainEqual([
      { lead: 'split', end: 1 },
      { device: 'isolator-laptop', port: 'in' },
    ]);
  });

  it('left and right on two inputs of their own', () => {
    const player = rigOf({
      devices: [
        { id: 'player', model: 'player' },
        { id: 'box', model: 'interface-2' },
      ],
      leads: [{ kind: 'mini-trs', ends: ['player.out', 'box.in1'] }],
    });
    const split = after(player, splitToTwoInputs(player, player.leads[0]!)[0]!.edit);
    expect(split.leads[0]).toMatchObject({ kind: 'mini-two-ts' });
    expect(split.leads[0]!.ends.slice(1)).toEqual([
      { device: 'box', port: 'in1' },
      { device: 'box', port: 'in2' },
    ]);
  });

  it('the best lead replaces a wrong one, and a good one is left alone', () => {
    const wrong = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ kind: 'xlr-trs', ends: ['mic.out', 'desk.in1'] }],
    });
    const [fix] = useBestLead(wrong, wrong.leads[0]!);
    const mended = after(wrong, fix!.edit);
    expect(mended.leads[0]!.kind).toBe('xlr');
    expect(useBestLead(mended, mended.leads[0]!)).toEqual([]);
  });

  it('a booster goes behind a microphone with phantom on, and bypass takes it out again', () => {
    const rig = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-broadcast' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 6 }],
    });
    const boosted = after(rig, insertBooster(rig, 'mic')[0]!.edit);
    expect(boosted.devices.find(({ id }) => id === 'desk')!.settings['phantom']).toBe(true);
    expect(farEnd(boosted, 'mic')).toEqual({ device: 'booster', port: 'in' });
    const straight = after(boosted, bypass(boosted, 'booster')[0]!.edit);
    expect(farEnd(straight, 'mic')).toEqual({ device: 'desk', port: 'in1' });
  });

  it('no booster on a lead that is not a plain microphone lead', () => {
    expect(insertBooster(laptopInXlr, 'laptop')).toEqual([]);
    expect(bypass(laptopInXlr, 'laptop')).toEqual([]);
  });

  it.each([
    ['XLR lead', 'an XLR lead'],
    ['Stereo mini-jack lead', 'a stereo mini-jack lead'],
    ['In-line pad, 20 dB', 'an in-line pad, 20 dB'],
    ['TRS lead 6.35 mm', 'a TRS lead 6.35 mm'],
    ['USB lead A to B', 'a USB lead A to B'],
    ['RCA to TS 6.35 mm lead', 'an RCA to TS 6.35 mm lead'],
  ])('%s → %s', (name, words) => {
    expect(withArticle(name)).toBe(words);
  });
});

describe('supplies', () => {
  const unfed = rigOf({
    devices: [
      { id: 'mic', model: 'mic-condenser-budget' },
      { id: 'adapter', model: 'adapter-xlr-usb' },
      { id: 'desk', model: 'interface-2' },
    ],
    leads: [{ kind: 'xlr', ends: ['mic.out', 'adapter.in1'], lengthM: 3 }],
  });

  it('moves a condenser to a free input that can feed it, and switches that on', () => {
    const [fix] = moveToFedInput(unfed, 'mic');
    const moved = after(unfed, fix!.edit);
    expect(farEnd(moved, 'mic')).toEqual({ device: 'desk', port: 'in1' });
    expect(solveRig(moved).findings.map(({ code }) => code)).not.toContain('no-phantom');
  });

  it('or offers a microphone that needs none', () => {
    const swapped = after(unfed, swapForDynamic(unfed, 'mic')[0]!.edit);
    expect(swapped.devices[0]!.model).toBe('mic-dynamic-hand');
    expect(swapForDynamic(unfed, 'ghost')).toEqual([]);
  });

  it('mends a broken lead in an output', () => {
    const broken = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'desk.in1'], broken: ['hot'] }],
    });
    const [fix] = mendOutputLead(broken, 'mic');
    expect(after(broken, fix!.edit).leads[0]!.broken).toEqual([]);
    expect(mendOutputLead(rigOf({ devices: [{ id: 'mic', model: 'mic-dynamic-hand' }] }), 'mic')).toEqual([]);
  });
});

it.each([
  [2, 3],
  [3, 3],
  [24, 50],
  [60, 60],
])('a lead of %d m is replaced by one of %d m', (lengthM, expected) => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-4-usb' },
    ],
    leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM, broken: ['hot'] }],
  });
  const [fix] = useBestLead(rig, rig.leads[0]!);
  expect(after(rig, fix!.edit).leads).toMatchObject([{ kind: 'xlr', lengthM: expected, broken: [] }]);
});

describe('trying leads', () => {
  const a = { device: 'laptop', port: 'jack' };

  it('no lead is the best when each that fits does harm', () => {
    const bare = { ...laptopInXlr, leads: [] };
    expect(matingLeads(bare, a, { device: 'desk', port: 'in1' }).map(({ kind }) => kind.id)).toEqual([
      'mini-xlr',
    ]);
    expect(bestLead(bare, a, { device: 'desk', port: 'in1' })).toBeUndefined();
    expect(bestLead(bare, a, { device: 'desk', port: 'aux' })!.kind.id).toBe('mini');
  });

  it('harm is DC beyond what the model says it survives', () => {
    const find = lookup(laptopInXlr);
    const circuit = solveCircuit(find);
    expect(isHarmed(find, circuit, 'laptop')).toBe(true);
    expect(isHarmed(find, circuit, 'desk')).toBe(false);
  });

  it('reach: how a mono sound of one device arrives at another', () => {
    expect(reach(laptopInXlr, 'laptop', 'desk')).toMatchObject({ harms: true, legLost: false, fed: true });
    expect(reach(laptopInXlr, 'laptop', 'desk').monoDb).toBeLessThan(-100);
    expect(reach(laptopInXlr, 'desk', 'laptop').monoDb).toBe(-Infinity);
  });

  it('a part of a rig keeps its devices, the leads between them, and their models', () => {
    const part = subRig(laptopInXlr, ['desk']);
    expect(part.devices.map(({ id }) => id)).toEqual(['desk']);
    expect(part.leads).toEqual([]);
    expect(part.models.map(({ id }) => id)).toEqual(['mixer-4-usb']);
  });
});

describe('feeding a device from a floating supply', () => {
  const hum = (supply?: string) =>
    buildRig({
      name: 'hum',
      devices: [
        { id: 'desktop', model: 'desktop' },
        { id: 'mixer', model: 'mixer-4-usb', place: 'Lamp room' },
        ...(supply ? [{ id: 'supply', model: supply }] : []),
      ],
      leads: [
        { kind: 'mini', ends: ['desktop.jack', 'mixer.aux'] },
        ...(supply ? [{ kind: 'dc-barrel', ends: ['supply.dc', 'mixer.dc'] }] : []),
      ],
    });

  it('places one beside the device, plugs it in, and the ring is open', () => {
    const rig = hum();
    const [fix] = useFloatingSupply(rig, 'mixer');
    const mended = applyEdit(rig, fix!.edit).rig;
    expect(readRigValue(mended).ok).toBe(true);
    expect(mended.devices.find(({ model }) => model === 'dc-supply-floating')!.place).toBe('Lamp room');
    expect(solveRig(rig).circuit.groundLoops).toHaveLength(1);
    expect(solveRig(mended).circuit.groundLoops).toEqual([]);
  });

  it('takes the place of an earthed one', () => {
    const rig = hum('dc-supply-earthed');
    const mended = applyEdit(rig, useFloatingSupply(rig, 'mixer')[0]!.edit).rig;
    const inlet = mended.leads.filter(({ ends }) => JSON.stringify(ends).includes('"port":"dc"'));
    expect(inlet).toHaveLength(1);
    expect(solveRig(mended).circuit.groundLoops).toEqual([]);
  });

  it('nothing for a device with a mains lead of its own: its earth stays', () =>
    expect(useFloatingSupply(hum(), 'desktop')).toEqual([]));
});

describe('data in the wrong language', () => {
  const light = (port: string) =>
    buildRig({
      name: 'light',
      devices: [
        { id: 'converter', model: 'converter-line-spdif' },
        { id: 'box', model: 'interface-18' },
      ],
      leads: [{ id: 'fibre', kind: 'optical', ends: ['converter.light', `box.${port}`] }],
    });

  it('moves the plug to the socket that understands it', () => {
    const rig = light('adat');
    const [fix] = matchFormat(rig, 'converter', 'light', 'fibre');
    expect(fix!.label).toBe('Plug it into S/PDIF in');
    expect(solveRig(applyEdit(rig, fix!.edit).rig).findings.map(({ code }) => code)).not.toContain(
      'wrong-signal-kind',
    );
  });

  it('nothing where no free socket understands it', () => {
    const rig = buildRig({
      name: 'light',
      devices: [
        { id: 'amp', model: 'preamp-8-adat' },
        { id: 'old', model: 'computer-combined-jack' },
      ],
      leads: [{ id: 'fibre', kind: 'optical-mini', ends: ['amp.adat', 'old.line'] }],
    });
    expect(matchFormat(rig, 'amp', 'adat', 'fibre')).toEqual([]);
    expect(solveRig(rig).findings.map(({ code }) => code)).toContain('wrong-signal-kind');
  });
});
