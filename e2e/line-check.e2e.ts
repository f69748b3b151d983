import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { copyOfDemo, expect, MUSEUM, test } from './app';
import { noiseFile, toneFile } from './tone-file';

const files = (...all: [name: string, buffer: Buffer][]) =>
  all.map(([name, buffer]) => ({ name, mimeType: 'audio/wav', buffer }));

test('a recording is held against the plan, channel by channel, and stays while other views are looked at', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/line-check`);
  await expect(page.getByText('Record a minute of everyone speaking')).toBeVisible();
  const row = (track: string) =>
    page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: track }) });
  await expect(row('Track Keeper')).toContainText('plan −15.0, nothing measured');
  // One file for each track, found by its name whatever the order.
  await page
    .getByLabel('Recordings, as WAV or FLAC files')
    .setInputFiles(
      files(['Guest.wav', toneFile(-30)], ['Keeper.wav', toneFile(-15.5)], ['Neighbour.wav', toneFile(6)]),
    );
  await expect(row('Track Keeper')).toContainText('As planned, within 0.5 dB.');
  await expect(row('Track Guest')).toContainText(/10\.1 dB quieter than planned\..*Most likely/u);
  await expect(row('Track Neighbour')).toContainText(/Cut off \d+ times/u);
  await expect(page.getByText('1 of 6 channels as planned.')).toBeVisible();
  await page.getByRole('link', { name: 'Levels' }).click();
  await page.getByRole('link', { name: 'Line check' }).click();
  await expect(row('Track Keeper')).toContainText('As planned');
  // Its sound is drawn; and where the plan is what is wrong, the plan is put so.
  await row('Track Guest').getByRole('button', { name: 'See its sound' }).click();
  await expect(
    page.getByRole('group', { name: 'The sound of Track Guest' }).getByText('Third octaves'),
  ).toBeVisible();
  await row('Track Guest').getByRole('button', { name: 'The plan is wrong: put it so' }).click();
  await expect(row('Track Guest')).toContainText('As planned');
  // Said by hand, another; then all of it forgotten.
  await page.getByLabel('What was recorded of Track Keeper').selectOption('Guest.wav');
  await expect(row('Track Keeper')).toContainText('quieter than planned');
  await page.getByRole('button', { name: 'Forget what was measured' }).click();
  await expect(row('Track Keeper')).toContainText('nothing measured');
});

test('the plan itself, made up as sound, comes as planned', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/line-check`);
  await page.getByRole('button', { name: 'Try it with made-up sound' }).click();
  await expect(page.getByText('of 6 channels as planned.')).toContainText(/^[456] of/u);
});

test('one file of all tracks goes by its channels', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/line-check`);
  await page
    .getByLabel('Recordings, as WAV or FLAC files')
    .setInputFiles(files(['take.wav', toneFile(-15, 2)]));
  await expect(page.getByLabel('What was recorded of Track Guest')).toHaveValue('1');
});

test('two recordings of one moment are laid over one another', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/line-check`);
  await page.getByText('Two recordings of one moment').click();
  const [first, second] = files(['recorder.wav', noiseFile(0)], ['camera.wav', noiseFile(0.25)]);
  await page.getByLabel('The first recording').setInputFiles(first!);
  await page.getByLabel('The second recording').setInputFiles(second!);
  await page.getByRole('button', { name: 'Lay them over one another' }).click();
  await expect(page.getByText('The same moment is 250.00 ms later in the second.')).toBeVisible();
  await page.getByLabel('Frames of picture a second').selectOption('24');
  await expect(page.getByText('Put the second 6.0 frames at 24 earlier')).toBeVisible();
  await page
    .getByLabel('The second recording')
    .setInputFiles(files(['notes.wav', Buffer.from('no sound')])[0]!);
  await page.getByRole('button', { name: 'Lay them over one another' }).click();
  await expect(page.getByRole('alert')).toContainText('notes.wav, ');
});

test('a live input is heard, its level held against the plan while it sounds, and stays after', async ({
  request,
  baseURL,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-live-'));
  const file = join(folder, 'tone.wav');
  writeFileSync(file, toneFile(-20));
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
  await page.goto(`/rigs/${id}/line-check`);
  await page.getByRole('button', { name: 'Listen to an input' }).click();
  await expect(page.getByText('Listening to')).toBeVisible();
  const keeper = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'Track Keeper' }) });
  // The tone of two seconds has a seam where it begins anew, and the browser's own way is no reference: within 2 dB.
  await expect(keeper).toContainText(/came −(?:19|2[01])\.\d dBFS/u);
  await page.getByRole('button', { name: 'Stop listening' }).click();
  await expect(page.getByText('Listening to')).toHaveCount(0);
  await expect(keeper).toContainText(/came −(?:19|2[01])\.\d dBFS/u);
  await browser.close();
  rmSync(folder, { recursive: true });
});

test('an input that the browser may not listen to is said, with what to do', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await page.goto(`/rigs/${id}/line-check`);
  await page.getByRole('button', { name: 'Listen to an input' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Allow the microphone' })).toBeVisible();
});
