import { buildRig, lookup } from '../rig';
import { buildFlow, usbTree } from '../flow';
import { solveCircuit } from '../circuit';
import { connectorById, DEVICE_MODELS, NOMINAL_OUTPUT_DBU, type DeviceModel } from '.';

const byId = (id: string) => DEVICE_MODELS.find((model) => model.id === id)!;
const ROWS = DEVICE_MODELS.map((model) => [model.id, model] as const);

describe('device models make sense', () => {
  it('at least seventy', () => {
    expect(DEVICE_MODELS.length).toBeGreaterThanOrEqual(70);
  });

  it.each(ROWS)('%s: levels, impedances and ranges', (_id, model) => {
    for (const element of model.elements) {
      if (element.kind === 'output') {
        const nominal = element.nominalDbu ?? NOMINAL_OUTPUT_DBU[element.signal];
        if (element.maxDbu !== undefined) expect(element.maxDbu).toBeGreaterThan(nominal);
        expect(element.ohms).toBeGreaterThan(element.signal === 'loudspeaker' ? 0.01 : 1);
        expect(element.ohms).toBeLessThanOrEqual(10_000);
        if (element.pair) expect(model.elements.some(({ id }) => id === element.pair)).toBe(true);
      }
      if (element.kind === 'input' && element.accepts)
        expect(element.accepts[0]).toBeLessThan(element.accepts[1]);
      if (element.kind === 'feed' && element.standard !== 'plug-in') {
        // IEC 61938 (from memory): the three strengths with their resistors.
        expect([element.volts, element.ohmsEach]).toEqual(
          { P48: [48, 6800], P24: [24, 1200], P12: [12, 680] }[element.standard],
        );
      }
      if (element.kind === 'load' && element.standard === 'P48')
        expect(element.milliamps).toBeLessThanOrEqual(10);
    }
    for (const control of model.controls) {
      if (control.kind === 'gain') {
        expect(control.initial).toBeGreaterThanOrEqual(control.minDb);
        expect(control.initial).toBeLessThanOrEqual(control.maxDb);
      }
    }
  });

  it.each(ROWS)('%s: every analogue socket does something', (_id, model) => {
    const pins = model.elements.flatMap((element) => {
      if (element.kind === 'bond') return [];
      return Object.values(element)
        .flatMap((value) => (Array.isArray(value) ? value : [value]))
        .filter((value): value is string => typeof value === 'string');
    });
    for (const port of model.ports) {
      if (port.usb || port.digital || connectorById(port.connector)!.medium !== 'analogue') continue;
      expect(pins.some((pin) => pin.startsWith(`${port.id}.`))).toBe(true);
    }
  });

  const capsules = DEVICE_MODELS.flatMap((model) =>
    model.points.filter(({ role }) => role === 'capsule').map(({ id }) => [model.id, id] as const),
  );

  it.each(capsules)('%s: a voice at %s gets out, once it has its supply', (id, capsule) => {
    const model: DeviceModel = byId(id);
    // Supplied by decree: what is asked here is whether the way is there.
    const fed = {
      ...model,
      elements: model.elements.map((element) =>
        element.kind === 'load' ? { ...element, minVolts: -1 } : element,
      ),
    };
    const rig = buildRig({ name: id, devices: [{ id: 'it', model: id }] });
    const find = lookup({ ...rig, models: [fed as DeviceModel] });
    const circuit = solveCircuit(find);
    const graph = buildFlow(find, circuit, usbTree(find));
    const reached = new Set<string>();
    const stack = [`it:${capsule}`];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      reached.add(at);
      stack.push(...(graph.out.get(at) ?? []).map(({ to }) => to).filter((to) => !reached.has(to)));
    }
    const roles = [...reached].map((node) => graph.nodes.get(node)?.role);
    expect(roles.some((role) => role === 'output' || role === 'stream')).toBe(true);
  });
});

describe('near-twins differ in what they say they differ in', () => {
  it('the mixer with USB and the one without: same face, same inputs, no streams', () => {
    const [withUsb, without] = [byId('mixer-4-usb'), byId('mixer-4')];
    expect(without.streams).toEqual([]);
    expect(without.ports.map(({ id }) => id)).toEqual(
      withUsb.ports.filter(({ usb }) => !usb).map(({ id }) => id),
    );
    expect(without.controls).toEqual(withUsb.controls);
  });

  it('the two large older mixers: sixteen inputs each, sixteen and two returns', () => {
    const channels = (id: string, direction: string) =>
      byId(id).streams.find((stream) => stream.direction === direction)!.channels.length;
    for (const returns of [16, 2]) {
      expect(channels(`mixer-16-1394-${returns}`, 'to-computer')).toBe(16);
      expect(channels(`mixer-16-1394-${returns}`, 'from-computer')).toBe(returns);
    }
  });

  it.each([1, 2, 4, 8, 18])('the interface with %i inputs shows as many channels', (inputs) => {
    const model = byId(`interface-${inputs}`);
    const sockets = model.ports.filter(({ id }) => id.startsWith('in')).length;
    const byLight = model.ports.flatMap(({ digital }) => digital?.receives ?? []).length;
    expect(sockets + byLight).toBe(inputs);
    expect(model.streams.find(({ direction }) => direction === 'to-computer')!.channels).toHaveLength(inputs);
  });
});
