import { maxBy, takeWhile } from 'es-toolkit';
import { isDestination, type FlowNode } from '../flow';
import { leaksInto, levelAt, type Strand } from '../gain';
import { takesSound, type Person } from '../rig';
import type { Solved } from './finding';
import { perPass } from './per-pass';

/** How far a voice gets. */
export interface Reaching {
  person: Person;
  /** It arrives at something that keeps or sends it. */
  arrives: boolean;
  /** The last place it gets to; absent when nobody hears it at all. */
  end: FlowNode | undefined;
  /** The device it is spoken into. */
  microphone: string;
  strand: Strand | undefined;
}

const arrives = (strand: Strand): boolean =>
  strand.arrives && strand.sinkKind !== undefined && isDestination(strand.sinkKind);

/** Quieter than this on a stream, a voice is not there, dBFS. Common practice, no published source. */
export const HEARD_DBFS = -100;

/** The last place a sound really gets to: where it only leaks on, the place before. */
const lastReached = ({ stages }: Strand) => takeWhile(stages, (stage) => !leaksInto(stage)).at(-1);

/** The place of a person's voice among the sources; −1 for nobody's. */
export const voiceIndex = ({ graph }: Solved, person: string): number =>
  graph.sources.findIndex((source) => source.person === person);

/** A person's voice at a place, long-term, in the unit of the place; −∞ where nothing of it gets. */
export const voiceAt = (solved: Solved, person: string, node: string): number => {
  const index = voiceIndex(solved, person);
  const source = solved.graph.sources[index];
  return (source && levelAt(solved.heard, source, index, node)) ?? -Infinity;
};

/** Streams of devices that a computer has. */
const streamsShown = perPass(({ usb, graph }) =>
  [...graph.nodes.values()].filter(({ role, device }) => role === 'stream' && usb.hostsOf.has(device ?? '')),
);

/** The stream by which a voice comes to a computer, the loudest of several. */
const streamReached = (solved: Solved, person: string): FlowNode | undefined =>
  maxBy(
    streamsShown(solved)
      .map((node) => ({ node, level: voiceAt(solved, person, node.id) }))
      .filter(({ level }) => level > HEARD_DBFS),
    ({ level }) => level,
  )?.node;

/** Everyone who speaks into something, and how far their voice gets. */
export const reachings = perPass((solved): Reaching[] => {
  const { rig, strands, graph } = solved;
  return rig.people.flatMap((person): Reaching[] => {
    const placement = rig.placements.find((one) => one.person === person.id);
    if (!placement) return [];
    const own = strands.filter((strand) => strand.person === person.id);
    const best = own.find(arrives) ?? own[0];
    const isIn = own.some(arrives);
    const stream = isIn ? undefined : streamReached(solved, person.id);
    const last = best && lastReached(best);
    return [
      {
        person,
        arrives: isIn,
        end: stream ?? (last && graph.nodes.get(last.node)),
        microphone: placement.device,
        strand: best,
      },
    ];
  });
});

/**
 * Whether a rig is meant to keep or send sound already: something listens to a stream, or a recorder or camera of its own is
 * plugged in, or a voice has come all the way to a computer. Before that it is still being built, and nothing is wrong yet.
 */
export const isListening = perPass((solved): boolean => {
  const { rig, find, heard, usb } = solved;
  const programs = rig.apps.filter(({ kind }) => takesSound(kind));
  const isPlugged = heard.sinks.some(
    ({ kind, device, app }) =>
      isDestination(kind) &&
      app === undefined &&
      (find.modelOf(device)?.ports ?? []).some(({ id, side }) => side === 'in' && find.inPort(device, id)),
  );
  const comesToProgram = rig.people.some(({ id }) => {
    const stream = streamReached(solved, id);
    return usb.hostsOf
      .get(stream?.device ?? '')
      ?.some(({ computer }) => programs.some((app) => app.computer === computer));
  });
  return programs.some(({ input }) => input !== null) || isPlugged || comesToProgram;
});
