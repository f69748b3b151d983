import {
  Array as ListOf,
  Number as NumberOf,
  Object as ObjectOf,
  String as StringOf,
  Unsafe,
  type ArrayOptions,
  type Static,
  type TProperties,
  type TSchema,
  type TString,
} from '@sinclair/typebox';

/**
 * The pieces all JSON Schemas (draft 2020-12) of Diaphon are made of. Each is a schema and, by `Static`, the type of what
 * fits it: nothing about a document is written twice.
 */

export {
  Optional,
  Union as either,
  Null as nothing,
  Boolean as flag,
  Integer as integer,
} from '@sinclair/typebox';
export type { Static, TSchema } from '@sinclair/typebox';

/** An entry with named values and no others. */
export const closed = <P extends TProperties>(values: P) => ObjectOf(values, { additionalProperties: false });

export const number = (minimum: number, maximum: number) => NumberOf({ minimum, maximum });

export const text = (pattern: string, maxLength?: number): TString =>
  StringOf({ pattern, ...(maxLength === undefined ? {} : { maxLength }) });

export const list = <T extends TSchema>(items: T, maxItems: number, minItems?: number) =>
  ListOf(items, { maxItems, ...(minItems === undefined ? {} : { minItems }) } satisfies ArrayOptions);

export const pair = <T extends TSchema>(items: T) =>
  Unsafe<[Static<T>, Static<T>]>({ type: 'array', items, minItems: 2, maxItems: 2 });

/** Exactly this value. */
export const only = <const V extends string | number>(value: V) => Unsafe<V>({ const: value });

/** One of some values. */
export const oneOf = <const V extends string | boolean>(values: readonly V[]) =>
  Unsafe<V>({ enum: [...values] });

/** Values of one kind under names that fit a pattern. */
export const named = <T extends TSchema>(names: TString, values: T, maxProperties: number) =>
  Unsafe<Record<string, Static<T>>>({
    type: 'object',
    maxProperties,
    propertyNames: names,
    additionalProperties: values,
  });

/**
 * One of several shapes, told apart by `kind`. Written with if/then rather than anyOf: only the shape that is meant
 * is tried, which is quicker, and errors speak of that shape alone.
 */
export const byKind = <S extends (TSchema & { properties: { kind: TSchema } })[]>(...shapes: S) =>
  Unsafe<Static<S[number]>>({
    type: 'object',
    required: ['kind'],
    properties: { kind: { enum: shapes.map(({ properties }) => properties.kind.const as string) } },
    allOf: shapes.map((shape) => ({
      if: { properties: { kind: shape.properties.kind }, required: ['kind'] },
      then: shape,
    })),
  });

export const ID = text('^[a-z0-9][a-z0-9-]{0,63}$');
export const NAME = StringOf({ minLength: 1, maxLength: 200 });
export const TEXT = StringOf({ maxLength: 20_000 });
/** `port.pin` inside a device, `end.pin` inside a lead, or `chassis`. */
export const PIN = text('^[A-Za-z0-9-]+(\\.[A-Za-z0-9+-]+)?$', 80);
/** A place, port, control or element inside a model. */
export const POINT = text('^[A-Za-z0-9-]+$', 80);
export const DB = number(-300, 300);
export const DB_RANGE = pair(DB);
export const OHMS = number(1e-3, 1e12);
