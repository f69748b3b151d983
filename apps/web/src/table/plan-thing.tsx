import type { Spot } from '@diaphon/core';
import { figure } from '../look/figures';
import { along, type PlacePx, type PlanScale } from './plan-scale';
import { patternWords, type Thing } from './plan-things';
import { usePlanGrip } from './use-plan-grip';

/** How far the middle of what is drawn lies from the place it stands for, ahead of it, pixels. */
const MIDDLE: Record<Thing['kind'], number> = { talker: -21, microphone: 5, loudspeaker: -12 };
const HANDLE_PX = 40;

/** Where something is taken hold of. */
export const middleOf = (thing: Thing, scale: PlanScale): PlacePx =>
  along(scale.at(thing.spot), thing.spot.turnDeg, MIDDLE[thing.kind]);

const degrees = (deg: number): string => `${figure(((Math.round(deg) % 360) + 360) % 360, 0)}°`;

/** What a screen reader says of it. */
const wordsOf = (thing: Thing): string => {
  const where = `${figure(thing.spot.xM, 2)} m across, ${figure(thing.spot.yM, 2)} m down, turned ${degrees(thing.spot.turnDeg)}`;
  switch (thing.kind) {
    case 'talker':
      return `${thing.name}, ${where}`;
    case 'microphone':
      return `${thing.name}, ${patternWords(thing.omniPart)}, ${thing.placements
        .map(({ distanceM }) => `${Math.round(distanceM * 100)} cm from the mouth`)
        .join(', ')}, ${where}`;
    case 'loudspeaker':
      return `${thing.name}, loudspeaker, ${where}`;
  }
};

interface PlanThingProps {
  thing: Thing;
  scale: PlanScale;
  isChosen: boolean;
  onChoose: () => void;
  onMove: (spot: Spot) => void;
  onHold: (isHeld: boolean) => void;
}

/** The place where something on the plan is taken: dragged, moved by keys, and, once chosen, turned by its handle. */
export const PlanThing = ({ thing, scale, isChosen, onChoose, onMove, onHold }: PlanThingProps) => {
  const { body, handle } = usePlanGrip(scale, thing.spot, onMove, onHold);
  const middle = middleOf(thing, scale);
  const ahead = along(middle, thing.spot.turnDeg, HANDLE_PX - MIDDLE.talker);
  const style = ({ x, y }: PlacePx, size: number) => ({
    left: x - size / 2,
    top: y - size / 2,
    width: size,
    height: size,
  });
  return (
    <>
      <button
        aria-label={wordsOf(thing)}
        aria-pressed={isChosen}
        title={thing.name}
        data-thing={thing.key}
        className={`absolute cursor-grab touch-none rounded-full active:cursor-grabbing ${isChosen ? 'z-10' : ''}`}
        style={style(middle, thing.kind === 'talker' ? 40 : 26)}
        onFocus={onChoose}
        onClick={onChoose}
        {...body}
      />
      {isChosen && (
        <div
          aria-hidden
          data-turn={thing.key}
          className="absolute z-20 cursor-grab touch-none rounded-full border-2 border-focus bg-sheet"
          style={style(ahead, 18)}
          {...handle(() => {
            const plan = document.querySelector('[data-plan]')!.getBoundingClientRect();
            return { x: plan.left + middle.x, y: plan.top + middle.y };
          })}
        />
      )}
    </>
  );
};
