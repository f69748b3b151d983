import type { Solved } from '../checks';
import { pointId, reaches } from '../flow';
import { hears, plays } from './joints';
import { insideOf } from './inside';
import type { Ways } from './choose';

/** Ways that are there before anything is joined: inside every device by any setting, and by the leads that lie already. */
export const standingWays = ({ rig, find, graph, usb }: Solved): Ways => {
  const ways = new Map<string, string[]>();
  const way = (from: string, to: string) => {
    const known = ways.get(from);
    if (known) known.push(to);
    else ways.set(from, [to]);
  };
  const computers = rig.devices.filter(({ id }) => find.modelOf(id)?.kind === 'computer').map(({ id }) => id);
  for (const { id } of rig.devices) {
    const model = find.modelOf(id);
    if (!model) continue;
    for (const [from, all] of insideOf(model)) for (const to of all) way(pointId(id, from), pointId(id, to));
    for (const stream of model.streams)
      for (const computer of computers.filter((one) => reaches(usb, id, stream, one)))
        for (const point of stream.channels)
          if (stream.direction === 'to-computer') way(pointId(id, point), hears(computer));
          else way(plays(computer), pointId(id, point));
  }
  for (const edges of graph.out.values())
    for (const { from, to, kind, isCrosstalk } of edges)
      if (
        !isCrosstalk &&
        (kind === 'circuit' || kind === 'digital' || graph.nodes.get(from)?.role === 'voice')
      )
        way(from, to);
  return ways;
};
