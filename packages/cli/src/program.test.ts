import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  applyEdit,
  buildRig,
  condenserOnAdapter,
  fixesFor,
  generateRig,
  echoingReturn,
  microphonesInTheMiddle,
  skerryLight,
  solveRig,
  usbTooFar,
  wavOf,
  type Rig,
} from '@diaphon/core';
import type { AlignReport } from './align';
import type { CheckReport } from './check';
import type { GainsReport } from './gains';
import type { LevelsReport } from './levels';
import type { MeasureReport } from './measure';
import { EXIT, program } from './program';
import type { FeedsReport } from './feeds';
import type { RenderReport } from './render';
import type { SpillReport } from './spill';

const folder = mkdtempSync(join(tmpdir(), 'diaphon-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
afterEach(() => {
  process.exitCode = undefined;
});

const fileOf = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

const run = async (...args: string[]) => {
  let out = '';
  let err = '';
  const command = program({ write: (text) => (out += text) }, { write: (text) => (err += text) });
  await command.parseAsync(['node', 'diaphon', ...args]).catch(() => undefined);
  return { out, err, code: process.exitCode };
};

/** The museum rig with its lead mended: nothing grave left. */
const mended: Rig = applyEdit(
  skerryLight,
  fixesFor(skerryLight, solveRig(skerryLight).findings[0]!.id)[0]!.edit,
).rig;

describe('diaphon check on several files, and with what mends one finding', () => {
  const museum = () => fileOf('check.json', JSON.stringify(skerryLight));

  it('one report a line, the worst exit code of them', async () => {
    const { out, code } = await run(
      'check',
      museum(),
      fileOf('mended.json', JSON.stringify(mended)),
      '--json',
    );
    const reports = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as CheckReport);
    expect(reports.map(({ counts }) => counts.danger)).toEqual([1, 0]);
    expect(code).toBe(EXIT.findings);
  });

  it('writes the rig as it is after the first fix, whole or not at all', async () => {
    const path = join(folder, 'out.json');
    const { out } = await run('check', museum(), '--fix', 'phantom-into-output', '--out', path);
    expect(out).toMatch(/^Done: Put a laptop isolator box in between/);
    const { out: again } = await run('check', path, '--json');
    expect((JSON.parse(again) as CheckReport).counts.danger).toBe(0);
    const nowhere = await run(
      'check',
      museum(),
      '--fix',
      'phantom-into-output',
      '--out',
      join(folder, 'no/x.json'),
    );
    expect(nowhere).toMatchObject({ code: EXIT.unreadable });
    expect(nowhere.err).toContain('cannot be written');
  });

  it.each([
    [['--out', 'x.json'], EXIT.unreadable],
    [['--fix', 'no-such-finding', '--out', 'x.json'], EXIT.findings],
  ])('%j: says so', async (options, code) => {
    const said = await run('check', museum(), ...options);
    expect(said.code).toBe(code);
    expect(said.err).not.toBe('');
  });

  it('gains and propose write theirs', async () => {
    for (const name of ['gains', 'propose']) {
      const path = join(folder, `${name}-out.json`);
      await run(name, museum(), '--out', path);
      expect((JSON.parse(readFileSync(path, 'utf8')) as Rig).format).toBe(skerryLight.format);
    }
  });

  it('tries the fixes of a large rig for one finding at a time', async () => {
    const path = fileOf('large.json', JSON.stringify(generateRig(50)));
    const { out } = await run('check', path, '--json');
    const { findings } = JSON.parse(out) as CheckReport;
    expect(findings.every(({ fixes }) => fixes.length === 0)).toBe(true);
    const { code } = findings[0]!;
    const asked = JSON.parse((await run('check', path, '--json', '--fix', code)).out) as CheckReport;
    expect(asked.findings.some((one) => one.code === code && one.fixes.length > 0)).toBe(true);
  });
});

describe('diaphon gains', () => {
  const museum = () => fileOf('gains.json', JSON.stringify(skerryLight));

  it('says what to turn, what it comes to, and that it is proven', async () => {
    const { out, code } = await run('gains', museum());
    expect(code).toBe(EXIT.clear);
    expect(out).toMatch(/\d\. Gain 2 of Lamp room mixer: 44 dB → 49 dB/);
    expect(out).toMatch(/Guest +Track Guest +−19\.9 +−14\.9/);
    expect(out).toContain('Proven: no other setting does better.');
  });

  it('as JSON has a shape of its own, with what would help', async () => {
    const far = {
      ...skerryLight,
      placements: skerryLight.placements.map((one) => ({ ...one, distanceM: 2 })),
    };
    const { out, code } = await run('gains', fileOf('far.json', JSON.stringify(far)), '--json');
    const report = JSON.parse(out) as GainsReport;
    expect(code).toBe(EXIT.findings);
    expect(report).toMatchObject({ report: 'diaphon-gains', version: 1, isProven: true });
    expect(report.unmet[0]!.helps.length).toBeGreaterThan(0);
    expect(JSON.stringify(report)).not.toContain('"steps"');
  });

  it('set, the rig has nothing more to turn', async () => {
    const { out } = await run('gains', museum(), '--set');
    const again = await run('gains', fileOf('set.json', out));
    expect(again.out).toContain('Every control stands where it belongs.');
  });

  it('where no voice reaches anything it does not call that right', async () => {
    const silent = { ...skerryLight, placements: [], apps: [], intents: [] };
    const { out } = await run('gains', fileOf('silent.json', JSON.stringify(silent)));
    expect(out).toContain('there is nothing to set');
    expect(out).not.toContain('stands where it belongs');
  });

  it('the gain sheet is CSV', async () => {
    const { out } = await run('gains', museum(), '--sheet');
    expect(out.split('\r\n')[0]).toBe(
      'Sound,From,Place,Into,Phantom,Pad,Gain,On the knob,Also set,Should read,Lights,Arrives at',
    );
    expect(out).toContain('54 dB,9.3 of 10');
  });
});

describe('diaphon check', () => {
  it('says what is wrong, why, with figures and fixes; ends with 1', async () => {
    const { out, code } = await run('check', fileOf('museum.json', JSON.stringify(skerryLight)));
    expect(code).toBe(EXIT.findings);
    expect(out).toContain("DANGER  Caller's laptop gets 46 V into its headset jack  [phantom-into-output]");
    expect(out).toContain('To mend: Put a laptop isolator box in between');
    expect(out).toContain('1 danger, 1 fault, 1 caution');
  });

  it('ends with 0 when nothing grave is found', async () => {
    const { out, code } = await run('check', fileOf('mended.json', JSON.stringify(mended)));
    expect(code).toBe(EXIT.clear);
    expect(out).toContain('2 caution');
  });

  it('--json has the documented shape', async () => {
    const { out } = await run('check', '--json', fileOf('adapter.json', JSON.stringify(condenserOnAdapter)));
    const report = JSON.parse(out) as CheckReport;
    expect(report).toMatchObject({ report: 'diaphon-check', version: 2, rig: condenserOnAdapter.name });
    expect(report.counts).toEqual({ danger: 0, fault: 1, caution: 0, advice: 0 });
    const [found] = report.findings;
    expect(Object.keys(found!).sort()).toEqual(
      ['code', 'figures', 'fixes', 'id', 'places', 'severity', 'title', 'why'].sort(),
    );
    expect(found!.figures[0]).toEqual({
      label: 'At its pins',
      value: 0,
      unit: 'V',
      from: 'solved circuit, DC',
    });
    expect(typeof found!.fixes[0]).toBe('string');
  });
});

describe('diaphon feeds', () => {
  const museum = fileOf('feeds.json', JSON.stringify(skerryLight));

  it('says what each listener hears and misses, and with exit code 1 that something is missing', async () => {
    const { out, code } = await run('feeds', museum);
    expect(code).toBe(EXIT.findings);
    expect(out).toMatch(/Headphones\n {2}Does not hear the far end of Call, and should: somebody here/u);
    expect(out).toMatch(/Keeper +Track Keeper +arrives +−\d+\.\d dBFS +\d\.\d/u);
  });

  it('as JSON: every sound at every listener, with level and delay where it comes', async () => {
    const report = JSON.parse((await run('feeds', '--json', museum)).out) as FeedsReport;
    expect(report).toMatchObject({ report: 'diaphon-feeds', version: 1 });
    expect(report.feeds).toHaveLength(5 * 9);
    for (const { level, unit, lateMs, state } of report.feeds)
      expect([level === null, unit === null, lateMs === null]).toEqual(
        Array(3).fill(state === 'missing' || state === 'quiet'),
      );
  });
});

describe('diaphon test-call', () => {
  it('says for each sound alone what moves and what to ask, and with exit code 1 that an answer will be wrong', async () => {
    const { out, code } = await run('test-call', fileOf('museum.json', JSON.stringify(skerryLight)));
    expect(code).toBe(EXIT.findings);
    expect(out).toMatch(
      /1\. Keeper reads a few lines.*\n {3}moves {2}Main mix, Lamp room mixer: −\d+\.\d dBFS/u,
    );
    expect(out).toContain('   still  Track Caller, Recording computer');
    expect(out).toMatch(
      /Is the far end of Call heard in Headphones\? yes \(as it stands it will be the other\)/u,
    );
  });
});

describe('diaphon propose', () => {
  const echoing = fileOf('echoing.json', JSON.stringify(echoingReturn));

  it('says the fewest changes, and what goes with them', async () => {
    const { out, code } = await run('propose', echoing);
    expect(code).toBe(EXIT.clear);
    expect(out).toMatch(
      /The fewest changes:\n {2}Set USB 1, main mix content to minus own \(Reading room desk\)\n {2}goes:/u,
    );
  });

  it('says what gear would bring what nothing of the rig does', async () => {
    const program = (id: string, kind: 'encoder' | 'call') => ({
      id,
      name: id,
      kind,
      input: { device: 'desk', stream: 'usb-in' },
      output: kind === 'call' ? { device: 'desk', stream: 'usb-out' } : null,
      tracks: [],
    });
    const rig = buildRig({
      name: 'A caller for the audience',
      devices: [
        { id: 'desk', model: 'interface-2', name: 'Desk' },
        { id: 'pc', model: 'laptop-c', apps: [program('show', 'encoder'), program('call', 'call')] },
      ],
      leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 }],
    });
    const file = fileOf('audience.json', JSON.stringify(rig));
    const { out, code } = await run('propose', file);
    expect(code).toBe(EXIT.findings);
    expect(out).toMatch(/With other gear all of it can be had:\n {2}Put a .* in place of Desk\n/u);
    const report = JSON.parse((await run('propose', '--json', file)).out) as {
      gear: { changes: string[] }[];
    };
    expect(report.gear[0]!.changes[0]).toMatch(/^Put a .* in place of Desk$/u);
  });

  it('prints the rig with the first taken, in which nothing is left to propose', async () => {
    const set = fileOf('set.json', (await run('propose', '--set', echoing)).out);
    const report = JSON.parse((await run('propose', '--json', set)).out) as { wrong: string[]; ways: [] };
    expect(report).toMatchObject({ report: 'diaphon-propose', wrong: [], ways: [] });
  });
});

describe('diaphon spill', () => {
  it('says whose voice strays where, by how much, and with exit code 1 that it is too much', async () => {
    const { out, code } = await run('spill', fileOf('middle.json', JSON.stringify(microphonesInTheMiddle)));
    expect(code).toBe(EXIT.findings);
    expect(out).toMatch(/neighbours should be 8\.0 dB under/);
    expect(out).toMatch(/too loud$/m);
  });

  it('as JSON: each neighbour in each microphone, both ways as powers against whoever it is for', async () => {
    const { out, code } = await run('spill', '--json', fileOf('museum.json', JSON.stringify(skerryLight)));
    expect(code).toBe(EXIT.clear);
    const report = JSON.parse(out) as SpillReport;
    expect(report).toMatchObject({ report: 'diaphon-spill', version: 1, leastApartDb: 8 });
    expect(report.spills).toHaveLength(6);
    expect(report.spills[0]).toMatchObject({ owners: ['Keeper'], isTooLoud: false });
    for (const { againstDb, ownDbSpl, straightDbSpl, roomDbSpl } of report.spills) {
      const both = 10 * Math.log10(10 ** (straightDbSpl / 10) + 10 ** (roomDbSpl / 10));
      expect(againstDb).toBeCloseTo(both - ownDbSpl, 9);
    }
  });

  it('nobody has a place: nothing strays, and that is said', async () => {
    const { out, code } = await run('spill', fileOf('usb.json', JSON.stringify(usbTooFar)));
    expect(code).toBe(EXIT.clear);
    expect(out).toContain('nobody');
  });
});

describe('diaphon levels', () => {
  it('says what is wanted where a voice ends, and how it stands', async () => {
    const { out } = await run('levels', '--json', fileOf('museum.json', JSON.stringify(skerryLight)));
    const { strands } = JSON.parse(out) as LevelsReport;
    const guest = strands.find(({ source, sink }) => source === 'Guest' && sink === 'Track Guest')!;
    expect(guest.aim).toMatchObject({ measure: 'typical', lowest: -18, highest: -12 });
    expect(guest.verdict).toBe('too-quiet');
    const effects = strands.find(({ source }) => source.startsWith('Effects'))!;
    expect([effects.aim, effects.verdict]).toEqual([null, null]);
    const text = await run('levels', fileOf('museum.json', JSON.stringify(skerryLight)));
    expect(text.out).toContain('recording: speech averages −18 to −12 dBFS: too quiet');
  });

  it('prints every stage of every strand', async () => {
    const { out, code } = await run('levels', fileOf('usb.json', JSON.stringify(usbTooFar)));
    expect(code).toBe(EXIT.clear);
    expect(out).toContain('Curator → Track Gallery');
    expect(out).toMatch(/Voice at the microphone +dB SPL +82\.4 +94\.4/);
  });

  it('--json has the documented shape', async () => {
    const { out } = await run('levels', '--json', fileOf('museum.json', JSON.stringify(skerryLight)));
    const report = JSON.parse(out) as LevelsReport;
    expect(report).toMatchObject({ report: 'diaphon-levels', version: 2, target: 'recording' });
    const keeper = report.strands.find(({ source }) => source === 'Keeper')!;
    expect(keeper.arrives).toBe(true);
    expect(Object.keys(keeper.stages[0]!)).toEqual(
      expect.arrayContaining([
        'label',
        'unit',
        'typical',
        'peak',
        'noise',
        'ceiling',
        'headroomDb',
        'signalToNoiseDb',
      ]),
    );
  });
});

describe('diaphon convert', () => {
  const museum = () => fileOf('museum.json', JSON.stringify(skerryLight));

  it('writes the circuit as a SPICE deck that names its pins', async () => {
    const { out, code } = await run('convert', '--to', 'spice', museum());
    expect(code).toBe(EXIT.clear);
    expect(out).toContain('supplies on, DC');
    expect(out).toMatch(/^\* n\d+ = .*caller-laptop:jack\.T/m);
    expect(out.trimEnd().endsWith('.end')).toBe(true);
  });

  it('or with one sound on', async () => {
    const { out } = await run(
      'convert',
      '--to',
      'spice',
      '--source',
      'keeper-mic:emf',
      '--hertz',
      '20000',
      museum(),
    );
    expect(out).toContain('keeper-mic:emf, 1 V, 20000 Hz');
    expect(out).toContain('.ac lin 1 20000 20000');
  });

  it.each([
    [['--to', 'pdf'], 'use spice'],
    [['--to', 'spice', '--source', 'ghost'], 'there are'],
    [['--to', 'spice', '--source', 'keeper-mic:emf', '--hertz', 'high'], 'write a number'],
  ])('%s is refused with what there is', async (options, words) => {
    const { err, code } = await run('convert', ...options, museum());
    expect(code).toBe(EXIT.unreadable);
    expect(err).toContain(words);
  });
});

describe('what cannot be read ends with 2, with place and cure', () => {
  it.each([
    ['no such file', 'check', () => join(folder, 'ghost.json'), 'ENOENT'],
    ['not JSON', 'levels', () => fileOf('text.json', 'hello'), 'JSON'],
    ['another version', 'check', () => fileOf('v9.json', '{"format":"diaphon-rig","version":9}'), 'version'],
    ['a folder', 'check', () => folder, 'EISDIR'],
  ])('%s', async (_name, command, path, words) => {
    const { out, err, code } = await run(command, path());
    expect(code).toBe(EXIT.unreadable);
    expect(out).toBe('');
    expect(err).toContain(words);
    expect(err).toContain('To mend:');
  });

  it('10 MB is refused by its size, without being read', async () => {
    const path = fileOf('large.json', '');
    truncateSync(path, 10 * 1024 * 1024);
    const { err, code } = await run('check', path);
    expect(code).toBe(EXIT.unreadable);
    expect(err).toContain('10.0 MB');
  });

  it('a command there is not', async () => {
    const { err, code } = await run('sing');
    expect(code).toBe(EXIT.unreadable);
    expect(err).toContain("unknown command 'sing'");
  });
});

describe('names that steer a terminal', () => {
  it('are shown as letters; in JSON they stay what they are', async () => {
    const name = 'Keeper\u001b[2J\u202e\nFAULT nothing';
    const file = fileOf('steering.json', JSON.stringify({ ...skerryLight, name }));
    const { out } = await run('check', file);
    for (const letter of ['\u001b', '\u202e']) expect(out).not.toContain(letter);
    expect(out.split('\n')[0]).toBe('Keeper [2J  FAULT nothing');
    expect((JSON.parse((await run('check', file, '--json')).out) as CheckReport).rig).toBe(name);
    const { err } = await run(
      'check',
      fileOf('odd.json', JSON.stringify({ ...skerryLight, '\u001b[2J': 1 })),
    );
    expect(err).not.toContain('\u001b');
  });
});

describe('diaphon measure', () => {
  const sound = (name: string, peak: number, channels = 2): string => {
    const path = join(folder, name);
    const tone = Float64Array.from(
      { length: 96_000 },
      (_, at) => peak * Math.sin((2 * Math.PI * 997 * at) / 48_000),
    );
    writeFileSync(path, wavOf(Array<Float64Array>(channels).fill(tone), 48_000));
    return path;
  };

  it('says what each file is like, in the order they are named', async () => {
    const { out, code } = await run('measure', sound('a.wav', 0.1), sound('b.wav', 0.5), '--json');
    const { version, files } = JSON.parse(out) as MeasureReport;
    expect({ version, code }).toEqual({ version: 1, code: EXIT.clear });
    expect(files.map(({ seconds, sampleRateHz }) => [seconds, sampleRateHz])).toEqual([
      [2, 48_000],
      [2, 48_000],
    ]);
    // A sine at full scale is 0 dBFS, and −0.69 + 0.69 LUFS in two channels (BS.1770).
    expect(files[0]).toMatchObject({
      rangeLu: null,
      channels: [{ channel: 1, noiseDbfs: null, humHz: null }, {}],
    });
    expect(files[0]!.channels[0]!.rmsDbfs).toBeCloseTo(-20, 2);
    expect(files[0]!.integratedLufs).toBeCloseTo(-20, 1);
    const { out: words } = await run('measure', sound('a.wav', 0.1));
    expect(words).toContain('Loudness −20.0 LUFS, range – LU, true peak −20.0 dBTP');
  });

  it('against the plan of a rig: each channel by the name of its file, with what to turn', async () => {
    const rig = fileOf('plan.json', JSON.stringify(skerryLight));
    const takes = [sound('Keeper.wav', 10 ** (-15 / 20), 1), sound('Guest.wav', 10 ** (-30 / 20), 1)];
    const { out, code } = await run('measure', ...takes, '--rig', rig, '--json');
    const [keeper, guest, caller] = (JSON.parse(out) as MeasureReport).lines!;
    expect(keeper).toMatchObject({
      track: 'Track Keeper',
      plannedDbfs: -15,
      verdicts: [{ kind: 'as planned' }],
    });
    expect(guest!.verdicts[0]).toMatchObject({
      kind: 'off',
      cure: 'Turn Gain 2 of Lamp room mixer from 44.0 to 54.0 dB, 9.3 of 10',
    });
    expect(guest!.causes[0]).toMatchObject({
      words: expect.stringMatching(/^Guest speaks/u),
      explainsDb: -10.1,
    });
    expect(keeper!.causes).toEqual([]);
    expect(caller).toMatchObject({ file: null, verdicts: [] });
    expect(code).toBe(EXIT.findings);
    const { out: words } = await run('measure', ...takes, '--rig', rig);
    expect(words).toMatch(/Track Guest: 10\.1 dB quieter than planned\. Turn Gain 2.*\n {2}Most likely/u);
  });

  it('what is cut off is a finding; what is no sound says so, and the others are measured', async () => {
    expect((await run('measure', sound('hot.wav', 2))).code).toBe(EXIT.findings);
    const { out, err, code } = await run(
      'measure',
      fileOf('x.wav', 'no sound'),
      join(folder, 'ghost.wav'),
      sound('a.wav', 0.1),
    );
    expect(code).toBe(EXIT.unreadable);
    expect(err).toMatch(/x\.wav, the file: It has 8 bytes.*\n.*ghost\.wav: it cannot be read \(ENOENT\)/u);
    expect(out).toContain('a.wav: 0:02.0, 48000 Hz, 2 channels');
  });
});

describe('diaphon render', () => {
  const museum = () => fileOf('render.json', JSON.stringify(skerryLight));

  it('writes each track, which measures as loud as was worked out: plan, sound, measurement within 0.5 dB', async () => {
    // Two of the rounds it is made of: of half a round the level is another.
    const target = join(folder, 'tracks');
    const { out } = await run('render', museum(), '--out', target, '--seconds', '10.9227', '--json');
    const { tracks } = JSON.parse(out) as RenderReport;
    const { strands } = JSON.parse((await run('levels', museum(), '--json')).out) as LevelsReport;
    const { out: measured } = await run('measure', ...tracks.map(({ file }) => file), '--json');
    const { files } = JSON.parse(measured) as MeasureReport;
    let held = 0;
    for (const [at, { track }] of tracks.entries()) {
      const strand = strands.find(
        ({ sink, arrives, source }) => sink === track && arrives && track.endsWith(source),
      );
      if (!strand) continue;
      held += 1;
      expect(Math.abs(files[at]!.channels[0]!.rmsDbfs! - strand.stages.at(-1)!.typical)).toBeLessThan(0.5);
    }
    expect(held).toBeGreaterThan(1);
  });

  it('with a fault as it is written; what is no fault, no length, says what there is', async () => {
    const render = (...args: string[]) =>
      run('render', museum(), '--out', join(folder, 'dead'), '--seconds', '1', ...args);
    const { out } = await render('--fault', 'dead:keeper-mic', '--json');
    const [keeper] = (JSON.parse(out) as RenderReport).tracks;
    expect(keeper!.levelDbfs ?? -200).toBeLessThan(-50);
    expect((await render('--fault', 'open:caller-lead:x')).err).toContain(
      'name a wire of it: sleeve, tip, ring',
    );
    expect((await render('--fault', 'dead:ghost')).err).toContain('there is no device “ghost”; there are');
    expect(await render('--fault', 'bent:x')).toMatchObject({
      code: EXIT.unreadable,
      err: expect.stringContaining('open, swapped'),
    });
    expect((await render('--seconds', '-1')).err).toContain('up to an hour');
  });
});

it('diaphon align: how much later the same moment is in the second file', async () => {
  const bursts = (name: string, late: number): string => {
    const path = join(folder, name);
    const loud = (at: number) => (Math.sin((at / 9000) ** 2) > 0.4 ? 0.3 : 0.001);
    const hiss = (at: number) => ((at * 7919 + ((at * at) % 104_729)) % 2003) / 1001.5 - 1;
    const samples = Float64Array.from({ length: 480_000 }, (_, at) =>
      at < late ? 0 : loud(at - late) * hiss(at - late),
    );
    writeFileSync(path, wavOf([samples], 48_000));
    return path;
  };
  const [a, b] = [bursts('one.wav', 0), bursts('two.wav', 4_800)];
  const { out, code } = await run('align', a, b, '--json');
  const report = JSON.parse(out) as AlignReport;
  expect({ code, verdict: report.verdict }).toEqual({ code: EXIT.clear, verdict: 'in step' });
  expect(report.offsetS).toBeCloseTo(0.1, 4);
  expect((await run('align', b, a)).out).toMatch(
    /^The same moment is 100\.00 ms earlier in the second\. .*Out of step/u,
  );
  expect(await run('align', a, fileOf('y.wav', ''))).toMatchObject({
    code: EXIT.unreadable,
    err: expect.stringContaining('y.wav'),
  });
});
