/** What a number field takes. */
export interface NumberRange {
  min: number;
  max: number;
  step: number;
}

/** The nearest value a range allows, without the dust of floating point. */
export const snapTo = (value: number, { min, max, step }: NumberRange): number => {
  const snapped = min + Math.round((value - min) / step) * step;
  return Number(Math.min(max, Math.max(min, snapped)).toFixed(6));
};

/** What was typed as a number of the range; undefined when it makes no sense there. Takes a real minus and a comma. */
export const readNumber = (
  text: string,
  { min, max }: Pick<NumberRange, 'min' | 'max'>,
): number | undefined => {
  const value = Number(text.trim().replace('−', '-').replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= min && value <= max ? value : undefined;
};
