import { readFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, isSaved, MUSEUM, test } from './app';

/** Every gain at once: solved, shown, set, taken back, and taken to the desk on paper. */

test('one button sets every gain, says what it comes to, and undo takes all of it back', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('button', { name: 'Set every gain' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('status')).toContainText('Proven: no other setting does better');
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Gain 2, Lamp room mixer' })).toContainText(
    '44 dB → 49 dB',
  );
  await expect(dialog.getByRole('row', { name: /Guest to Track Guest/ })).toContainText('−14.9, right');
  await axe(page);
  await dialog.getByRole('button', { name: 'Set all of it' }).click();
  await expect(dialog).toBeHidden();
  await isSaved(page);
  const guest = page.getByRole('button', { name: /^Guest to Track Guest/ });
  await expect(guest).toContainText('on target');
  await page.keyboard.press('Control+z');
  await expect(guest).toContainText('too quiet');
});

test('what cannot be had is said with its reason, and what would help is tried and done', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const guest = page.getByRole('button', { name: /^Guest to Track Guest/ });
  await guest.click();
  await page.getByRole('textbox', { name: 'Distance from the microphone' }).fill('200');
  await page.getByRole('combobox', { name: 'Wanted at Track Guest' }).selectOption('Own average …');
  await page.getByRole('textbox', { name: 'Average' }).fill('-10');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Set every gain' }).click();
  const unmet = page.getByRole('region', { name: 'What cannot be had' });
  await expect(unmet).toContainText('dB are missing');
  await expect(unmet).toContainText('With everything on its way turned up it reaches');
  await unmet.getByRole('button', { name: 'What would help?' }).click();
  const closer = unmet.getByRole('listitem').filter({ hasText: /from \d+ cm instead of 200/ });
  await expect(closer).toContainText('which is enough');
  await axe(page);
  await closer.getByRole('button', { name: 'Do this' }).click();
  await expect(guest).toContainText('on target');
  await page.getByRole('button', { name: 'Set every gain' }).click();
  await expect(page.getByRole('dialog').getByRole('status')).not.toContainText('Not everything can be had');
});

test('the gain sheet, printed, as a table and on a phone', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('link', { name: 'Gain sheet' }).click();
  const keeper = page.getByRole('row', { name: /^Keeper/ });
  await expect(keeper).toContainText('54 dB');
  await expect(keeper).toContainText('9.3 of 10');
  await expect(keeper).toContainText('signal steady, hot flashes, clip dark');
  await axe(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain('Sound,From,Place,Into');
  await page.setViewportSize({ width: 390, height: 800 });
  await expect(keeper).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('a destination has an aim of its own, and the others keep theirs', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('combobox', { name: 'Wanted at Track Keeper' }).selectOption('−23 LUFS, broadcast');
  const keeper = page.getByRole('button', { name: /^Keeper to Track Keeper/ });
  await expect(keeper).toContainText('too loud');
  await expect(page.getByText('delivery: −23 LUFS in stereo')).toBeVisible();
  await page.getByRole('button', { name: 'Set every gain' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Set all of it' }).click();
  await expect(keeper).toContainText('on target');
  await isSaved(page);
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Wanted at Track Keeper' })).toHaveValue('lufs-23');
});

test('one destination is chosen, and only what is heard there is listed', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const strands = page.getByRole('list', { name: 'Strands' }).getByRole('button');
  await expect(strands).toHaveCount(9);
  await page.getByRole('combobox', { name: 'Heard at' }).selectOption("Call on Caller's laptop");
  await expect(strands).toHaveCount(3);
  await expect(page.getByRole('heading', { name: 'Keeper to Far end of Call' })).toBeVisible();
  await expect(page.getByText('Aim for calls: speech averages')).toBeVisible();
  await axe(page);
  await page.reload();
  await expect(strands).toHaveCount(3);
  await page.getByRole('combobox', { name: 'Heard at' }).selectOption('Every destination');
  await expect(strands).toHaveCount(9);
});

test('a level with arrows is dragged on the chart, or turned by keys, and what follows moves with it', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const stage = page.getByRole('button', { name: /^Amplifier 1: level/ });
  const gain = page.getByRole('textbox', { name: /^Gain 1/ });
  await expect(gain).toHaveValue('54');
  const box = (await stage.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 120);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 150, { steps: 6 });
  await page.mouse.up();
  const dragged = Number(await gain.inputValue());
  expect(dragged).toBeLessThan(52);
  expect(dragged).toBeGreaterThan(30);
  await expect(page.getByRole('button', { name: /^Track Keeper: level/ })).toHaveAccessibleName(
    new RegExp(`level −${(15 + 54 - dragged).toFixed(1).replace('.', '\\.')} dBFS`),
  );
  await stage.focus();
  await page.keyboard.press('ArrowUp');
  await expect(gain).toHaveValue(String(dragged + 1));
  // One drag is one thing to take back.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(gain).toHaveValue('54');
});

test('a gain is set by where its knob points, as it is printed', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const gain = page.getByRole('textbox', { name: 'Gain 1, Lamp room mixer', exact: true });
  const knob = page.getByRole('textbox', { name: 'Knob of Gain 1, Lamp room mixer' });
  await expect(knob).toHaveValue('9.3');
  await knob.fill('5');
  await expect(gain).toHaveValue('24');
  await knob.fill('eleven');
  await expect(page.getByText('Write it as it is printed, from 0.0 to 10.0.')).toBeVisible();
  await expect(gain).toHaveValue('24');
  await gain.fill('54');
  await expect(knob).toHaveValue('9.3');
});
