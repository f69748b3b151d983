import type { SignalKind } from '../catalogue';
import type { Feed, Post, Speaker } from '../feeds';
import type { Stage, Strand } from '../gain';
import type { Rig } from '../rig';
import type { Solved } from './finding';

/** Sounds, listeners and gear written down by hand. For tests. */

/** What each kind of speaker mostly is. */
const SOUNDS = { person: 'voice', call: 'far end', programme: 'player' } as const;
const LISTENERS = { track: 'own track', call: 'far end' } as const;

/** @param index which of the sources of the flow it is */
export const speakerOf = (
  name: string,
  index: number,
  kind: Speaker['kind'] = 'person',
  ref: Speaker['ref'] = { person: name },
): Speaker => ({ id: name, kind, sound: SOUNDS[kind], name, inSentence: name, ref, indexes: [index] });

export const postOf = (name: string, kind: Post['kind'], more: Partial<Post> = {}): Post => ({
  ...{ id: name, kind, name, inSentence: name, devices: [], nodes: [] },
  listener: kind === 'track' || kind === 'call' ? LISTENERS[kind] : kind,
  ...more,
});

export const feedOf = (state: Feed['state'], more: Partial<Feed> = {}): Feed => ({
  ...{ speaker: '', post: '', want: 'may', grade: 'fault', because: 'it is so', state, isLate: false },
  ...(more as Feed),
});

/** A rig whose sounds come to its listeners so. @param rows one for each speaker, in the order of the listeners */
export const fed = (solved: Solved, speakers: Speaker[], posts: Post[], rows: Feed[][]): Solved => ({
  ...solved,
  feeds: { ...solved.feeds, speakers, posts, rows },
});

/** The same gear with pads that change the level by so much while they are in, dB. */
export const withPads = (rig: Rig, onDb: number): Rig => ({
  ...rig,
  models: rig.models.map((model) => ({
    ...model,
    paths: model.paths.map((path) => ({
      ...path,
      ...(path.controls && {
        controls: path.controls.map((one) => ('onDb' in one ? { ...one, onDb } : one)),
      }),
    })),
  })),
});

/** The same gear; parts of one model that have such a value have another. */
export const withParts = (
  rig: Rig,
  model: string,
  change: { ohms: number } | { signal: SignalKind },
): Rig => {
  const [key] = Object.keys(change) as [string];
  type Part = Rig['models'][number]['elements'][number];
  const changed = (one: Part): Part => (key in one ? ({ ...one, ...change } as Part) : one);
  return {
    ...rig,
    models: rig.models.map((one) =>
      one.id === model ? { ...one, elements: one.elements.map(changed) } : one,
    ),
  };
};

/** A way whose last stage reads so. */
export const endingAt = (strand: Strand, end: Partial<Stage>): Strand => ({
  ...strand,
  stages: strand.stages.with(-1, { ...strand.stages.at(-1)!, ...end }),
});
