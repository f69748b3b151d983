import type { SchemaObject } from '@nestjs/swagger/dist/interfaces/open-api-spec.interface';

/** Shapes for the OpenAPI page. The rig document has a JSON Schema of its own at /api/kit/rig-schema. */

const text: SchemaObject = { type: 'string' };
const whole: SchemaObject = { type: 'integer' };
const date: SchemaObject = { type: 'string', format: 'date-time' };
const document: SchemaObject = { type: 'object', description: 'Rig document; see /api/kit/rig-schema' };
const object = (
  properties: Record<string, SchemaObject>,
  required = Object.keys(properties),
): SchemaObject => ({
  type: 'object',
  properties,
  required,
});

export const ERROR = object({ code: text, message: text, where: text, hint: text });
export const SAVED_RIG = object({ id: text, revision: whole, updatedAt: date });
export const OPEN_RIG = object({ id: text, revision: whole, updatedAt: date, document });
export const SHELF: SchemaObject = {
  type: 'array',
  items: object({
    id: text,
    name: text,
    revision: whole,
    updatedAt: date,
    deletedAt: { ...date, nullable: true },
    binDaysLeft: whole,
    trouble: { ...text, nullable: true },
    summary: object({
      devices: whole,
      leads: whole,
      people: whole,
      target: text,
      findings: object({ danger: whole, fault: whole, caution: whole, advice: whole }),
      toDo: whole,
      isHeard: { type: 'boolean' },
      gravest: { ...text, nullable: true },
      sketch: { type: 'object', description: 'Boxes in columns and rows, lines between them' },
    }),
  }),
};
const revision = { number: whole, label: text, savedAt: date };
export const HISTORY: SchemaObject = { type: 'array', items: object(revision) };
export const REVISION = object({ ...revision, document });
export const CREATE = object({ name: text, document }, ['name']);
export const SAVE = object({ baseRevision: whole, label: text, document }, ['baseRevision', 'document']);
export const RESTORE = object({ revision: whole, baseRevision: whole });
export const COPY = object({ name: text }, []);
