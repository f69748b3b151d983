import fc from 'fast-check';
import { battery } from '../battery.testing';
import { DEVICE_MODELS } from '../catalogue';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, buildRig, connect, setControl, type Rig } from '../rig';
import { matingLeads } from './fixes/trial';

const ids = DEVICE_MODELS.map(({ id }) => id);

/** Any two devices, any two of their sockets, any lead that goes into both, every phantom switch on. */
const anyPair = fc
  .record({
    a: fc.constantFrom(...ids),
    b: fc.constantFrom(...ids),
    out: fc.nat(),
    into: fc.nat(),
    lead: fc.nat(),
  })
  .map(({ a, b, out, into, lead }): Rig | undefined => {
    const bare = buildRig({
      name: 'a pair',
      devices: [
        { id: 'a', model: a },
        { id: 'b', model: b },
      ],
    });
    const portOf = (device: 'a' | 'b', side: 'in' | 'out', at: number) => {
      const model = device === 'a' ? bare.models[0] : bare.models[bare.models.length - 1];
      const ports = model!.ports.filter((port) => port.side === side);
      return ports.length === 0 ? undefined : { device, port: ports[at % ports.length]!.id };
    };
    const [from, to] = [portOf('a', 'out', out), portOf('b', 'in', into)];
    const leads = from && to ? matingLeads(bare, from, to) : [];
    const chosen = leads[lead % Math.max(1, leads.length)];
    if (!from || !to || !chosen) return undefined;
    const joined = applyEdit(bare, connect(bare, chosen.kind, chosen.flipped ? [to, from] : [from, to])).rig;
    return joined.devices.reduce((rig, device) => {
      const controls = rig.models.find(({ id }) => id === device.model)!.controls;
      return controls
        .filter(({ id, kind }) => kind === 'switch' && id.startsWith('phantom'))
        .reduce((now, { id }) => applyEdit(now, setControl(now, device.id, id, true)).rig, rig);
    }, joined);
  })
  .filter((rig): rig is Rig => rig !== undefined);

/** What does not come, or comes too weakly, may want gear that two devices do not have: that is said, and nothing offered. */
const WANTS_GEAR: ReadonlySet<string> = new Set(['unheard', 'not-arriving', 'wrong-stream', 'gain-short']);

describe('any two devices joined by any lead that goes in', () => {
  it('findings are in whole words, what is grave can be mended, and no fix brings a danger', () => {
    fc.assert(
      fc.property(anyPair, (rig) => {
        const memory = makeEngineMemory();
        const { findings } = solveRig(rig, memory);
        for (const { id: found, code, severity, title, why, figures } of findings) {
          const fixes = fixesFor(rig, found, memory);
          expect(`${title} ${why} ${JSON.stringify(figures)}`).not.toMatch(/NaN|undefined|Infinity|null/);
          if ((severity === 'danger' || severity === 'fault') && !WANTS_GEAR.has(code))
            expect([code, fixes.length]).not.toEqual([code, 0]);
          for (const { edit } of fixes) {
            const dangers = solveRig(applyEdit(rig, edit).rig, memory).findings.filter(
              (one) => one.severity === 'danger',
            );
            const known = findings.map(({ id }) => id);
            expect(dangers.filter(({ id }) => !known.includes(id)).map((one) => one.title)).toEqual([]);
          }
        }
      }),
      { numRuns: battery(300, 80) },
    );
  });
});
