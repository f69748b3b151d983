import { copyOfDemo, expect, MUSEUM, test } from './app';
import { toneFile } from './tone-file';

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
    .getByLabel('Recordings, as WAV files')
    .setInputFiles(
      files(['Guest.wav', toneFile(-30)], ['Keeper.wav', toneFile(-15.5)], ['Neighbour.wav', toneFile(6)]),
    );
  await expect(row('Track Keeper')).toContainText('As planned, within 0.5 dB.');
  await expect(row('Track Guest')).toContainText(
    /10\.1 dB quieter than planned\..*Turn Gain 2 of Lamp room mixer from 44\.0 to 54\.0 dB/u,
  );
  await expect(row('Track Neighbour')).toContainText(/Cut off \d+ times/u);
  await expect(page.getByText('1 of 6 channels as planned.')).toBeVisible();
  await page.getByRole('link', { name: 'Levels' }).click();
  await page.getByRole('link', { name: 'Line check' }).click();
  await expect(row('Track Keeper')).toContainText('As planned');
  // Said by hand, another; then all of it forgotten.
  await page.getByLabel('What was recorded of Track Keeper').selectOption('Guest.wav');
  await expect(row('Track Keeper')).toContainText('quieter than planned');
  await page.getByRole('button', { name: 'Forget what was measured' }).click();
  await expect(row('Track Keeper')).toContainText('nothing measured');
});

test('one file of all tracks goes by its channels', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/line-check`);
  await page.getByLabel('Recordings, as WAV files').setInputFiles(files(['take.wav', toneFile(-15, 2)]));
  await expect(page.getByLabel('What was recorded of Track Guest')).toHaveValue('1');
});
