import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EXIT, program } from './program';
import type { PiecesReport, WireReport } from './wire';

const folder = mkdtempSync(join(tmpdir(), 'diaphon-wire-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
afterEach(() => {
  process.exitCode = undefined;
});

const run = async (...args: string[]) => {
  let out = '';
  let err = '';
  const command = program({ write: (text) => (out += text) }, { write: (text) => (err += text) });
  await command.parseAsync(['node', 'diaphon', ...args]).catch(() => undefined);
  return { out, err, code: process.exitCode };
};
const path = (name: string) => join(folder, name);

describe('diaphon pieces and wire', () => {
  it('a parts list, wired, is clear', async () => {
    const loose = await run(
      'pieces',
      'dynamic mic, interface, laptop',
      '--out',
      path('loose.json'),
      '--json',
    );
    expect((JSON.parse(loose.out) as PiecesReport).parts).toHaveLength(3);
    expect(loose.code).toBe(EXIT.clear);
    const wired = await run('wire', path('loose.json'), '--out', path('wired.json'), '--json');
    const report = JSON.parse(wired.out) as WireReport;
    expect(report).toMatchObject({
      report: 'diaphon-wire',
      version: 1,
      isProven: true,
      unmet: [],
      left: [],
      frees: null,
      toBuy: [
        { what: 'XLR lead', kind: 'xlr', count: 1 },
        { what: 'USB lead C to C', kind: 'usb-c-c', count: 1 },
      ],
    });
    expect(report.changes.map(({ group }) => group)).toContain('Leads');
    expect((await run('check', path('wired.json'))).code).toBe(EXIT.clear);
  });

  it('leads that are there are not bought; a list that cannot be read is told with its row', async () => {
    await run('pieces', 'dynamic mic, interface, laptop', '--out', path('own.json'));
    writeFileSync(path('leads.csv'), 'kind,lengthM,count\nXLR lead,5,2\nusb-c-c,1,1\n');
    const { out } = await run('wire', path('own.json'), '--own', path('leads.csv'), '--json');
    expect((JSON.parse(out) as WireReport).toBuy).toEqual([]);
    for (const [text, words] of [
      ['kind,count\nrope,1\n', 'Row 2: no lead is called “rope”'],
      ['kind,count\nxlr,many\n', 'Row 2: a count of “many”'],
      ['what\n', 'No rows'],
    ] as const) {
      writeFileSync(path('bad.csv'), text);
      const { err, code } = await run('wire', path('own.json'), '--own', path('bad.csv'));
      expect(err).toContain(words);
      expect(code).toBe(EXIT.unreadable);
    }
  });

  it('what cannot be had is said, and what was not understood', async () => {
    const loose = await run('pieces', 'lapel mic, mixer, flux capacitor', '--out', path('short.json'));
    expect(loose.code).toBe(EXIT.findings);
    expect(loose.out).toContain('Not understood:\n  flux capacitor');
    const { out, code } = await run('wire', path('short.json'));
    expect(code).toBe(EXIT.findings);
    expect(out).toContain('The smallest piece that frees it: Adapter from phantom to plug-in power');
    expect(readFileSync(path('short.json'), 'utf8')).toContain('"leads": []');
  });
});
