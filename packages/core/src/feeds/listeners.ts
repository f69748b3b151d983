import { edgesInto, pointId, type FlowGraph, type Sink } from '../flow';
import type { Lookup } from '../rig';
import { isTalkback } from './sounds';

/** Who or what listens, by what it is for. */
export const LISTENER_KINDS = [
  'own track',
  'mixed track',
  'backup',
  'stream',
  'camera',
  'far end',
  'line',
  'ears',
  /** Ears of somebody named who speaks into nothing that is sent or kept: whoever runs the show, and hears what its audience hears. */
  'producer',
  /** Loudspeakers of one place: a hall, a lobby. Everyone who sits there is owed the same. */
  'room',
] as const;
export type ListenerKind = (typeof LISTENER_KINDS)[number];

/** Where the streams of desks begin that are mixes, whichever strips they leave out. */
const mixedStreams = ({ rig, modelOf }: Lookup): ReadonlySet<string> =>
  new Set(
    rig.devices.flatMap(({ id }) =>
      (modelOf(id)?.desk?.streams ?? []).flatMap(({ takes, to }) =>
        'mix' in takes ? to.map((point) => pointId(id, point)) : [],
      ),
    ),
  );

/** Places with a mix on any way to them, in the order sound goes: what comes there is meant to be several sounds. */
export const mixedPlaces = (find: Lookup, graph: FlowGraph): ReadonlySet<string> => {
  const streams = mixedStreams(find);
  const mixed = new Set<string>();
  for (const id of graph.order) {
    const isMix = graph.nodes.get(id)!.role === 'mix' || streams.has(id);
    if (isMix || edgesInto(graph, id).some(({ from, isCrosstalk }) => !isCrosstalk && mixed.has(from)))
      mixed.add(id);
  }
  return mixed;
};

/** Whether headphones are worn by somebody named who has no microphone, or one for a word to those here alone. */
const isProducers = (find: Lookup, device: string): boolean =>
  find.rig.people.some(
    ({ id, wears }) =>
      wears === device && (isTalkback(find, id) || !find.rig.placements.some(({ person }) => person === id)),
  );

/** What a place where sound ends is for. @param mixed places behind a mix */
export const listenerKindOf = (find: Lookup, sink: Sink, mixed: ReadonlySet<string>): ListenerKind => {
  switch (sink.kind) {
    case 'call':
      return 'far end';
    case 'track':
      if (find.modelOf(sink.device)?.kind === 'recorder')
        return mixed.has(sink.node) ? 'backup' : 'own track';
      return mixed.has(sink.node) ? 'mixed track' : 'own track';
    case 'ears':
      return isProducers(find, sink.device) ? 'producer' : 'ears';
    default:
      return sink.kind;
  }
};
