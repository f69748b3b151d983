/** Takes the pictures in docs/screenshots anew, from the demo rigs. Look at each before it is kept: `npm run pictures [names]`. */
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePrograms, ensureReady, ROOT, say, VIEWS } from './steps.mjs';

await ensurePrograms({ chromium: 'chromium' });
await ensureReady();

const PORT = 4394;
const BASE = `http://127.0.0.1:${PORT}`;
const MUSEUM = 'Skerry Light oral history';
const LIVE = 'Skerry Light live stream';

const button = (page, name) => page.getByRole('button', { name }).first();
const wiring = async (page, id, rest = '') => {
  await page.goto(`${BASE}/rigs/${id}/wiring${rest}`);
  await page.waitForSelector('.react-flow__node');
  await page.waitForTimeout(2000);
};
const levels = async (page, id) => {
  await page.goto(`${BASE}/rigs/${id}/levels`);
  await button(page, /^Guest to Track Guest/).click();
};

/** Each picture: how it is come to. @type {Record<string, (page: import('playwright').Page, id: string) => Promise<unknown>>} */
/** The demo's tracks as sound; two of them otherwise than planned: one 9 dB down, one cut off. */
const core = createRequire(import.meta.url)(join(ROOT, 'packages/core/dist/index.js'));
const takes = async (factors = [0.35, 5]) => {
  const solved = core.solve(core.DEMO_RIGS[0].rig, core.makeEngineMemory());
  const tracks = solved.feeds.posts.filter(({ kind }) => kind === 'track');
  return tracks.map(({ name, nodes: [place] }, at) => {
    const ask = { place, source: null, hasOthers: true, hasNoise: true };
    const { samples, rateHz } = core.finish(core.renderInSteps(solved, ask));
    const by = factors[at] ?? 1;
    const buffer = Buffer.from(core.wavOf([samples.map((x) => x * by)], rateHz));
    return { name: `${name.replace('Track ', '')}.wav`, mimeType: 'audio/wav', buffer };
  });
};

/** The museum's table: two voices and a caller, not joined yet. */
const table = async (page) => {
  await page.goto(`${BASE}/new`);
  await page.getByRole('button', { name: 'Two at a table, with a caller' }).click();
  await page.getByRole('textbox', { name: 'Name of voice 1' }).fill('Keeper');
  await page.getByRole('textbox', { name: 'Name of voice 2' }).fill('Guest');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Lamp room');
};

const PICTURES = {
  rigs: (page) => page.goto(`${BASE}/rigs`),
  'new-rig': (page) => table(page),
  wire: async (page) => {
    await table(page);
    await button(page, 'Wire it').click();
    await page.getByRole('button', { name: 'Wire all of it' }).waitFor();
  },
  wiring: (page, id) => wiring(page, id),
  pins: (page, id) => wiring(page, id, '?lead=caller-lead&open=pins'),
  find: async (page, id) => {
    await wiring(page, id);
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find or do something' }).fill('guest');
  },
  levels: (page, id) => levels(page, id),
  gains: async (page, id) => {
    await levels(page, id);
    await button(page, 'Set every gain').click();
    await page.getByRole('button', { name: 'Set all of it' }).waitFor();
  },
  'run-sheet': async (page, id, live) => {
    await page.goto(`${BASE}/rigs/${live}/run-sheet?people=2`);
    for (let step = 1; step < 7; step += 1) {
      await page.getByRole('region', { name: `Step ${step} of` }).waitFor();
      for (const caution of await page.getByRole('checkbox').all()) await caution.click();
      await page.getByRole('button', { name: 'Done', exact: true }).click();
    }
  },
  log: (page, id) => page.goto(`${BASE}/rigs/${id}/log`),
  feeds: (page, id) => page.goto(`${BASE}/rigs/${id}/feeds?sound=app+call&at=ears+phones`),
  table: (page, id) => page.goto(`${BASE}/rigs/${id}/table`),
  computers: async (page) => {
    const rigs = await (await fetch(`${BASE}/api/rigs`)).json();
    const { id } = rigs.find(({ name }) => name.startsWith('Mistake: USB microphones joined'));
    await page.goto(`${BASE}/rigs/${id}/computers`);
    await page.getByLabel('Lead to pull').selectOption({ index: 1 });
  },
  'line-check': async (page, id) => {
    await page.goto(`${BASE}/rigs/${id}/line-check`);
    await page.getByLabel('Recordings, as WAV or FLAC files').setInputFiles(await takes());
    await page.getByText(/of 6 channels as planned/u).waitFor();
    await page.getByText('Measuring').waitFor({ state: 'hidden' });
  },
  watch: async (page, id) => {
    await page.goto(`${BASE}/rigs/${id}/watch`);
    await page.getByLabel('A recording to go through, as a WAV file').setInputFiles(await show());
    await page.getByText(/ watched\./u).waitFor({ timeout: 60_000 });
  },
  advice: (page) => page.goto(`${BASE}/advice`),
  // The last: an input is made free for it.
  connect: async (page, id) => {
    await wiring(page, id, '?lead=neighbour-lead');
    await page.getByRole('button', { name: 'Unplug', exact: true }).click();
    await button(page, 'Connect two sockets').click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('combobox', { name: 'From' }).selectOption('recorder jack');
    await dialog.getByRole('combobox', { name: 'To' }).selectOption('mixer in4');
    await page.waitForTimeout(9500);
  },
};

/** The demo's tracks in one file, where the guest is cut off after a while, and the neighbour gives nothing any more. */
const show = async () => {
  const tracks = await Promise.all(
    (await takes([])).map(async ({ buffer }) => {
      const source = { size: buffer.length, read: async (at, bytes) => buffer.subarray(at, at + bytes) };
      const { format } = await core.readWav(source);
      const samples = [];
      await core.readBlocks(
        source,
        format,
        ([channel], frames) => void channel.subarray(0, frames).forEach((x) => samples.push(x)),
      );
      return samples;
    }),
  );
  const length = 48_000 * 30;
  const channels = tracks.map((samples, track) =>
    Float64Array.from({ length }, (_, at) => {
      const x = samples[at % samples.length];
      if (track === 1) return at > 48_000 * 12 && at < 48_000 * 18 ? 5 * x : x;
      return track === 3 && at > 48_000 * 20 ? 0 : x;
    }),
  );
  return [
    { name: 'Open evening.wav', mimeType: 'audio/wav', buffer: Buffer.from(core.wavOf(channels, 48_000)) },
  ];
};

const folder = mkdtempSync(join(tmpdir(), 'diaphon-pictures-'));
const server = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
  env: { ...process.env, DIAPHON_DEMO: '1', DIAPHON_PORT: String(PORT), DIAPHON_DATA: folder },
  stdio: 'ignore',
});
const shelf = async () => {
  for (let tries = 0; tries < 100; tries += 1) {
    const answer = await fetch(`${BASE}/api/rigs`).catch(() => undefined);
    if (answer?.ok) return answer.json();
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('The server did not start within ten seconds.');
};
try {
  const rigs = await shelf();
  const { id } = rigs.find(({ name }) => name === MUSEUM);
  const { id: live } = rigs.find(({ name }) => name === LIVE);
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  });
  const wanted = process.argv.slice(2);
  for (const { id: view } of VIEWS)
    if (!(view in PICTURES))
      throw new Error(`No picture of the view “${view}”: say in PICTURES how to come there.`);
  for (const [name, come] of Object.entries(PICTURES)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    say(`Picture ${name}`);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await come(page, id, live);
    await page.waitForTimeout(2500);
    await page.screenshot({ path: join(ROOT, `docs/screenshots/${name}.png`) });
    await page.close();
  }
  await browser.close();
} finally {
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
