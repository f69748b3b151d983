import fc from 'fast-check';
import { contactsBetween } from '../catalogue';
import { behind, condensersAt } from '../checks/usb.testing';
import { smallDevices } from '../checks/usb-small.testing';
import { generateUsb } from '../demo';
import { usbTree } from '../flow';
import { usbTroubles } from '../host';
import { finish, makeEngineMemory, solve, solveRig } from '../offers';
import { applyEdit, lookup, type Rig } from '../rig';
import { splitLoadInSteps, type SplitLoad } from './split-load';

const split = (rig: Rig): SplitLoad => finish(splitLoadInSteps(solve(rig, makeEngineMemory()), 'pc'));

const OURS = ['usb-power-overdrawn', 'usb-volts-low', 'usb-bandwidth', 'hub-depth'];
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));

/** What is proposed is done, and nothing is asked too much of any more. */
const isMended = (rig: Rig, found: SplitLoad) => {
  if (found.kind !== 'moves') throw new Error(found.kind);
  const { rig: mended } = applyEdit(rig, found.edit);
  expect(saidOf(mended)).toEqual([]);
  return found;
};

describe('the load split', () => {
  it('nothing is wrong: nothing to do', () =>
    expect(split(smallDevices(2, { hub: 'hub-bus' }))).toEqual({ kind: 'nothing' }));

  it('three small mixers behind one translator: one plug is moved', () => {
    const rig = smallDevices(3, { hub: 'hub-bus' });
    expect(isMended(rig, split(rig)).moves).toHaveLength(1);
  });

  it('at 96 kHz no two go together: of three, two are moved', () => {
    const rig = smallDevices(3, { hub: 'hub-bus', rateHz: 96_000 });
    const { moves, swapped } = isMended(rig, split(rig));
    expect([moves.length, swapped]).toEqual([2, []]);
  });

  it('of four there are not enough sockets of their shape: a better hub', () => {
    const rig = smallDevices(4, { hub: 'hub-bus', rateHz: 96_000 });
    expect(isMended(rig, split(rig)).swapped).toEqual(['hub']);
  });

  it('a condenser interface behind a hub that is fed from the bus: to a socket of the computer', () => {
    const rig = behind(condensersAt('interface-2', 'usb-a-c', 2, 1), 'hub-bus', 1);
    const { moves } = isMended(rig, split(rig));
    expect(moves.map(({ to }) => to.device)).toEqual(['pc']);
  });

  it('behind two of them it is enough to move one plug', () => {
    const rig = behind(condensersAt('interface-4', 'usb-a-b', 4, 1), 'hub-bus', 2);
    expect(isMended(rig, split(rig)).moves).toHaveLength(1);
  });

  it('where every other socket is taken, a hub with a supply takes the place of the other', () => {
    const rig = smallDevices(3, { hub: 'hub-bus' });
    // A computer with a single socket.
    const narrow = {
      ...rig,
      models: rig.models.map((model) =>
        model.kind === 'computer'
          ? { ...model, ports: model.ports.filter(({ id, usb }) => !usb || id === 'usb1') }
          : model,
      ),
    };
    const { moves, swapped } = isMended(narrow, split(narrow));
    expect([moves, swapped]).toEqual([[], ['hub']]);
  });

  it('two that share a hub inside the computer: one goes to a socket behind', () => {
    const rig = smallDevices(2, { pc: 'desktop-front', rateHz: 96_000 });
    expect(isMended(rig, split(rig)).moves.map(({ to }) => to.port)).toEqual(['back1']);
  });

  it('four fast ones that an old hub makes slow: a better hub', () => {
    const rig = smallDevices(4, { model: 'interface-2', lead: 'usb-a-c', hub: 'hub-old', rateHz: 96_000 });
    expect(isMended(rig, split(rig)).swapped).toEqual(['hub']);
  });

  it('where nothing helps, it is said that every arrangement was looked at', () => {
    const rig = smallDevices(1, {});
    const weak = {
      ...rig,
      models: rig.models.map((model) =>
        model.kind === 'computer'
          ? {
              ...model,
              ports: model.ports.map((port) =>
                port.usb ? { ...port, usb: { ...port.usb, gives: 10 } } : port,
              ),
            }
          : {
              ...model,
              busMilliamps: 100,
              supply: 'usb' as const,
              ports: model.ports.filter(({ usb }) => usb),
            },
      ),
    };
    expect(split(weak)).toEqual({ kind: 'impossible', isProven: true });
  });
});

/** Small and large gear at random in the sockets of a hub and of the computer. */
const desks = fc.record({
  count: fc.integer({ min: 1, max: 4 }),
  hub: fc.constantFrom('hub-bus', 'hub-powered', 'hub-old', undefined),
  pc: fc.constantFrom('desktop' as const, 'desktop-front' as const),
  rateHz: fc.constantFrom(48_000 as const, 96_000 as const),
  small: fc.boolean(),
});

describe('twenty-four microphones on six hubs', () => {
  it.each([1, 2])('%i without a supply: each is to have one', (count) => {
    const rig = generateUsb(count);
    const { moves, swapped } = isMended(rig, split(rig));
    expect([moves.length, swapped]).toEqual([0, ['hub5', 'hub6'].slice(-count)]);
  });

  it('three without a supply: it is said that this is not enough', () =>
    expect(split(generateUsb(3))).toEqual({ kind: 'impossible', isProven: true }));
});

describe('against every arrangement', () => {
  it('never more plugs than need be moved', () => {
    fc.assert(
      fc.property(desks, ({ count: wanted, hub, pc, rateHz, small }) => {
        const count = hub ? wanted : Math.min(wanted, 3);
        const many = { ...(hub ? { hub } : {}), pc, rateHz };
        const rig = small
          ? smallDevices(count, many)
          : smallDevices(count, { model: 'interface-2', lead: 'usb-a-c', ...many });
        const found = split(rig);
        if (found.kind === 'nothing') return;
        const { find, circuit } = solve(rig, makeEngineMemory());
        const plugs = rig.leads.flatMap((lead) => {
          const end = lead.ends.findIndex((one) => {
            const usb = one && 'device' in one ? find.port(one.device, one.port)?.usb : undefined;
            return usb?.role === 'host' || usb?.role === 'hub-down';
          });
          return end >= 0 ? [{ lead, end }] : [];
        });
        const sockets = rig.devices.flatMap(({ id }) =>
          (find.modelOf(id)?.ports ?? []).flatMap(({ id: port, usb, connector }) =>
            usb?.role === 'host' || usb?.role === 'hub-down' ? [{ device: id, port, connector }] : [],
          ),
        );
        let least = Infinity;
        const place = (at: number, now: Rig, taken: ReadonlySet<string>, moved: number): void => {
          if (moved >= least) return;
          const plug = plugs[at];
          if (!plug) {
            const seen = lookup(now);
            const tree = usbTree(seen);
            const isWhole = usbTree(find).hostsOf.size === tree.hostsOf.size;
            if (isWhole && usbTroubles(seen, circuit, tree).length === 0) least = moved;
            return;
          }
          const was = plug.lead.ends[plug.end] as { device: string; port: string };
          for (const { device, port, connector } of sockets) {
            const key = `${device} ${port}`;
            const fits = contactsBetween(find.leadKindOf(plug.lead.id)!.ends[plug.end]!.connector, connector);
            if (!fits || taken.has(key)) continue;
            const isSame = was.device === device && was.port === port;
            const next = {
              ...now,
              leads: now.leads.map((lead) =>
                lead.id === plug.lead.id
                  ? {
                      ...lead,
                      ends: lead.ends.map((end, index) => (index === plug.end ? { device, port } : end)),
                    }
                  : lead,
              ),
            };
            place(at + 1, next, new Set([...taken, key]), moved + (isSame ? 0 : 1));
          }
        };
        place(0, rig, new Set(), 0);
        if (found.kind === 'moves' && found.swapped.length === 0) expect(found.moves).toHaveLength(least);
        else expect(least).toBeGreaterThan(3);
      }),
      { numRuns: 40, seed: 11 },
    );
  });
});
