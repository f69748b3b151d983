import type { Watching } from '../store/watch-slice';

const two = (value: number): string => String(value).padStart(2, '0');

/** "12 s", "3 min", "1 h 05 min". */
export const spanWords = (seconds: number): string => {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  if (whole < 3600) return `${Math.floor(whole / 60)} min`;
  return `${Math.floor(whole / 3600)} h ${two(Math.floor((whole % 3600) / 60))} min`;
};

/** The time of day of a show, or the place in a recording. */
export const momentOf = ({ isLive, startedAt }: Watching, seconds: number): string => {
  if (isLive) return new Date(startedAt + 1000 * seconds).toLocaleTimeString('en-GB');
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 3600)}:${two(Math.floor((whole % 3600) / 60))}:${two(whole % 60)}`;
};
