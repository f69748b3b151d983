import { controlOf, controlsOf, DEVICE_MODELS, LEAD_KINDS, modelById, phantomSupplies } from '../catalogue';
import { solveCircuit } from '../circuit';
import { applyEdit, connect, lookup, settingOf, type Rig } from '../rig';
import { recorder } from '../rig/testing';
import { makeBench } from './bench';
import { fixesFor } from './fixes';
import { solveRig } from './solve-rig';

/** Where no setting and no lead helps, a finding says what to buy. Common practice, no published source. */

const atJack = (microphone: string, lead: string): Rig => {
  const bench = makeBench('At the jack');
  const mic = bench.add(microphone, 'Microphone', 'Desk');
  const laptop = bench.add('laptop-c', 'Laptop', 'Desk');
  bench.talker('Guest', mic, { effort: 'normal', mouthM: 0.1 });
  bench.apps(laptop, [recorder(laptop, [1], 'jack-in')]);
  const kind = LEAD_KINDS.find(({ id }) => id === lead)!;
  const ends = [
    { device: mic, port: 'out' },
    { device: laptop, port: 'jack' },
  ];
  return applyEdit(bench.rig(), connect(bench.rig(), kind, ends)).rig;
};

/** Presses the offer of the gravest finding whose words match, and answers with the rig as it is then. */
const pressed = (rig: Rig, words: RegExp): Rig => {
  const [first] = solveRig(rig).findings;
  const offers = fixesFor(rig, first!.id);
  const offer = offers.find(({ label }) => words.test(label));
  expect(offers.map(({ label }) => label)).toContainEqual(expect.stringMatching(words));
  return applyEdit(rig, offer!.edit).rig;
};

describe('a condenser in a laptop', () => {
  it.each([['xlr-mini'], ['xlr-trrs']])(
    'by %s: an interface is what to buy, and with it all is well',
    (lead) => {
      const then = pressed(atJack('mic-condenser-budget', lead), /one-input USB interface.*phantom on/);
      const { findings, isHeard } = solveRig(then);
      expect(findings).toEqual([]);
      expect(isHeard).toBe(true);
      // Turned as this voice needs it, not left at its least.
      const desk = then.devices.find(({ model }) => model === 'interface-1')!;
      const gain = controlOf(modelById('interface-1'), 'gain1')!;
      expect(settingOf(desk, gain)).toBeGreaterThan(0);
      expect(then.apps[0]!.input).toMatchObject({ device: desk.id });
    },
  );

  it('in an adapter lead without phantom the adapter goes', () => {
    const bench = makeBench('Adapter');
    const mic = bench.add('mic-condenser-budget', 'Microphone', 'Desk');
    const adapter = bench.add('adapter-xlr-usb', 'Adapter', 'Desk');
    const laptop = bench.add('laptop-c', 'Laptop', 'Desk');
    bench.join({ device: mic, port: 'out' }, { device: adapter, port: 'in1' }, 1);
    bench.join({ device: laptop, port: 'usb1' }, { device: adapter, port: 'usb' }, 1);
    bench.talker('Guest', mic, { effort: 'normal', mouthM: 0.1 });
    bench.apps(laptop, [recorder(adapter, [1], 'usb-in')]);
    const then = pressed(bench.rig(), /one-input USB interface/);
    expect(then.devices.map(({ model }) => model)).not.toContain('adapter-xlr-usb');
    expect(solveRig(then).findings).toEqual([]);
  });

  it('a dynamic in a playing contact is given the lead for the microphone contact first; an interface without phantom too', () => {
    const rig = atJack('mic-dynamic-hand', 'xlr-mini');
    expect(solveRig(rig).findings[0]!.title).toContain('plugged into an output');
    expect(fixesFor(rig, solveRig(rig).findings[0]!.id)[0]!.label).toContain('headset plug');
    const then = pressed(rig, /one-input USB interface in between$/);
    const desk = then.devices.find(({ model }) => model === 'interface-1')!;
    expect(Object.values(desk.settings)).not.toContain(true);
  });
});

describe('a phantom supply box', () => {
  const [box] = phantomSupplies();
  const fed = () => {
    const bench = makeBench('Box');
    const mic = bench.add('mic-condenser-large', 'Microphone', 'Desk');
    const between = bench.add(box!, 'Box', 'Desk');
    const desk = bench.add('interface-2', 'Interface', 'Desk');
    bench.join({ device: mic, port: 'out' }, { device: between, port: 'in' }, 1);
    bench.join({ device: between, port: 'out' }, { device: desk, port: 'in1' }, 1);
    return { rig: bench.rig(), mic, desk };
  };

  it('is one, by what it does', () => expect(box).toMatchObject({ kind: 'supply' }));

  it('leaves 48 − 3400·I at the microphone (IEC 61938, memory): 3.2 mA, 37.1 V; nothing of it at the input', () => {
    const { rig, mic, desk } = fed();
    const { loads, inputs, couplings } = solveCircuit(lookup(rig));
    const load = loads.find(({ device }) => device === mic)!;
    expect(load.fed).toBe(true);
    expect(load.volts).toBeCloseTo(48 - 3.4 * 3.2, 1);
    expect(inputs.some(({ device }) => device === desk)).toBe(true);
    const through = couplings.find(({ from, to }) => from.device === mic && to.device === desk)!;
    // 150 Ω or so into 6.8 kΩ twice and a microphone input: next to nothing is lost.
    expect(Math.hypot(through.re, through.im)).toBeGreaterThan(0.9);
  });

  // Every microphone of the catalogue at every input it goes into, the desk's own phantom off and on.
  it.each(
    DEVICE_MODELS.filter(
      ({ id, kind, ports }) =>
        kind === 'microphone' &&
        id !== 'mic-digital' &&
        ports.some(({ connector }) => connector === 'xlr-male'),
    ).map(({ id }) => [id] as const),
  )('between %s and any desk: nothing is found about supplies but what a ribbon risks', (microphone) => {
    for (const desk of [
      'interface-1',
      'interface-8',
      'mixer-4-usb',
      'mixer-podcast',
      'adapter-xlr-usb',
      'preamp',
    ]) {
      const model = modelById(desk);
      const input = model.ports.find(
        ({ side, connector }) => side === 'in' && ['xlr-female', 'combo'].includes(connector),
      )!;
      const switches = controlsOf(model).filter(
        ({ kind, label }) => kind === 'switch' && /phantom/i.test(label),
      );
      for (const isOn of [false, true]) {
        const bench = makeBench('Box');
        const mic = bench.add(microphone, 'Microphone', 'Desk');
        const between = bench.add(box!, 'Box', 'Desk');
        const at = bench.add(desk, 'Desk', 'Desk');
        bench.join({ device: mic, port: 'out' }, { device: between, port: 'in' }, 1);
        bench.join({ device: between, port: 'out' }, { device: at, port: input.id }, 3);
        for (const { id } of switches) bench.set(at, id, isOn);
        const codes = solveRig(bench.rig()).findings.map(({ code }) => code);
        const expected = ['phantom-risk-ribbon', 'phantom-unneeded'];
        expect([desk, isOn, codes.filter((code) => !expected.includes(code))]).toEqual([desk, isOn, []]);
        expect(codes.includes('phantom-risk-ribbon')).toBe(microphone === 'mic-ribbon');
      }
    }
  });
});

it('a condenser in a line input of a desk with other voices: no offer takes the recorder away from the desk', () => {
  const bench = makeBench('Line');
  const desk = bench.add('mixer-4-usb', 'Mixer', 'Desk');
  const laptop = bench.add('laptop-c', 'Laptop', 'Desk');
  const other = bench.add('mic-dynamic-hand', 'Other', 'Desk');
  const mic = bench.add('mic-condenser-budget', 'Microphone', 'Desk');
  bench.join({ device: laptop, port: 'usb1' }, { device: desk, port: 'usb' }, 2);
  bench.join({ device: other, port: 'out' }, { device: desk, port: 'in1' }, 3);
  const line = modelById('mixer-4-usb').ports.find(
    ({ side, connector, usb }) => side === 'in' && !usb && !['xlr-female', 'combo'].includes(connector),
  )!;
  bench.joinPlainly({ device: mic, port: 'out' }, { device: desk, port: line.id }, 3);
  bench.talker('Guest', mic, { effort: 'normal', mouthM: 0.1 });
  bench.apps(laptop, [recorder(desk, [1], 'usb-in')]);
  const rig = bench.rig();
  expect(rig.leads).toHaveLength(3);
  const offers = solveRig(rig).findings.flatMap(({ id }) => fixesFor(rig, id));
  expect(offers.length).toBeGreaterThan(0);
  for (const { edit } of offers)
    expect(applyEdit(rig, edit).rig.apps[0]!.input).toMatchObject({ device: desk });
});

it('no rig of these is worse after any offer than it was', () => {
  for (const lead of ['xlr-mini', 'xlr-trrs'])
    for (const microphone of ['mic-condenser-budget', 'mic-dynamic-hand', 'mic-ribbon']) {
      const rig = atJack(microphone, lead);
      for (const { id } of solveRig(rig).findings)
        for (const { edit } of fixesFor(rig, id)) {
          const then = applyEdit(rig, edit).rig;
          expect(solveRig(then).findings.map((one) => one.id)).not.toContain(id);
        }
    }
});
