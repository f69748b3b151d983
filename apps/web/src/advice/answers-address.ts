import { USUAL_ANSWERS, type Answers } from '@diaphon/core';

/** Answers as an address keeps them: only what differs from the usual is written. */

const CHOICES: Partial<Record<keyof Answers, readonly string[]>> = {
  camera: ['none', 'computer', 'own-file'],
  microphone: ['hand-held', 'broadcast', 'condenser'],
  effort: ['normal', 'raised', 'loud', 'shouted'],
};

/** What a number may be; an address can be typed by anybody. */
export const RANGES = {
  people: { min: 1, max: 8, step: 1 },
  distanceM: { min: 0.5, max: 60, step: 0.5 },
  callers: { min: 0, max: 4, step: 1 },
  instruments: { min: 0, max: 4, step: 1 },
  mouthM: { min: 0.03, max: 1, step: 0.01 },
  roomNoiseSpl: { min: 10, max: 60, step: 1 },
} as const;

const readOne = (key: keyof Answers, text: string): Answers[keyof Answers] | undefined => {
  if (key === 'owned')
    return text
      .split(',')
      .filter((id) => /^[a-z0-9-]{1,64}$/.test(id))
      .slice(0, 60);
  const choices = CHOICES[key];
  if (choices) return choices.includes(text) ? (text as Answers['camera']) : undefined;
  if (key in RANGES) {
    const { min, max } = RANGES[key as keyof typeof RANGES];
    const value = Number(text);
    return Number.isFinite(value) ? Math.min(max, Math.max(min, value)) : undefined;
  }
  return text === 'yes' ? true : text === 'no' ? false : undefined;
};

export const answersFrom = (params: URLSearchParams): Answers => {
  const given = (Object.keys(USUAL_ANSWERS) as (keyof Answers)[]).flatMap((key) => {
    const text = params.get(key);
    const value = text === null ? undefined : readOne(key, text);
    return value === undefined ? [] : [[key, value] as const];
  });
  return { ...USUAL_ANSWERS, ...Object.fromEntries(given) };
};

export const addressOf = (answers: Answers): URLSearchParams => {
  const params = new URLSearchParams();
  for (const key of Object.keys(USUAL_ANSWERS) as (keyof Answers)[]) {
    const value = answers[key];
    if (JSON.stringify(value) === JSON.stringify(USUAL_ANSWERS[key])) continue;
    params.set(
      key,
      Array.isArray(value)
        ? value.join(',')
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value),
    );
  }
  return params;
};
