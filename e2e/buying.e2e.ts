import { readFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, finding, isSaved, MUSEUM, openWiring, test } from './app';

/** What to buy, and what one has made: lists, leads of one's own, gear that a finding asks for. */

test('the list of what to buy is saved with its stands, and printed without the questions', async ({
  page,
}) => {
  await page.goto('/advice');
  const list = page.getByRole('region', { name: 'What to buy' });
  await expect(list).toContainText('Microphone stand or arm');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('Piece,Needed,There,Price each,To pay');
  expect(text).toContain('Together');
  await page.emulateMedia({ media: 'print' });
  await expect(list).toBeVisible();
  await expect(page.getByRole('textbox', { name: /How many speak/ })).toBeHidden();
  await expect(page.getByRole('article').first()).toBeHidden();
});

test('a condenser on an adapter lead: the interface to buy is put in, listened to and turned up', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, 'Mistake: condenser on an adapter lead');
  await page.goto(`/rigs/${id}/wiring`);
  await finding(page, 'no-phantom')
    .getByRole('button', { name: /^Put a one-input USB interface in between, with phantom on/ })
    .click();
  await expect(page.getByText('Clear. Every voice arrives')).toBeVisible();
});

test('a lead of one’s own: its wires and figures are stated, what cannot be made is said', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: /^Output of Keeper's microphone/ }).click();
  await page.getByRole('button', { name: 'Make an own kind of it' }).click();
  const dialog = page.getByRole('dialog');
  await axe(page);
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Gallery lead');
  await dialog.getByRole('checkbox', { name: 'Wire 2 joins pins 2' }).uncheck();
  await expect(dialog.getByRole('status')).toContainText('Wire 2 joins nothing');
  await expect(dialog.getByRole('button', { name: 'Make this lead one of it' })).toBeDisabled();
  await dialog.getByRole('checkbox', { name: 'Wire 2 joins pins 2' }).check();
  await dialog.getByRole('button', { name: 'Make this lead one of it' }).click();
  await expect(page.getByRole('region', { name: 'Selected: Gallery lead' })).toBeVisible();
  await isSaved(page);
});
