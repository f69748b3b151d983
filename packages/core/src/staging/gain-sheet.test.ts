import Papa from 'papaparse';
import { modelById, type GainControl } from '../catalogue';
import { gainAtShare, gainFromKnob, knobFigure, knobShare, knobWords, lightWords } from '../catalogue/knobs';
import { DEMO_RIGS, skerryLight } from '../demo';
import { solve } from '../offers';
import { setControl } from '../rig';
import { after, fresh } from '../rig/testing';
import { readRigValue } from '../rig';
import { gainSheet, gainSheetCsv } from './gain-sheet';

const gainOf = (model: string, id: string) =>
  modelById(model).controls.find((control) => control.id === id) as GainControl;

describe('knobs as they are printed', () => {
  const mixer = gainOf('mixer-4-usb', 'gain1');
  const small = gainOf('interface-2', 'gain1');
  const marked = gainOf('preamp', 'gain');

  it.each([
    [0, '0.0 of 10'],
    [24, '5.0 of 10'],
    [51, '9.0 of 10'],
    [60, '10.0 of 10'],
  ])('the mixer at %i dB: %s', (db, words) => expect(knobWords(mixer, db)).toBe(words));

  it.each([
    [0, 'at 7:00 on the clock'],
    [22.4, 'at 12:00 on the clock'],
    [56, 'at 5:00 on the clock'],
  ])('a small interface at %f dB: %s', (db, words) => expect(knobWords(small, db)).toBe(words));

  it.each([
    [10, '1 of 11 marks'],
    // Half of its travel has 40 % of its range: 10 + 0.4 × 56.
    [32.4, '6 of 11 marks'],
    [66, '11 of 11 marks'],
  ])('a preamp with bare marks at %f dB: %s', (db, words) => expect(knobWords(marked, db)).toBe(words));

  it('so many marks as its model says', () => {
    const seven = { ...marked, knob: { ...marked.knob!, marks: 7 } };
    expect(knobWords(seven, 32.4)).toBe('4 of 7 marks');
    expect(gainFromKnob(seven, 'mark 7')).toBe(66);
  });

  it('one with a display has none', () =>
    expect(knobWords(gainOf('interface-8', 'gain1'), 20)).toBeUndefined());

  it('there and back is the same, all the way', () => {
    for (let db = 0; db <= 60; db += 1) expect(gainAtShare(mixer, knobShare(mixer, db)!)).toBeCloseTo(db, 9);
  });

  it.each([
    ['0', 0],
    ['10', 60],
    ['10.0 of 10', 60],
    ['5', 24],
    ['5,0', 24],
    ['11', undefined],
    ['3:30', undefined],
    ['loud', undefined],
    ['', undefined],
  ])('typed at the mixer, numbers from 0 to 10, “%s” is %p dB', (text, db) => {
    expect(gainFromKnob(mixer, text)).toBe(db);
  });

  it.each([
    ['7:00', small.minDb],
    ['5', small.maxDb],
    ['at 5:00 on the clock', small.maxDb],
    ['6:00', undefined],
    ['12:75', undefined],
    ['13', undefined],
  ])('typed at the small interface, by the clock, “%s” is %p dB', (text, db) => {
    expect(gainFromKnob(small, text)).toBe(db);
  });

  it.each([
    ['1', 10],
    ['mark 6', 32],
    ['11 of 11 marks', 66],
    ['0', undefined],
    ['12', undefined],
  ])('typed at the preamp, counted in marks, “%s” is %p dB', (text, db) => {
    expect(gainFromKnob(marked, text)).toBe(db);
  });

  it('what is shown, typed in again, is the same gain but for what nobody sees', () => {
    // A quarter of a mark at the steep end: 2.5 % of its travel, 3.75 % of its 56 dB.
    for (const [control, unseenDb] of [
      [mixer, 1.5],
      [small, 1.5],
      [marked, 2.1],
    ] as const)
      for (let db = control.minDb; db <= control.maxDb; db += 3)
        expect(Math.abs(gainFromKnob(control, knobFigure(control, db)!)! - db)).toBeLessThanOrEqual(unseenDb);
  });

  it('one that does not rise, or leaves its range, is refused with its place', () => {
    for (const table of [
      [
        [0, 0],
        [0.6, 0.7],
        [0.5, 0.8],
        [1, 1],
      ],
      [
        [0, 0],
        [1, 0.9],
      ],
      [
        [0.1, 0],
        [1, 1],
      ],
    ]) {
      const spoiled = fresh(skerryLight);
      const control = spoiled.models.find(({ id }) => id === 'mixer-4-usb')!.controls[0] as GainControl;
      control.knob = { printed: 'numbers', table: table as [number, number][] };
      const read = readRigValue(spoiled);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.problems[0]!.where).toMatch(/controls\[0\]\.knob\.table$/);
    }
  });
});

describe('lights', () => {
  const lights = [
    { label: 'signal', atDbfs: -24 },
    { label: 'hot', atDbfs: -6 },
    { label: 'clip', atDbfs: 0 },
  ];
  // Common practice, no published source: amber now and then, never red.
  it.each([
    [-15, -3, 'signal steady, hot flashes, clip dark'],
    [-30, -18, 'signal flashes, hot dark, clip dark'],
    [-40, -28, 'signal dark, hot dark, clip dark'],
    [-5, 0, 'signal steady, hot steady, clip flashes'],
  ])('an average of %i with peaks of %i dBFS: %s', (typical, peak, words) =>
    expect(lightWords(lights, typical, peak)).toBe(words),
  );
});

describe('the gain sheet', () => {
  const sheet = (rig = skerryLight) => gainSheet(solve(rig));

  it('has a row for each sound, with what is set and what must be read', () => {
    const keeper = sheet().find(({ who }) => who === 'Keeper')!;
    expect(keeper).toMatchObject({
      microphone: 'Keeper’s microphone'.replace('’', "'"),
      gain: '54 dB',
      knob: '9.3 of 10',
      pad: 'off',
      reading: '−15.0 dBFS average, peaks −3.0',
      lights: 'signal steady, hot flashes, clip dark',
      ends: 'Track Keeper',
    });
    expect(keeper.socket).toContain('Input 1');
  });

  it('follows what is turned', () => {
    const lower = after(skerryLight, (rig) => setControl(rig, 'mixer', 'gain1', 24));
    expect(sheet(lower).find(({ who }) => who === 'Keeper')).toMatchObject({
      gain: '24 dB',
      knob: '5.0 of 10',
    });
  });

  it('as CSV is the same, however often it is read', () => {
    for (const { rig } of DEMO_RIGS) {
      const rows = sheet(rig);
      const read = Papa.parse<string[]>(gainSheetCsv(rows), { skipEmptyLines: true }).data;
      expect(read).toHaveLength(rows.length + 1);
      // A spreadsheet's formulas are made plain text by an apostrophe; nothing else is changed.
      rows.forEach((row, at) =>
        expect(read[at + 1]!.map((cell) => cell.replace(/^'/, ''))).toEqual(Object.values(row)),
      );
    }
  });
});
