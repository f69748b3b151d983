import { readFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, finding, openCard, test } from './app';
import config from './playwright.config';

const DRIFTING = 'Mistake: USB microphones joined, one left to drift';

/** A browser with sound devices that are made up, which may be listened to. */
const base = config.use!.launchOptions!;
test.use({
  launchOptions: {
    ...base,
    args: [...base.args!, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
});

test('what the browser lists is laid beside the rig, and paired by hand where names differ', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  const there = page.getByRole('region', { name: 'What is really there' });
  await there.getByRole('button', { name: 'Read what this computer lists' }).click();
  // The browser's made-up devices are none of the rig's.
  await expect(there.getByText('not in the rig').first()).toBeVisible();
  await expect(there.getByText('not listed')).toHaveCount(3);
  await axe(page);
  await there.getByRole('combobox', { name: /is$/ }).first().selectOption('Translator’s microphone');
  await expect(there.getByText('not listed')).toHaveCount(2);
});

test('a pasted list says what is there, missing, not in the rig, and has other channels', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  const there = page.getByRole('region', { name: 'What is really there' });
  await there
    .getByLabel('Or a pasted list')
    .fill('Storyteller microphone, 1 in\nSingers microphone, 1 in\nCodec 7, 2 in');
  const row = (name: string) => there.getByRole('listitem').filter({ hasText: name });
  await expect(row('Storyteller’s')).toContainText('there');
  await expect(row('Translator’s').first()).toContainText('not listed');
  await expect(row('Singers’')).toContainText('1 in listed, 2 in the rig');
  await expect(row('Codec 7')).toContainText('not in the rig');
});

test('a driver that is missing, a system that joins nothing, a program to be started again', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByLabel('Its system').selectOption('joins inputs by a helper program');
  await page.getByRole('switch', { name: /^The helper is installed/ }).click();
  await expect(finding(page, 'driver-missing')).toContainText('cannot join inputs');
  await openCard(finding(page, 'driver-missing'));
  await page
    .getByRole('button', { name: /^Install the helper/ })
    .first()
    .click();
  await expect(finding(page, 'driver-missing')).toHaveCount(0);
  await page.getByRole('switch', { name: /^Recorder after a change/ }).click();
  await page.getByRole('button', { name: 'Move Singers’ microphone, USB input earlier' }).click();
  await expect(finding(page, 'app-restart-needed')).toHaveCount(1);
  await page.getByRole('button', { name: 'It has been started again' }).click();
  await expect(finding(page, 'app-restart-needed')).toHaveCount(0);
});

test('the track sheet is a table to print, and saved as CSV', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByRole('link', { name: 'Track sheet' }).click();
  await expect(page.getByRole('row')).toHaveCount(5);
  await axe(page);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const lines = readFileSync(await (await saved).path(), 'utf8').split('\r\n');
  expect(lines[1]).toContain('Gallery computer,Recorder,Bench and singers,1');
});
