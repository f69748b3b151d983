import type { Lookup } from '../../rig';
import { digitalLinks } from '../digital-links';
import type { GraphMaker } from '../graph';
import { pointId } from '../ids';
import { law } from '../law';

/** Light, picture leads and radio: numbers arrive as they left, later at most. */
export const lowerData = (graph: GraphMaker, find: Lookup) => {
  for (const { device, to, channels, delayMs } of digitalLinks(find)) {
    for (const [sent, received] of channels) {
      graph.edge(
        law({
          from: pointId(device, sent),
          to: pointId(to.device, received),
          kind: 'digital',
          terms: [{ db: 0, because: { kind: 'data' } }],
          delayMs,
        }),
      );
    }
  }
};
