import { USUAL_MONITOR_MS, withMonitoring } from './commands';
import type { App, Track } from './types';

/** A free id for a track, that reads like `base`. */
export const freeTrackId = (tracks: readonly Pick<Track, 'id'>[], base: string): string => {
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base.slice(0, 56)}-${n}`;
    if (!tracks.some((track) => track.id === id)) return id;
  }
};

/** The words of a name in small letters, a blank between them and at either end. */
const wordsOf = (name: string): string =>
  ` ${(name.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).join(' ')} `;

/** Whether a name stands in another, whole: "Ann" in "Ann’s voice" and in "ann left", not in "Hannah", nor "A" in "Track 1". */
export const standsIn = (name: string, other: string): boolean => {
  const words = wordsOf(name);
  return words.trim() !== '' && wordsOf(other).includes(words);
};

/** A recorder with some of its tracks armed, or not. Armed is as a track comes: only what is not is stated. */
export const withArmed = (app: App, tracks: readonly string[], isArmed: boolean): App => ({
  ...app,
  tracks: app.tracks.map((track) => {
    if (!tracks.includes(track.id)) return track;
    const { isArmed: _was, ...rest } = track;
    return isArmed ? rest : { ...rest, isArmed };
  }),
});

/** Whether a recorder plays a track back as it takes it. */
export const isMonitored = ({ monitorMs }: App, track: Track): boolean =>
  monitorMs !== undefined && track.isMonitored !== false;

/** A recorder that plays one of its tracks back, or not; of one that has played nothing back only that one sounds then. */
export const withMonitored = (app: App, id: string, isOn: boolean): App => {
  const tracks = app.tracks.map((track): Track => {
    const { isMonitored: _was, ...rest } = track;
    const sounds = track.id === id ? isOn : isMonitored(app, track);
    return sounds ? rest : { ...rest, isMonitored: false };
  });
  return tracks.every((track) => track.isMonitored === false)
    ? // Nothing sounds any more: it is one that plays nothing back.
      withMonitoring({ ...app, tracks: tracks.map(({ isMonitored: _was, ...rest }) => rest) }, undefined)
    : { ...app, tracks, monitorMs: app.monitorMs ?? USUAL_MONITOR_MS };
};

/** What a track is called in a sentence: "track Ann", and "Track 1" where its name says so already. */
export const trackWords = ({ name }: Pick<Track, 'name'>, start: 'track' | 'Track' = 'track'): string =>
  standsIn('track', name) ? name : `${start} ${name}`;
