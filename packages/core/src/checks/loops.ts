import { edgesFrom, type FlowEdge, type FlowLoop } from '../flow';
import { isStrayAir } from '../gain';
import { figureText, type Figure, type Solved } from './finding';

/** The ways a loop is made of; where it goes through the air, from the microphone on to the loudspeaker and back. */
export const edgesOf = ({ graph }: Pick<Solved, 'graph'>, { nodes }: FlowLoop): FlowEdge[] => {
  const edges = nodes.map((id, at) =>
    edgesFrom(graph, id)
      .filter(({ to }) => to === nodes[(at + 1) % nodes.length])
      .reduce((a, b) => (b.gainDb > a.gainDb ? b : a)),
  );
  const air = edges.findIndex(isStrayAir);
  return [...edges.slice(air + 1), ...edges.slice(0, air + 1)];
};

/** Howling or not, how much louder or weaker each time round. */
export const eachTime = (gainDb: number): string =>
  gainDb >= 0
    ? `${figureText(gainDb, 0)} dB louder each time`
    : `only ${figureText(-gainDb, 0)} dB weaker each time`;

/** The figures of a loop. @param gainDb of all ways round @param late what its delay is made of */
export const loopFigures = ({ delayMs, ringsAtHz }: FlowLoop, gainDb: number, late: string): Figure[] => [
  {
    label: 'Once round',
    value: gainDb,
    unit: 'dB',
    from: 'powers of all ways round, each the sum of its stages',
  },
  { label: 'Round in', value: delayMs, unit: 'ms', from: late },
  {
    label: 'Rings first near',
    value: ringsAtHz,
    unit: 'Hz',
    from: 'where one turn fits its delay; every multiple may ring as well',
  },
];
