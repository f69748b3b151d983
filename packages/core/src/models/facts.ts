import {
  gateOf,
  portOfPin,
  type CircuitElement,
  type DeskStrip,
  type DeviceModel,
  type Path,
} from '../catalogue';
import {
  dbuFromVolts,
  johnsonNoiseVolts,
  millivoltsPerPascal,
  powerDifferenceDb,
  powerSumDb,
  sensitivityShiftDb,
} from '../units';
import {
  CAPACITOR_FACTS,
  EIN_FACT,
  feedFacts,
  GAIN_FACTS,
  inputFacts,
  loadFacts,
  outputFacts,
  pointFacts,
  RAIL_FACTS,
  RESISTOR_FACTS,
  STRIP_FACTS,
  TRANSFORMER_FACTS,
  type FactRow,
} from './fact-table';

/** One figure of a device model, as a form shows it and takes it back. */
export interface Fact extends Omit<FactRow, 'field' | 'times'> {
  /** Stable in the model: `elements/mic1/ohms`. */
  key: string;
  /** The socket or part it belongs to, in words. */
  group: string;
  value: number;
}

interface Place {
  fact: Fact;
  write: (model: DeviceModel, value: number) => DeviceModel;
}

type Fields = Record<string, unknown>;

const read = (item: object, field: string): unknown =>
  field.split('.').reduce<unknown>((at, key) => (at as Fields | undefined)?.[key], item);

/** The same with one field changed, however deep it lies. */
const written = <T>(item: T, [key, ...rest]: string[], value: number): T => {
  if (key === undefined) return value as T;
  if (Array.isArray(item)) {
    return item.map((one, index) => (String(index) === key ? written(one, rest, value) : one)) as T;
  }
  return { ...item, [key]: written((item as Fields)[key], rest, value) };
};

type ListName = 'elements' | 'controls' | 'points';

const inList = (list: ListName, item: { id: string }, group: string, rows: readonly FactRow[]): Place[] =>
  rows.flatMap(({ field, times = 1, ...row }): Place[] => {
    const value = read(item, field);
    return typeof value === 'number'
      ? [
          {
            fact: { ...row, key: `${list}/${item.id}/${field}`, group, value: rounded(value * times) },
            write: (model, next) => ({
              ...model,
              [list]: (model[list] as { id: string }[]).map((one) =>
                one.id === item.id ? written(one, field.split('.'), next / times) : one,
              ),
            }),
          },
        ]
      : [];
  });

/** Enough digits for any data sheet, and no 12.600000000000001. */
const rounded = (value: number): number => Number(value.toPrecision(9));

const rowsOf = (element: CircuitElement): FactRow[] => {
  switch (element.kind) {
    case 'output':
      return outputFacts(element.signal);
    case 'input':
      return inputFacts(element.signal);
    case 'feed':
      return feedFacts(element.standard);
    case 'rail':
      return RAIL_FACTS;
    case 'load':
      return loadFacts(element.standard);
    case 'resistor':
      return RESISTOR_FACTS;
    case 'capacitor':
      return CAPACITOR_FACTS;
    case 'transformer':
      return TRANSFORMER_FACTS;
    case 'bond':
      return [];
  }
};

/** A contact of the element, to tell the socket it belongs to. */
const contactOf = (element: CircuitElement): string => {
  switch (element.kind) {
    case 'output':
    case 'input':
      return element.plus;
    case 'feed':
    case 'load':
      return element.legs[0] ?? '';
    case 'resistor':
    case 'capacitor':
      return element.a;
    case 'transformer':
      return element.secondary[0];
    case 'rail':
    case 'bond':
      return '';
  }
};

const groupOf = (model: DeviceModel, element: CircuitElement): string => {
  const port = model.ports.find(({ id }) => portOfPin(contactOf(element)) === id);
  if (!port) return 'Inside';
  const side = element.kind === 'output' || element.kind === 'input' ? element.side : undefined;
  return side ? `${port.label}, ${side}` : port.label;
};

const setPath = (path: Path, change: Partial<Path>) => (model: DeviceModel) => ({
  ...model,
  paths: model.paths.map((one) =>
    one.from === path.from && one.to === path.to ? { ...one, ...change } : one,
  ),
});

const labelOf = (model: DeviceModel, id: string): string => {
  const element = model.elements.find((candidate) => candidate.id === id);
  return model.points.find((point) => point.id === id)?.label ?? (element ? groupOf(model, element) : id);
};

const unitOf = (model: DeviceModel, id: string) =>
  model.points.find((point) => point.id === id)?.unit ?? 'dBu';

const MICROPHONE_SENSITIVITY: Pick<Fact, 'usual' | 'from'> = {
  usual: [0.5, 100],
  from: 'common practice, no published source: ribbons 0.5 to 2, dynamics 1 to 4, condensers 5 to 50',
};

/** A receiver's capsule reaches a line output with its amplifiers counted in. */
const isMicrophoneOutput = (model: DeviceModel, id: string): boolean =>
  model.elements.some(
    (element) => element.id === id && element.kind === 'output' && element.signal === 'microphone',
  );

/** A microphone's own noise is stated as sound; it stays that sound when the sensitivity changes. */
const noiseMoved = ({ noise }: Path, byDb: number): Partial<Path> =>
  noise?.kind === 'level' ? { noise: { ...noise, level: noise.level + byDb } } : {};

/** Sensitivity where a capsule meets a socket; elsewhere a fixed gain. */
const gainPlace = (model: DeviceModel, path: Path): Place[] => {
  if (path.gainDb === undefined) return [];
  const isCapsule = model.points.find(({ id }) => id === path.from)?.role === 'capsule';
  const group = `${labelOf(model, path.from)} to ${labelOf(model, path.to)}`;
  const key = `paths/${path.from} ${path.to}/gainDb`;
  if (isCapsule && unitOf(model, path.to) === 'dBu') {
    return [
      {
        fact: {
          key,
          group,
          label: 'Sensitivity',
          unit: 'mV/Pa',
          quantity: 'sensitivity',
          value: rounded(millivoltsPerPascal(path.gainDb)),
          min: 0.001,
          max: 10_000,
          step: 0.1,
          ...(isMicrophoneOutput(model, path.to) ? MICROPHONE_SENSITIVITY : {}),
        },
        write: (now, value) => {
          const shift = sensitivityShiftDb(value);
          const noise = noiseMoved(path, shift - path.gainDb!);
          return setPath(path, { gainDb: shift, unitShiftDb: shift, ...noise })(now);
        },
      },
    ];
  }
  return [
    {
      fact: {
        key,
        group,
        label: 'Fixed gain',
        unit: 'dB',
        value: path.gainDb,
        min: -300,
        max: 300,
        step: 0.1,
      },
      write: (now, value) => {
        const shift = path.unitShiftDb === path.gainDb ? { unitShiftDb: value } : {};
        const noise = isCapsule ? noiseMoved(path, value - path.gainDb!) : {};
        return setPath(path, { gainDb: value, ...shift, ...noise })(now);
      },
    },
  ];
};

/** Noise of the coil or ribbon itself, dBu: what its resistance makes (Johnson–Nyquist). */
const coilNoise = (model: DeviceModel, { to }: Path): number | undefined => {
  const coil = model.elements.find(({ id }) => id === to);
  return coil?.kind === 'output' && coil.thermal ? dbuFromVolts(johnsonNoiseVolts(coil.ohms)) : undefined;
};

/** A coil's noise is that of its resistance, and what its maker states beyond that; never less. */
const coilNoisePlace = (model: DeviceModel, path: Path, thermal: number): Place => {
  const { noise, gainDb = 0 } = path;
  const least = thermal - gainDb;
  const all = noise?.kind === 'level' ? powerSumDb([thermal, noise.level]) - gainDb : least;
  return {
    fact: {
      key: `paths/${path.from} ${path.to}/noise`,
      group: `${labelOf(model, path.from)} to ${labelOf(model, path.to)}`,
      label: OWN_NOISE,
      unit: 'dB SPL',
      quantity: 'own noise',
      value: rounded(all),
      // Floored, so that what stands there is itself allowed.
      min: Math.floor(least * 100) / 100,
      max: 300,
      step: 0.1,
      from: 'the thermal noise of its impedance, Johnson–Nyquist, unless stated',
    },
    write: (now, value) => {
      const more = powerDifferenceDb(value + gainDb, thermal);
      // A thousandth of a dB over the coil's own is the coil's own.
      const isMore = value - least > 0.001;
      const { noise: _was, ...bare } = path;
      return {
        ...now,
        paths: now.paths.map((one) =>
          one.from === path.from && one.to === path.to
            ? { ...bare, ...(isMore ? { noise: { kind: 'level', level: more } } : {}) }
            : one,
        ),
      };
    },
  };
};

const OWN_NOISE = 'Own noise, as sound';

const noisePlaces = (model: DeviceModel, path: Path): Place[] => {
  const { noise } = path;
  const isCapsule = model.points.find(({ id }) => id === path.from)?.role === 'capsule';
  const thermal = isCapsule && path.gainDb !== undefined ? coilNoise(model, path) : undefined;
  if (thermal !== undefined) return [coilNoisePlace(model, path, thermal)];
  if (!noise) return [];
  const group = `${labelOf(model, path.from)} to ${labelOf(model, path.to)}`;
  const key = `paths/${path.from} ${path.to}/noise`;
  if (noise.kind === 'ein') {
    return noise.table.map(([gainDb, ein], row) => ({
      fact: {
        ...EIN_FACT,
        key: `${key}/${row}`,
        group,
        label: `Equivalent input noise at ${gainDb} dB`,
        value: ein,
      },
      write: (now, value) =>
        setPath(path, {
          noise: {
            ...noise,
            table: noise.table.with(row, [noise.table[row]![0], value]),
          },
        })(now),
    }));
  }
  const shift = isCapsule ? (path.gainDb ?? 0) : 0;
  return [
    {
      fact: {
        key,
        group,
        label: isCapsule ? OWN_NOISE : 'Noise it adds',
        unit: isCapsule ? 'dB SPL' : unitOf(model, path.to),
        ...(isCapsule ? { quantity: 'own noise' as const } : {}),
        value: rounded(noise.level - shift),
        min: -300,
        max: 300,
        step: 0.1,
        usual: isCapsule ? [3, 45] : [-140, -40],
        from: 'common practice, no published source',
      },
      write: (now, value) => setPath(path, { noise: { ...noise, level: value + shift } })(now),
    },
  ];
};

const delayPlace = (model: DeviceModel, path: Path): Place[] =>
  path.delayMs === undefined
    ? []
    : [
        {
          fact: {
            key: `paths/${path.from} ${path.to}/delayMs`,
            group: `${labelOf(model, path.from)} to ${labelOf(model, path.to)}`,
            label: 'Delay',
            unit: 'ms',
            value: path.delayMs,
            min: 0,
            max: 10_000,
            step: 0.1,
          },
          write: (now, value) => setPath(path, { delayMs: value })(now),
        },
      ];

/** What the gate and the compressor of a strip do. */
const stripPlaces = (strip: DeskStrip): Place[] => {
  const gate = gateOf(strip);
  const stated = { ...strip, ...(gate ? { gate } : {}) };
  return STRIP_FACTS.flatMap(({ field, ...row }): Place[] => {
    const value = read(stated, field);
    if (typeof value !== 'number') return [];
    return [
      {
        fact: { ...row, key: `strips/${strip.id}/${field}`, group: `${strip.label}, in the desk`, value },
        write: (model, next) => {
          const desk = model.desk!;
          const strips = desk.strips.map((one) =>
            one.id === strip.id
              ? written(
                  { ...one, ...(gate && field.startsWith('gate.') ? { gate } : {}) },
                  field.split('.'),
                  next,
                )
              : one,
          );
          return { ...model, desk: { ...desk, strips } };
        },
      },
    ];
  });
};

const placesOf = (model: DeviceModel): Place[] => [
  ...model.elements.flatMap((element) =>
    inList('elements', element, groupOf(model, element), rowsOf(element)),
  ),
  ...model.controls.flatMap((control) =>
    control.kind === 'gain' ? inList('controls', control, control.label, GAIN_FACTS) : [],
  ),
  ...model.points.flatMap((point) => inList('points', point, point.label, pointFacts(point.unit))),
  ...model.paths.flatMap((path) => [
    ...gainPlace(model, path),
    ...noisePlaces(model, path),
    ...delayPlace(model, path),
  ]),
  ...(model.desk?.strips ?? []).flatMap(stripPlaces),
];

/** Every figure a device model states, in the order a form shows them. */
export const factsOf = (model: DeviceModel): Fact[] => placesOf(model).map(({ fact }) => fact);

/**
 * The model with one figure changed; the given one stays as it is.
 * @throws Error when the model has no such figure
 */
export const withFact = (model: DeviceModel, key: string, value: number): DeviceModel => {
  const place = placesOf(model).find(({ fact }) => fact.key === key);
  if (!place) throw new Error(`${model.name} states no figure "${key}".`);
  return place.write(model, value);
};
