import { fedInterfaces, portOfPin, type DeviceModel } from '../../catalogue';
import {
  addDevice,
  combineEdits,
  connect,
  freeId,
  leadRun,
  lookup,
  putApp,
  removeDevice,
  removeLead,
  socketsIn,
  type Edit,
  type Rig,
} from '../../rig';
import type { Fix, Solved } from '../finding';
import { chainsToComputers, layChain } from './adapter-chain';
import { feedOfPort, turnFeed } from './feeds';
import { ordered, withArticle } from './rewire';
import { after, someLead } from './trial';

/** The leads from a device's socket on, one plugged into the other, and the device they end at. */
const wayFrom = (rig: Rig, device: string, port: string) => {
  const first = lookup(rig).inPort(device, port)?.lead;
  const leads = first ? leadRun(rig, first) : [];
  const far = socketsIn(leads).find((socket) => socket.device !== device);
  return far && { leads, to: far.device };
};

/** A converter for one microphone has nothing left to do once an interface takes its place. */
const isForOne = ({ ports }: DeviceModel): boolean => ports.filter(({ usb }) => !usb).length === 1;

/**
 * What to buy where a computer's own socket, or an adapter at it, cannot feed a microphone: an interface with phantom, in
 * between, switched on and listened to.
 */
export const useInterface = ({ rig, find, usb }: Solved, microphone: string): Fix[] => {
  const out = find.modelOf(microphone)?.ports.find(({ side }) => side === 'out')?.id ?? '';
  const way = wayFrom(rig, microphone, out);
  const hostOf = (device: string) => usb.hostsOf.get(device)?.[0]?.computer;
  const isComputer = way && find.modelOf(way.to)?.kind === 'computer';
  const computer = way && (isComputer ? way.to : hostOf(way.to));
  const [model] = fedInterfaces();
  if (!way || !computer || !model) return [];
  // A desk of several inputs is listened to for its other voices too: nothing may be taken from it.
  if (way.to !== computer && !isForOne(find.modelOf(way.to)!)) return [];
  const id = freeId(rig, model.id);
  const feed = model.elements.find((element) => element.kind === 'feed' && element.standard === 'P48');
  const socket = feed?.kind === 'feed' ? portOfPin(feed.legs[0]!) : '';
  const stream = model.streams.find(({ direction }) => direction === 'to-computer')?.id ?? '';
  const plug = { device: id, port: model.ports.find((port) => port.usb?.role === 'device')!.id };
  const edits: Edit[] = [];
  let now = rig;
  const apply = (edit: Edit) => {
    edits.push(edit);
    now = after(now, edit);
  };
  const { lengthM } = way.leads[0]!;
  const listeners = rig.apps.filter(({ input }) => input && 'device' in input && input.device === way.to);
  for (const lead of way.leads) apply(removeLead(now, lead.id));
  if (way.to !== computer) apply(removeDevice(now, way.to));
  apply(addDevice(now, model, { id, place: find.device(computer)!.place }));
  const ends = [
    { device: microphone, port: out },
    { device: id, port: socket },
  ] as const;
  const isHungry = find
    .modelOf(microphone)
    ?.elements.some((element) => element.kind === 'load' && element.standard === 'P48');
  const on = isHungry ? feedOfPort(lookup(now), id, socket) : undefined;
  const turned = on && turnFeed(now, on, true);
  if (turned) apply(turned);
  const lead = someLead(now, ...ends);
  // Into the computer itself, or else a hub that hangs on it.
  const chains = chainsToComputers(now, plug);
  const chain =
    chains.find(({ to }) => to.device === computer) ??
    chains.find(({ to }) => hostOf(to.device) === computer);
  if (!lead || !chain) return [];
  apply(connect(now, lead.kind, ordered(lead.flipped, ...ends), lengthM));
  apply(layChain(now, plug, chain.to, chain.chain));
  for (const app of listeners) {
    const tracks = app.tracks.map((track, index) => (index === 0 ? { ...track, channel: 1 } : track));
    apply(putApp(now, { ...app, input: { device: id, stream }, tracks }));
  }
  const label = `Put ${withArticle(model.name)} in between${isHungry ? ', with phantom on' : ''}`;
  return [{ label, edit: combineEdits(label, ...edits) }];
};
