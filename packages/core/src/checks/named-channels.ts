import { maxBy } from 'es-toolkit';
import { channelsOn, pointId, type AppChannel } from '../flow';
import { levelAt } from '../gain';
import type { App } from '../rig';
import type { Solved } from './finding';
import { HEARD_DBFS } from './reaching';

/** The loudest sound at a place, by its number among the sources; undefined where nothing is heard. */
const loudestIn = ({ heard, graph }: Solved, node: string): number | undefined => {
  const levelOf = (index: number) => levelAt(heard, graph.sources[index]!, index, node)!;
  const loudest = maxBy([...(heard.everywhere.get(node)?.keys() ?? [])], levelOf);
  return loudest !== undefined && levelOf(loudest) > HEARD_DBFS ? loudest : undefined;
};

/** A channel of what a recorder listens to, and who sounds loudest on it. */
export interface NamedChannel extends AppChannel {
  /** What it is called on its device: "Input 2". */
  label: string;
  who: string | undefined;
  /** The number of that sound among the sources. */
  source: number | undefined;
}

export const namedIn = (solved: Solved, channels: readonly AppChannel[]): NamedChannel[] =>
  channels.map((one) => {
    const { device, point } = one;
    const label = solved.find.modelOf(device)!.points.find(({ id }) => id === point)!.label;
    const source = loudestIn(solved, pointId(device, point));
    return {
      ...one,
      label,
      source,
      who: source === undefined ? undefined : solved.graph.sources[source]!.name,
    };
  });

/** The same for what a program listens to. */
export const namedChannels = (solved: Solved, app: App): NamedChannel[] =>
  namedIn(solved, channelsOn(solved.find, solved.usb, app, 'input'));
