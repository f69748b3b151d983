/**
 * 100,000 spoiled documents through the core, a tenth of them through the API, and ten times as many headers of sound files: nothing may throw, answer 500 or take more
 * than a second. `npm run stress`, or `npm run stress -- 2000` for fewer; `-- 0 10000` sends 10,000 through the API alone. Run
 * it with nothing else going on: an answer waits for the machine too. Figures go to docs/reliability.md by hand.
 */
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureReady, ROOT, say } from './steps.mjs';

await ensureReady();
const core = createRequire(import.meta.url)(join(ROOT, 'packages/core/dist/index.js'));
const COUNT = Number(process.argv[2] ?? 100_000);
const LIMIT_MS = 1000;

/** The same numbers every time, so that what is found can be found again. */
let seed = 20_261_126;
const random = () => {
  seed = (seed * 1_664_525 + 1_013_904_223) % 4_294_967_296;
  return seed / 4_294_967_296;
};
const pick = (list) => list[Math.floor(random() * list.length)];

const desks = join(ROOT, 'packages/core/fixtures/desks');
const TEXTS = [
  ...core.DEMO_RIGS.map(({ rig }) => rig),
  core.generateRig(30),
  ...readdirSync(desks)
    .filter((file) => file !== 'expect.json')
    .map((file) => JSON.parse(readFileSync(join(desks, file), 'utf8'))),
].map((rig) => JSON.stringify(rig));

const ODD = [
  null,
  true,
  -1,
  0,
  1e300,
  1e-300,
  '',
  'ghost',
  '\ud800',
  'x'.repeat(30_000),
  [],
  {},
  [[[]]],
  '__proto__',
  'off',
];

const spoil = (document) => {
  const places = [];
  const walk = (value) => {
    if (typeof value !== 'object' || value === null) return;
    for (const key of Object.keys(value)) {
      places.push([value, key]);
      walk(value[key]);
    }
  };
  walk(document);
  for (let times = 1 + Math.floor(random() * 3); times > 0; times -= 1) {
    const [owner, key] = pick(places);
    const way = Math.floor(random() * 12);
    const there = owner[key];
    // Mostly what a hand might do: another number, the other position, the end of something else.
    if (way > 4 && typeof there === 'number') owner[key] = there * pick([-1, 0, 0.5, 2, 10]);
    else if (way > 4 && typeof there === 'boolean') owner[key] = !there;
    else if (way > 4) {
      const alike = places.filter(([, other]) => other === key);
      const [from, same] = pick(alike);
      owner[key] = structuredClone(from[same]);
    } else if (way === 0) owner[key] = pick(ODD);
    else if (way === 1 && !Array.isArray(owner)) delete owner[key];
    else if (way === 2 && Array.isArray(owner)) owner.push(structuredClone(pick(owner)));
    else if (way === 3 && Array.isArray(owner)) owner.splice(Number(key), 1);
    else owner[key] = structuredClone(pick(places)[0]);
  }
  return document;
};

say(`${COUNT} documents through the core`);
const told = { read: 0, refused: 0, threw: 0, slow: 0 };
let slowest = 0;
for (let n = 0; n < COUNT; n += 1) {
  const text = JSON.stringify(spoil(JSON.parse(pick(TEXTS))));
  const start = performance.now();
  try {
    const read = core.readRigText(text);
    if (read.ok) {
      told.read += 1;
      core.solveRig(read.rig);
    } else {
      told.refused += 1;
      const { where, cure } = read.problems[0];
      if (!where || !cure) throw new Error('refused without a place or a cure');
    }
  } catch (error) {
    told.threw += 1;
    console.error(`✗ document ${n}: ${error.stack}`);
  }
  const took = performance.now() - start;
  slowest = Math.max(slowest, took);
  if (took > LIMIT_MS) told.slow += 1;
  if (n % 10_000 === 9999) say(`${n + 1}: ${JSON.stringify(told)}, slowest ${slowest.toFixed(0)} ms`);
}

const asked = Number(process.argv[3] ?? Math.ceil(COUNT / 10));
say(`${asked} documents through the API`);
const folder = mkdtempSync(join(tmpdir(), 'diaphon-stress-'));
const port = 4394;
const server = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
  env: {
    ...process.env,
    DIAPHON_PORT: String(port),
    DIAPHON_DATA: folder,
    DIAPHON_REQUESTS_A_MINUTE: '1000000',
  },
  stdio: 'ignore',
});
const statuses = {};
let slowestAnswer = 0;
let unanswered = 0;
const send = (text) =>
  fetch(`http://127.0.0.1:${port}/api/rigs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: `{"name":"stress","document":${text}}`,
  });
for (let tries = 0; tries < 100; tries += 1) {
  if (
    await fetch(`http://127.0.0.1:${port}/api/health`).then(
      () => true,
      () => false,
    )
  )
    break;
  await new Promise((resolve) => setTimeout(resolve, 100));
}
for (let n = 0; n < asked; n += 1) {
  const start = performance.now();
  try {
    const { status } = await send(JSON.stringify(spoil(JSON.parse(pick(TEXTS)))));
    statuses[status] = (statuses[status] ?? 0) + 1;
  } catch {
    unanswered += 1;
  }
  slowestAnswer = Math.max(slowestAnswer, performance.now() - start);
}
server.kill();
rmSync(folder, { recursive: true, force: true });

/** Headers of sound files with some bytes otherwise: read or refused, and what is read of them measured or ended, never thrown or hung. */
const spoilHeaders = async (count) => {
  const tone = Float64Array.from({ length: 400 }, (_, at) => Math.sin(at / 9));
  const whole = core.wavOf([tone, tone], 48_000);
  // The long form, whose lengths stand in a chunk of their own.
  const long = new Uint8Array(whole.length + 36);
  long.set(whole.subarray(0, 12));
  long.set(Buffer.from('RF64'));
  long.set(Buffer.from('ds64'), 12);
  new DataView(long.buffer).setUint32(16, 28, true);
  long.set(whole.subarray(12), 48);
  const found = { read: 0, refused: 0, threw: 0, slow: 0 };
  for (let n = 0; n < count; n += 1) {
    const bytes = Uint8Array.from(n % 2 ? whole : long);
    for (let times = Math.ceil(random() * 6); times > 0; times -= 1)
      bytes[Math.floor(random() * 100)] =
        random() < 0.3 ? pick([0, 1, 255, 128]) : Math.floor(random() * 256);
    const size = random() < 0.2 ? Math.floor(random() * bytes.length) : bytes.length;
    const source = { size, read: async (at, wanted) => bytes.subarray(at, Math.min(size, at + wanted)) };
    const start = performance.now();
    try {
      const answer = await core.readWav(source);
      found[answer.ok ? 'read' : 'refused'] += 1;
      if (performance.now() - start > LIMIT_MS) found.slow += 1;
      // Building what measures takes a hundred times as long as reading a header.
      if (answer.ok && n % 100 === 0) await core.measureWav(source, answer.format);
    } catch (error) {
      found.threw += 1;
      console.error(error);
    }
  }
  return found;
};
say(`${10 * COUNT} headers of sound files`);
const headers = await spoilHeaders(10 * COUNT);
console.table([headers]);

console.table([{ ...told, 'slowest, ms': Math.round(slowest) }]);
console.table([{ ...statuses, unanswered, 'slowest, ms': Math.round(slowestAnswer) }]);
const isGood =
  told.threw + told.slow + headers.threw + headers.slow + unanswered === 0 &&
  slowestAnswer < LIMIT_MS &&
  Object.keys(statuses).every((status) => Number(status) < 500);
process.exit(isGood ? 0 : 1);
