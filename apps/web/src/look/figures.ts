/** "−18.3" with a real minus sign; "–" when there is nothing to show, "silent" below what anyone could hear. */
export const figure = (value: number | null | undefined, digits = 1): string => {
  if (value === null || value === undefined) return '–';
  if (value < -160) return 'silent';
  const rounded = value.toFixed(digits);
  return (Number(rounded) === 0 ? (0).toFixed(digits) : rounded).replace('-', '−');
};

/** The same with its unit. */
export const quantity = (value: number | null | undefined, unit: string, digits = 1): string =>
  value === null || value === undefined || value < -160
    ? figure(value, digits)
    : `${figure(value, digits)} ${unit}`;

/** What is counted has no decimals, nor has what is large; levels have one, small volts three, seconds two. */
export const digitsOf = (value: number, unit: string): number => {
  if ((unit === '' && Number.isInteger(value)) || unit === 'bytes') return 0;
  if (unit === 'V' && Math.abs(value) < 1) return 3;
  if (Math.abs(value) >= 100 && !unit.startsWith('dB')) return 0;
  return unit === 's' ? 2 : 1;
};

/** "1 device", "3 devices". @param plural where an s is not all it takes */
export const count = (number: number, one: string, plural = `${one}s`): string =>
  `${number} ${number === 1 ? one : plural}`;

const MOMENT = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** "2 Dec, 18:04". @param at ISO text */
export const momentWords = (at: string): string => MOMENT.format(new Date(at));
