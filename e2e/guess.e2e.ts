import { axe, copyOfDemo, expect, isSaved, MUSEUM, openWiring, test } from './app';

/** Nothing to guess: things are found by the words people have for them, and keys do what keys do. */

const selected = (page: import('@playwright/test').Page, name: string | RegExp) =>
  page.getByRole('region', { name });

test('a headphone amplifier is found by its everyday name and added by Enter', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('headphone amp');
  await page.keyboard.press('Enter');
  await expect(selected(page, 'Selected: Headphone amplifier, four outputs')).toBeVisible();
});

test('another model takes a microphone’s place: lead and talker stay', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=keeper-mic`);
  const inspector = selected(page, "Selected: Keeper's microphone");
  await inspector.getByRole('button', { name: 'Use another model' }).click();
  const dialog = page.getByRole('dialog', { name: "Another model for Keeper's microphone" });
  await dialog.getByRole('textbox', { name: 'Find' }).fill('large condenser');
  await page.keyboard.press('Enter');
  await expect(dialog).toHaveCount(0);
  await expect(inspector).toContainText('Large-diaphragm condenser microphone');
  await expect(inspector.getByRole('button', { name: 'Show the lead in Output' })).toBeVisible();
  await expect(inspector.getByRole('region', { name: 'Who speaks here' })).toContainText('Keeper');
  await page.keyboard.press('Control+z');
  await expect(inspector).not.toContainText('Large-diaphragm condenser microphone');
});

test('a device is duplicated, taken away by a key, and brought back', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=keeper-mic`);
  await page.getByRole('button', { name: 'Duplicate' }).click();
  const copy = selected(page, "Selected: Keeper's microphone 2");
  await expect(copy).toBeVisible();
  // While something is typed the key is the field's.
  await copy.getByRole('textbox', { name: 'Name', exact: true }).press('Backspace');
  await expect(copy).toBeVisible();
  await page.getByRole('button', { name: 'Duplicate', exact: true }).focus();
  await page.keyboard.press('Delete');
  await expect(copy).toHaveCount(0);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Output of Keeper's microphone 2/ })).toBeVisible();
  await isSaved(page);
});

test('anything is found by a few letters; the keys are on one page; the head can be skipped', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.keyboard.press('Control+k');
  const find = page.getByRole('combobox', { name: 'Find or do something' });
  await axe(page);
  await find.fill('guest mic');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/device=guest-mic/);
  await page.keyboard.press('Control+k');
  await find.fill('levels');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/levels/);
  await page.locator('main').press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('take away what is selected');
  await axe(page);
  await page.keyboard.press('Escape');
  await openWiring(page, id);
  const skip = page.getByRole('button', { name: 'Skip to the content' });
  await skip.focus();
  await expect(skip).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page.locator('main')).toBeFocused();
});

test('words of the trade open what they mean and this rig’s own figures, in a finding and on the page of words', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  const card = page.locator('[data-code="phantom-into-output"]');
  await card.getByRole('button', { name: 'Phantom power', exact: true }).click();
  const note = card.getByRole('complementary', { name: 'Phantom power' });
  // 48 V − 3.4 kΩ × 3.2 mA = 37.1 V (IEC 61938, memory).
  await expect(note).toContainText('Guest microphone has 37.1 V of it');
  await axe(page);
  await card.getByRole('button', { name: 'Phantom power', exact: true }).click();
  await expect(note).toHaveCount(0);
  await page.getByRole('button', { name: 'Words of the trade' }).click();
  const words = page.getByRole('dialog', { name: 'Words of the trade' });
  await words.getByRole('textbox', { name: 'Find a word' }).fill('dbfs');
  await expect(words).toContainText('Keeper averages −15.0 dBFS at Track Keeper');
});
