import AxeBuilder from '@axe-core/playwright';
import { applyEdit, removeDevice, type Device, type Rig } from '@diaphon/core';
import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { test as base } from './warm-browser';

interface Shelved {
  id: string;
  name: string;
}

/** Every test watches for what must never happen: requests to elsewhere, refused styles, errors in the page. */
export const test = base.extend<{ watch: string[] }>({
  watch: [
    async ({ page, baseURL }, use) => {
      const seen: string[] = [];
      page.on('request', (request) => {
        const url = request.url();
        if (!url.startsWith(baseURL!) && !/^(blob|data):/.test(url)) seen.push(`request to ${url}`);
      });
      page.on('pageerror', (error) => seen.push(`page error: ${error.message}`));
      page.on('console', (message) => {
        if (message.text().includes('Content Security Policy')) seen.push(message.text());
      });
      await use(seen);
      expect(seen).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** A copy of a demo rig for one test alone. */
export const copyOfDemo = async (request: APIRequestContext, name: string): Promise<string> => {
  const shelf = (await (await request.get('/api/rigs')).json()) as Shelved[];
  const original = shelf.find((rig) => rig.name === name)!;
  const copy = await request.post(`/api/rigs/${original.id}/copy`, { data: {} });
  return ((await copy.json()) as Shelved).id;
};

/** A rig of a test's own, kept. */
export const keep = async (request: APIRequestContext, document: Rig): Promise<string> => {
  const made = await request.post('/api/rigs', { data: { name: document.name, document } });
  expect(made.ok()).toBe(true);
  return ((await made.json()) as Shelved).id;
};

/** A copy of the museum with nothing in the mixer's last input. */
export const museumWithRoom = async (request: APIRequestContext): Promise<string> => {
  const id = await copyOfDemo(request, MUSEUM);
  const { revision, document } = (await (await request.get(`/api/rigs/${id}`)).json()) as {
    revision: number;
    document: Rig;
  };
  const { rig } = applyEdit(document, removeDevice(document, 'neighbour-mic'));
  const isFree = ({ id: device, settings }: Device) =>
    device === 'mixer' ? { ...settings, gain4: 0, 'send.send.ch4': 'off' } : settings;
  const free = {
    ...rig,
    people: rig.people.filter((one) => one.id !== 'neighbour'),
    devices: rig.devices.map((device) => ({ ...device, settings: isFree(device) })),
    apps: rig.apps.map((app) => ({ ...app, tracks: app.tracks.filter((track) => track.id !== 'neighbour') })),
  };
  const saved = await request.put(`/api/rigs/${id}`, {
    data: { baseRevision: revision, document: free, label: 'Neighbour away' },
  });
  expect(saved.ok()).toBe(true);
  return id;
};

export const MUSEUM = 'Skerry Light oral history';

export const openWiring = async (page: Page, id: string): Promise<void> => {
  await page.goto(`/rigs/${id}/wiring`);
  await expect(page.getByRole('button', { name: /^Output of Keeper's microphone/ })).toBeVisible();
};

export const isSaved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('Saved');

export const finding = (page: Page, code: string) => page.locator(`[data-code="${code}"]`);

/** Opens the card of a finding; readings that come meanwhile may move it from under the pointer, so it is looked at again. */
export const openCard = (card: Locator): Promise<void> => {
  const head = card.getByRole('heading').getByRole('button');
  return expect(async () => {
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
    await expect(head).toHaveAttribute('aria-expanded', 'true', { timeout: 1_000 });
  }).toPass();
};

/** What is within reach: an open dialog, or all of the page. What lies behind a dialog is looked at without it. */
const inReach = async (page: Page): Promise<AxeBuilder> => {
  const builder = new AxeBuilder({ page }).setLegacyMode();
  return (await page.getByRole('dialog').count()) > 0 ? builder.include('[role="dialog"]') : builder;
};

const expectNone = async (axe: AxeBuilder) => {
  const { violations } = await axe.analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(' | ')}`),
  ).toEqual([]);
};

/** WCAG 2.2 AA by axe, in the light there is. Nothing is in a frame, so it needs no page beside to put frames together. */
export const axe = async (page: Page) =>
  expectNone(
    (await inReach(page)).withTags([
      ...['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
    ]),
  );

/** By day all of it; by night what hangs on colours, as all else is the same page. */
export const axeInBothLights = async (page: Page) => {
  const show = (light: string) =>
    page.evaluate((wanted) => (document.documentElement.dataset['light'] = wanted), light);
  await axe(page);
  await show('night');
  await expectNone((await inReach(page)).withRules(['color-contrast', 'link-in-text-block']));
  await expect(page.locator('html')).toHaveAttribute('data-light', 'night');
  await show('day');
};
