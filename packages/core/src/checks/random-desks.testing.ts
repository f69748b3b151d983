import { controlsOf, modelById } from '../catalogue';
import { valuesOf } from '../propose/gates';
import { chance } from '../render/chance';
import { sayIntent, type Rig, type SinkRef } from '../rig';
import { after } from '../rig/testing';
import { DESKS, talk, withApp, withFarEnds } from './feeds.testing';

const pick = <T>(random: () => number, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

/** A desk with a few things turned at random. */
export const deskAt = (seed: number): Rig => {
  const random = chance(seed);
  const desk = pick(random, Object.values(DESKS));
  const kind = pick(random, ['call', 'call', 'encoder'] as const);
  const far =
    kind === 'call' && random() < 0.3
      ? withFarEnds({ id: 'ines' }, { id: 'jon' })
      : withApp('none', () => ({}));
  const turns = controlsOf(modelById(desk.model)).filter((one) => valuesOf(one, one.initial).length > 1);
  const settings = Object.fromEntries(
    Array.from({ length: 2 + Math.floor(random() * 6) }, () => {
      const control = pick(random, turns);
      return [control.id, pick(random, valuesOf(control, control.initial))];
    }),
  );
  const rig = talk(desk, kind, settings, far);
  // Now and then the operator wants something of their own.
  const wish = random() < 0.4;
  const sink = pick(random, [{ app: kind === 'call' ? 'call' : 'show' }, { device: 'ears' }] as SinkRef[]);
  const want = pick(random, ['never', 'never', 'arrives'] as const);
  return wish ? after(rig, sayIntent(rig, { person: pick(random, ['ann', 'bob']) }, sink, want)) : rig;
};
