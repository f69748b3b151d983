import 'fake-indexeddb/auto';
import { chartModel } from './chart-model';
import { makeKeptCharts, type Standing } from './kept-charts';
import { skerryLight } from '@diaphon/core';

const standing = (x: number, isGrouped = false): Standing => ({
  model: chartModel(skerryLight),
  layout: { boxes: { mixer: { x, y: 0 } }, lines: {}, places: {} },
  isGrouped,
});
let moment = 0;
const charts = makeKeptCharts(() => (moment += 1));
const xOf = async (rig: string, isGrouped = false) =>
  (await charts.of(rig, isGrouped))?.layout.boxes['mixer']!.x;

it('a chart stands as it was kept last, for each rig and grouped or not', async () => {
  await charts.keep('one', standing(1));
  await charts.keep('one', standing(2, true));
  await charts.keep('two', standing(3));
  await charts.keep('two', standing(4));
  expect(await Promise.all([xOf('one'), xOf('one', true), xOf('two'), xOf('two', true)])).toEqual([
    1,
    2,
    4,
    undefined,
  ]);
  await charts.drop('one', true);
  expect(await Promise.all([xOf('one'), xOf('one', true)])).toEqual([1, undefined]);
});

it('of more than a hundred the one kept longest ago goes', async () => {
  for (let at = 0; at < 100; at += 1) await charts.keep(`rig-${at}`, standing(at));
  expect(await Promise.all([xOf('one'), xOf('two'), xOf('rig-0')])).toEqual([undefined, undefined, 0]);
  await charts.keep('rig-0', standing(7));
  await charts.keep('new', standing(8));
  expect(await Promise.all([xOf('rig-0'), xOf('rig-1'), xOf('new')])).toEqual([7, undefined, 8]);
});

it('what cannot be kept is no trouble: the chart is there all the same', async () => {
  const broken = { ...standing(1), layout: { ...standing(1).layout, boxes: { mixer: () => 0 } } };
  await expect(charts.keep('broken', broken as unknown as Standing)).resolves.toBeUndefined();
  expect(await charts.of('broken', false)).toBeUndefined();
});
