import { addDevice, applyEdit, connect, emptyRig, readRigValue } from '../rig';
import { solveRig } from '../offers';
import { CONNECTORS, contactsBetween, connectorById, DEVICE_MODELS, LEAD_KINDS, MATINGS } from '.';

describe('the catalogue is sound data', () => {
  it.each(DEVICE_MODELS.map((model) => [model.id, model] as const))('device %s', (_id, model) => {
    const { rig } = applyEdit(emptyRig('one'), addDevice(emptyRig('one'), model));
    const read = readRigValue(JSON.parse(JSON.stringify(rig)));
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(solveRig(rig).findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(model.about.length).toBeGreaterThan(20);
  });

  it.each(LEAD_KINDS.map((kind) => [kind.id, kind] as const))('lead %s', (_id, kind) => {
    const rig = emptyRig('one');
    const made = applyEdit(
      rig,
      connect(
        rig,
        kind,
        kind.ends.map(() => null),
      ),
    ).rig;
    const read = readRigValue(JSON.parse(JSON.stringify(made)));
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(kind.usualLengthsM.length).toBeGreaterThan(0);
    if (kind.screen) expect(kind.conductors.map(({ name }) => name)).toContain(kind.screen);
  });

  it('ids are used once', () => {
    for (const list of [DEVICE_MODELS, LEAD_KINDS, CONNECTORS]) {
      expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
    }
  });

  it('about twenty device models', () => {
    expect(DEVICE_MODELS.length).toBeGreaterThanOrEqual(20);
  });
});

describe('connectors', () => {
  it.each(CONNECTORS.map(({ id }) => [id]))(
    '%s is on a device or a lead, and something goes with it',
    (id) => {
      const onDevices = new Set(
        DEVICE_MODELS.flatMap(({ ports }) => ports.map(({ connector }) => connector)),
      );
      const onLeads = new Set(LEAD_KINDS.flatMap(({ ends }) => ends.map(({ connector }) => connector)));
      expect(onDevices.has(id) || onLeads.has(id)).toBe(true);
      // A plug of a lead finds a device to go into, a socket of a device a lead.
      const others = onDevices.has(id) ? onLeads : onDevices;
      expect([...others].some((other) => contactsBetween(id, other) !== undefined)).toBe(true);
    },
  );

  it('XLR: 1 shield, 2 in-phase, 3 return (IEC 61076-2-103 / AES14, from memory); the straight lead keeps them', () => {
    expect(connectorById('xlr-male')!.pins).toEqual(['1', '2', '3']);
    const xlr = LEAD_KINDS.find(({ id }) => id === 'xlr')!;
    expect(xlr.conductors.map(({ joins }) => joins)).toEqual([
      ['0.1', '1.1'],
      ['0.2', '1.2'],
      ['0.3', '1.3'],
    ]);
  });

  it('every contact is drawn, and lies inside the face', () => {
    for (const { pins, face } of CONNECTORS) {
      expect(Object.keys(face.contacts).sort()).toEqual([...pins].sort());
      for (const [x, y] of Object.values(face.contacts)) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(100);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(100);
      }
    }
  });

  it('a plug mates with a socket, never with a plug', () => {
    for (const { a, b, contacts } of MATINGS) {
      expect([connectorById(a)!.sex, connectorById(b)!.sex].sort()).toEqual(['plug', 'socket']);
      for (const [pinOfA, pinOfB] of contacts) {
        expect(connectorById(a)!.pins).toContain(pinOfA);
        expect(connectorById(b)!.pins).toContain(pinOfB);
      }
    }
  });

  it('mating works from both sides', () => {
    expect(contactsBetween('xlr-male', 'combo')).toEqual([
      ['1', '1'],
      ['2', '2'],
      ['3', '3'],
    ]);
    expect(contactsBetween('trs-635-socket', 'ts-635-plug')).toContainEqual(['R', 'S']);
    expect(contactsBetween('xlr-male', 'xlr-male')).toBeUndefined();
  });
});
