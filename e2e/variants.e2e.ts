import { readFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, finding, isSaved, MUSEUM, openCard, openWiring, test } from './app';

/** Other states of a rig beside it: from a fix, from the gains solved, from the rig as it stood, from the history. */

test('variants from everywhere lie over the chart, say what differs in dB, and one of them is used', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  const short = finding(page, 'gain-short').first();
  await openCard(short);
  // What it is about is selected with it, and stands above the findings: they move down for it.
  await expect(page.getByRole('region', { name: /^Selected: / })).toBeVisible();
  await short
    .getByRole('button', { name: /^Keep as a variant: / })
    .first()
    .click();
  await expect(page.getByRole('status').filter({ hasText: 'Kept as variant A' })).toBeVisible();

  await page.getByRole('link', { name: 'Levels' }).click();
  await page.getByRole('button', { name: /^Guest to Track Guest/ }).click();
  const table = page
    .getByRole('region', { name: 'Variants, for Guest' })
    .or(page.getByRole('region', { name: 'Variants' }));
  await expect(table.getByRole('row', { name: /^Variant A / })).toContainText('+');
  await page.getByRole('button', { name: 'Set every gain' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keep as a variant' }).click();
  await expect(table.getByRole('row', { name: /^Variant B Every gain set/ })).toContainText('−14.9 dBFS');

  // The rig as it stands, then edited: the variant is what it was.
  await page.getByRole('button', { name: 'Keep as a variant' }).click();
  await page.getByRole('textbox', { name: 'Gain 2, Lamp room mixer', exact: true }).fill('34');
  await expect(table.getByRole('row', { name: /^Variant C As it stood at / })).toContainText('+10.0 dB');
  await isSaved(page);
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('button', { name: 'Keep revision 1 as a variant' }).click();
  await expect(table.getByRole('row', { name: /^Variant D Revision 1/ })).toContainText('+10.0 dB');
  await axe(page);

  // A fifth is refused in words, and nothing is lost by it.
  await page.getByRole('button', { name: 'Keep as a variant' }).click();
  await expect(page.getByRole('status').filter({ hasText: '4 variants are kept already' })).toBeVisible();

  await table.getByRole('button', { name: 'What differs in variant B' }).click();
  await expect(table.getByRole('region', { name: 'Settings' })).toContainText(
    'Lamp room mixer, Gain 2: 34 dB → 49 dB (+15 dB)',
  );
  await expect(table.getByRole('region', { name: 'Sounds' })).toContainText(
    /Guest to Track Guest: level \+15\.0 dB/,
  );

  // They are there again after the page is loaded anew.
  await page.reload();
  await page.getByRole('button', { name: /^Guest to Track Guest/ }).click();
  await expect(table.getByRole('row', { name: /^Variant [A-D] / })).toHaveCount(4);
  await table.getByRole('button', { name: 'Drop variant C' }).click();
  await expect(table.getByRole('row', { name: /^Variant [A-D] / })).toHaveCount(3);
  await table.getByRole('button', { name: 'Use variant B' }).click();
  await expect(page.getByRole('button', { name: /^Guest to Track Guest/ })).toContainText('on target');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Guest to Track Guest/ })).toContainText('too quiet');
});

test('a variant is heard at the loudness of the rig as it stands', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  await page.getByRole('button', { name: 'Keep as a variant' }).click();
  await page.getByRole('textbox', { name: 'Gain 1, Lamp room mixer', exact: true }).fill('60');
  const hear = page.getByRole('region', { name: 'Hear it' });
  await hear.getByRole('button', { name: 'Play' }).click();
  await expect(hear.getByText(/^Cut off at /).first()).toBeVisible();
  await hear.getByText('A', { exact: true }).click();
  await expect(hear.getByRole('switch', { name: 'At one loudness' })).toBeChecked();
  await expect(hear.getByText(/^Cut off at /)).toHaveCount(0);
  await expect(hear.getByRole('button', { name: 'Stop' })).toBeVisible();
  const save = async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      hear.getByRole('button', { name: 'Save as WAV' }).click(),
    ]);
    const file = readFileSync(await download.path());
    let power = 0;
    for (let at = 44; at + 3 <= file.length; at += 3) power += (file.readIntLE(at, 3) / 2 ** 23) ** 2;
    return { name: download.suggestedFilename(), db: 10 * Math.log10((3 * power) / (file.length - 44)) };
  };
  const variant = await save();
  expect(variant.name).toContain('variant A');
  await hear.getByText('As it stands', { exact: true }).click();
  await expect(hear.getByText(/^Cut off at /).first()).toBeVisible();
  const now = await save();
  expect(Math.abs(now.db - variant.db)).toBeLessThan(0.2);
});
