import { modelById } from '../../catalogue';
import { changeLead, combineEdits, lookup, removeLead, setControl, type Rig } from '../../rig';
import type { Fix, Solved } from '../finding';
import { bestLead, after } from './trial';
import { insertBetween, useBestLead, withArticle } from './rewire';

export interface FeedRef {
  device: string;
  element: string;
  control: string | undefined;
  on: boolean;
}

/** The supply on the same pins as an input. */
export const feedOfInput = (solved: Solved, device: string, input: string): FeedRef | undefined => {
  const elements = solved.find.modelOf(device)?.elements ?? [];
  const at = elements.find(({ id }) => id === input);
  if (at?.kind !== 'input') return undefined;
  const feed = elements.find((element) => element.kind === 'feed' && element.legs.includes(at.plus));
  if (feed?.kind !== 'feed') return undefined;
  const on = solved.circuit.feeds.find((f) => f.device === device && f.element === feed.id)?.on ?? false;
  return { device, element: feed.id, control: feed.control, on };
};

export const switchFeed = (rig: Rig, feed: FeedRef, on: boolean): Fix[] => {
  if (!feed.control) return [];
  const find = lookup(rig);
  const control = find.modelOf(feed.device)?.controls.find(({ id }) => id === feed.control);
  return [
    {
      label: `Switch ${control?.label ?? 'phantom'} ${on ? 'on' : 'off'}`,
      edit: setControl(rig, feed.device, feed.control, on),
    },
  ];
};

/** Moves a microphone to a free input that can feed it. */
export const moveToFedInput = (rig: Rig, device: string): Fix[] =>
  moveToFeed(rig, device, 'P48', 'switch phantom on there');

/** Moves a small electret to a free mini-jack that has plug-in power. */
export const moveToPluginPower = (rig: Rig, device: string): Fix[] =>
  moveToFeed(rig, device, 'plug-in', 'use its plug-in power');

const moveToFeed = (rig: Rig, device: string, standard: 'P48' | 'plug-in', words: string): Fix[] => {
  const find = lookup(rig);
  const plugged = find.inPort(device, 'out');
  if (!plugged) return [];
  const bare = after(rig, removeLead(rig, plugged.lead.id));
  for (const other of rig.devices) {
    const model = find.modelOf(other.id);
    for (const element of model?.elements ?? []) {
      if (element.kind !== 'feed' || element.standard !== standard || other.id === device) continue;
      const port = element.legs[0]!.split('.')[0]!;
      if (find.inPort(other.id, port)) continue;
      const on = element.control ? setControl(bare, other.id, element.control, true) : undefined;
      const ready = on ? after(bare, on) : bare;
      const best = bestLead(ready, { device, port: 'out' }, { device: other.id, port });
      if (!best) continue;
      const ends = [
        { device, port: 'out' },
        { device: other.id, port },
      ];
      const label = `Plug it into ${other.name}, ${model?.ports.find(({ id }) => id === port)?.label ?? port}, and ${words}`;
      const lead = {
        id: plugged.lead.id,
        kind: best.kind.id,
        lengthM: plugged.lead.lengthM,
        ends: best.flipped ? ends.reverse() : ends,
        broken: [],
      };
      return [
        {
          label,
          edit: combineEdits(
            label,
            ...(rig.leadKinds.some(({ id }) => id === best.kind.id)
              ? []
              : [
                  {
                    label,
                    steps: [{ op: 'put' as const, collection: 'leadKinds' as const, item: best.kind }],
                  },
                ]),
            { label, steps: [{ op: 'put', collection: 'leads', item: lead }] },
            ...(on ? [on] : []),
          ),
        },
      ];
    }
  }
  return [];
};

/** Swaps a condenser for a microphone that needs no supply; the lead and the talker stay. */
export const swapForDynamic = (rig: Rig, id: string): Fix[] => {
  const device = rig.devices.find((candidate) => candidate.id === id);
  const dynamic = modelById('mic-dynamic-hand');
  if (!device) return [];
  const label = `Use ${withArticle(dynamic.name)} here instead`;
  return [
    {
      label,
      edit: {
        label,
        steps: [
          ...(rig.models.some((model) => model.id === dynamic.id)
            ? []
            : [{ op: 'put' as const, collection: 'models' as const, item: dynamic }]),
          { op: 'put', collection: 'devices', item: { ...device, model: dynamic.id, settings: {} } },
        ],
      },
    },
  ];
};

/** Mends or replaces the lead in a device's output. */
export const mendOutputLead = (rig: Rig, device: string): Fix[] => {
  const lead = lookup(rig).inPort(device, 'out')?.lead;
  if (!lead) return [];
  const whole =
    lead.broken.length > 0
      ? [{ label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) }]
      : [];
  return [...whole, ...useBestLead(rig, lead)];
};

/** The power adapter for small electrets, between a mini-jack microphone and a phantom-fed XLR input. */
export const insertPluginAdapter = (rig: Rig, device: string): Fix[] => {
  const lead = lookup(rig).inPort(device, 'out')?.lead;
  if (!lead) return [];
  const find = lookup(rig);
  return insertBetween(rig, lead, 'plugin-adapter', 'mini', 'xlr').map((fix) => {
    const input = lead.ends.find((end) => end && 'device' in end && end.device !== device);
    if (!input || !('device' in input)) return fix;
    const feed = find
      .modelOf(input.device)
      ?.elements.find((element) => element.kind === 'feed' && element.legs[0]?.startsWith(`${input.port}.`));
    if (feed?.kind !== 'feed' || !feed.control) return fix;
    const placed = after(rig, fix.edit);
    return {
      ...fix,
      edit: combineEdits(fix.label, fix.edit, setControl(placed, input.device, feed.control, true)),
    };
  });
};

/** Where a device offers several strengths of phantom, the strongest. */
export const strengthenFeed = (solved: Solved, feed: FeedRef): Fix[] => {
  const model = solved.find.modelOf(feed.device);
  const element = model?.elements.find(({ id }) => id === feed.element);
  const control = model?.controls.find(({ id }) => id === element?.when?.control);
  if (control?.kind !== 'choice' || !control.options.includes('P48')) return [];
  return [
    { label: `Set ${control.label} to P48`, edit: setControl(solved.rig, feed.device, control.id, 'P48') },
  ];
};
