import { copyOfDemo, expect, MUSEUM, museumWithRoom, openWiring, test } from './app';

/** After every dialog the focus is where it came from, or on what was made. */

test('closed by Escape, each dialog gives the focus back to what opened it', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  for (const name of [
    'Add a device',
    'Connect two sockets',
    'Leads I own',
    'Notes',
    'Print, save, import',
    'Words of the trade',
    'History',
  ]) {
    const button = page.getByRole('button', { name, exact: true }).first();
    await button.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(button, name).toBeFocused();
  }
});

test('after adding a device, connecting a socket and taking another model the focus is on the button or on what was made', async ({
  page,
  request,
}) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  const focused = () =>
    page.evaluate(() => {
      const at = document.activeElement;
      return at === document.body ? 'lost' : (at?.getAttribute('aria-label') ?? at?.textContent ?? '');
    });
  await page.getByRole('button', { name: 'Add a device' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Find' }).fill('hand-held dynamic');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Selected: Hand-held dynamic microphone' })).toBeVisible();
  await expect.poll(focused).toContain('Add a device');

  await page.getByRole('button', { name: 'Connect Output', exact: true }).focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'To' }).selectOption('mixer in4');
  await dialog.getByRole('button', { name: 'Use XLR lead', exact: true }).press('Enter');
  await expect(dialog).toHaveCount(0);
  // The button that opened it is gone: the socket is in use now, and the chart is drawn anew.
  await expect(page.getByRole('button', { name: 'Connect Output', exact: true })).toHaveCount(0);
  await expect.poll(focused).not.toBe('lost');
  // However late what has the focus is taken away, the focus does not fall through.
  await page.waitForTimeout(800);
  await page.getByRole('button', { name: 'Words of the trade' }).evaluate((button: HTMLElement) => {
    button.focus();
    button.replaceWith(button.cloneNode(true));
  });
  await expect.poll(focused).not.toBe('lost');

  await page.getByRole('button', { name: 'Words of the trade' }).focus();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do something' }).fill('add a device');
  await page.keyboard.press('Enter');
  await page.waitForTimeout(800);
  await page.keyboard.press('Escape');
  await page.waitForTimeout(800);
  expect(await focused()).not.toBe('lost');
});
