import * as fc from 'fast-check';
import { battery } from '../battery.testing';
import { DEVICE_MODELS, LEAD_KINDS, type LeadKind } from '../catalogue';
import { matingLeads, type PortRef } from '../checks/fixes/trial';
import { buildRig, type RigRows, applyEdit, connect, lookup, type Plugged, type Rig } from '../rig';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { splitLeads } from '../offers/split-leads';
import { solveCircuit } from './circuit';
import { findMismatches } from './mismatches';
import { joinPins, splitIslands } from './nets';
import { isGround } from './primitives';
import type { Primitive } from './primitives';

const netsOf = (rows: RigRows) => joinPins(lookup(buildRig(rows)));

const XLR: RigRows = {
  name: 'xlr',
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'desk', model: 'mixer-4-usb' },
  ],
  leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 0 }],
};

describe('pins joined to nets', () => {
  it('a lead without length is one piece of metal from end to end', () => {
    const nets = netsOf(XLR);
    for (const pin of ['1', '2', '3']) {
      expect(nets.ofDevice('mic', `out.${pin}`)).toBe(nets.ofDevice('desk', `in1.${pin}`));
    }
    expect(nets.ofDevice('mic', 'out.2')).not.toBe(nets.ofDevice('mic', 'out.3'));
  });

  it('a lead with length has resistance: plug and socket are joined, the two ends are not', () => {
    const nets = netsOf({ ...XLR, leads: [{ ...XLR.leads![0]!, lengthM: 3 }] });
    expect(nets.ofDevice('mic', 'out.2')).toBe(nets.ofLead('run', '0.2'));
    expect(nets.ofDevice('mic', 'out.2')).not.toBe(nets.ofDevice('desk', 'in1.2'));
  });

  it('the metal of a device on mains or USB is the room’s ground; that of a microphone is not', () => {
    const nets = netsOf({ ...XLR, leads: [] });
    const metal = nets.ofDevice('desk', 'in1.1');
    expect(isGround(metal)).toBe(true);
    expect(nets.metalOf(metal)).toBe('desk');
    expect(isGround(nets.ofDevice('mic', 'out.1'))).toBe(false);
  });

  it('a broken wire joins nothing', () => {
    const nets = netsOf({ ...XLR, leads: [{ ...XLR.leads![0]!, broken: ['cold'] }] });
    expect(nets.ofDevice('mic', 'out.3')).not.toBe(nets.ofDevice('desk', 'in1.3'));
    expect(nets.ofDevice('mic', 'out.2')).toBe(nets.ofDevice('desk', 'in1.2'));
  });

  it('a plug that does not fit joins nothing and is told', () => {
    const rows = { ...XLR, leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'desk.phones'] }] };
    expect(findMismatches(lookup(buildRig(rows)))).toEqual([
      { lead: 'run', end: 1, plug: 'xlr-male', socket: 'trs-635-socket' },
    ]);
  });

  it('leads plugged into one another carry on', () => {
    const nets = netsOf({
      ...XLR,
      leads: [
        { id: 'a', kind: 'xlr', ends: ['mic.out', null], lengthM: 0 },
        { id: 'b', kind: 'xlr', ends: ['a/1', 'desk.in1'], lengthM: 0 },
      ],
    });
    expect(nets.ofDevice('mic', 'out.2')).toBe(nets.ofDevice('desk', 'in1.2'));
  });
});

describe('islands', () => {
  const resistor = (a: number, b: number): Primitive => ({ kind: 'resistor', a, b, ohms: 1 });

  it('ground does not join two islands', () => {
    expect(splitIslands([resistor(1, 0), resistor(2, 0)])).toHaveLength(2);
    expect(splitIslands([resistor(1, 2), resistor(2, 0)])).toHaveLength(1);
  });

  it('nets that are read together are solved together', () => {
    expect(splitIslands([resistor(1, 0), resistor(2, 0)], [[1, 2]])).toHaveLength(1);
    expect(splitIslands([resistor(1, 0), resistor(2, 0)], [[1, 0]])).toHaveLength(2);
  });

  it('what lies on ground altogether is no island', () => {
    expect(splitIslands([resistor(0, 0)])).toEqual([]);
  });
});

const leadsBetween = (rig: Rig, a: PortRef, b: PortRef): { kind: LeadKind; ends: Plugged[] }[] => [
  ...matingLeads(rig, a, b).map(({ kind, flipped }) => ({ kind, ends: flipped ? [b, a] : [a, b] })),
  ...splitLeads(rig, a, b),
];

/** Every pair of sockets that some lead joins, each wired with each of those leads. */
const PAIRS: [string, Rig][] = (() => {
  const found: [string, Rig][] = [];
  const sources = DEVICE_MODELS.filter(({ elements }) => elements.some(({ kind }) => kind === 'output'));
  for (const source of sources) {
    const rig = buildRig({
      name: source.id,
      devices: [
        { id: 'a', model: source.id },
        { id: 'b', model: 'mixer-4-usb', settings: { phantom: true } },
      ],
    });
    for (const from of source.ports.filter(({ side, usb }) => side === 'out' && !usb)) {
      for (const to of ['in1', 'aux']) {
        for (const { kind, ends } of leadsBetween(
          rig,
          { device: 'a', port: from.id },
          { device: 'b', port: to },
        ))
          found.push([
            `${source.id} ${from.id} ${kind.id} ${to}`,
            applyEdit(rig, connect(rig, kind, ends)).rig,
          ]);
      }
    }
  }
  return found;
})();

const readings = (rig: Rig) => {
  const { couplings, outputsDc, loads } = solveCircuit(lookup(rig));
  const round = (value: number) => (Math.abs(value) < 1e-9 ? 0 : Number(value.toPrecision(6)));
  return {
    couplings: couplings
      .map(
        (c) =>
          `${c.from.device}:${c.from.element} ${c.to.device}:${c.to.element} ${round(Math.hypot(c.re, c.im))}`,
      )
      .sort(),
    dc: outputsDc.map((o) => `${o.device}:${o.element} ${round(o.idleVolts)}`).sort(),
    loads: loads.map((l) => `${l.device} ${round(l.volts)}`),
  };
};

describe('properties over every pair of sockets a lead joins', () => {
  it('there are many', () => {
    expect(PAIRS.length).toBeGreaterThan(25);
  });

  it('nothing is NaN, no passive lead amplifies, no pin sees more than the supply has', () => {
    for (const [, rig] of PAIRS) {
      const { couplings, feeds, outputsDc } = solveCircuit(lookup(rig));
      for (const c of couplings) expect(Math.hypot(c.re, c.im)).toBeLessThanOrEqual(1 + 1e-9);
      for (const feed of feeds) for (const leg of feed.legs) expect(Number.isFinite(leg.volts)).toBe(true);
      for (const dc of outputsDc) expect(dc.idleVolts).toBeLessThanOrEqual(48);
    }
  });

  it('turning a lead with two like ends round changes nothing', () => {
    const symmetric = new Set(['mini', 'trs-635', 'ts-635']);
    let tried = 0;
    for (const [, rig] of PAIRS) {
      const lead = rig.leads[0]!;
      if (!symmetric.has(lead.kind)) continue;
      tried += 1;
      const turned = { ...rig, leads: [{ ...lead, ends: [...lead.ends].reverse() }] };
      expect(readings(turned)).toEqual(readings(rig));
    }
    expect(tried).toBeGreaterThan(2);
  });

  it('the order of devices and leads in the file changes nothing', () => {
    fc.assert(
      fc.property(fc.nat(PAIRS.length - 1), (index) => {
        const rig = PAIRS[index]![1];
        const shuffled = { ...rig, devices: [...rig.devices].reverse(), models: [...rig.models].reverse() };
        expect(readings(shuffled)).toEqual(readings(rig));
      }),
      { numRuns: 25 },
    );
  });

  it('a short lead put in the middle of an XLR run hardly changes the level', () => {
    for (const [name, rig] of PAIRS) {
      if (!name.includes(' xlr in1')) continue;
      const [from, to] = rig.leads[0]!.ends;
      const longer = {
        ...rig,
        leads: [
          { ...rig.leads[0]!, id: 'first', ends: [from!, null] },
          { ...rig.leads[0]!, id: 'second', lengthM: 0, ends: [{ lead: 'first', end: 1 }, to!] },
        ],
      };
      expect(readings(longer)).toEqual(readings(rig));
    }
  });

  it('no fix of any finding in them makes a danger', () => {
    const pair = fc.nat(PAIRS.length - 1).map((index) => PAIRS[index]![1]);
    fc.assert(
      fc.property(pair, (rig) => {
        const memory = makeEngineMemory();
        const before = solveRig(rig, memory).findings;
        const known = new Set(before.map(({ id }) => id));
        for (const finding of before) {
          for (const fix of fixesFor(rig, finding.id, memory)) {
            const after = solveRig(applyEdit(rig, fix.edit).rig, memory).findings;
            expect(after.filter((f) => f.severity === 'danger' && !known.has(f.id))).toEqual([]);
          }
        }
      }),
      { numRuns: battery(120, 40) },
    );
  });

  it('they use at least five different kinds of lead', () => {
    const used = new Set(PAIRS.map(([, rig]) => rig.leads[0]!.kind));
    const twoEnded = LEAD_KINDS.filter(({ ends, usb }) => ends.length === 2 && !usb).map(({ id }) => id);
    expect(twoEnded.filter((id) => used.has(id)).length).toBeGreaterThan(4);
  });
});
