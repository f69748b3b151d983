import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { copyOfDemo, expect, MUSEUM, test } from './app';
import { toneFile } from './tone-file';

test('a live input that is cut off is told within seconds, and goes on while other views are looked at', async ({
  request,
  baseURL,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-watch-'));
  const file = join(folder, 'tone.wav');
  writeFileSync(file, toneFile(9));
  // A browser of its own, whose microphone is a file.
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}`,
    ],
  });
  const page = await browser.newPage({ baseURL: baseURL! });
  await page.goto(`/rigs/${id}/watch`);
  await expect(page.getByText('Not watching.')).toBeVisible();
  await page.getByRole('button', { name: 'Watch an input' }).click();
  await expect(page.getByRole('heading', { name: /^Track Keeper: Cut off/u })).toBeVisible({
    timeout: 20_000,
  });
  await page.getByRole('link', { name: 'Levels' }).click();
  await page.getByRole('link', { name: 'Watch', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Watching' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop watching' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await saved).suggestedFilename()).toMatch(/noticed\.csv$/u);
  await browser.close();
  rmSync(folder, { recursive: true });
});

test('a recording is gone through, and what is no sound file is said', async ({ page, request }) => {
  await page.goto(`/rigs/${await copyOfDemo(request, MUSEUM)}/watch`);
  const picker = page.getByLabel('A recording to go through, as a WAV file');
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'audio/wav', buffer });
  await picker.setInputFiles(file('notes.wav', Buffer.from('no sound')));
  await expect(page.getByRole('alert')).toContainText('notes.wav');
  // The same tone on every channel: several tracks hold the same sound.
  await picker.setInputFiles(file('show.wav', toneFile(-15, 4)));
  await expect(page.getByRole('heading', { name: /hold the same sound/u }).first()).toBeVisible();
  await expect(page.getByText('show.wav: 2 s watched.')).toBeVisible();
});
