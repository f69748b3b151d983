import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildRig, readRigText, skerryLight } from '@diaphon/core';
import { EXIT, program } from './program';
import type { RunSheetReport } from './runsheet';

const folder = mkdtempSync(join(tmpdir(), 'diaphon-runsheet-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
afterEach(() => {
  process.exitCode = undefined;
});
const fileOf = (name: string, rig: object): string => {
  writeFileSync(join(folder, name), JSON.stringify(rig));
  return join(folder, name);
};
const run = async (...args: string[]) => {
  let [out, err] = ['', ''];
  const command = program({ write: (text) => (out += text) }, { write: (text) => (err += text) });
  await command.parseAsync(['node', 'diaphon', 'runsheet', ...args]).catch(() => undefined);
  return { out, err, code: process.exitCode };
};

const rig = buildRig({
  name: 'One voice',
  devices: [
    { id: 'mic', model: 'mic-condenser-large', place: 'table' },
    { id: 'desk', model: 'mixer-4-usb', place: 'desk', settings: { phantom: true, gain1: 40 } },
  ],
  leads: [{ id: 'lead', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 }],
});
const file = fileOf('one.json', rig);

it('prints the steps, and the rig as it stands after any of them', async () => {
  const { out, code } = await run(file, '--json');
  const { version, steps } = JSON.parse(out) as RunSheetReport;
  expect({ version, code }).toEqual({ version: 1, code: EXIT.clear });
  expect(steps.map(({ number }) => number)).toEqual(steps.map((_, at) => at + 1));
  expect(steps[0]).toMatchObject({ where: 'desk', person: 1, cautions: [], minutes: expect.any(Number) });
  const written = join(folder, 'out.json');
  await run(file, '--after', String(steps.length), '--out', written);
  expect(readRigText(readFileSync(written, 'utf8'))).toEqual({ ok: true, rig });
  await run(file, '--after', '0', '--out', written);
  expect(readFileSync(written, 'utf8')).not.toContain('"port"');
});

it('from what stands, for two, and taken down, as text', async () => {
  const louder = fileOf('louder.json', {
    ...rig,
    devices: rig.devices.map((one) =>
      one.id === 'desk' ? { ...one, settings: { phantom: true, gain1: 46 } } : one,
    ),
  });
  expect((await run(louder, '--from', file)).out).toContain(
    'Set Gain 1, Four-microphone mixer with USB to 46 dB',
  );
  expect((await run(file, '--strike')).out).toContain('and wait 30 s');
  expect((await run(file, '--people', '2')).out).toContain('[2]');
});

it('a plan that is dangerous is held, and the exit code says so', async () => {
  const { out, code } = await run(fileOf('museum.json', skerryLight));
  expect(out).toContain('Held back: Switch Phantom 1–4, Lamp room mixer on');
  expect(code).toBe(EXIT.findings);
});

it.each([
  ['a step there is not', ['--after', '99', '--out', join(folder, 'no.json')], 'the sheet has'],
  ['a step and no file', ['--after', '1'], 'go together'],
  ['no hands', ['--people', '0'], 'from 1 to 8'],
  ['taken down from something', ['--strike', '--from', file], 'leave --from away'],
])('%s is refused with the cure', async (_name, args, words) => {
  const { err, code } = await run(file, ...args);
  expect(err).toContain(words);
  expect(code).toBe(EXIT.unreadable);
});
