import type { App, Track } from './types';

/** A free id for a track, that reads like `base`. */
export const freeTrackId = (tracks: readonly Pick<Track, 'id'>[], base: string): string => {
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base.slice(0, 56)}-${n}`;
    if (!tracks.some((track) => track.id === id)) return id;
  }
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
