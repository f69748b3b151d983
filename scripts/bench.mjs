/** Times what must feel instant. Prints a table and writes test-results/bench.json; medians, this machine. */
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { ensurePrograms, ensureReady, ROOT, say, VIEWS } from './steps.mjs';

await ensurePrograms({ chromium: 'chromium' });
await ensureReady();

const core = createRequire(import.meta.url)(join(ROOT, 'packages/core/dist/index.js'));
const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Median of one call, milliseconds, after the compiler has warmed to it. */
const time = (work, runs = 41, warmUp = 60) => {
  for (let run = 0; run < warmUp; run += 1) work();
  const times = [];
  for (let run = 0; run < runs; run += 1) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return median(times);
};

const rows = [];
const row = (what, value, unit, limit) =>
  rows.push({
    what,
    value: Number(value.toFixed(3)),
    unit,
    limit,
    ok: limit === undefined || value <= limit,
  });

say('The engine (about half a minute)');
/** A fresh list of leads makes every pass solve the circuit anew, as a changed lead would. */
const fullPass = (rig) => {
  const pass = () => core.solveRig({ ...rig, leads: [...rig.leads] });
  // It goes through a thousand functions: on two slow cores the compiler wants three seconds for them.
  for (const begun = performance.now(); performance.now() - begun < 3000;) pass();
  return time(pass);
};
const demo = core.DEMO_RIGS[0].rig;
row('full engine pass, demo rig', fullPass(demo), 'ms', 8);
row(
  'pass after a gain edit, demo rig',
  // As the page's engine works: what was solved before is used again.
  ((memory) => time(() => core.solveRig({ ...demo }, memory)))(core.makeEngineMemory()),
  'ms',
);
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
  row(
    'fifty single faults, 200 devices',
    time(() => core.suppose(rig, faults), 5, 3),
    'ms',
    500,
  );
  const page = core.pageReadings(core.solveRig(rig, memory));
  row('readings that cross to the page, 200 devices', JSON.stringify(page).length / 1000, 'kB', 100);
}
const sizes = [25, 50, 100, 200, 400];
const passes = sizes.map((size) => {
  const rig = core.generateRig(size);
  const pass = fullPass(rig);
  const isLimited = rig.devices.length === 200;
  row(
    `full engine pass, ${rig.devices.length} devices, ${rig.leads.length} leads`,
    pass,
    'ms',
    isLimited ? 60 : undefined,
  );
  return { n: rig.devices.length, pass };
});
row(
  'full engine pass, 32 × 16 desk, every crosspoint on, 4 computers',
  fullPass(core.generateStage()),
  'ms',
  80,
);
const [small, large] = [passes[0], passes[passes.length - 1]];
row(
  'growth from 25 to 400 devices, exponent',
  Math.log(large.pass / small.pass) / Math.log(large.n / small.n),
  '',
  1.3,
);

say('The load on USB, split');
for (const count of [1, 2]) {
  const memory = core.makeEngineMemory();
  const solved = core.solve(core.generateUsb(count), memory);
  row(
    `24 microphones on 6 hubs, ${count} without a supply`,
    time(() => core.finish(core.splitLoadInSteps(solved, 'pc')), 5, 3),
    'ms',
    300,
  );
}

say('Gains, solved and proven');
{
  const highs = await createRequire(join(ROOT, 'packages/core/package.json'))('highs')();
  const solver = core.solverOf(highs);
  const plan = (rig, runs) => {
    const memory = core.makeEngineMemory();
    return time(() => core.planGains(rig, solver, memory), runs, 3);
  };
  row('every gain of the demo rig', plan(demo, 15), 'ms', 100);
  const stage = core.generateStage();
  const sixteen = { ...stage, people: stage.people.slice(0, 16), placements: stage.placements.slice(0, 16) };
  const streamed = { ...sixteen, apps: sixteen.apps.filter(({ kind }) => kind === 'encoder'), intents: [] };
  row('16 channels × gain, pad, trim, fader to a stream', plan(streamed, 5), 'ms', 1000);
  row('16 channels to recorder, stream and two calls', plan(sixteen, 3), 'ms');
  const propose = (rig, runs) => {
    const memory = core.makeEngineMemory();
    return time(() => core.finish(core.proposeInSteps(rig, solver, memory)), runs, 2);
  };
  row('proposal for the demo rig', propose(demo, 7), 'ms', 500);
  const muted = [1, 2, 3, 4, 5].reduce(
    (rig, n) => core.applyEdit(rig, core.setControl(rig, 'desk', `strip.ch${n}.mute`, true)).rig,
    stage,
  );
  row('proposal for 32 × 16 and four computers, five muted', propose(muted, 3), 'ms', 5000);
}

say('Sound');
{
  const solved = core.solve(demo, core.makeEngineMemory());
  const strand = solved.strands.find(({ arrives, person }) => arrives && person);
  const ask = { place: strand.sink, source: strand.source, hasOthers: true, hasNoise: true };
  const thirtySeconds = () =>
    core.repeatedTo(core.finish(core.renderInSteps(solved, ask)).samples, 30 * 48_000);
  row('30 s of a strand rendered, everyone speaking', time(thirtySeconds, 5, 1), 'ms', 2000);
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
const saves = async (rig, count) => {
  const { id } = await api('POST', '/rigs', { name: 'Bench', document: rig });
  const times = [];
  for (let revision = 1; revision <= count; revision += 1) {
    const document = { ...rig, notes: `Edit ${revision}` };
    const start = performance.now();
    await api('PUT', `/rigs/${id}`, { baseRevision: revision, document, label: 'Bench' });
    times.push(performance.now() - start);
  }
  return median(times.slice(20));
};
/** A page on a view of a rig, in headless Chromium. */
const withPage = async (rig, view, work) => {
  const { chromium } = await import('@playwright/test');
  const { id } = await api('POST', '/rigs', { name: 'Bench', document: rig });
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
  await page.goto(`http://127.0.0.1:${port}/rigs/${id}/${view}`);
  const found = await work(page, browser);
  await browser.close();
  return found;
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

/**
 * Frames a second that Chromium draws, by its own trace, while the chart of a large rig is dragged about.
 * @param closer how often the chart is magnified first: 0 shows all of it, from afar
 */
const draggedFrames = (closer) =>
  withPage(core.generateRig(100), 'wiring', async (page, browser) => {
    await page.waitForSelector('.react-flow__node');
    await page.waitForTimeout(2500);
    for (let step = 0; step < closer; step += 1) await page.getByRole('button', { name: 'Closer' }).click();
    await page.waitForTimeout(500);
    const low = await holdOf(page);
    const events = await traced(browser, page, ['disabled-by-default-devtools.timeline.frame'], () =>
      dragAlong(page, (step) => [450 + Math.sin(step / 18) * 200, low - step / 2], 300),
    );
    // Times are in microseconds; one DrawFrame for each frame that reached the screen.
    const drawn = events.filter(({ name }) => name === 'DrawFrame').map(({ ts }) => ts);
    return (1e6 * (drawn.length - 1)) / (Math.max(...drawn) - Math.min(...drawn));
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
    return median(times) / 1000;
  });

row('save request, demo rig', await saves(demo, 120), 'ms', 20);
row('save request, 200 devices', await saves(core.generateRig(200), 60), 'ms');
say('Dragging the chart of 100 devices in Chromium');
for (const [what, closer] of [
  ['all in sight', 0],
  ['close up', 7],
]) {
  const fps = await draggedFrames(closer);
  rows.push({
    what: `frames a second, dragging 100 devices, ${what}`,
    value: Number(fps.toFixed(1)),
    unit: 'fps',
    limit: 50,
    ok: fps >= 50,
  });
}
say('Dragging a gain on the channel chart, and a talker on the plan of the table');
row(
  'work for a move: a gain on the channel chart, demo rig',
  await workForAMove('levels', (page) => page.getByRole('button', { name: /^Amplifier 1: level/ })),
  'ms',
  16,
);
row(
  'work for a move: a talker on the plan, demo rig',
  await workForAMove('table', (page) => page.getByRole('button', { name: /^Keeper/ }).first()),
  'ms',
  16,
);
server.kill();
rmSync(dataFolder, { recursive: true, force: true });

mkdirSync(join(ROOT, 'test-results'), { recursive: true });
writeFileSync(join(ROOT, 'test-results/bench.json'), `${JSON.stringify(rows, null, 2)}\n`);
say('Medians (test-results/bench.json)');
for (const { what, value, unit, limit, ok } of rows) {
  const bound = limit === undefined ? '' : `  limit ${limit} ${unit} ${ok ? 'kept' : 'MISSED'}`;
  console.log(`  ${what.padEnd(46)} ${String(value).padStart(9)} ${unit.padEnd(3)}${bound}`);
}
process.exit(rows.every(({ ok }) => ok) ? 0 : 1);
