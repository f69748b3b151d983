import { copyOfDemo, expect, finding, isSaved, MUSEUM, museumWithRoom, openWiring, test } from './app';

test('a new user finds the museum rig on the shelf', async ({ page }) => {
  await page.goto('/');
  await expect(page).toHaveURL(/\/rigs$/);
  await page.getByRole('link', { name: MUSEUM, exact: true }).click();
  await expect(page).toHaveURL(/\/rigs\/skerry-light-oral-history-[0-9a-f]{6}\/wiring/);
  await expect(finding(page, 'phantom-into-output')).toBeVisible();
});

test('warned of 46 V, mended in one click, a microphone added, levels changed, all there tomorrow', async ({
  page,
  request,
  browser,
  baseURL,
}) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);

  // Warned, with figures.
  const danger = finding(page, 'phantom-into-output');
  await expect(danger).toContainText("Caller's laptop gets 46 V into its headset jack");
  await expect(danger).toContainText('7.0 mA');

  // Mended in one click.
  await danger.getByRole('button', { name: 'Put a laptop isolator box in between', exact: true }).click();
  await expect(danger).toHaveCount(0);
  await expect(finding(page, 'mono-cancel')).toHaveCount(0);
  await expect(
    page.getByRole('button', { name: /^Balanced out of Laptop isolator box, in use/ }),
  ).toBeVisible();

  // A microphone and a lead.
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('hand-held dynamic');
  await page.keyboard.press('Enter');
  const inspector = page.getByRole('region', { name: 'Selected: Hand-held dynamic microphone' });
  await inspector.getByRole('button', { name: 'Someone new speaks here' }).click();
  await inspector.getByRole('button', { name: 'Connect Output' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'To' }).selectOption('mixer in4');
  await expect(dialog.getByText('Sound passes with').first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Use XLR lead', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Selected: XLR lead' })).toBeVisible();

  // Its way on the channel chart; a track is still missing, so it is heard by those present only.
  await page.getByRole('link', { name: 'Levels' }).click();
  await page
    .getByRole('button', { name: /^Talker 3/ })
    .first()
    .click();
  const preamp = page.getByRole('button', { name: /^Amplifier 4: level/ });
  await expect(preamp).toContainText(/−5\d\.\d/);
  await page.getByRole('textbox', { name: 'Gain 4, Lamp room mixer', exact: true }).fill('50');
  await expect(preamp).toContainText(/−8\.\d/);
  await isSaved(page);
  const level = (await preamp.getAttribute('aria-label'))!;
  await page.close();

  // Tomorrow, in a browser that knows nothing.
  const context = await browser.newContext({ ...(baseURL ? { baseURL } : {}) });
  const tomorrow = await context.newPage();
  await tomorrow.goto(`/rigs/${id}/levels`);
  await tomorrow
    .getByRole('button', { name: /^Talker 3/ })
    .first()
    .click();
  await expect(tomorrow.getByRole('button', { name: level, exact: true })).toBeVisible();
  await tomorrow.getByRole('link', { name: 'Wiring' }).click();
  await expect(tomorrow.locator('[data-code="phantom-into-output"]')).toHaveCount(0);
  await context.close();
});

test('the level target moves the aim and the findings', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await expect(page.getByRole('button', { name: /^Keeper to Track.*on target/s })).toBeVisible();
  await page.locator('label').filter({ hasText: 'Live' }).click();
  await expect(page.getByText('Aim for live: peaks near −6 dBFS')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Keeper to Track.*peaks −3\.0 dBFS/s })).toBeVisible();
});

test('every figure of a stage says where it comes from', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('button', { name: /^Amplifier 1: level/ }).click();
  const detail = page.getByRole('region', { name: 'Where the figures of Amplifier 1 come from' });
  await expect(detail).toContainText('Gain 1 at 54 dB');
  await page.getByRole('button', { name: /^Keeper, 1 m: level/ }).click();
  await expect(page.getByText('ANSI S3.5-1997')).toBeVisible();
  await page.getByText('Assumptions behind these figures').click();
  await page.getByRole('textbox', { name: 'Peaks of speech over its level' }).fill('15');
  await expect(
    page.getByRole('button', { name: /^Track Keeper: level −15\.0 dBFS, peaks 0\.0 dBFS/ }),
  ).toBeVisible();
});
