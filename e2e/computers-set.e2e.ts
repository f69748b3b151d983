import { buildRig } from '@diaphon/core';
import type { Locator } from '@playwright/test';
import { axe, copyOfDemo, expect, finding, keep, MUSEUM, test } from './app';

/** What is set on a computer's page besides joined inputs: drivers, who takes a device, clocks, what a call does by itself. */

const LIVE = 'Skerry Light live stream';

/** The card of a finding, opened unless it stands open. */
const opened = async (card: Locator) => {
  const head = card.getByRole('button').first();
  await expect(head).toBeVisible();
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
};

test('a program that takes a device for itself silences the other, and shares it again', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, LIVE);
  await page.goto(`/rigs/${id}/computers?computer=stream-computer`);
  await page.getByRole('switch', { name: /^Live stream takes its devices for itself/ }).click();
  const taken = finding(page, 'device-taken');
  await expect(taken).toHaveCount(1);
  await opened(taken);
  await taken.getByRole('button', { name: /^Let Live stream share/ }).click();
  await expect(taken).toHaveCount(0);
});

test('a desk whose driver is missing is not listed, and is once it is installed', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, LIVE);
  await page.goto(`/rigs/${id}/computers?computer=stream-computer`);
  await page.getByLabel('Its system').selectOption('gives each device to one program');
  await page.getByRole('switch', { name: /^The driver of Oil store desk is installed/ }).click();
  const missing = finding(page, 'driver-missing').filter({ hasText: 'Oil store desk' });
  await expect(missing).toHaveCount(1);
  await opened(missing);
  await missing
    .getByRole('button', { name: /driver of Oil store desk/ })
    .first()
    .click();
  await expect(missing).toHaveCount(0);
});

test('an interface that counts by its own clock is made to follow the preamp before it', async ({
  page,
  request,
}) => {
  const id = await keep(
    request,
    buildRig({
      name: 'Preamp by light',
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'amp', model: 'preamp-8-adat', name: 'Preamp', settings: { gain1: 45 } },
        { id: 'box', model: 'interface-18', name: 'Interface' },
        {
          id: 'pc',
          model: 'desktop',
          name: 'Computer',
          apps: [
            {
              id: 'recorder',
              name: 'Recorder',
              kind: 'recorder',
              input: { device: 'box', stream: 'usb-in' },
              output: null,
              tracks: [{ id: 't', name: 'Ann', channel: 9 }],
            },
          ],
        },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'amp.in1'], lengthM: 3 },
        { kind: 'usb-c-b', ends: ['pc.usb4', 'box.usb'], lengthM: 1 },
        { kind: 'optical', ends: ['amp.adat', 'box.adat'], lengthM: 2 },
      ],
      people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
      placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 }],
    }),
  );
  await page.goto(`/rigs/${id}/computers`);
  const clocks = page.getByRole('region', { name: 'Whose clock counts' });
  await expect(clocks).toContainText('Interface');
  await clocks.getByLabel('Interface counts').selectOption('own');
  const two = finding(page, 'clock-two-primaries');
  await expect(two).toHaveCount(1);
  await axe(page);
  await opened(two);
  await two.getByRole('button', { name: /^Let Interface count/ }).click();
  await expect(two).toHaveCount(0);
  // Nothing is in its word clock socket: it is told to wait there, and mended by naming the light.
  await clocks.getByLabel('Interface counts').selectOption({ label: 'by Word clock in' });
  const waits = finding(page, 'clock-primary-missing');
  await expect(waits).toContainText('Interface waits for a clock at Word clock in, and none comes');
  await clocks.getByLabel('Interface counts').selectOption({ label: 'by ADAT in' });
  await expect(waits).toHaveCount(0);
  await expect(clocks).toContainText('follows Preamp');
});

test('a game on the second computer that gets into the call is told, and kept out', async ({
  page,
  request,
}) => {
  const id = await keep(
    request,
    buildRig({
      name: 'A game beside the call',
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-podcast', name: 'Desk', settings: { gain1: 46, 'phones-volume1': -28 } },
        {
          id: 'pc',
          model: 'laptop-c',
          name: 'Call computer',
          apps: [
            {
              id: 'call',
              name: 'Call',
              kind: 'call',
              input: { device: 'desk', stream: 'second' },
              output: { device: 'desk', stream: 'second-return' },
              tracks: [],
            },
          ],
        },
        { id: 'other', model: 'laptop-c', name: 'Game computer' },
        { id: 'ears', model: 'headphones', name: 'Headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-c', ends: ['other.usb1', 'desk.usb1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb2'], lengthM: 1 },
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones1'], lengthM: 2 },
      ],
      people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
      placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
    }),
  );
  await page.goto(`/rigs/${id}/wiring?device=other`);
  await page.getByRole('button', { name: 'Add a game' }).click();
  await page.getByLabel('Game plays into').selectOption({ label: 'Desk, Playback' });
  const leak = finding(page, 'leak');
  await expect(leak).toContainText('Game gets through to the far end of Call');
  await opened(leak);
  await leak.getByRole('button', { name: /USB 1/ }).first().click();
  await expect(leak).toHaveCount(0);
});

test('what a call does by itself is set, and told with its figures', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/computers?computer=caller-laptop`);
  const itself = page.getByRole('group', { name: 'What Call does by itself' });
  await itself.getByLabel('automatic gain of Call').selectOption('on');
  await expect(itself).toContainText(
    /Automatic gain turns the loudest, .+, (up|down) by \d+ dB, to −20 dBFS/,
  );
  await itself.getByLabel('echo canceller of Call').selectOption('on');
  await expect(itself).toContainText('takes about 40 dB off');
  await axe(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(itself).not.toContainText('takes about 40 dB off');
});

test('how a recorder writes is set, and that its disk is full too soon is said and mended', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=recorder`);
  await page.getByText(/GB an hour; its largest file lasts/).click();
  await page.getByLabel('Sample rate').selectOption('96000');
  await page.getByRole('textbox', { name: 'Free on its disk' }).fill('2');
  const full = finding(page, 'recording-too-long');
  await expect(full).toContainText('fills its disk after');
  await opened(full);
  await full.getByRole('button', { name: /^Free \d+ GB on its disk/ }).click();
  await expect(full).toHaveCount(0);
});

test('what a maker’s sheet says of USB and drivers is stated in an own model, and counts', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, LIVE);
  await page.goto(`/rigs/${id}/model?device=gallery-mic`);
  const usb = page.getByRole('region', { name: 'Power and USB' });
  await usb.getByLabel('A computer lists it').selectOption('With its maker’s driver');
  await usb.getByLabel('Draws from USB at rest').fill('9000');
  await expect(usb.getByText('Write a number from 0 to 5000 mA, or nothing.')).toBeVisible();
  await usb.getByLabel('Draws from USB at rest').fill('1800');
  await axe(page);
  await page.getByRole('button', { name: 'Keep, and use it for Gallery microphone' }).click();
  await expect(finding(page, 'usb-power-overdrawn')).toContainText('1800 mA');
  await page.goto(`/rigs/${id}/computers?computer=stream-computer`);
  await expect(
    page.getByRole('switch', { name: /^The driver of Gallery microphone is installed/ }),
  ).toBeVisible();
});

test('gear on batteries says how long they last', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring`);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('field recorder');
  await page.keyboard.press('Enter');
  const batteries = page.getByRole('region', { name: 'Batteries' });
  await expect(batteries).toContainText('A full set lasts 10.0 h; the show lasts 2.0 h.');
  await batteries.getByRole('textbox', { name: /^Sets at hand/ }).fill('3');
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
  await page.reload();
  await expect(batteries.getByRole('textbox', { name: /^Sets at hand/ })).toHaveValue('3');
});
