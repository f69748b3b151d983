import { pathsFrom } from '../catalogue';
import { hasAudience, type Lookup } from '../rig';
import { edgesFrom, type FlowGraph, type FlowNode, type TakesOut } from './graph';

export const SINK_KINDS = ['track', 'call', 'stream', 'camera', 'line', 'ears', 'room'] as const;
/**
 * Where sound ends: a recorder's track, a far end, an audience, a camera's track, a device that does with it what we do not
 * follow (a telephone line), a person's ears, the room.
 */
export type SinkKind = (typeof SINK_KINDS)[number];

export interface Sink {
  node: string;
  kind: SinkKind;
  label: string;
  device: string;
  app?: string;
  farEnd?: string;
  track?: string;
  /** What a call program takes out before it goes on to here. */
  takesOut?: TakesOut;
}

/** Sinks that keep or send what arrives; the others are for those present. */
export const isDestination = (kind: SinkKind): boolean => kind !== 'ears' && kind !== 'room';

const isSource = ({ sources }: FlowGraph, { id }: FlowNode): boolean =>
  sources.some(({ node }) => node === id);

const kindOf = (find: Lookup, graph: FlowGraph, node: FlowNode): SinkKind | undefined => {
  const model = find.modelOf(node.device ?? '');
  switch (node.role) {
    case 'track':
      return model?.kind === 'camera' ? 'camera' : 'track';
    case 'driver':
      return model?.kind === 'headphones' ? 'ears' : 'room';
    case 'far-end':
      return isSource(graph, node) ? undefined : 'call';
    case 'app': {
      const isEnd = edgesFrom(graph, node.id).length === 0 && !isSource(graph, node);
      const program = find.app(node.app ?? '');
      return isEnd && program && hasAudience(program.kind) ? 'stream' : undefined;
    }
    case 'input': {
      // A device that takes a sound in and has no way on for it by any setting.
      const goesOn = model === undefined || pathsFrom(model, node.point ?? '').length > 0;
      return goesOn ? undefined : 'line';
    }
    default:
      return undefined;
  }
};

const ENDS: readonly FlowNode['role'][] = ['track', 'driver', 'app', 'far-end', 'input'];
const mayEnd = ({ role }: FlowNode): boolean => ENDS.includes(role);

/** Every place where sound ends, in the order of the graph. */
export const sinksOf = (find: Lookup, graph: FlowGraph): Sink[] =>
  [...graph.nodes.values()].filter(mayEnd).flatMap((node): Sink[] => {
    const kind = kindOf(find, graph, node);
    if (!kind || node.device === undefined) return [];
    return [
      {
        node: node.id,
        kind,
        label: node.app === undefined ? `${node.label} of ${find.nameOf(node.device)}` : node.label,
        device: node.device,
        ...(node.app === undefined ? {} : { app: node.app }),
        ...(node.farEnd === undefined ? {} : { farEnd: node.farEnd }),
        ...(node.track === undefined ? {} : { track: node.track }),
        ...(node.takesOut ? { takesOut: node.takesOut } : {}),
      },
    ];
  });
