/** Metres of the plan to pixels of the page. */

export interface PlacePx {
  x: number;
  y: number;
}

interface PlaceM {
  xM: number;
  yM: number;
}

/** What of the plan is shown, metres. */
export interface PlanFrame extends PlaceM {
  widthM: number;
  heightM: number;
}

/** Room round the outermost, and the least that is shown, metres. */
const MARGIN_M = 0.2;
const [LEAST_WIDTH_M, LEAST_HEIGHT_M] = [2, 1.5];

/** A frame round places, with room for names and a little to move. */
export const frameRound = (places: readonly PlaceM[]): PlanFrame => {
  const xs = places.map(({ xM }) => xM);
  const ys = places.map(({ yM }) => yM);
  const side = (values: readonly number[], leastM: number) => {
    const [from, to] = values.length === 0 ? [0, 0] : [Math.min(...values), Math.max(...values)];
    const size = Math.max(leastM, to - from + 2 * MARGIN_M);
    return { from: (from + to) / 2 - size / 2, size };
  };
  const [across, down] = [side(xs, LEAST_WIDTH_M), side(ys, LEAST_HEIGHT_M)];
  return { xM: across.from, yM: down.from, widthM: across.size, heightM: down.size };
};

export interface PlanScale {
  pixelsPerM: number;
  at: (place: PlaceM) => PlacePx;
  /** Metres for so many pixels. */
  metres: (pixels: number) => number;
}

/** Room for names and hulls, pixels: at the sides, above and below. */
const [SIDE_PX, ABOVE_PX] = [74, 44];

/** All of a frame in the middle of so much of the page. */
export const scaleOf = (frame: PlanFrame, width: number, height: number): PlanScale => {
  const pixelsPerM = Math.min(
    Math.max(1, width - 2 * SIDE_PX) / frame.widthM,
    Math.max(1, height - 2 * ABOVE_PX) / frame.heightM,
  );
  const [left, top] = [(width - frame.widthM * pixelsPerM) / 2, (height - frame.heightM * pixelsPerM) / 2];
  return {
    pixelsPerM,
    at: ({ xM, yM }) => ({ x: left + (xM - frame.xM) * pixelsPerM, y: top + (yM - frame.yM) * pixelsPerM }),
    metres: (pixels) => pixels / pixelsPerM,
  };
};

/** So many pixels from a place in a direction: degrees, clockwise from straight up. */
export const along = ({ x, y }: PlacePx, turnDeg: number, pixels: number): PlacePx => ({
  x: x + pixels * Math.sin((turnDeg * Math.PI) / 180),
  y: y - pixels * Math.cos((turnDeg * Math.PI) / 180),
});

/** Which way one place on the page lies from another. */
export const turnTowards = (from: PlacePx, to: PlacePx): number =>
  (Math.atan2(to.x - from.x, from.y - to.y) * 180) / Math.PI;

/** Every line of a grid of half metres that crosses so much of the page. */
export const gridOf = (frame: PlanFrame, scale: PlanScale, width: number, height: number, everyM = 0.5) => {
  const corner = scale.at(frame);
  const [xM, yM] = [frame.xM - scale.metres(corner.x), frame.yM - scale.metres(corner.y)];
  const [widthM, heightM] = [scale.metres(width), scale.metres(height)];
  const lines = (from: number, size: number) => {
    const first = Math.ceil(from / everyM);
    const count = Math.max(0, Math.floor((from + size) / everyM) - first + 1);
    return Array.from({ length: count }, (_, n) => (first + n) * everyM);
  };
  return { across: lines(xM, widthM), down: lines(yM, heightM) };
};

const STEP_DEG = 5;

/**
 * What a first-order pattern hears from each side, as an outline round its capsule, straight up being its front.
 * @param omniPart 1 omnidirectional, 0.5 cardioid, 0 figure of eight
 * @param radius of what it hears from the front, pixels
 */
export const patternOutline = (
  omniPart: number,
  radius: number,
  factor: (omniPart: number, deg: number) => number,
) => {
  const points = Array.from({ length: 360 / STEP_DEG }, (_, n) => {
    const deg = n * STEP_DEG;
    const { x, y } = along({ x: 0, y: 0 }, deg, radius * Math.abs(factor(omniPart, deg)));
    return `${x.toFixed(1)} ${y.toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
};
