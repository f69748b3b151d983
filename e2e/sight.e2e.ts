import type { Locator, Page } from '@playwright/test';
import { copyOfDemo, expect, finding, openWiring, test } from './app';

/** What was added, joined or laid out anew is in sight, and stands where it belongs. */

const box = (page: Page, name: string): Locator =>
  page.locator('.react-flow__node').filter({ has: page.locator(`[data-box][title="${name}"]`) });

/** All of it lies inside the chart, clear of the buttons above it. */
const isWhole = async (page: Page, name: string) =>
  expect(async () => {
    const [shown, chart] = await Promise.all([
      box(page, name).boundingBox(),
      page.locator('.react-flow').first().boundingBox(),
    ]);
    expect(shown!.x).toBeGreaterThanOrEqual(chart!.x);
    expect(shown!.y).toBeGreaterThanOrEqual(chart!.y + 40);
    expect(shown!.x + shown!.width).toBeLessThanOrEqual(chart!.x + chart!.width);
    expect(shown!.y + shown!.height).toBeLessThanOrEqual(chart!.y + chart!.height);
  }).toPass({ timeout: 25_000 });

const add = async (page: Page, words: string) => {
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill(words);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
};

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const) {
  test(`the first devices of an empty rig stand whole in the window, named once, at ${width} px`, async ({
    page,
    request,
  }) => {
    await page.setViewportSize({ width, height });
    const made = await request.post('/api/rigs', { data: { name: 'In sight' } });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`/rigs/${id}/wiring`);
    const names = ['Two-input USB interface', 'Laptop with USB-C only', 'Four-microphone mixer with USB'];
    for (const [index, name] of names.entries()) {
      await add(page, name);
      for (const there of names.slice(0, index + 1)) await isWhole(page, there);
    }
    await expect(box(page, names[0]!).getByText(names[0]!)).toHaveCount(1);
  });
}

test('a booster stands between its microphone and its input, in sight', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Mistake: quiet voice, low-output microphone');
  await page.goto(`/rigs/${id}/wiring`);
  await finding(page, 'gain-short')
    .getByRole('button', { name: /booster/i })
    .first()
    .click();
  await expect(finding(page, 'gain-short')).toHaveCount(0);
  const nodes = page.locator('.react-flow__node').filter({ has: page.locator('[data-box]') });
  const booster = nodes.filter({ hasText: /booster/i });
  await expect(booster).toHaveCount(1);
  await expect(booster).toBeInViewport({ ratio: 1 });
  const left = async (one: Locator) => (await one.boundingBox())!.x;
  const at = await left(booster);
  expect(await left(box(page, 'Broadcast dynamic'))).toBeLessThan(at);
  expect(await left(box(page, 'Interface'))).toBeGreaterThan(at);
});

test('looked at closely, a device that comes and a chart laid out anew are in sight', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, 'Skerry Light oral history');
  await openWiring(page, id);
  for (let times = 0; times < 4; times += 1) await page.getByRole('button', { name: 'Closer' }).click();
  await add(page, 'Powered loudspeaker');
  await expect(page.locator('[data-box][aria-pressed="true"]')).toBeInViewport({ ratio: 1 });
  for (let times = 0; times < 4; times += 1) await page.getByRole('button', { name: 'Closer' }).click();
  await page.getByRole('button', { name: 'Lay out anew' }).click();
  await isWhole(page, "Keeper's microphone");
});
