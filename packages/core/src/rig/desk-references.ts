import type { DeviceModel } from '../catalogue';
import { uniqueIds, type Report } from './report';

/** Checks that everything a desk names is there: points, strips, mixes. */
export const checkDesk = (model: DeviceModel, points: ReadonlySet<string>, where: string, report: Report) => {
  const { desk } = model;
  if (!desk) return;
  const strips = uniqueIds(`${where}.strips`, desk.strips, report);
  const mixes = uniqueIds(`${where}.mixes`, desk.mixes, report);
  // A stream with a mix of its own has sends named as a mix has.
  uniqueIds(`${where}.streams`, [...desk.mixes, ...desk.streams], report);
  const named = (place: string, names: readonly string[], there: ReadonlySet<string>, kind: string) => {
    for (const name of names)
      if (!there.has(name))
        report(`${where}.${place}`, name, `a ${kind} of this model`, `name a ${kind}, or leave it out`);
  };
  desk.strips.forEach(({ takes, goes }, index) => {
    const place = `strips[${index}]`;
    takes.forEach((source) => named(`${place}.takes`, source.points, points, 'point'));
    if (new Set(takes.map((source) => source.points.length)).size > 1)
      report(
        `${where}.${place}.takes`,
        takes.map(({ label }) => label),
        'sources with as many sides as one another',
        'give each one point, or each left and right',
      );
    goes?.options.forEach((option) => named(`${place}.goes`, option.mixes, mixes, 'mix'));
  });
  desk.mixes.forEach(({ to, sends, without }, index) => {
    named(`mixes[${index}].to`, to, points, 'point');
    named(`mixes[${index}].sends`, Object.keys(sends ?? {}), strips, 'strip');
    named(`mixes[${index}].without`, without ?? [], strips, 'strip');
  });
  desk.streams.forEach(({ to, takes }, index) => {
    named(`streams[${index}].to`, to, points, 'point');
    if ('mix' in takes) {
      named(`streams[${index}].takes`, [takes.mix], mixes, 'mix');
      named(`streams[${index}].takes`, takes.own, strips, 'strip');
    } else named(`streams[${index}].takes`, [takes.strip], strips, 'strip');
  });
  if (desk.solo) named('solo', desk.solo.mixes, mixes, 'mix');
  if (desk.direct) {
    named('direct', [desk.direct.mix], mixes, 'mix');
    named('direct', desk.direct.strips, strips, 'strip');
  }
};
