/* eslint-disable @typescript-eslint/no-explicit-any -- documents are spoiled on purpose */
import * as fc from 'fast-check';
import { battery } from '../battery.testing';
import { skerryLight } from '../demo';
import { solveRig } from '../offers';
import { MAX_RIG_BYTES, readRigText, readRigValue } from './read-rig';

const copy = (): Record<string, unknown> =>
  JSON.parse(JSON.stringify(skerryLight)) as Record<string, unknown>;
const text = () => JSON.stringify(skerryLight);

/** Changes one spot of the demo document. */
const spoiled = (change: (rig: any) => void): unknown => {
  const rig = copy();
  change(rig);
  return rig;
};

const firstProblem = (value: unknown) => {
  const read = readRigValue(value);
  return read.ok ? undefined : read.problems[0];
};

describe('reading a rig file', () => {
  it('takes what Diaphon wrote', () => {
    expect(readRigText(text())).toEqual({ ok: true, rig: skerryLight });
  });

  it.each([
    ['not JSON', 'this is not JSON', 'the file'],
    ['an empty file', '', 'the file'],
    ['cut off in the middle', text().slice(0, 4000), 'the file'],
    ['a list', '[]', 'the document'],
    ['null', 'null', 'the document'],
    ['another format', '{"format":"other","version":1}', 'format'],
    ['a newer version', text().replace('"version":2', '"version":99'), 'version'],
    ['10 MB', `"${'x'.repeat(10 * 1024 * 1024)}"`, 'the file'],
  ])('%s is refused with its place and a cure', (_name, file, where) => {
    const read = readRigText(file);
    expect(read.ok).toBe(false);
    const problem = read.ok ? undefined : read.problems[0];
    expect(problem?.where).toBe(where);
    expect(problem?.cure.length).toBeGreaterThan(10);
    expect(problem!.found.length).toBeLessThan(200);
  });

  it('the limit is 2 MB', () => {
    expect(MAX_RIG_BYTES).toBe(2 * 1024 * 1024);
  });

  it.each([
    ['a dangling model', (rig: any) => (rig.devices[0].model = 'ghost'), 'devices[0].model'],
    ['a dangling lead kind', (rig: any) => (rig.leads[0].kind = 'ghost'), 'leads[0].kind'],
    ['a lead to no device', (rig: any) => (rig.leads[0].ends[0].device = 'ghost'), 'leads[0].ends[0].device'],
    ['a lead to no port', (rig: any) => (rig.leads[0].ends[0].port = 'ghost'), 'leads[0].ends[0].port'],
    [
      'a lead in itself',
      (rig: any) => (rig.leads[0].ends[0] = { lead: 'keeper-lead', end: 1 }),
      'leads[0].ends[0]',
    ],
    ['a doubled id', (rig: any) => (rig.devices[1].id = 'keeper-mic'), 'devices[1].id'],
    [
      'a doubled plug',
      (rig: any) => (rig.leads[1].ends[1] = { ...rig.leads[0].ends[1] }),
      'leads[1].ends[1]',
    ],
    ['a stranger in a seat', (rig: any) => (rig.placements[0].person = 'ghost'), 'placements[0].person'],
    ['a track of no stream', (rig: any) => (rig.apps[1].input.stream = 'ghost'), 'apps[1].input'],
    ['a broken wire there is not', (rig: any) => (rig.leads[0].broken = ['ghost']), 'leads[0].broken'],
    ['an unknown switch', (rig: any) => (rig.devices[5].settings.ghost = true), 'devices[5].settings.ghost'],
    ['text for a number', (rig: any) => (rig.leads[0].lengthM = 'long'), 'leads[0].lengthM'],
    ['a negative length', (rig: any) => (rig.leads[0].lengthM = -1), 'leads[0].lengthM'],
    ['NaN', (rig: any) => (rig.leads[0].lengthM = NaN), 'leads[0].lengthM'],
    ['infinity', (rig: any) => (rig.assumptions.speechCrestDb = Infinity), 'assumptions.speechCrestDb'],
    ['a missing list', (rig: any) => delete rig.people, 'the document'],
    ['an extra key', (rig: any) => (rig.surprise = 1), 'the document'],
    [
      'a control loop in a model',
      (rig: any) => (rig.models[0].paths[0].from = 'ghost'),
      'models[0].paths[0].from',
    ],
  ] as [string, (rig: any) => void, string][])('%s: the place is named', (_name, change, where) => {
    expect(firstProblem(spoiled(change))?.where).toBe(where);
  });

  it.each([
    ['text for a number', (rig: any) => (rig.leads[0].lengthM = 'long'), 'a number'],
    ['a negative length', (rig: any) => (rig.leads[0].lengthM = -1), 'at least 0'],
    ['a length beyond all', (rig: any) => (rig.leads[0].lengthM = 5000), 'at most 1000'],
    ['a target there is not', (rig: any) => (rig.target = 'loud'), 'one of recording, live'],
    ['a missing list', (rig: any) => delete rig.people, '“people” among its values'],
    ['an extra key', (rig: any) => (rig.surprise = 1), 'nothing called “surprise”'],
    ['an empty name', (rig: any) => (rig.devices[0].name = ''), 'a text that is not empty'],
    ['an id with capitals', (rig: any) => (rig.devices[0].id = 'A'), 'small letters, digits and dashes'],
    [
      'a setting with a space',
      (rig: any) => (rig.devices[0].settings = { 'a b': 1 }),
      'letters, digits and dashes',
    ],
    ['one end only', (rig: any) => (rig.leads[0].ends = [null]), 'a list of at least 2'],
    ['too many people', (rig: any) => (rig.people = Array(501).fill(rig.people[0])), 'a list of at most 500'],
    [
      'half a track',
      (rig: any) => (rig.apps.find((app: any) => app.tracks.length > 0).tracks[0].channel = 1.5),
      'a whole number',
    ],
  ] as [string, (rig: any) => void, string][])(
    '%s: what belongs there is said in words',
    (_name, change, words) => {
      expect(firstProblem(spoiled(change))?.expected).toBe(words);
    },
  );

  it('the schema library’s own sentences are shown to nobody', () => {
    const odd = [null, true, -1, 'x', [], {}, 1e9];
    const rig = copy();
    for (const key of Object.keys(rig))
      for (const value of odd) {
        const read = readRigValue({ ...rig, [key]: value });
        for (const { expected } of read.ok ? [] : read.problems)
          expect(expected).not.toMatch(/schema|Instance|subschema/);
      }
  });

  it('prototype keys are refused, not merged', () => {
    const hostile = text().replace('"notes"', '"__proto__":{"polluted":true},"notes"');
    const read = readRigText(hostile);
    expect(read.ok).toBe(false);
    expect(read.ok ? '' : read.problems[0]!.where).toBe('__proto__');
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  it('a document nested a thousand deep is refused without overflowing', () => {
    const deep = `${'{"a":'.repeat(1000)}1${'}'.repeat(1000)}`;
    const read = readRigText(text().replace('"notes":', `"extra":${deep},"notes":`));
    expect(read.ok).toBe(false);
  });

  it('leads plugged in a ring are read, and the engine gets through them', () => {
    const ring = spoiled((rig) => {
      rig.leads[0].ends = [{ lead: 'guest-lead', end: 1 }, null];
      rig.leads[1].ends = [{ lead: 'keeper-lead', end: 1 }, null];
    });
    const silenced = ['keeper', 'guest'];
    const read = readRigValue(ring);
    expect(read.ok).toBe(true);
    expect(
      read.ok &&
        solveRig(read.rig).strands.every(
          ({ person, arrives }) => person === null || !silenced.includes(person) || !arrives,
        ),
    ).toBe(true);
  });

  it('whatever JSON comes in, an answer comes out', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const read = readRigValue(value);
        expect(read.ok).toBe(false);
      }),
    );
  });

  it('any single value of the document replaced by anything is read or refused with a place', () => {
    const places: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]) => {
      if (path.length > 0) places.push(path);
      if (typeof value === 'object' && value !== null && path.length < 5) {
        for (const key of Object.keys(value)) walk((value as Record<string, unknown>)[key], [...path, key]);
      }
    };
    walk(copy(), []);
    fc.assert(
      fc.property(fc.nat(places.length - 1), fc.jsonValue(), (index, replacement) => {
        const rig = copy();
        const path = places[index]!;
        const parent = path
          .slice(0, -1)
          .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], rig) as Record<string, unknown>;
        parent[path[path.length - 1]!] = replacement;
        const read = readRigValue(rig);
        if (!read.ok) for (const problem of read.problems) expect(problem.where).not.toBe('');
      }),
      { numRuns: battery(200, 80) },
    );
  });
});
