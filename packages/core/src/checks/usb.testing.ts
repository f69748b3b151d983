import { leadKindById, modelById } from '../catalogue';
import { addDevice, changeLead, connect, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';

/** Gear fed over USB, near and far from its computer. For tests. */

/** So many condensers on phantom at an interface, on a desktop's wide socket or behind hubs. */
export const condensersAt = (model: string, lead: string, count: number, lengthM: number): Rig => {
  const inputs = Array.from({ length: count }, (_, n) => n + 1);
  const groups = model === 'interface-4' ? [1, 2] : [1];
  return rigOf({
    devices: [
      ...inputs.map((n) => ({ id: `mic${n}`, model: 'mic-condenser-large' })),
      {
        id: 'desk',
        model,
        name: 'Interface',
        settings: Object.fromEntries([
          ...inputs.map((n) => [`gain${n}`, 30]),
          ...groups.map((n) => [`phantom${n}`, true]),
        ]) as Record<string, number | boolean>,
      },
      { id: 'pc', model: 'desktop', name: 'Computer', apps: [recorder('desk', inputs)] },
    ],
    leads: [
      ...inputs.map((n) => ({ kind: 'xlr', ends: [`mic${n}.out`, `desk.in${n}`], lengthM: 3 })),
      { id: 'data', kind: lead, ends: ['pc.usb1', 'desk.usb'], lengthM },
    ],
    people: people(...inputs.map((n) => `voice${n}`)),
    placements: inputs.map((n) => seat(`voice${n}`, `mic${n}`, 0.2)),
  });
};

/** The same lead behind so many hubs of a kind in a row. */
export const behind = (rig: Rig, hub: string, count: number): Rig => {
  const hubs = Array.from({ length: count }, (_, n) => `hub${n + 1}`);
  const chained = after(
    rig,
    ...hubs.map((id) => (now: Rig) => addDevice(now, modelById(hub), { id, name: `Hub ${id.slice(3)}` })),
    (now) =>
      changeLead(now, 'data', {
        ends: [
          { device: hubs.at(-1)!, port: 'down1' },
          { device: 'desk', port: 'usb' },
        ],
      }),
  );
  return after(
    chained,
    ...hubs.map(
      (id, at) => (now: Rig) =>
        connect(
          now,
          leadKindById('usb-a-b'),
          [
            at === 0 ? { device: 'pc', port: 'usb1' } : { device: hubs[at - 1]!, port: 'down1' },
            { device: id, port: 'up' },
          ],
          1,
        ),
    ),
  );
};

/** Extensions between the computer and the lead. */
export const extended = (rig: Rig, lengths: number[]): Rig =>
  lengths.reduce((now, lengthM, at) => {
    const id = `more${at}`;
    const first = now.leads.find((lead) =>
      lead.ends.some((end) => end && 'device' in end && end.device === 'pc'),
    )!;
    return {
      ...now,
      leadKinds: [
        ...now.leadKinds.filter((kind) => kind.id !== 'usb-extension'),
        leadKindById('usb-extension'),
      ],
      leads: [
        ...now.leads.map((lead) =>
          lead.id === first.id
            ? { ...lead, ends: lead.ends.map((end, k) => (k === 0 ? { lead: id, end: 1 } : end)) }
            : lead,
        ),
        {
          id,
          kind: 'usb-extension',
          lengthM,
          ends: [{ device: 'pc', port: 'usb1' }, null],
          broken: [],
        },
      ],
    };
  }, rig);
