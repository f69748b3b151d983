import { readFileSync } from 'node:fs';
import { copyOfDemo, expect, MUSEUM, test } from './app';

test('a strand is heard, starting quiet, and saved as a WAV file of thirty seconds', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const hear = page.getByRole('region', { name: 'Hear it' });
  await expect(hear.getByRole('textbox', { name: 'Volume here' })).toHaveValue('-20');
  await hear.getByRole('button', { name: 'Play' }).click();
  await expect(hear.getByRole('button', { name: 'Stop' })).toBeVisible();
  await hear.getByRole('button', { name: 'Stop' }).click();
  await expect(hear.getByRole('button', { name: 'Play' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    hear.getByRole('button', { name: 'Save as WAV' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/\.wav$/);
  const file = readFileSync(await download.path());
  expect(file.subarray(0, 4).toString('latin1')).toBe('RIFF');
  // 30 s of 48,000 samples of three bytes.
  expect(file.readUInt32LE(40)).toBe(30 * 48_000 * 3);
});

test('what is cut off is said where it is heard', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('textbox', { name: 'Gain 1, Lamp room mixer', exact: true }).fill('60');
  const hear = page.getByRole('region', { name: 'Hear it' });
  await hear.getByRole('button', { name: 'Play' }).click();
  await expect(
    hear.getByText(/^Cut off at “.*” of Lamp room mixer: \d+\.\d+ % of the time\.$/).first(),
  ).toBeVisible();
});

test('a call answers in turn, as late as its network makes it', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/feeds?sound=person+keeper&at=ears+keeper-phones`);
  const hear = page.getByRole('region', { name: 'Hear it' });
  await hear.getByText('In turn: the call answers').click();
  const saved = page.waitForEvent('download', { timeout: 60_000 });
  await hear.getByRole('button', { name: 'Save as WAV' }).click();
  await saved;
  const turns = hear.getByRole('list', { name: 'Who speaks when' });
  await expect(turns).toContainText(/Keeper speaks first/);
  await expect(turns).toContainText(/Harbour pilot answers at 1\.\d+ s, heard here from 1\.\d+ s on/);
  await hear.getByText('In turn: the call answers').click();
  await expect(turns).toHaveCount(0);
});
