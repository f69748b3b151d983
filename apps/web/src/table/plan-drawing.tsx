import { patternFactor, type TablePage } from '@diaphon/core';
import { figure } from '../look/figures';
import { along, gridOf, patternOutline, type PlacePx, type PlanFrame, type PlanScale } from './plan-scale';
import type { Thing } from './plan-things';

/** A talker from above: a hull with the mouth at its bow. */
const HULL = 'M0 0C8 7 11 17 11 26L10 37Q0 43 -10 37L-11 26C-11 17 -8 7 0 0Z';
/** A microphone from above, its front upwards. */
const MICROPHONE = 'M-5 0H5V17L3 24H-3L-5 17Z';
/** A loudspeaker from above, playing upwards, with the sector it lights. */
const LOUDSPEAKER = 'M-11 0H11L7 20H-7Z';
const SECTOR = 'M-11 0L-26 -34M11 0L26 -34M-26 -34A42 42 0 0 1 26 -34';
/** What a microphone hears from its front, drawn so large, pixels. */
const PATTERN_PX = 44;

/** How far behind its place a thing ends, pixels. */
const BEHIND: Record<Thing['kind'], number> = { talker: -50, microphone: -32, loudspeaker: -28 };
/** Beyond so much of sideways a name begins, or ends, at its thing instead of standing over or under it. */
const SIDEWAYS = 0.5;

const Name = ({ thing, scale }: { thing: Thing; scale: PlanScale }) => {
  const { x, y } = along(scale.at(thing.spot), thing.spot.turnDeg, BEHIND[thing.kind]);
  // To the right of straight up is positive; the name stands behind the thing.
  const sideways = -Math.sin((thing.spot.turnDeg * Math.PI) / 180);
  const isTalker = thing.kind === 'talker';
  return (
    <text
      x={x}
      y={y + 4.5}
      textAnchor={sideways > SIDEWAYS ? 'start' : sideways < -SIDEWAYS ? 'end' : 'middle'}
      fontSize={isTalker ? 13.5 : 12}
      fontWeight={isTalker ? 700 : 400}
      fill={isTalker ? 'var(--ink)' : 'var(--faint)'}
      stroke="var(--deep)"
      strokeWidth="4"
      paintOrder="stroke"
    >
      {thing.name.length > 26 ? `${thing.name.slice(0, 25)}…` : thing.name}
    </text>
  );
};

const Body = ({ thing, scale, isChosen }: { thing: Thing; scale: PlanScale; isChosen: boolean }) => {
  const { x, y } = scale.at(thing.spot);
  const shape = { talker: HULL, microphone: MICROPHONE, loudspeaker: LOUDSPEAKER }[thing.kind];
  return (
    <g transform={`translate(${x} ${y}) rotate(${thing.spot.turnDeg})`}>
      {thing.kind === 'microphone' && (
        <path
          d={patternOutline(thing.omniPart, PATTERN_PX, patternFactor)}
          fill={isChosen ? 'var(--shoal)' : 'none'}
          fillOpacity="0.6"
          stroke="var(--shore)"
          strokeWidth={isChosen ? 1.6 : 1}
        />
      )}
      {thing.kind === 'loudspeaker' && (
        <path d={SECTOR} fill="none" stroke="var(--shore)" strokeWidth="1.2" strokeDasharray="5 3" />
      )}
      <path
        d={shape}
        fill={thing.kind === 'talker' ? 'var(--sheet)' : 'var(--ink)'}
        stroke={isChosen ? 'var(--focus)' : 'var(--ink)'}
        strokeWidth={isChosen ? 2.6 : 1.6}
      />
    </g>
  );
};

/** A way from a mouth to a microphone, as it is drawn. */
interface WayDrawn {
  key: string;
  from: PlacePx;
  to: PlacePx;
  words: string;
  isStray: boolean;
  isTooLoud: boolean;
}

const colourOf = ({ isTooLoud, isStray }: WayDrawn): string =>
  isTooLoud ? 'var(--caution)' : isStray ? 'var(--faint)' : 'var(--ink)';

const WayLine = ({ way }: { way: WayDrawn }) => (
  <path
    d={`M${way.from.x} ${way.from.y}L${way.to.x} ${way.to.y}`}
    stroke={colourOf(way)}
    strokeWidth={way.isTooLoud && way.words ? 2.4 : 1.4}
    strokeDasharray={way.isStray ? '7 5' : undefined}
  />
);

/** How far along a way its figure stands: nearer the mouth, where fewer ways meet. */
const WORDS_AT = 0.42;

const WayWords = ({ way }: { way: WayDrawn }) => {
  const { from, to, words, isTooLoud } = way;
  const [x, y] = [from.x + (to.x - from.x) * WORDS_AT, from.y + (to.y - from.y) * WORDS_AT];
  const colour = colourOf(way);
  return (
    <g>
      {isTooLoud && (
        <path d={`M${x - 40} ${y}l7 -7l7 7l-7 7Z`} fill="var(--deep)" stroke={colour} strokeWidth="1.8" />
      )}
      <text
        x={x}
        y={y + 4.5}
        textAnchor="middle"
        fontSize="12.5"
        fontWeight={isTooLoud ? 700 : 400}
        fill={colour}
        stroke="var(--deep)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  );
};

interface PlanDrawingProps {
  things: readonly Thing[];
  frame: PlanFrame;
  scale: PlanScale;
  page: TablePage | null;
  chosen: Thing | undefined;
  width: number;
  height: number;
}

/** The plan of the table as a chart: who sits where, what each microphone hears, and whose voice strays into which. */
export const PlanDrawing = ({ things, frame, scale, page, chosen, width, height }: PlanDrawingProps) => {
  const grid = gridOf(frame, scale, width, height);
  const mouths = new Map(
    things.flatMap((thing) =>
      thing.kind === 'talker' ? [[thing.person, scale.at(thing.spot)] as const] : [],
    ),
  );
  const microphones = things.filter((thing) => thing.kind === 'microphone');
  const own = microphones.flatMap(({ placements, spot }) =>
    placements.flatMap(({ id, person }): WayDrawn[] => {
      const from = mouths.get(person);
      return from ? [{ key: id, from, to: scale.at(spot), words: '', isStray: false, isTooLoud: false }] : [];
    }),
  );
  /** What strays: of what is chosen all of it with its figures, else what is too loud. */
  const strays = (page?.rows ?? []).flatMap((row) =>
    Object.entries(row.cells).flatMap(([person, { againstDb, isTooLoud }]): WayDrawn[] => {
      const from = mouths.get(person);
      const to = microphones.find((one) => one.device === row.device && one.capsule === row.capsule);
      const isOf = chosen && (chosen === to || (chosen.kind === 'talker' && chosen.person === person));
      if (!from || !to || !(isOf || isTooLoud)) return [];
      const words = isOf ? `${figure(againstDb, 0)} dB` : '';
      return [{ key: `${person} ${to.key}`, from, to: scale.at(to.spot), words, isStray: true, isTooLoud }];
    }),
  );
  const bar = { x: 18, y: height - 16, length: 0.5 * scale.pixelsPerM };
  return (
    <svg width={width} height={height} aria-hidden className="absolute inset-0">
      <rect width={width} height={height} fill="var(--deep)" />
      <g stroke="var(--hair)" strokeWidth="1">
        {grid.across.map((xM) => {
          const { x } = scale.at({ xM, yM: 0 });
          return <path key={xM} d={`M${x} 0V${height}`} />;
        })}
        {grid.down.map((yM) => {
          const { y } = scale.at({ xM: 0, yM });
          return <path key={yM} d={`M0 ${y}H${width}`} />;
        })}
      </g>
      {strays.map((way) => (
        <WayLine key={way.key} way={way} />
      ))}
      {things.map((thing) => (
        <Body key={thing.key} thing={thing} scale={scale} isChosen={thing === chosen} />
      ))}
      {own.map((way) => (
        <WayLine key={way.key} way={way} />
      ))}
      {things
        .filter((thing) => thing.kind !== 'microphone' || thing === chosen)
        .map((thing) => (
          <Name key={thing.key} thing={thing} scale={scale} />
        ))}
      {strays
        .filter(({ words }) => words)
        .map((way) => (
          <WayWords key={way.key} way={way} />
        ))}
      <g stroke="var(--ink)" strokeWidth="1.6" fill="none">
        <path d={`M${bar.x} ${bar.y - 5}V${bar.y}H${bar.x + bar.length}V${bar.y - 5}`} />
      </g>
      <text x={bar.x + bar.length + 8} y={bar.y + 1} fontSize="12" fill="var(--faint)">
        half a metre
      </text>
    </svg>
  );
};
