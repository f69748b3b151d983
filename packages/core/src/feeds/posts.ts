import type { FlowSource, Sink, SinkKind } from '../flow';
import { farEndName, farEndsOf, type Lookup, type SinkRef, type SourceRef } from '../rig';
import type { Heardness } from '../gain';
import { listenerKindOf, mixedPlaces, type ListenerKind } from './listeners';
import { isElsewhere, soundKindOf, type SoundKind } from './sounds';

/** Someone or something that listens: a far end, an audience, a track, a camera, a pair of headphones, a room. */
export interface Post {
  id: string;
  kind: SinkKind;
  /** What it is for. */
  listener: ListenerKind;
  name: string;
  /** The same within a sentence: "the far end of Call". */
  inSentence: string;
  /** Devices people listen by, or the computer that keeps or sends. */
  devices: string[];
  app?: string;
  farEnd?: string;
  track?: string;
  /** Places in the flow: left and right, or several loudspeakers of one room. */
  nodes: string[];
}

/** A sound as people think of it: someone here, a far end, what a device plays; left and right are one. */
export interface Speaker {
  id: string;
  kind: 'person' | 'call' | 'programme';
  /** What it is to whoever hears it. */
  sound: SoundKind;
  name: string;
  /** The same within a sentence. */
  inSentence: string;
  ref: SourceRef;
  /** Which of the sources of the flow it is. */
  indexes: number[];
}

const audience = (program: string) => `Audience of ${program}`;
const onTheLine = (name: string) => `Caller on ${name}`;
const THE = new RegExp(`^(?:${farEndName('')}|${audience('')}|${onTheLine('')})`, 'u');

/** Names of devices and people stand in a sentence as they are. */
export const inSentence = (name: string): string =>
  THE.test(name) ? `the ${name.charAt(0).toLowerCase()}${name.slice(1)}` : name;

/** Whether loudspeakers stand together: where a place is written down for them. */
const roomOf = (find: Lookup, device: string): string => find.device(device)?.place ?? '';

const postKey = (find: Lookup, { kind, device, app, farEnd, track }: Sink): string => {
  if (farEnd !== undefined) return `${kind} ${app} ${farEnd}`;
  if (track !== undefined) return `${kind} ${device} ${app} ${track}`;
  if (app !== undefined) return `${kind} ${app}`;
  const room = kind === 'room' ? roomOf(find, device) : '';
  return `${kind} ${room || device}`;
};

const postName = (find: Lookup, sinks: readonly Sink[]): string => {
  const [{ kind, label, device, app, farEnd }] = sinks as [Sink];
  const program = find.app(app ?? '');
  const name = find.nameOf(device);
  switch (kind) {
    case 'call':
      return farEndsOf(find.rig, program!).find(({ id }) => id === farEnd)!.name;
    case 'stream':
      return audience(program?.name ?? '');
    case 'track':
      return app === undefined ? `${label} of ${name}` : label;
    case 'line':
      return onTheLine(name);
    case 'room':
      return roomOf(find, device) || name;
    default:
      return name;
  }
};

/** Everyone who listens, in the order of the sinks: what is kept and sent first, then who is here. */
export const postsOf = (find: Lookup, { sinks, graph }: Pick<Heardness, 'sinks' | 'graph'>): Post[] => {
  const mixed = mixedPlaces(find, graph);
  const groups = new Map<string, Sink[]>();
  for (const sink of sinks) {
    const key = postKey(find, sink);
    groups.set(key, [...(groups.get(key) ?? []), sink]);
  }
  return [...groups].map(([id, all]) => {
    const [{ kind, app, farEnd, track }] = all as [Sink];
    const name = postName(find, all);
    return {
      id,
      kind,
      listener: listenerKindOf(find, all[0]!, mixed),
      name,
      inSentence: inSentence(name),
      devices: [...new Set(all.map(({ device }) => device))],
      ...(app === undefined ? {} : { app }),
      ...(farEnd === undefined ? {} : { farEnd }),
      ...(track === undefined ? {} : { track }),
      nodes: all.map(({ node }) => node),
    };
  });
};

/** A name without the side it is of: "Main mix" for "Main mix R". */
export const sideless = (label: string): string => label.replace(/,? \b(?:L|R|left|right)\b/giu, '');

const labelOf = ({ graph }: Pick<Heardness, 'graph'>, source: FlowSource): string =>
  sideless(graph.nodes.get(source.node)?.label ?? '');

const speakerKey = (heard: Pick<Heardness, 'graph'>, source: FlowSource): string => {
  const { person, app, farEnd, device } = source;
  if (person !== undefined) return `person ${person}`;
  if (farEnd !== undefined) return `app ${app} ${farEnd}`;
  return app === undefined ? `device ${device} ${labelOf(heard, source)}` : `app ${app}`;
};

/** What a device plays: a player is called as itself, what a desk plays besides as what it is. */
const programmeName = (find: Lookup, heard: Pick<Heardness, 'graph'>, source: FlowSource): string => {
  const { device = '', name } = source;
  const own = find.device(device)?.name ?? name;
  const label = labelOf(heard, source);
  const isOneOfSeveral = heard.graph.sources.some(
    (other) => other.device === device && other.person === undefined && labelOf(heard, other) !== label,
  );
  return find.modelOf(device)?.desk || isOneOfSeveral ? `${label} of ${own}` : own;
};

/** A source of the flow as an intent names it. */
export const sourceRefOf = ({ person, app, farEnd, device = '' }: FlowSource): SourceRef => {
  if (person !== undefined) return { person };
  return app === undefined ? { device } : { app, ...(farEnd === undefined ? {} : { farEnd }) };
};

/** Everyone and everything that sounds: people here, far ends, what plays. */
export const speakersOf = (find: Lookup, heard: Pick<Heardness, 'graph' | 'sinks'>): Speaker[] => {
  const lines = new Set(heard.sinks.flatMap(({ kind, device }) => (kind === 'line' ? [device] : [])));
  const { graph } = heard;
  const groups = new Map<string, number[]>();
  graph.sources.forEach((source, index) => {
    const key = speakerKey(heard, source);
    groups.set(key, [...(groups.get(key) ?? []), index]);
  });
  return [...groups].map(([id, indexes]): Speaker => {
    const source = graph.sources[indexes[0]!]!;
    const { person, app } = source;
    const program = find.app(app ?? '');
    const sound = soundKindOf(find, source, lines);
    const name =
      sound === 'line'
        ? onTheLine(find.nameOf(source.device!))
        : sound === 'far end' || person !== undefined
          ? source.name
          : (program?.name ?? programmeName(find, heard, source));
    return {
      id,
      kind: person === undefined ? (isElsewhere(sound) ? 'call' : 'programme') : 'person',
      sound,
      name,
      inSentence: inSentence(name),
      ref: sourceRefOf(source),
      indexes,
    };
  });
};

/** A listener as an intent names it; of loudspeakers that stand together, the first. */
export const sinkRefOf = ({
  app,
  farEnd,
  track,
  devices,
}: Pick<Post, 'app' | 'farEnd' | 'track' | 'devices'>): SinkRef =>
  app === undefined
    ? { device: devices[0]! }
    : {
        app,
        ...(track === undefined ? {} : { track }),
        ...(farEnd === undefined ? {} : { farEnd }),
      };

/** Whether a listener is the one an intent names. */
export const isPostOf = (
  { app, farEnd, track, devices }: Pick<Post, 'app' | 'farEnd' | 'track' | 'devices'>,
  sink: SinkRef,
): boolean =>
  'app' in sink
    ? sink.app === app &&
      (sink.track === undefined || sink.track === track) &&
      (sink.farEnd === undefined || sink.farEnd === farEnd)
    : devices.includes(sink.device);

/** Whether a sound is the one an intent names. */
export const isSpeakerOf = ({ ref }: Pick<Speaker, 'ref'>, source: SourceRef): boolean =>
  'person' in source
    ? 'person' in ref && ref.person === source.person
    : 'app' in source
      ? 'app' in ref &&
        ref.app === source.app &&
        (source.farEnd === undefined || source.farEnd === ref.farEnd)
      : 'device' in ref && ref.device === source.device;

/** Whether it is heard by somebody who is here: by headphones or in a room. */
export const isHere = ({ kind }: Pick<Post, 'kind'>): boolean => kind === 'ears' || kind === 'room';

/** Whether whoever speaks is the listener: a far end, the other end of a telephone line. */
export const isOwnPost = (
  ref: SourceRef,
  { kind, app, farEnd, devices }: Pick<Post, 'kind' | 'app' | 'farEnd' | 'devices'>,
): boolean =>
  kind === 'call'
    ? 'app' in ref && ref.app === app && ref.farEnd === farEnd
    : kind === 'line' && 'device' in ref && devices.includes(ref.device);

/** Whether ears are those of whoever speaks: they wear them; or, as far as anyone has said, they may. */
export const mayBeOwnEars = (
  { rig }: Lookup,
  { ref }: Pick<Speaker, 'ref'>,
  { kind, devices }: Pick<Post, 'kind' | 'devices'>,
): boolean => {
  if (kind !== 'ears' || !('person' in ref)) return false;
  const wearer = rig.people.find(({ wears }) => wears !== undefined && devices.includes(wears));
  return wearer
    ? wearer.id === ref.person
    : rig.people.find(({ id }) => id === ref.person)?.wears === undefined;
};
