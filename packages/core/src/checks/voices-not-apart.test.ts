import type { Strand } from '../gain';
import { solve } from '../offers';
import { after } from '../rig/testing';
import { endingAt } from './by-hand.testing';
import { ROWS } from './rows.testing';
import { voicesNotApart } from './voices-not-apart';

/** A receiver that puts both of its voices on both of its sides, each side recorded by itself; how loud each is there is written down. */
const [, , rig] = ROWS.find(([code]) => code === 'voices-not-apart')!;
const solved = solve(rig);
const tracks = solved.strands.filter(({ sinkKind, person }) => sinkKind === 'track' && person !== null);
const [a, b] = [...new Set(tracks.map(({ source }) => source))];
const [first, second] = [...new Set(tracks.map(({ sink }) => sink))];

const of = (source: string, sink: string) =>
  tracks.find((one) => one.source === source && one.sink === sink)!;
/** What is said where voice A is so loud on the first track and on the second, and voice B. */
const said = (
  levels: [a1: number, a2: number, b1: number, b2: number],
  change: (strand: Strand) => Partial<Strand> = () => ({}),
) =>
  voicesNotApart({
    ...solved,
    strands: [of(a!, first!), of(a!, second!), of(b!, first!), of(b!, second!)].map((strand, n) =>
      endingAt({ ...strand, ...change(strand) }, { typical: levels[n]! }),
    ),
  });

it('both on both: told once, with how loud one is on either', () => {
  expect(tracks).toHaveLength(4);
  const [found, ...more] = said([-20, -22, -21, -23]);
  expect(more).toEqual([]);
  expect(found!.figures.map(({ value }) => value)).toEqual([-20, -22]);
  expect(found!.title).toMatch(/^\S+ and \S+ are both on both tracks$/);
});

it('apart where one is 6 dB under the other, on either track', () => {
  expect(said([-20, -20, -25.9, -20])).toHaveLength(1);
  expect(said([-20, -20, -26, -20])).toEqual([]);
  expect(said([-20, -20, -20, -26])).toEqual([]);
});

it('or where each is more than 6 dB weaker on the other track', () => {
  expect(said([-20, -26, -20, -26])).toHaveLength(1);
  expect(said([-20, -26.1, -20, -26.1])).toEqual([]);
});

it('only tracks count, and only voices of people that arrive', () => {
  const same: [number, number, number, number] = [-20, -20, -20, -20];
  expect(said(same, () => ({ sinkKind: 'stream' }))).toEqual([]);
  expect(said(same, () => ({ arrives: false }))).toEqual([]);
  expect(said(same, ({ source }) => (source === b ? { person: null } : {}))).toEqual([]);
  expect(said(same, ({ sink }) => (sink === second ? { sinkKind: 'call' } : {}))).toEqual([]);
});

it('only voices of one receiver', () => {
  const elsewhere = (device: string) => (strand: Strand) =>
    strand.source === b
      ? { stages: strand.stages.map((stage) => (stage.role === 'capsule' ? { ...stage, device } : stage)) }
      : {};
  const moved = (device: string) =>
    voicesNotApart({
      ...solved,
      strands: tracks.map((strand) => ({ ...strand, ...elsewhere(device)(strand) })),
    });
  const own = tracks[0]!.stages.find(({ role }) => role === 'capsule')!.device!;
  expect(moved(own)).toHaveLength(1);
  expect(moved('other')).toEqual([]);
});

it('every other mode of it is tried, and one of them parts them', () => {
  const [found] = voicesNotApart(solved);
  const parted = found!.propose().filter(({ edit }) => voicesNotApart(solve(after(rig, edit))).length === 0);
  expect(parted.length).toBeGreaterThan(0);
});
