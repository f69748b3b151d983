import { liveStream } from '../demo';
import { DESKS, talk } from '../checks/feeds.testing';
import { after } from '../rig/testing';
import type { Rig } from '../rig';
import {
  boardLevel,
  feedsPage,
  makeEngineMemory,
  meterBoard,
  solve,
  wishForColumn,
  wishForRow,
  wishLike,
} from '.';

/** Nothing is said yet. */
const stream: Rig = { ...liveStream, intents: [] };

const pageOf = (rig: Rig) => feedsPage(solve(rig, makeEngineMemory()));
const page = pageOf(stream);
const row = (name: string) => page.speakers.findIndex((one) => one.name === name);
const at = (name: string) => page.posts.findIndex((one) => one.name === name);
/** What the operator has said, as "sound at listener: want". */
const said = (rig: Rig) => {
  const now = pageOf(rig);
  return now.rows.flatMap((cells, index) =>
    cells.flatMap((cell, column) =>
      cell.intent === undefined
        ? []
        : [`${now.speakers[index]!.name} at ${now.posts[column]!.name}: ${cell.want}`],
    ),
  );
};

describe('whole rows and columns', () => {
  it('a sound everywhere, but a far end at itself', () => {
    const rig = after(stream, (now) => wishForRow(now, page, row('Harbour pilot'), 'never'));
    expect(said(rig)).toHaveLength(page.posts.length - 1);
    expect(said(rig)).not.toContain('Harbour pilot at Harbour pilot: never');
    const back = after(rig, (now) => wishForRow(now, page, row('Harbour pilot'), null));
    expect(back.intents).toEqual([]);
  });

  it('everything at one listener', () => {
    const rig = after(stream, (now) => wishForColumn(now, page, at('Gallery'), 'arrives'));
    expect(said(rig)).toEqual(page.speakers.map(({ name }) => `${name} at Gallery: must`));
  });

  it('one listener as another: what comes there must, the rest never', () => {
    const muted = talk(DESKS['podcast mixer, its first port']!, 'call');
    const own = pageOf(muted);
    const [track, ears] = ['Track 1', 'Headphones'].map((name) =>
      own.posts.findIndex((one) => one.name === name),
    ) as [number, number];
    const rig = after(muted, (now) => wishLike(now, own, ears, track));
    expect(said(rig)).toEqual(
      expect.arrayContaining(['ANN at Headphones: must', 'BOB at Headphones: never']),
    );
  });
});

describe('what meters show', () => {
  const board = meterBoard(solve(stream, makeEngineMemory()));
  const meter = (name: string) => board.meters.find((one) => one.name === name)!;
  const on = (...names: string[]) => board.speakers.map((name) => names.includes(name));

  it('of nobody nothing, of two at one level 3 dB more than of one (powers add)', () => {
    const mix = meter('Main mix');
    expect(boardLevel(mix, on())).toBeNull();
    const [pilot, archivist] = ['Harbour pilot', 'Archivist'].map((name) => boardLevel(mix, on(name))!);
    expect(pilot).toBeCloseTo(archivist!, 2);
    expect(boardLevel(mix, on('Harbour pilot', 'Archivist'))).toBeCloseTo(pilot! + 10 * Math.log10(2), 2);
  });

  it('what the call takes stays still while its far ends speak', () => {
    expect(boardLevel(meter('Call, sends'), on('Harbour pilot', 'Archivist'))).toBeNull();
  });
});
