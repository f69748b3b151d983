import { spawn, type ChildProcess } from 'node:child_process';
import { appendFileSync, cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { axe } from './app';

/** A server of its own, so that it can go away. */
const PORT = 4384;
const ADDRESS = `http://127.0.0.1:${PORT}`;
const LIVE = 'Skerry Light live stream';
test.use({ baseURL: ADDRESS });
// Both have the one server.
test.describe.configure({ mode: 'serial' });

const folder = mkdtempSync(join(tmpdir(), 'diaphon-offline-'));
const web = join(folder, 'web');
let server: ChildProcess | undefined;

const start = async (): Promise<void> => {
  server = spawn('node', [join(__dirname, '../apps/server/dist/main.js')], {
    env: {
      ...process.env,
      DIAPHON_DEMO: '1',
      DIAPHON_PORT: String(PORT),
      DIAPHON_DATA: join(folder, 'data'),
      DIAPHON_WEB: web,
    },
    stdio: 'ignore',
  });
  await expect
    .poll(
      () =>
        fetch(`${ADDRESS}/api/health`).then(
          ({ ok }) => ok,
          () => false,
        ),
      { timeout: 60_000 },
    )
    .toBe(true);
};
const stop = () =>
  new Promise<void>((resolve) => {
    server!.once('exit', () => resolve());
    server!.kill('SIGKILL');
  });

test.beforeAll(async () => {
  cpSync(join(__dirname, '../apps/web/dist'), web, { recursive: true });
  await start();
});
test.afterAll(stop);

test('a sheet that was opened once opens without network, is signed there and sent later; a newer Diaphon waits', async ({
  page,
  request,
}) => {
  const shelf = (await (await request.get('/api/rigs')).json()) as { id: string; name: string }[];
  const { id } = shelf.find(({ name }) => name === LIVE)!;
  await page.goto(`/rigs/${id}/run-sheet`);
  const step = page.getByRole('region', { name: /^Step \d+ of/ });
  await expect(step).toContainText('everything down, phantom off');
  const name = page.getByLabel('Name of this rig');
  await expect
    .poll(() => page.evaluate(async (path) => Boolean(await caches.match(path)), `/api/rigs/${id}`))
    .toBe(true);
  // Saved after it was kept: what is read offline is what was saved.
  await name.fill('Stream of December');
  await expect(page.getByTestId('save-state')).toHaveText('Saved');

  await stop();
  await page.reload();
  await expect(name).toHaveValue('Stream of December');
  await expect(page.getByTestId('save-state')).toContainText('Offline: as it was on');
  await step.getByRole('checkbox', { name: /^Hearing/ }).click();
  await step.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByText(/^1 of \d+ done.*1 not sent yet/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^1 of \d+ done.*1 not sent yet/)).toBeVisible();

  // A newer one comes while the sheet is open: nothing moves until it is asked for.
  appendFileSync(join(web, 'service-worker.js'), '\n// newer\n');
  await start();
  await expect(page.getByText('not sent yet')).toHaveCount(0);
  await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
  await expect(page.getByText('A newer Diaphon is ready')).toBeVisible();
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();
  await page.getByRole('button', { name: 'Load it' }).click();
  await expect(page.getByText('A newer Diaphon is ready')).toHaveCount(0);
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
});

test('opened to the network here, a phone comes in by HTTPS and passphrase until it is shut', async ({
  page,
  browser,
}) => {
  await page.goto('/rigs');
  await page.getByRole('button', { name: 'On a phone' }).click();
  await page.getByLabel(/^Passphrase/).fill('fog signal at nine');
  await page.getByRole('button', { name: 'Open to the network' }).click();
  await expect(page.getByText('Nobody is signed in yet.')).toBeVisible();
  await axe(page);
  const phone = await browser.newContext({
    ignoreHTTPSErrors: true,
    baseURL: `https://127.0.0.1:${PORT + 1}`,
  });
  const there = await phone.newPage();
  await there.goto('/rigs');
  await there.getByLabel(/^Passphrase/).fill('fog signal at nine');
  await there.getByRole('button', { name: 'Sign in' }).click();
  await expect(there.getByText('Signed in on 1 browser.')).toBeVisible();
  await expect(page.getByText('Signed in: 1 browser')).toBeVisible();
  await page.getByRole('button', { name: 'Shut it again' }).click();
  await expect(page.getByRole('button', { name: 'Open to the network' })).toBeVisible();
  await expect(there.goto('/rigs')).rejects.toThrow();
  await phone.close();
});
