/** Names of places in the flow. They are keys: what a place is stands in its node, nobody reads it out of the name. */

export const pointId = (device: string, point: string): string => `${device}:${point}`;
export const voiceId = (person: string): string => `voice/${person}`;
export const appId = (computer: string, app: string, side: 'in' | 'in-right' | 'out' | 'out-right'): string =>
  `${computer}/${app}:${side}`;
/** What someone at the far end of a call hears, or says. @param farEnd undefined: one that nobody has described */
export const farEndId = (
  computer: string,
  app: string,
  farEnd: string | undefined,
  side: 'hears' | 'says',
): string => `${computer}/${app}@${farEnd ?? ''}:${side}`;
/** A place inside a desk's strip: ahead of its fader or behind it, left (0) or right (1). */
export const stripId = (device: string, strip: string, place: 'in' | 'out', side: number): string =>
  `${device}/${strip}:${place}${side}`;
export const trackId = (computer: string, app: string, track: string): string =>
  `${computer}/${app}#${track}`;
