import { copyOfDemo, expect, finding, MUSEUM, openCard, test } from './app';

const LIVE = 'Skerry Light live stream';

test('on a phone: one step at a time, signed without network, kept when it comes back', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, LIVE);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/rigs/${id}/run-sheet`);
  const step = page.getByRole('region', { name: /^Step \d+ of/ });
  await expect(step).toContainText('everything down, phantom off');
  // What can hurt is pressed by its name first.
  await expect(step.getByRole('button', { name: 'Press each caution' })).toBeDisabled();
  await step.getByRole('checkbox', { name: /^Hearing/ }).click();
  await step.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();
  await page.context().setOffline(true);
  await step.getByRole('checkbox', { name: /^Stand/ }).click();
  await step.getByRole('button', { name: 'Done', exact: true }).click();
  await step.getByRole('button', { name: 'Not done …' }).click();
  await step.getByLabel('Not done, because').fill('no stand left');
  await step.getByRole('button', { name: 'Sign it as not done' }).click();
  await expect(page.getByText(/^2 of \d+ done.*2 not sent yet/)).toBeVisible();
  // Nothing wider than the screen, nothing too small for a thumb.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  for (const button of await page.locator('main button:visible').all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  await page.context().setOffline(false);
  await expect(page.getByText('not sent yet')).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/^2 of \d+ done/)).toBeVisible();
  await page.getByRole('link', { name: 'Show', exact: true }).click();
  await page.getByRole('link', { name: 'Log' }).click();
  await expect(page.getByRole('article')).toContainText('no stand left');
});

test('what changed since it worked, tried one by one; a note stays', async ({ page, request }) => {
  const shelf = (await (await request.get('/api/rigs')).json()) as { id: string; name: string }[];
  const { id } = shelf.find(({ name }) => name === MUSEUM)!;
  const copy = await copyOfDemo(request, MUSEUM);
  const [first] = (await (await request.get(`/api/sittings?rig=${id}`)).json()) as { id: string }[];
  const whole = (await (await request.get(`/api/sittings/${first!.id}`)).json()) as { sitting: object };
  const sitting = { ...whole.sitting, id: '11111111-2222-4333-8444-555555555555', rig: copy, revision: 1 };
  const added = { sitting, steps: [], measurements: [], incidents: [] };
  expect((await request.post('/api/sittings', { data: added })).status()).toBe(204);
  await page.goto(`/rigs/${copy}/levels`);
  const opened = (await (await request.get(`/api/rigs/${copy}`)).json()) as {
    revision: number;
    document: { devices: { id: string; settings: Record<string, unknown> }[] };
  };
  opened.document.devices.find((one) => one.id === 'mixer')!.settings['gain1'] = 10;
  await request.put(`/api/rigs/${copy}`, {
    data: { baseRevision: opened.revision, document: opened.document, label: 'Gain 1' },
  });
  await page.goto(`/rigs/${copy}/log`);
  await page.getByRole('button', { name: 'Hold the rig against how it was then' }).click();
  await expect(page.getByText('Gain 1 of Lamp room mixer: 54 dB → 10 dB')).toBeVisible();
  await page.getByRole('button', { name: 'Set the rig as it was' }).click();
  await expect(page.getByText('Nothing is otherwise')).toBeVisible();
  await page.getByLabel('A note to this sitting').fill('Somebody turned Gain 1');
  await page.getByRole('button', { name: 'Add the note' }).click();
  await expect(page.getByRole('article')).toContainText('Somebody turned Gain 1');
  await page.getByLabel('Files that were recorded').setInputFiles({
    name: 'keeper.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from('abc'),
  });
  await expect(page.getByRole('article')).toContainText('File: keeper.wav, 0.0 kB, SHA-256 ba7816bf');
});

test('a finding leads to its step; a rig opens where its work stands', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}`);
  await expect(page).toHaveURL(/\/wiring$/);
  await openCard(finding(page, 'gain-short'));
  await page.getByRole('link', { name: 'In the run sheet' }).click();
  await expect(page.getByRole('region', { name: /^Step \d+ of/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /devices stand$/ })).toBeVisible();
  await page.goto(`/rigs/${id}`);
  await expect(page).toHaveURL(/\/run-sheet$/);
});
