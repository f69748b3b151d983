import * as fc from 'fast-check';
import { battery } from '../../battery.testing';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRigText, readRigValue } from '../read-rig';
import { upgradeRig } from '.';

const FIXTURES = join(__dirname, '../../../fixtures/desks');
const desks = readdirSync(FIXTURES).filter((file) => file !== 'expect.json');
const one = () =>
  JSON.parse(readFileSync(join(FIXTURES, 'dead-no-xlr-lead.json'), 'utf8')) as Record<string, unknown> & {
    devices: Record<string, unknown>[];
  };

describe('documents of version 1', () => {
  it.each(desks)('%s opens', (file) => {
    const read = readRigText(readFileSync(join(FIXTURES, file), 'utf8'));
    expect(read.ok ? [] : read.problems).toEqual([]);
  });

  it('the apps of every computer are the rig’s own, and name their computer', () => {
    const old = one();
    const second = structuredClone(old.devices[2]!);
    old.devices.push({ ...second, id: 'other' });
    const read = readRigValue(old);
    expect(read.ok && read.rig.apps.map(({ id, computer }) => [id, computer])).toEqual([
      ['recorder', 'l'],
      ['recorder-2', 'other'],
    ]);
    expect(read.ok && Object.keys(read.rig.devices[2]!)).not.toContain('apps');
  });

  it('intents that name something stay, by what they name', () => {
    const old = {
      ...one(),
      intents: [
        { id: 'a', source: 'a', sink: 'recorder', want: 'record' },
        { id: 'b', source: 'a', sink: 'l', want: 'never' },
        { id: 'c', source: 'ghost', sink: 'recorder', want: 'hear' },
      ],
    };
    const read = readRigValue(old);
    expect(read.ok && read.rig.intents).toEqual([
      { id: 'a', source: { person: 'a' }, sink: { app: 'recorder' }, want: 'arrives' },
      { id: 'b', source: { person: 'a' }, sink: { device: 'l' }, want: 'never' },
    ]);
  });

  it('something without the shape of its version is named, not guessed at', () => {
    const read = readRigValue({ format: 'diaphon-rig', version: 1, devices: 3 });
    expect(read.ok).toBe(false);
    expect(upgradeRig({ version: 1, devices: 3 })).toMatchObject({ devices: 3 });
  });

  it.each([0, -1, 1.5, 'two', null])('version %s was never written', (version) => {
    const read = readRigValue({ ...one(), version });
    expect(read.ok ? '' : read.problems[0]!.where).toBe('version');
  });

  it('any part of one taken away or put in its place, it is read or refused with a place', () => {
    fc.assert(
      fc.property(fc.nat(desks.length - 1), fc.nat(5000), fc.option(fc.jsonValue()), (which, at, put) => {
        const old = JSON.parse(readFileSync(join(FIXTURES, desks[which]!), 'utf8')) as unknown;
        const owners: [Record<string, unknown>, string][] = [];
        const walk = (value: unknown) => {
          if (typeof value !== 'object' || value === null) return;
          for (const key of Object.keys(value)) {
            owners.push([value as Record<string, unknown>, key]);
            walk((value as Record<string, unknown>)[key]);
          }
        };
        walk(old);
        const [owner, key] = owners[at % owners.length]!;
        if (put === null) delete owner[key];
        else owner[key] = put;
        const read = readRigValue(old);
        if (!read.ok) for (const { where } of read.problems) expect(where).not.toBe('');
      }),
      { numRuns: battery(300, 100) },
    );
  });
});
