import type { DeviceModel } from '../catalogue';
import { MODEL_FORMAT, type ModelFile } from './model-file';
import { boundsProblems } from './bounds';
import { modelProblems } from './model-references';
import { problem, type Problem } from './problem';
import { interpreting, parseText, schemaProblems } from './read-value';
import { MODEL_SCHEMA } from './schema';

export type ReadModelResult = { ok: true; model: DeviceModel } | { ok: false; problems: Problem[] };

/** A model file larger than this is refused before parsing, bytes. */
export const MAX_MODEL_BYTES = 1024 * 1024;

const validator = interpreting(MODEL_SCHEMA);

/** Takes any value for a model file or says what is wrong with it, each problem with place and cure. */
export const readModelValue = (value: unknown): ReadModelResult => {
  const format = typeof value === 'object' && value !== null && (value as { format?: unknown }).format;
  if (format !== MODEL_FORMAT) {
    return {
      ok: false,
      problems: [
        problem(
          'format',
          format || undefined,
          `"${MODEL_FORMAT}"`,
          'this is not a device model; a whole rig is opened from the shelf',
        ),
      ],
    };
  }
  const bounds = boundsProblems(value);
  if (bounds.length > 0) return { ok: false, problems: bounds };
  const shape = schemaProblems(validator, value);
  if (shape.length > 0) return { ok: false, problems: shape };
  const { model } = value as ModelFile;
  const dangling = modelProblems(model);
  return dangling.length > 0 ? { ok: false, problems: dangling.slice(0, 50) } : { ok: true, model };
};

/** The same from the text of a file. */
export const readModelText = (text: string): ReadModelResult => {
  const parsed = parseText(text, MAX_MODEL_BYTES, 'device model');
  return parsed.ok ? readModelValue(parsed.value) : parsed;
};
