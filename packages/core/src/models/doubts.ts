import { NOMINAL_FEEDS, type DeviceModel } from '../catalogue';
import { factsOf, type Fact } from './facts';

/** Something about a model that can hardly be meant: it is kept all the same, if the user says so. */
export interface Doubt {
  /** The figure it is about; absent when it is about several. */
  key?: string;
  words: string;
}

const number = (value: number): string => String(Number(value.toPrecision(4))).replace('-', '−');
const withUnit = (value: number, unit: string): string => (unit ? `${number(value)} ${unit}` : number(value));

const outOfRange = ({ key, group, label, value, unit, usual, from }: Fact): Doubt[] => {
  if (!usual || (value >= usual[0] && value <= usual[1])) return [];
  const range =
    usual[0] === usual[1] ? withUnit(usual[0], unit) : `${number(usual[0])} to ${withUnit(usual[1], unit)}`;
  return [
    { key, words: `${group}: ${label.toLowerCase()} ${withUnit(value, unit)}; usual is ${range} (${from}).` },
  ];
};

/** A microphone's electronics, fed as the standard says: 48 V − 3400 Ω × I is what they have (IEC 61938, memory). */
const underfed = (model: DeviceModel): Doubt[] =>
  model.elements.flatMap((element): Doubt[] => {
    if (element.kind !== 'load' || element.standard !== 'P48') return [];
    const left = NOMINAL_FEEDS.P48.volts - (NOMINAL_FEEDS.P48.ohms / 1000) * element.milliamps;
    return left >= element.minVolts
      ? []
      : [
          {
            key: `elements/${element.id}/minVolts`,
            words: `No phantom could feed it: at ${number(element.milliamps)} mA ${number(left)} V are left and it works from ${number(element.minVolts)} V.`,
          },
        ];
  });

const gainRanges = (model: DeviceModel): Doubt[] =>
  model.controls.flatMap((control): Doubt[] => {
    if (control.kind !== 'gain') return [];
    const { id, label, minDb, maxDb, initial } = control;
    if (minDb >= maxDb)
      return [
        {
          key: `controls/${id}/maxDb`,
          words: `${label}: the most (${number(maxDb)} dB) is not above the least (${number(minDb)} dB).`,
        },
      ];
    return initial < minDb || initial > maxDb
      ? [
          {
            key: `controls/${id}/initial`,
            words: `${label}: comes at ${number(initial)} dB, outside ${number(minDb)} to ${number(maxDb)} dB.`,
          },
        ]
      : [];
  });

/** More than this between noise and clipping exists in no gear, dB. Common practice, no published source. */
const WIDEST_RANGE_DB = 140;
const NARROWEST_RANGE_DB = 40;

const ranges = (model: DeviceModel): Doubt[] =>
  model.paths.flatMap((path): Doubt[] => {
    if (path.noise?.kind !== 'level') return [];
    const point = model.points.find(({ id }) => id === path.to);
    const element = model.elements.find(({ id }) => id === path.to);
    const ceiling = point?.ceiling ?? (element && 'maxDbu' in element ? element.maxDbu : undefined);
    if (ceiling === undefined) return [];
    const range = ceiling - path.noise.level;
    const key = `paths/${path.from} ${path.to}/noise`;
    const place = point?.label ?? path.to;
    if (range > WIDEST_RANGE_DB)
      return [
        { key, words: `${place}: ${number(range)} dB between noise and clipping is more than any gear has.` },
      ];
    return range < NARROWEST_RANGE_DB
      ? [{ key, words: `${place}: only ${number(range)} dB between noise and clipping.` }]
      : [];
  });

const accepted = (model: DeviceModel): Doubt[] =>
  model.elements.flatMap((element): Doubt[] =>
    element.kind === 'input' && element.accepts && element.accepts[0] >= element.accepts[1]
      ? [
          {
            key: `elements/${element.id}/accepts.1`,
            words: `The hottest level it takes (${number(element.accepts[1])} dBu) is not above the coldest (${number(element.accepts[0])} dBu).`,
          },
        ]
      : [],
  );

/** What looks wrong with a model, from its figures alone: outside what is usual, or at odds with one another. */
export const doubtsOf = (model: DeviceModel): Doubt[] => [
  ...factsOf(model).flatMap(outOfRange),
  ...underfed(model),
  ...gainRanges(model),
  ...accepted(model),
  ...ranges(model),
];
