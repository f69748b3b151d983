/** Times what must feel instant, as multiples of a yardstick, and sets us beside outside programs. Writes test-results/bench.json. */
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { byCbc, byNgspice } from './bench/beside.mjs';
import { besideLoudness } from './bench/loudness.mjs';
import { measured, median, yard } from './bench/yardstick.mjs';
import { ensurePrograms, ensureReady, ROOT, say, VIEWS } from './steps.mjs';

await ensurePrograms({
  ...{ chromium: 'chromium', ngspice: 'ngspice', cbc: 'coinor-cbc', ffmpeg: 'ffmpeg' },
  ...{ gcc: 'gcc', '/usr/include/ebur128.h': 'libebur128-dev' },
});
await ensureReady();

const core = createRequire(import.meta.url)(join(ROOT, 'packages/core/dist/index.js'));
/** What each may take at most, in yards. */
const L = {
  demo: 0.5,
  edit: 0.3,
  faults: 20,
  twoHundred: 3.5,
  stage: 7,
  split: 3,
  gains: 6,
  sixteen: 20,
  proposal: 8,
  proposalLarge: 60,
  rendered: 15,
  sheet: 8,
  sheetLarge: 40,
  wire: 10,
  wireLarge: 60,
  save: 1,
  move: 0.5,
  /** Of a plain page's frames, at least. */
  frames: 0.7,
};

const rows = [];
/** A figure that is no timing: sizes, exponents. */
const row = (what, value, unit, limit) =>
  rows.push({
    what,
    value: Number(value.toFixed(3)),
    unit,
    limit,
    ok: limit === undefined || value <= limit,
  });
/** A timing, with its limit in yards: see bench/yardstick.mjs. */
const timing = (what, { ms, yards }, limit) =>
  rows.push({
    what,
    value: Number(ms.toFixed(ms < 10 ? 2 : 1)),
    unit: 'ms',
    yards: Number(yards.toFixed(yards < 1 ? 3 : 2)),
    limit,
    ok: limit === undefined || yards <= limit,
  });
/** The same work by us and by a program from outside, how many times as long that takes. */
const beside = (what, ms, otherMs, least) => {
  const times = otherMs / ms;
  rows.push({ what, value: Number(times.toFixed(1)), unit: '×', limit: least, ok: times >= least });
};

say('The engine (about half a minute)');
/** A fresh list of leads makes every pass solve the circuit anew, as a changed lead would. */
const fullPass = (rig) =>
  // It goes through a thousand functions: on two slow cores the compiler wants three seconds for them.
  measured(() => void core.solveRig({ ...rig, leads: [...rig.leads] }), { runs: 31, warmMs: 3000 });
const demo = core.DEMO_RIGS[0].rig;
timing('full engine pass, demo rig', await fullPass(demo), L.demo);
{
  // As the page's engine works: what was solved before is used again.
  const memory = core.makeEngineMemory();
  const edit = () => void core.solveRig({ ...demo }, memory);
  timing('pass after a gain edit, demo rig', await measured(edit, { runs: 31, warmUp: 60 }), L.edit);
}
{
  const rig = core.generateRig(200);
  const memory = core.makeEngineMemory();
  core.solveRig(rig, memory);
  // Wires of leads all over the rig, screens among them.
  const faults = Array.from({ length: 50 }, (_, at) => {
    const { id, kind } = rig.leads[(at * 7) % rig.leads.length];
    const { conductors } = rig.leadKinds.find((one) => one.id === kind);
    return [{ kind: 'open', lead: id, conductor: conductors[at % conductors.length].name }];
  });
  const suppose = () => void core.suppose(rig, faults);
  timing('fifty single faults, 200 devices', await measured(suppose, { runs: 5, warmUp: 3 }), L.faults);
  const page = core.pageReadings(core.solveRig(rig, memory));
  row('readings that cross to the page, 200 devices', JSON.stringify(page).length / 1000, 'kB', 100);
}
const passes = [];
for (const size of [25, 50, 100, 200, 400]) {
  const rig = core.generateRig(size);
  const pass = await fullPass(rig);
  const what = `full engine pass, ${rig.devices.length} devices, ${rig.leads.length} leads`;
  timing(what, pass, rig.devices.length === 200 ? L.twoHundred : undefined);
  passes.push({ n: rig.devices.length, pass: pass.ms });
  if (size !== 200) continue;
  const deck = core.spiceDeck(core.lookup(rig), { kind: 'dc' });
  beside(
    'as long for ngspice: one DC run of the 200 devices’ circuit, by our whole pass',
    pass.ms,
    byNgspice(deck),
    2,
  );
}
timing(
  'full engine pass, 32 × 16 desk, every crosspoint on, 4 computers',
  await fullPass(core.generateStage()),
  L.stage,
);
const [small, large] = [passes[0], passes[passes.length - 1]];
row(
  'growth from 25 to 400 devices, exponent',
  Math.log(large.pass / small.pass) / Math.log(large.n / small.n),
  '',
  1.3,
);

say('The run sheet');
timing(
  'the safe order of setting up, demo rig',
  await measured(() => void core.runSheet(core.DEMO_RIGS[1].rig, {}), { runs: 5, warmUp: 3 }),
  L.sheet,
);
{
  const rig = core.generateRig(200);
  const sheet = () => void core.runSheet(rig, {});
  timing('the same, 200 devices', await measured(sheet, { runs: 3, warmUp: 1 }), L.sheetLarge);
}

say('Loose pieces, wired');
const highs = await createRequire(join(ROOT, 'packages/core/package.json'))('highs')();
const solver = core.solverOf(highs);
{
  const table = (text) => core.rigOfPieces(core.readPartsList(text), 'table');
  const wire = (rig) => () => void core.finish(core.wireInSteps(rig, solver, core.makeEngineMemory()));
  const few = table('2 dynamic mics, interface, laptop, headphones');
  timing('five pieces', await measured(wire(few), { runs: 3, warmUp: 2 }), L.wire);
  const many = table(
    '8 dynamic mics, 8-channel interface, laptop, headphone amp, 4 headphones, pair of powered speakers',
  );
  timing('seventeen', await measured(wire(many), { runs: 1, warmUp: 1 }), L.wireLarge);
}

say('The load on USB, split');
for (const count of [1, 2]) {
  const memory = core.makeEngineMemory();
  const solved = core.solve(core.generateUsb(count), memory);
  const split = () => void core.finish(core.splitLoadInSteps(solved, 'pc'));
  timing(
    `24 microphones on 6 hubs, ${count} without a supply`,
    await measured(split, { runs: 5, warmUp: 3 }),
    L.split,
  );
}

say('Gains, solved and proven');
{
  const plan = (rig, runs) => {
    const memory = core.makeEngineMemory();
    return measured(() => void core.planGains(rig, solver, memory), { runs, warmUp: 3 });
  };
  timing('every gain of the demo rig', await plan(demo, 15), L.gains);
  const stage = core.generateStage();
  const sixteen = { ...stage, people: stage.people.slice(0, 16), placements: stage.placements.slice(0, 16) };
  const streamed = { ...sixteen, apps: sixteen.apps.filter(({ kind }) => kind === 'encoder'), intents: [] };
  timing('16 channels × gain, pad, trim, fader to a stream', await plan(streamed, 5), L.sixteen);
  timing('16 channels to recorder, stream and two calls', await plan(sixteen, 3));
  {
    const problems = [];
    const listening = (problem) => (problems.push(problem), solver(problem));
    core.planGains(demo, listening, core.makeEngineMemory());
    const own = await measured(() => problems.forEach((problem) => void solver(problem)), {
      runs: 5,
      warmUp: 2,
    });
    const other = byCbc(problems.map(({ text }) => text));
    beside(`as long for cbc: the demo rig’s ${problems.length} programmes`, own.ms, other, 1);
  }
  const propose = (rig, runs) => {
    const memory = core.makeEngineMemory();
    return measured(() => void core.finish(core.proposeInSteps(rig, solver, memory)), { runs, warmUp: 2 });
  };
  timing('proposal for the demo rig', await propose(demo, 7), L.proposal);
  const muted = [1, 2, 3, 4, 5].reduce(
    (rig, n) => core.applyEdit(rig, core.setControl(rig, 'desk', `strip.ch${n}.mute`, true)).rig,
    stage,
  );
  timing('proposal for 32 × 16 and four computers, five muted', await propose(muted, 3), L.proposalLarge);
}

say('Sound');
{
  const solved = core.solve(demo, core.makeEngineMemory());
  const strand = solved.strands.find(({ arrives, person }) => arrives && person);
  const ask = { place: strand.sink, source: strand.source, hasOthers: true, hasNoise: true };
  const thirtySeconds = () =>
    void core.repeatedTo(core.finish(core.renderInSteps(solved, ask)).samples, 30 * 48_000);
  timing(
    '30 s of a strand rendered, everyone speaking',
    await measured(thirtySeconds, { runs: 5, warmUp: 1 }),
    L.rendered,
  );
}

say('Ten minutes of sound, measured by us, by libebur128 and by ffmpeg (about two minutes)');
for (const { name, ms, wholeMs, referenceMs, ffmpegMs, off } of await besideLoudness(core)) {
  beside(
    `as long for libebur128: loudness and true peak, ${name}`,
    ms,
    referenceMs,
    name === 'speech' ? 20 : 10,
  );
  beside(`as long for ffmpeg: ${name}`, ms, ffmpegMs, name === 'speech' ? 12 : 1);
  row(`everything else measured too, times as long: ${name}`, wholeMs / ms, '×');
  row(`away from libebur128: ${name}`, off, 'dB', 0.01);
}

say('What the first page loads');
const assets = join(ROOT, 'apps/web/dist/assets');
const page = readFileSync(join(ROOT, 'apps/web/dist/index.html'), 'utf8');
const sizeOf = (file) => gzipSync(readFileSync(join(assets, file)), { level: 9 }).length / 1000;
const scripts = readdirSync(assets).filter((file) => file.endsWith('.js'));
/** The files a script imports at once, and theirs. */
const withImports = (file, seen = new Set()) => {
  if (seen.has(file)) return seen;
  seen.add(file);
  const text = readFileSync(join(assets, file), 'utf8');
  for (const [, name] of text.matchAll(/(?:from|import)\s*"\.\/([\w.-]+\.js)"/g)) withImports(name, seen);
  return seen;
};
const entry = /assets\/([\w.-]+\.js)"/.exec(page)[1];
const firstLoad = (view) => {
  const files = withImports(entry);
  for (const script of scripts) if (script.startsWith(view)) withImports(script, files);
  return [...files].reduce((sum, file) => sum + sizeOf(file), 0);
};
row('first load, shelf, JavaScript gzipped', firstLoad('shelf-view'), 'kB', 220);
for (const { id } of VIEWS) row(`first load, ${id}`, firstLoad(`${id}-view`), 'kB', 220);
row('engine worker, beside the page', sizeOf(scripts.find((file) => file.startsWith('engine.worker'))), 'kB');
row(
  'layout worker, wiring only',
  sizeOf(scripts.find((file) => file.startsWith('elk-worker'))) +
    sizeOf(scripts.find((file) => file.startsWith('layout.worker'))),
  'kB',
);

say('Saving');
const dataFolder = mkdtempSync(join(tmpdir(), 'diaphon-bench-'));
const port = 4393;
const server = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
  env: { ...process.env, DIAPHON_PORT: String(port), DIAPHON_DATA: dataFolder },
  stdio: 'ignore',
});
const api = async (method, path, body) => {
  const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
  return answer.json();
};
const answers = () =>
  api('GET', '/health').then(
    () => true,
    () => false,
  );
for (let tries = 0; !(await answers()); tries += 1) {
  if (tries > 100) throw new Error('The server did not start within ten seconds.');
  await new Promise((resolve) => setTimeout(resolve, 100));
}
const saves = async (rig, runs) => {
  const { id } = await api('POST', '/rigs', { name: 'Bench', document: rig });
  let baseRevision = 0;
  const save = async () => {
    baseRevision += 1;
    const document = { ...rig, notes: `Edit ${baseRevision}` };
    await api('PUT', `/rigs/${id}`, { baseRevision, document, label: 'Bench' });
  };
  return measured(save, { runs, warmUp: 20 });
};
const withBrowser = async (work) => {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const found = await work(page, browser);
  await browser.close();
  return found;
};

/** A page on a view of a rig, in headless Chromium. */
const withPage = async (rig, view, work) => {
  const { id } = await api('POST', '/rigs', { name: 'Bench', document: rig });
  return withBrowser(async (page, browser) => {
    await page.goto(`http://127.0.0.1:${port}/rigs/${id}/${view}`);
    return work(page, browser);
  });
};

/** Moves the pointer so many times a second, whatever the page does. @param at its place at each step */
const dragAlong = async (page, at, steps, perSecond = 60) => {
  const pointer = await page.context().newCDPSession(page);
  await page.mouse.move(...at(0));
  await page.mouse.down();
  const moves = [];
  const start = performance.now();
  for (let step = 0; step < steps; step += 1) {
    const [x, y] = at(step);
    moves.push(
      pointer.send('Input.dispatchMouseEvent', { type: 'mouseMoved', x, y, button: 'left', buttons: 1 }),
    );
    // By the clock, not by one wait after another: those come late by a little each, and add up.
    const due = start + ((step + 1) * 1000) / perSecond;
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
  }
  await Promise.all(moves);
  await page.mouse.up();
};

const traced = async (browser, page, categories, work) => {
  await browser.startTracing(page, { categories });
  await work();
  return JSON.parse((await browser.stopTracing()).toString('utf8')).traceEvents;
};

/** Where the chart can be taken hold of, low in it: it moves along there, as it does not by a box. */
const holdOf = async (page) => {
  const place = () => page.locator('.react-flow__viewport').getAttribute('style');
  for (let low = 700; low > 300; low -= 7) {
    const before = await place();
    await page.mouse.move(450, low);
    await page.mouse.down();
    await page.mouse.move(450, low - 8, { steps: 4 });
    const moved = await place();
    await page.mouse.move(450, low, { steps: 4 });
    await page.mouse.up();
    if (moved !== before) return low;
  }
  throw new Error('The chart is full: there is no place to drag it by');
};

/** Frames a second that reach the screen while something is dragged, by Chromium's own trace. */
const framesOf = async (page, browser, at) => {
  const events = await traced(browser, page, ['disabled-by-default-devtools.timeline.frame'], () =>
    dragAlong(page, at, 300),
  );
  // Times are in microseconds; one DrawFrame for each frame.
  const drawn = events.filter(({ name }) => name === 'DrawFrame').map(({ ts }) => ts);
  return (1e6 * (drawn.length - 1)) / (Math.max(...drawn) - Math.min(...drawn));
};

/** The yardstick for frames: two hundred plain boxes that follow the pointer together. */
const plainFrames = () =>
  withBrowser(async (page, browser) => {
    await page.setContent(`<style>#all{position:absolute;inset:0}i{position:absolute;width:60px;height:30px;border:1px solid}</style>
      <div id="all">${Array.from({ length: 200 }, (_, at) => `<i style="left:${(at % 20) * 64}px;top:${Math.floor(at / 20) * 70}px"></i>`).join('')}</div>
      <script>onpointermove = ({ clientX, clientY }) => (all.style.transform = \`translate(\${clientX - 450}px,\${clientY - 500}px)\`)</script>`);
    await page.waitForTimeout(500);
    return framesOf(page, browser, (step) => [450 + Math.sin(step / 18) * 200, 500 - step / 2]);
  });

/** The same while the chart of a large rig is dragged about. @param closer how often it is magnified first: 0 shows all of it, from afar */
const draggedFrames = (closer) =>
  withPage(core.generateRig(100), 'wiring', async (page, browser) => {
    await page.waitForSelector('.react-flow__node');
    await page.waitForTimeout(2500);
    for (let step = 0; step < closer; step += 1) await page.getByRole('button', { name: 'Closer' }).click();
    await page.waitForTimeout(500);
    const low = await holdOf(page);
    return framesOf(page, browser, (step) => [450 + Math.sin(step / 18) * 200, low - step / 2]);
  });

/**
 * Work of the page's own thread from a move of something that is dragged until the picture with it is handed over, ms, median.
 * Moves come ten times a second, so that none waits for the one before.
 */
const workForAMove = (view, find) =>
  withPage(demo, view, async (page, browser) => {
    const thing = find(page);
    await thing.waitFor();
    await page.waitForTimeout(2000);
    const { x, y, width, height } = await thing.boundingBox();
    const [middleX, middleY] = [x + width / 2, y + height / 2];
    const categories = ['devtools.timeline', 'disabled-by-default-devtools.timeline'];
    const at = (step) => [middleX + Math.sin(step / 3) * 8, middleY + Math.sin(step / 4) * 30];
    const events = await traced(browser, page, categories, () => dragAlong(page, at, 60, 10));
    const moves = events.filter(
      ({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'pointermove',
    );
    const [{ pid, tid }] = moves;
    const own = events.filter((event) => event.pid === pid && event.tid === tid && event.dur);
    const tasks = own.filter(({ name }) => name === 'RunTask');
    const pictures = own.filter(({ name }) => name === 'Commit');
    const times = moves.slice(10).flatMap(({ ts: from }) => {
      const picture = pictures.find(({ ts }) => ts > from);
      if (!picture) return [];
      const until = picture.ts + picture.dur;
      const within = ({ ts, dur }) => Math.max(0, Math.min(ts + dur, until) - Math.max(ts, from));
      return [tasks.reduce((sum, task) => sum + within(task), 0)];
    });
    const ms = median(times) / 1000;
    return { ms, yards: ms / median([yard(), yard(), yard(), yard(), yard()]) };
  });

timing('save request, demo rig', await saves(demo, 60), L.save);
timing('save request, 200 devices', await saves(core.generateRig(200), 30));
say('Dragging the chart of 100 devices in Chromium, and a page of plain boxes beside it');
for (const [what, closer] of [
  ['all in sight', 0],
  ['close up', 7],
]) {
  const plain = await plainFrames();
  const frames = await draggedFrames(closer);
  rows.push({
    what: `frames, dragging 100 devices, ${what}: of those of a plain page`,
    value: Number((frames / plain).toFixed(2)),
    unit: '×',
    limit: L.frames,
    ok: frames / plain >= L.frames,
  });
}
say('Dragging a gain on the channel chart, and a talker on the plan of the table');
timing(
  'work for a move: a gain on the channel chart, demo rig',
  await workForAMove('levels', (page) => page.getByRole('button', { name: /^Amplifier 1: level/ })),
  L.move,
);
timing(
  'work for a move: a talker on the plan, demo rig',
  await workForAMove('table', (page) => page.getByRole('button', { name: /^Keeper/ }).first()),
  L.move,
);
server.kill();
rmSync(dataFolder, { recursive: true, force: true });

mkdirSync(join(ROOT, 'test-results'), { recursive: true });
writeFileSync(join(ROOT, 'test-results/bench.json'), `${JSON.stringify(rows, null, 2)}\n`);
say('Medians; limits of timings in yards, the yardstick timed between the runs (test-results/bench.json)');
for (const { what, value, unit, yards, limit, ok } of rows) {
  const length = yards === undefined ? '' : `${yards} yd`;
  const bound =
    limit === undefined
      ? ''
      : `  limit ${limit} ${yards === undefined ? unit : 'yd'} ${ok ? 'kept' : 'MISSED'}`;
  console.log(
    `  ${what.padEnd(70)} ${String(value).padStart(9)} ${unit.padEnd(3)} ${length.padStart(9)}${bound}`,
  );
}
process.exit(rows.every(({ ok }) => ok) ? 0 : 1);
