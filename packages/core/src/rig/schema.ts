import { DEVICE_KINDS, DIGITAL_FORMATS, DIRECT_MONITORING, OFF, SEND_TAPS, STREAM_KINDS } from '../catalogue';
import { VOICE_EFFORTS } from '../units';
import { APP_KINDS, RIG_FORMAT, RIG_VERSION, TARGETS } from './types';

/** The rig document's JSON Schema (draft 2020-12), the one definition that reading, docs and tests use. */

const ID = { type: 'string', pattern: '^[a-z0-9][a-z0-9-]{0,63}$' };
const NAME = { type: 'string', minLength: 1, maxLength: 200 };
const TEXT = { type: 'string', maxLength: 20_000 };
const PIN = { type: 'string', pattern: '^[A-Za-z0-9-]+(\\.[A-Za-z0-9+-]+)?$', maxLength: 80 };
const POINT = { type: 'string', pattern: '^[A-Za-z0-9-]+$', maxLength: 80 };
/** A control as a setting names it: the model's own, or one of its desk, in parts. */
const SETTING = { type: 'string', pattern: '^[A-Za-z0-9-]+(\\.[A-Za-z0-9-]+){0,2}$', maxLength: 240 };
const number = (minimum: number, maximum: number) => ({ type: 'number', minimum, maximum });
const DB = number(-300, 300);
const OHMS = number(1e-3, 1e12);

type Shape = Record<string, unknown>;
const object = <R extends Shape>(required: R, optional: Shape = {}) => ({
  type: 'object',
  properties: { ...required, ...optional } as R & Shape,
  required: Object.keys(required),
  additionalProperties: false,
});
const list = (items: Shape, maxItems: number) => ({ type: 'array', items, maxItems });
const oneOf = (...values: readonly (readonly (string | boolean)[])[]) => ({ enum: values.flat() });

const WHEN = object({ control: POINT, is: { type: ['boolean', 'string'] } });
const TOLERANCE = object({ volts: number(0, 1000), milliamps: number(0, 10_000) });
const SIGNAL = oneOf(['microphone', 'line', 'headphone', 'instrument', 'loudspeaker', 'aes3']);
const SIDE = oneOf(['left', 'right']);
const pair = (items: Shape) => ({ type: 'array', items, minItems: 2, maxItems: 2 });

/**
 * One of several shapes, told apart by `kind`. Written with if/then rather than anyOf: only the shape that is meant
 * is tried, which is quicker, and errors speak of that shape alone.
 */
const byKind = (...shapes: { properties: { kind: { const: string } } }[]): Shape => ({
  type: 'object',
  required: ['kind'],
  properties: { kind: { enum: shapes.map(({ properties }) => properties.kind.const) } },
  allOf: shapes.map((shape) => ({
    if: { properties: { kind: shape.properties.kind }, required: ['kind'] },
    then: shape,
  })),
});

const element = (kind: string, required: Shape, optional: Shape = {}) =>
  object({ kind: { const: kind }, id: POINT, ...required }, { when: WHEN, ...optional });

const ELEMENT = byKind(
  element(
    'output',
    { drive: oneOf(['floating', 'both-legs', 'one-leg', 'single']), plus: PIN, ohms: OHMS, signal: SIGNAL },
    {
      minus: PIN,
      ground: PIN,
      dcOhms: OHMS,
      idleOhms: OHMS,
      tolerates: TOLERANCE,
      maxDbu: DB,
      poweredBy: POINT,
      pair: POINT,
      side: SIDE,
      nominalDbu: DB,
      thermal: { type: 'boolean' },
    },
  ),
  element(
    'input',
    { drive: oneOf(['differential', 'single']), plus: PIN, ground: PIN, ohms: OHMS, signal: SIGNAL },
    {
      minus: PIN,
      dcOhms: OHMS,
      maxDbu: DB,
      side: SIDE,
      accepts: pair(DB),
      commonModeRejectionDb: number(0, 200),
    },
  ),
  element(
    'feed',
    {
      legs: { ...list(PIN, 2), minItems: 1 },
      ground: PIN,
      volts: number(0, 100),
      ohmsEach: OHMS,
      standard: oneOf(['P48', 'P24', 'P12', 'plug-in']),
    },
    { control: POINT, rail: POINT },
  ),
  element('rail', { ground: PIN, volts: number(0, 100), ohms: OHMS }, { control: POINT }),
  element(
    'load',
    {
      legs: { ...list(PIN, 2), minItems: 1 },
      ground: PIN,
      milliamps: number(1e-4, 14),
      standard: oneOf(['P48', 'plug-in']),
      minVolts: number(0, 60),
    },
    { maxVolts: number(0, 1000) },
  ),
  element('resistor', { a: PIN, b: PIN, ohms: OHMS }),
  element('capacitor', { a: PIN, b: PIN, farads: number(1e-15, 1) }),
  element('transformer', {
    primary: pair(PIN),
    secondary: pair(PIN),
    ratio: number(1e-3, 1e3),
    primaryOhms: OHMS,
    secondaryOhms: OHMS,
  }),
  element('bond', { pins: { ...list(PIN, 50), minItems: 2 } }),
);

const SEND_LEVEL = { anyOf: [DB, { const: OFF }] };

const levelControl = <K extends string>(kind: K, initial: Shape) =>
  object({
    id: POINT,
    label: NAME,
    kind: { const: kind },
    minDb: DB,
    maxDb: DB,
    stepDb: number(0.01, 20),
    initial,
  });

const CONTROL = byKind(
  levelControl('gain', DB),
  levelControl('trim', DB),
  levelControl('fader', SEND_LEVEL),
  object({ id: POINT, label: NAME, kind: { const: 'pan' }, initial: number(-100, 100) }),
  object({ id: POINT, label: NAME, kind: { const: 'switch' }, initial: { type: 'boolean' } }),
  object({
    id: POINT,
    label: NAME,
    kind: { const: 'choice' },
    options: { ...list(NAME, 50), minItems: 1 },
    initial: NAME,
  }),
);

const NOISE = byKind(
  object({
    kind: { const: 'ein' },
    table: { ...list({ type: 'array', items: DB, minItems: 2, maxItems: 2 }, 50), minItems: 1 },
  }),
  object({ kind: { const: 'level' }, level: DB }),
);

const DB_RANGE = pair(DB);
const SIDES = { ...list(POINT, 2), minItems: 1 };
const FLAG = { type: 'boolean' };

const STRIP = object(
  {
    id: POINT,
    label: NAME,
    takes: {
      ...list(object({ label: NAME, points: SIDES }, { delayMs: number(0, 10_000) }), 8),
      minItems: 1,
    },
  },
  {
    trimDb: DB_RANGE,
    polarity: FLAG,
    highPassHz: number(1, 20_000),
    gate: FLAG,
    compressor: object({ thresholdDbfs: DB, ratio: number(1, 1000), makeUpDb: DB }),
    mute: FLAG,
    faderDb: DB_RANGE,
    pan: FLAG,
    goes: object({
      label: NAME,
      options: { ...list(object({ label: NAME, mixes: list(POINT, 64) }), 16), minItems: 1 },
    }),
  },
);

const DESK = object(
  {
    strips: list(STRIP, 128),
    mixes: list(
      object(
        { id: POINT, label: NAME, to: SIDES, tap: oneOf(SEND_TAPS, ['either']), initial: SEND_LEVEL },
        {
          sendDb: DB_RANGE,
          sends: {
            type: 'object',
            maxProperties: 128,
            propertyNames: POINT,
            additionalProperties: SEND_LEVEL,
          },
          without: list(POINT, 128),
          centreDb: number(-20, 0),
        },
      ),
      64,
    ),
    streams: list(
      object(
        {
          id: POINT,
          label: NAME,
          to: SIDES,
          takes: {
            anyOf: [
              object({
                mix: POINT,
                kinds: { ...list(oneOf(STREAM_KINDS), 3), minItems: 1 },
                own: list(POINT, 128),
              }),
              object({ strip: POINT, tap: oneOf(SEND_TAPS, ['source']) }),
            ],
          },
        },
        { delayMs: number(0, 10_000) },
      ),
      256,
    ),
  },
  {
    solo: object({ mixes: list(POINT, 64), tap: oneOf(SEND_TAPS) }),
    direct: object({
      mix: POINT,
      strips: list(POINT, 128),
      options: { ...list(oneOf(DIRECT_MONITORING), 3), minItems: 1 },
    }),
  },
);

const MODEL = object(
  {
    id: ID,
    name: NAME,
    kind: oneOf(DEVICE_KINDS),
    about: TEXT,
    ground: oneOf(['bonded', 'floating']),
    ports: list(
      object(
        { id: POINT, label: NAME, connector: ID, side: oneOf(['in', 'out']) },
        {
          usb: object({
            role: oneOf(['device', 'host', 'hub-up', 'hub-down']),
            version: oneOf(['2.0', '3', '1394']),
          }),
          digital: object(
            { format: oneOf(DIGITAL_FORMATS) },
            { sends: list(POINT, 64), receives: list(POINT, 64) },
          ),
        },
      ),
      100,
    ),
    controls: list(CONTROL, 200),
    elements: list(ELEMENT, 300),
    points: list(
      object(
        {
          id: POINT,
          label: NAME,
          unit: oneOf(['dBu', 'dBFS', 'dB SPL']),
          role: oneOf(['capsule', 'programme', 'stage', 'converter', 'mix', 'stream', 'driver', 'track']),
        },
        { ceiling: DB, omniPart: number(0, 1), level: DB, crestDb: number(0, 40) },
      ),
      300,
    ),
    paths: list(
      object(
        { from: POINT, to: POINT },
        {
          gainDb: DB,
          unitShiftDb: DB,
          controls: list(object({ control: POINT }, { onDb: DB }), 10),
          noise: NOISE,
          delayMs: number(0, 10_000),
          when: WHEN,
          poweredBy: POINT,
        },
      ),
      1000,
    ),
    streams: list(
      object(
        {
          id: POINT,
          label: NAME,
          direction: oneOf(['to-computer', 'from-computer']),
          channels: list(POINT, 100),
        },
        { ports: list(POINT, 20) },
      ),
      20,
    ),
  },
  { supply: oneOf(['earthed', 'double-insulated', 'usb', 'battery']), desk: DESK },
);

const LEAD_KIND = object(
  {
    id: ID,
    name: NAME,
    about: TEXT,
    ends: { ...list(object({ connector: ID, label: NAME }), 12), minItems: 2 },
    conductors: list(object({ name: NAME, joins: { ...list(PIN, 24), minItems: 2 } }), 30),
    ohmsPerM: number(0, 100),
    picofaradsPerM: number(0, 10_000),
    elements: list(ELEMENT, 30),
    usualLengthsM: list(number(0, 1000), 20),
  },
  {
    screen: NAME,
    usb: object({ version: oneOf(['2.0', '3', '1394']), maxLengthM: number(0, 100) }),
    delayMs: number(0, 10_000),
    maxLengthM: number(0, 1000),
  },
);

const STREAM_CHOICE = {
  anyOf: [{ type: 'null' }, object({ device: ID, stream: POINT }), object({ joined: ID })],
};

const APP = object({
  id: ID,
  computer: ID,
  name: NAME,
  kind: oneOf(APP_KINDS),
  input: STREAM_CHOICE,
  output: STREAM_CHOICE,
  tracks: list(object({ id: ID, name: NAME, channel: { type: 'integer', minimum: 1, maximum: 256 } }), 256),
});

const JOINED_INPUT = object({
  id: ID,
  computer: ID,
  name: NAME,
  members: list(object({ device: ID, stream: POINT, resampled: { type: 'boolean' } }), 32),
  clock: { anyOf: [{ type: 'null' }, ID] },
});

const SOURCE_REF = { anyOf: [object({ person: ID }), object({ app: ID }), object({ device: ID })] };
const SINK_REF = { anyOf: [object({ app: ID }, { track: ID }), object({ device: ID })] };

const PLUGGED = {
  anyOf: [
    { type: 'null' },
    object({ device: ID, port: POINT }),
    object({ lead: ID, end: { type: 'integer', minimum: 0, maximum: 11 } }),
  ],
};

/** A device model as a file of its own. */
export const MODEL_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'diaphon-model.schema.json',
  title: 'Diaphon device model',
  ...object({ format: { const: 'diaphon-model' }, version: { const: 1 }, model: MODEL }),
};

export const RIG_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'diaphon-rig.schema.json',
  title: 'Diaphon rig document',
  ...object({
    format: { const: RIG_FORMAT },
    version: { const: RIG_VERSION },
    name: NAME,
    notes: TEXT,
    target: oneOf(TARGETS),
    assumptions: object(
      {
        speechCrestDb: number(0, 40),
        gainTravelLimit: number(0, 1),
        callLevelDbfs: number(-80, 0),
        callCrestDb: number(0, 40),
      },
      {
        interferenceNanoampsPerM: number(0, 1000),
        earthHumMillivolts: number(0, 1000),
        programmeLikeness: number(-1, 1),
      },
    ),
    models: list(MODEL, 500),
    leadKinds: list(LEAD_KIND, 500),
    devices: list(
      object({
        id: ID,
        name: NAME,
        model: ID,
        place: { type: 'string', maxLength: 200 },
        settings: {
          type: 'object',
          maxProperties: 3000,
          propertyNames: SETTING,
          additionalProperties: { type: ['number', 'boolean', 'string'] },
        },
      }),
      2000,
    ),
    leads: list(
      object({
        id: ID,
        kind: ID,
        lengthM: number(0, 1000),
        ends: { ...list(PLUGGED, 12), minItems: 2 },
        broken: list(NAME, 30),
      }),
      4000,
    ),
    apps: list(APP, 500),
    joinedInputs: list(JOINED_INPUT, 100),
    people: list(object({ id: ID, name: NAME, effort: oneOf(VOICE_EFFORTS) }), 500),
    placements: list(
      object({
        id: ID,
        person: ID,
        device: ID,
        capsule: POINT,
        distanceM: number(0.01, 20),
        offAxisDeg: number(0, 180),
      }),
      500,
    ),
    intents: list(
      object({ id: ID, source: SOURCE_REF, sink: SINK_REF, want: oneOf(['arrives', 'never']) }),
      1000,
    ),
  }),
};
