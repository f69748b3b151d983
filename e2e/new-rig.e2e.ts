import type { Locator, Page } from '@playwright/test';
import { expect, test } from './app';

/** From an empty page to a studio that works, by what is on the table. Clicks are counted. */

const counting = () => {
  let clicks = 0;
  return {
    clicks: () => clicks,
    click: async (target: Locator) => {
      clicks += 1;
      await target.click();
    },
  };
};

/** Wires what was put down, and waits for what the engine says of it. */
const wire = async (page: Page, click: (target: Locator) => Promise<void>) => {
  await click(page.getByRole('button', { name: 'Wire it', exact: true }));
  const all = page.getByRole('button', { name: 'Wire all of it' });
  await expect(all).toBeVisible({ timeout: 60_000 });
  await click(all);
  await expect(page.getByText('Clear. Every voice arrives')).toBeVisible();
};

test('two dynamics, an interface, a laptop and headphones: recorded, nothing found, in 4 clicks', async ({
  page,
}) => {
  const { click, clicks } = counting();
  await page.goto('/rigs');
  await click(page.getByRole('link', { name: 'New rig', exact: true }));
  await click(page.getByRole('button', { name: 'Two at a table', exact: true }));
  await wire(page, click);
  expect(clicks()).toBeLessThanOrEqual(12);
  for (const talker of ['Voice 1', 'Voice 2']) {
    await page.getByRole('link', { name: 'Levels' }).click();
    await expect(
      page.getByRole('button', { name: new RegExp(`^${talker} .*on target`, 's') }).first(),
    ).toBeVisible();
  }
});

test('a caller is added by the words people use, and does not hear themselves; who hears whom is asked', async ({
  page,
}) => {
  const { click } = counting();
  await page.goto('/new');
  await click(page.getByRole('button', { name: 'Two at a table', exact: true }));
  await wire(page, click);
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find or do something' }).fill(words);
    await page.keyboard.press('Enter');
  };
  await find('add a caller');
  await expect(page.getByRole('button', { name: 'Undo: Add Call' })).toBeVisible();
  await expect(page.locator('[data-code="caller-echo"]')).toHaveCount(0);
  await find('headphones hears far end');
  const feed = page.getByRole('region', { name: 'The feed that is chosen' });
  await expect(feed.getByRole('heading', { name: /^Far end of Call at Closed headphones/ })).toBeVisible();
  await expect(feed).toContainText('The way it comes');
});

test('a list in one’s own words, names, what is not understood; what was put down is kept until it is a rig', async ({
  page,
}) => {
  const { click, clicks } = counting();
  await page.goto('/new');
  const list = page.getByRole('textbox', { name: 'What is on the table, in your words' });
  await list.fill('2 condenser mics, small mixer with usb, laptop, a caller, flux capacitor');
  await click(page.getByRole('button', { name: 'Put it down' }));
  await expect(page.getByText('Not understood: flux capacitor')).toBeVisible();
  await click(page.getByRole('button', { name: 'Put down: Closed headphones' }));
  await page.getByRole('textbox', { name: 'Name of voice 1' }).fill('Ann');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Kitchen');
  await page.reload();
  const table = page.getByRole('list', { name: 'On the table' });
  await expect(table.getByRole('listitem')).toHaveCount(4);
  await expect(page.getByRole('textbox', { name: 'Name of voice 1' })).toHaveValue('Ann');
  await wire(page, click);
  expect(clicks()).toBeLessThanOrEqual(12);
  await expect(page.getByLabel('Name of this rig')).toHaveValue('Kitchen');
  await expect(page.getByRole('button', { name: /Ann’s microphone/ }).first()).toBeVisible();
  // The caller is somebody who listens.
  await page.getByRole('link', { name: 'Feeds' }).click();
  await expect(page.getByText(/Far end of Call/).first()).toBeVisible();
  // One way back for all of it.
  await page.getByRole('link', { name: 'Wiring' }).click();
  await page.getByRole('button', { name: 'Undo: Wire it' }).click();
  await expect(page.getByText('Clear. Every voice arrives')).toHaveCount(0);
  // The next table is empty.
  await page.goto('/new');
  await expect(page.getByText('Nothing yet.')).toBeVisible();
});

test('a part of it, and the rest by Wire it again; what cannot be had names the piece that frees it', async ({
  page,
}) => {
  await page.goto('/new');
  await page.getByRole('button', { name: 'Three USB microphones' }).click();
  await page.getByRole('button', { name: 'Wire it', exact: true }).click();
  const part = page.getByRole('button', { name: 'Wire what is ticked' });
  await page.getByRole('checkbox').first().uncheck({ timeout: 60_000 });
  await part.click();
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('is not plugged in');
  await page.getByRole('button', { name: 'Wire it', exact: true }).click();
  await page.getByRole('button', { name: 'Wire all of it' }).click({ timeout: 60_000 });
  await expect(page.getByText('Clear. Every voice arrives')).toBeVisible();

  await page.goto('/new');
  await page.getByRole('textbox', { name: 'What is on the table, in your words' }).fill('lapel mic, mixer');
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Wire it', exact: true }).click();
  await expect(page.getByText('Adapter from phantom to plug-in power')).toBeVisible({ timeout: 60_000 });
});

test('with a thumb: a telephone’s width, nothing wider than the screen', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/new');
  await page.getByRole('button', { name: 'One voice and a laptop' }).click();
  await page.getByRole('button', { name: 'Wire it', exact: true }).click();
  const all = page.getByRole('button', { name: 'Wire all of it' });
  await expect(all).toBeVisible({ timeout: 60_000 });
  const widest = () => page.evaluate(() => document.documentElement.scrollWidth);
  expect(await widest()).toBeLessThanOrEqual(390);
  await all.click();
  await expect(page.getByText('Clear. Every voice arrives')).toBeVisible();
  expect(await widest()).toBeLessThanOrEqual(390);
  const head = await page.locator('header').first().boundingBox();
  expect(head!.height).toBeLessThanOrEqual(96);
});
