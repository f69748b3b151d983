import { axeInBothLights, copyOfDemo, expect, MUSEUM, museumWithRoom, openWiring, test } from './app';

test('shelf', async ({ page }) => {
  await page.goto('/rigs');
  await expect(page.getByRole('link', { name: MUSEUM, exact: true })).toBeVisible();
  await axeInBothLights(page);
  await page.getByRole('button', { name: 'New rig' }).click();
  await axeInBothLights(page);
});

test('wiring, with a device, a lead and each dialog', async ({ page, request }) => {
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

test('levels', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await expect(page.getByRole('button', { name: /^Track Keeper: level/ })).toBeVisible();
  await page.getByText('Assumptions behind these figures').click();
  await axeInBothLights(page);
  await page.getByRole('button', { name: /^Far end of Call/ }).click();
  await expect(page.getByText('This sound does not arrive.')).toBeVisible();
  await axeInBothLights(page);
});

test('the plan of the table', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Mistake: three voices, microphones in the middle of the table');
  await page.goto(`/rigs/${id}/table`);
  await expect(page.getByRole('heading', { name: 'Who is heard in whose microphone' })).toBeVisible();
  await page.getByText('The room, and how far apart is enough').click();
  await page.locator('[data-thing="microphone mic-1 capsule"]').click();
  await axeInBothLights(page);
});

test('feeds', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/feeds?sound=app+call&at=ears+phones`);
  await expect(
    page.getByRole('button', { name: 'Put a laptop isolator box in between', exact: true }),
  ).toBeVisible();
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
