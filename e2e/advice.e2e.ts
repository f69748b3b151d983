import { axe, expect, test } from './app';

test('before buying: answers, reasons, both schools, a price corrected, and a rig to open that is clear', async ({
  page,
}) => {
  await page.goto('/rigs');
  await page.getByRole('link', { name: 'Before buying' }).click();
  const topic = (question: string) => page.getByRole('article', { name: question });
  await expect(topic('USB microphone or XLR?')).toContainText('2 people at once');

  await page.getByRole('textbox', { name: /How many speak/ }).fill('1');
  await expect(topic('USB microphone or XLR?')).toContainText('One USB microphone');
  await expect(topic('Interface or mixer?')).toHaveCount(0);

  await page.getByRole('textbox', { name: /How far from/ }).fill('12');
  await expect(topic('USB microphone or XLR?')).toContainText('a USB lead carries 5 m at most');
  const adapter = topic('An XLR-to-USB adapter lead?');
  await expect(adapter).toContainText('brings its peaks to 55 % of the meter');
  await page.getByText('Condenser', { exact: true }).first().click();
  await expect(adapter).toContainText('No: it has no phantom');
  await page.getByText('At the computer').click();
  await expect(topic('How does the picture get its sound?').getByRole('listitem')).toHaveCount(5);
  await expect(page).toHaveURL(/people=1&distanceM=12&camera=computer&microphone=condenser/);
  await axe(page);

  const total = page.getByTestId('total');
  const before = Number(await total.textContent());
  await page.getByRole('textbox', { name: 'Price of Camera with microphone socket' }).fill('100');
  await expect(total).toHaveText(String(before - 500));
  await page.reload();
  await expect(total).toHaveText(String(before - 500));

  await page.getByRole('button', { name: 'Open this rig' }).click();
  await expect(page.getByRole('button', { name: /^Output of Talker, microphone/ })).toBeVisible();
  // Only once the engine has spoken does no danger mean none.
  await expect(page.getByRole('region', { name: 'Findings' })).not.toContainText('Working it out');
  await expect(page.locator('[data-code]').filter({ hasText: /Danger|Fault/ })).toHaveCount(0);
});
