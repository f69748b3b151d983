import { DEMO_RIGS, generateStage } from '../demo';
import { solveRig } from '../offers';
import type { Rig } from '../rig';
import { ordinaryDesks } from './desks.testing';
import { DESKS, talk } from './feeds.testing';

/** Ordinary, correct desks, on which no check of any kind says a word. Near-twins of what it judges stand with each check’s own tests. */

const saidOf = (rig: Rig, isAbout = (_code: string) => true) =>
  solveRig(rig)
    .findings.filter(({ code }) => isAbout(code))
    .map(({ severity, title }) => `${severity}: ${title}`);

it.each(ordinaryDesks())('%s', (_name, rig) => expect(saidOf(rig)).toEqual([]));

it('the monthly live stream of the museum', () =>
  expect(saidOf(DEMO_RIGS.find(({ key }) => key === 'live-stream')!.rig)).toEqual([]));

/** Nobody has turned the gains here. */
const isOfGain = (code: string) => ['gain-short', 'noise-high', 'too-quiet'].includes(code);

it.each(Object.entries(DESKS))('a talk at the %s', (_name, desk) =>
  expect(saidOf(talk(desk, 'call'), (code) => !isOfGain(code))).toEqual([]),
);

it('a stage of 32 × 16', () => expect(saidOf(generateStage(), (code) => !isOfGain(code))).toEqual([]));
