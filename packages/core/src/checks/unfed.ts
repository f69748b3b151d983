import { pointId } from '../flow';
import { feedOfInput, type FeedRef } from './fixes/feeds';
import type { Solved } from './finding';

/** Electronics that live on the supply of the input they feed, and do not get it. */
export interface Unfed {
  device: string;
  volts: number;
  minVolts: number;
  /** Inputs their sound arrives at directly. */
  inputs: { device: string; element: string }[];
  /** The supply at one of those inputs, if it has one. */
  feed: FeedRef | undefined;
  /** What that supply gives with nothing on it, volts. */
  feedVolts: number;
  /** A supply that is on at an input further down the same way. */
  feedBeyond: FeedRef | undefined;
  /** It has an input of its own: a booster, not a microphone. */
  isBooster: boolean;
}

/** Walks on from an input through whatever passes the sound, to the first input whose supply is on. */
const feedDownstream = (solved: Solved, start: string): FeedRef | undefined => {
  const seen = new Set([start]);
  const queue = [start];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    const node = solved.graph.nodes.get(at);
    if (node?.role === 'input' && node.device) {
      const feed = feedOfInput(solved, node.device, at.slice(node.device.length + 1));
      if (feed?.on) return feed;
    }
    for (const edge of solved.graph.out.get(at) ?? []) {
      if (!seen.has(edge.to) && solved.graph.nodes.get(edge.to)?.unit === 'dBu') {
        seen.add(edge.to);
        queue.push(edge.to);
      }
    }
  }
  return undefined;
};

export const unfedElectronics = (solved: Solved): Unfed[] =>
  solved.circuit.loads
    .filter((load) => !load.fed)
    .flatMap((load) => {
      const inputs = solved.circuit.couplings
        .filter((coupling) => coupling.from.device === load.device)
        .map((coupling) => coupling.to);
      if (inputs.length === 0) return [];
      const feeds = inputs.flatMap((input) => feedOfInput(solved, input.device, input.element) ?? []);
      const feed = feeds.find(({ on }) => on) ?? feeds[0];
      const supply = feed && solved.find.element(feed.device, feed.element);
      return [
        {
          device: load.device,
          volts: load.volts,
          minVolts: load.minVolts,
          inputs,
          feed,
          feedVolts: supply?.kind === 'feed' ? supply.volts : 0,
          feedBeyond: feedDownstream(solved, pointId(inputs[0]!.device, inputs[0]!.element)),
          isBooster: solved.find.modelOf(load.device)?.elements.some(({ kind }) => kind === 'input') ?? false,
        },
      ];
    });

/** More than this at the pins has come from a supply, volts: less is what leaks through. */
const ARRIVED_VOLTS = 2;

/** Some supply arrives, only not enough; or the one that is on could never give enough. */
export const isWeakSupply = ({ volts, minVolts, isBooster, feed, feedVolts }: Unfed): boolean =>
  !isBooster && (volts > ARRIVED_VOLTS || (feed?.on === true && feedVolts < minVolts));

/** A small electret: a few volts on a mini-jack are its supply, not phantom. */
export const livesOnPluginPower = ({ find }: Solved, { device }: Unfed): boolean =>
  find
    .modelOf(device)
    ?.elements.some((element) => element.kind === 'load' && element.standard === 'plug-in') ?? false;
