import { copyOfDemo, expect, finding, MUSEUM, test } from './app';

const SPILL = 'Mistake: three voices, microphones in the middle of the table';

test('whose voice strays into whose microphone is shown, and mended by coming closer', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, SPILL);
  await page.goto(`/rigs/${id}/table`);
  const spill = page.getByRole('region', { name: 'Who is heard in whose microphone' });
  await expect(spill.getByRole('img', { name: 'too loud' })).toHaveCount(6);
  await expect(finding(page, 'spill')).toHaveCount(3);
  for (let left = 2; left >= 0; left -= 1) {
    await finding(page, 'spill')
      .first()
      .getByRole('button', { name: /^Have .* speak from/ })
      .click();
    await expect(finding(page, 'spill')).toHaveCount(left);
  }
  await expect(spill.getByRole('img', { name: 'too loud' })).toHaveCount(0);
  await expect(page.getByText('Every voice is far enough over its neighbours')).toBeVisible();
});

test('a microphone is dragged and turned on the plan; its distance, its angle and the table follow, and undo takes it back', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, SPILL);
  await page.goto(`/rigs/${id}/table`);
  const microphone = page.locator('[data-thing="microphone mic-1 capsule"]');
  await microphone.click();
  const fields = page.getByRole('region', { name: 'Bosun’s microphone' });
  const distance = fields.getByLabel('Distance from the microphone', { exact: true });
  await expect(distance).toHaveValue('75');
  const mouth = (await page.locator('[data-thing="talker bosun"]').boundingBox())!;
  const from = (await microphone.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + (mouth.x - from.x) / 2, from.y + (mouth.y - from.y) / 2, { steps: 8 });
  await page.mouse.up();
  await expect(distance).not.toHaveValue('75');
  expect(Number(await distance.inputValue())).toBeLessThan(60);
  // By keys: turned by 5°, three times.
  await microphone.focus();
  for (let n = 0; n < 3; n += 1) await page.keyboard.press('.');
  await expect(fields.getByRole('textbox', { name: /^Turned away from/ })).not.toHaveValue('0');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(distance).toHaveValue('75');
});

test('a loudspeaker put into the room is told how near it is to howling; in another room it is not', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/table`);
  await page.getByRole('button', { name: 'Loudspeaker left stands in this room' }).click();
  await page.locator('[data-thing="loudspeaker speaker-l"]').click();
  const fields = page.getByRole('region', { name: 'Loudspeaker left' });
  await expect(fields.getByLabel('Across', { exact: true })).toBeVisible();
  await fields.getByRole('button', { name: 'It stands in another room' }).click();
  await expect(page.locator('[data-thing="loudspeaker speaker-l"]')).toHaveCount(0);
});

test('a rig nobody has a place in is seated by one press', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Mistake: quiet voice, low-output microphone');
  await page.goto(`/rigs/${id}/table`);
  await page.getByRole('button', { name: 'Seat everyone round a table' }).click();
  await expect(page.locator('[data-thing="talker reader"]')).toBeVisible();
});
