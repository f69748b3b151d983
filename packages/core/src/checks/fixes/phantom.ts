import { maxBy } from 'es-toolkit';
import {
  portOfPin,
  phantomSupplies,
  pluginSupplies,
  sturdyMicrophones,
  type DeviceModel,
  type FeedElement,
} from '../../catalogue';
import {
  changeLead,
  combineEdits,
  connect,
  lookup,
  put,
  removeLead,
  revise,
  type Rig,
  socketsIn,
  socketBeyond,
} from '../../rig';
import type { Fix, Solved } from '../finding';
import { feedOfPort, feedSwitch, switchFeed, turnFeed, type FeedRef } from './feeds';
import { bestLead, after } from './trial';
import { insertBetween } from './insert';
import { useBestLead, withArticle } from './rewire';

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
      const port = portOfPin(element.legs[0]!);
      if (find.inPort(other.id, port)) continue;
      const feed = feedOfPort(find, other.id, port);
      const on = feed && turnFeed(bare, feed, true);
      const ready = on ? after(bare, on) : bare;
      const best = bestLead(ready, { device, port: 'out' }, { device: other.id, port });
      if (!best) continue;
      const ends = [
        { device, port: 'out' },
        { device: other.id, port },
      ];
      const label = `Plug it into ${other.name}, ${model?.ports.find(({ id }) => id === port)?.label ?? port}, and ${words}`;
      return [
        {
          label,
          edit: combineEdits(
            label,
            removeLead(rig, plugged.lead.id),
            connect(
              bare,
              best.kind,
              best.flipped ? ends.reverse() : ends,
              plugged.lead.lengthM,
              plugged.lead.id,
            ),
            ...(on ? [on] : []),
          ),
        },
      ];
    }
  }
  return [];
};

/** Swaps a condenser for a microphone that needs no supply and that the same lead goes into; the talker stays. */
export const swapForDynamic = (rig: Rig, id: string): Fix[] => {
  const device = rig.devices.find((candidate) => candidate.id === id);
  const plugged = socketsIn(rig.leads, id).map(({ port }) => port);
  const capsules = rig.placements.flatMap((one) => (one.device === id ? [one.capsule] : []));
  const old = rig.models.find(({ id: model }) => model === device?.model);
  const connector = (model: DeviceModel | undefined, port: string) =>
    model?.ports.find((one) => one.id === port)?.connector;
  const fits = (model: DeviceModel) =>
    plugged.every((port) => connector(model, port) === connector(old, port)) &&
    capsules.every((capsule) => model.points.some((point) => point.id === capsule));
  const model = sturdyMicrophones().find(fits);
  if (!device || !model) return [];
  const label = `Use ${withArticle(model.name)} here instead`;
  return [
    {
      label,
      edit: {
        label,
        steps: [
          ...(rig.models.some((one) => one.id === model.id) ? [] : [put('models', model)]),
          ...revise(rig, 'devices', { ...device, model: model.id, settings: {} }),
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

/** A power adapter for small electrets, between a mini-jack microphone and a phantom-fed input. */
export const insertPluginAdapter = (rig: Rig, device: string): Fix[] => {
  const lead = lookup(rig).inPort(device, 'out')?.lead;
  if (!lead) return [];
  const find = lookup(rig);
  return insertBetween(rig, lead, pluginSupplies()).flatMap((fix): Fix[] => {
    const input = socketBeyond(lead, device);
    const feed = input && feedOfPort(find, input.device, input.port);
    // It makes its few volts of phantom: without phantom there it is an empty box.
    if (!feed) return [];
    const on = turnFeed(after(rig, fix.edit), feed, true);
    return [on ? { ...fix, edit: combineEdits(fix.label, fix.edit, on) } : fix];
  });
};

/** A supply of its own in front of an input that has none, or too weak a one. */
export const insertPhantomSupply = (rig: Rig, device: string): Fix[] => {
  const lead = lookup(rig).inPort(device, 'out')?.lead;
  return lead ? insertBetween(rig, lead, phantomSupplies()) : [];
};

/** Where a device offers several strengths of phantom, the strongest. */
export const strengthenFeed = (solved: Solved, feed: FeedRef): Fix[] => {
  const model = solved.find.modelOf(feed.device);
  const choices = model?.elements.filter(
    (element): element is FeedElement =>
      element.kind === 'feed' && element.when !== undefined && element.when.control === feed.turn?.control,
  );
  const strongest = maxBy(choices ?? [], ({ volts }) => volts);
  const turn = model && strongest && feedSwitch(model, strongest);
  return turn && strongest.id !== feed.element
    ? switchFeed(solved.rig, { ...feed, element: strongest.id, turn }, true)
    : [];
};
