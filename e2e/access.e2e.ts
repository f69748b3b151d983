import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { APIRequestContext, Page } from '@playwright/test';
import { toneFile } from './tone-file';
import { axeInBothLights, copyOfDemo, expect, MUSEUM, museumWithRoom, openWiring, test } from './app';

test('shelf', async ({ page }) => {
  await page.goto('/rigs');
  await expect(page.getByRole('link', { name: MUSEUM, exact: true })).toBeVisible();
  await axeInBothLights(page);
  await page.getByRole('link', { name: 'New rig', exact: true }).click();
  await page.getByRole('button', { name: 'Two at a table, with a caller' }).click();
  await axeInBothLights(page);
  await page.getByRole('button', { name: 'Wire it', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Wire all of it' })).toBeVisible({ timeout: 60_000 });
  await axeInBothLights(page);
});

test('open plugs, a trace, the export sheet and the page to print', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?lead=caller-lead&open=pins`);
  await expect(page.getByRole('dialog').getByText('cancels itself out')).toBeVisible();
  await axeInBothLights(page);
  await page.goto(`/rigs/${id}/wiring?device=mixer&open=in1`);
  await expect(page.getByRole('region', { name: 'Goes to' })).toContainText('Track Keeper');
  await axeInBothLights(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Print, save, import' }).click();
  await page.getByLabel('Patch list file').setInputFiles({
    name: 'list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Kind of lead,From device\nRope,Ghost\n'),
  });
  await expect(page.getByText('0 of 1 row can be taken.')).toBeVisible();
  await axeInBothLights(page);
  await page.goto(`/rigs/${id}/print`);
  await expect(page.getByRole('heading', { name: 'Lead labels' })).toBeVisible();
  await axeInBothLights(page);
});

/** How each view is come to, with most of what it has laid open. */
const VISITS: Record<string, (page: Page, request: APIRequestContext) => Promise<void>> = {
  wiring: async (page, request) => {
    const id = await museumWithRoom(request);
    await openWiring(page, id);
    await axeInBothLights(page);
    await page.goto(`/rigs/${id}/wiring?device=keeper-mic`);
    await expect(page.getByRole('region', { name: "Selected: Keeper's microphone" })).toBeVisible();
    await axeInBothLights(page);
    await page.goto(`/rigs/${id}/wiring?lead=caller-lead`);
    await expect(page.getByRole('button', { name: 'Unplug', exact: true })).toBeVisible();
    await axeInBothLights(page);
    await page.getByRole('button', { name: 'Add a device' }).click();
    await axeInBothLights(page);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Connect two sockets' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('combobox', { name: 'From' }).selectOption('recorder jack');
    await dialog.getByRole('combobox', { name: 'To' }).selectOption('mixer in4');
    await expect(dialog.getByText('Danger:').first()).toBeVisible();
    await axeInBothLights(page);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'History' }).click();
    await expect(page.getByText('Created')).toBeVisible();
  },
  levels: async (page, request) => {
    await page.goto(`/rigs/${await copyOfDemo(request, MUSEUM)}/levels`);
    await expect(page.getByRole('button', { name: /^Track Keeper: level/ })).toBeVisible();
    await page.getByText('Assumptions behind these figures').click();
    await axeInBothLights(page);
    await page.getByRole('button', { name: /^Far end of Call/ }).click();
    await expect(page.getByText('This sound does not arrive.')).toBeVisible();
  },
  table: async (page, request) => {
    const id = await copyOfDemo(request, 'Mistake: three voices, microphones in the middle of the table');
    await page.goto(`/rigs/${id}/table`);
    await expect(page.getByRole('heading', { name: 'Who is heard in whose microphone' })).toBeVisible();
    await page.getByText('The room, and how far apart is enough').click();
    await page.locator('[data-thing="microphone mic-1 capsule"]').click();
  },
  feeds: async (page, request) => {
    await page.goto(`/rigs/${await copyOfDemo(request, MUSEUM)}/feeds?sound=app+call&at=ears+phones`);
    await expect(
      page.getByRole('button', { name: 'Put a laptop isolator box in between', exact: true }),
    ).toBeVisible();
  },
  'run-sheet': async (page, request) => {
    const id = await museumWithRoom(request);
    await page.goto(`/rigs/${id}/run-sheet`);
    await expect(page.getByRole('alert')).toContainText('Mend it on the chart');
  },
  log: async (page, request) => {
    const shelf = (await (await request.get('/api/rigs')).json()) as { id: string; name: string }[];
    await page.goto(`/rigs/${shelf.find(({ name }) => name === MUSEUM)!.id}/log`);
    await expect(page.getByText('Out of the usual').first()).toBeVisible();
  },
  'line-check': async (page, request) => {
    await page.goto(`/rigs/${await copyOfDemo(request, MUSEUM)}/line-check`);
    await page.getByLabel('Recordings, as WAV or FLAC files').setInputFiles([
      { name: 'Keeper.wav', mimeType: 'audio/wav', buffer: toneFile(-15) },
      { name: 'Guest.wav', mimeType: 'audio/wav', buffer: Buffer.from('no sound') },
    ]);
    await expect(page.getByRole('alert').first()).toContainText('Guest.wav');
    await expect(page.getByText('1 of 6 channels as planned.')).toBeVisible();
  },
  watch: async (page, request) => {
    await page.goto(`/rigs/${await copyOfDemo(request, MUSEUM)}/watch`);
    await page
      .getByLabel('A recording to go through, as a WAV file')
      .setInputFiles([{ name: 'show.wav', mimeType: 'audio/wav', buffer: toneFile(6, 4) }]);
    await expect(page.getByRole('heading', { name: /Track Keeper: Cut off/u })).toBeVisible();
  },
  computers: async (page, request) => {
    const name = 'Mistake: USB microphones joined, one left to drift';
    await page.goto(`/rigs/${await copyOfDemo(request, name)}/computers`);
    await page.getByLabel('Lead to pull').selectOption({ index: 1 });
  },
};

const VIEWS = JSON.parse(readFileSync(join(__dirname, '../apps/web/src/app/views.json'), 'utf8')) as {
  id: string;
}[];
for (const { id } of VIEWS)
  test(id, async ({ page, request }) => {
    expect(Object.keys(VISITS)).toContain(id);
    await VISITS[id]!(page, request);
    await axeInBothLights(page);
  });

test('errors', async ({ page }) => {
  await page.goto('/rigs/ghost-000000/wiring');
  await expect(page.getByRole('alert')).toContainText('There is no rig');
  await axeInBothLights(page);
  await page.goto('/nowhere');
  await expect(page.getByRole('alert')).toContainText('no view at this address');
  await axeInBothLights(page);
});

test('the light that was chosen stays', async ({ page }) => {
  await page.goto('/rigs');
  await page.getByRole('button', { name: 'Switch to night light' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-light', 'night');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-light', 'night');
});
