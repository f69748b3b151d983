import { generateRig } from '@diaphon/core';
import { copyOfDemo, expect, finding, isSaved, MUSEUM, museumWithRoom, openWiring, test } from './app';

test('connects two sockets by keyboard alone', async ({ page, request }) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  const reach = async (name: RegExp) => {
    for (let presses = 0; presses < 80; presses += 1) {
      await page.keyboard.press('Tab');
      const focused = await page.evaluate(() => {
        const at = document.activeElement;
        return at?.getAttribute('aria-label') ?? at?.textContent ?? '';
      });
      if (name.test(focused)) return;
    }
    throw new Error(`Tab never reached ${name}`);
  };
  await reach(/^Headset jack of Recording computer, free/);
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  const to = dialog.getByRole('combobox', { name: 'To' });
  await to.focus();
  await page.keyboard.type('Lamp room mixer: Input 4');
  await expect(dialog.getByText('Recording computer gets 46 V into its headset jack').first()).toBeVisible();
  await reach(/^Use Stereo mini-jack to XLR pins lead/);
  await page.keyboard.press('Enter');
  await expect(dialog).toHaveCount(0);
  await expect(finding(page, 'phantom-into-output')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(finding(page, 'phantom-into-output')).toHaveCount(1);
});

test('connects two sockets by dragging', async ({ page, request }) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  const socket = (device: string, port: string) =>
    page.locator(`.react-flow__node[data-id="${device}"] .react-flow__handle[data-handleid="${port}"]`);
  await socket('recorder', 'jack').dragTo(socket('mixer', 'in4'));
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('combobox', { name: 'From' })).toHaveValue('recorder jack');
  await expect(dialog.getByRole('combobox', { name: 'To' })).toHaveValue('mixer in4');
  await expect(dialog.getByText('Danger:').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
});

test('sockets that no lead joins say so', async ({ page, request }) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Connect two sockets' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'From' }).selectOption('mixer in4');
  await dialog.getByRole('combobox', { name: 'To' }).selectOption('recorder usb2');
  await expect(dialog.getByText('No single lead goes from Lamp room mixer, Input 4')).toBeVisible();
});

test('undo and redo by key and by button; one drag is one step', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const gain = page.getByRole('textbox', { name: 'Gain 1, Lamp room mixer', exact: true });
  await expect(gain).toHaveValue('54');
  const slider = page.getByRole('slider', { name: 'Gain 1, Lamp room mixer, slider' });
  await slider.focus();
  for (let press = 0; press < 12; press += 1) await page.keyboard.press('ArrowLeft');
  await expect(gain).toHaveValue('42');
  await page.keyboard.press('Control+z');
  await expect(gain).toHaveValue('54');
  await page.keyboard.press('Control+Shift+Z');
  await expect(gain).toHaveValue('42');
  await page.getByRole('button', { name: /^Undo: Set Gain 1/ }).click();
  await expect(gain).toHaveValue('54');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a finding shows its place; the selection is in the address', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await finding(page, 'mono-cancel').getByRole('button').first().click();
  await expect(page).toHaveURL(/lead=caller-lead/);
  await expect(
    page.getByRole('region', { name: 'Selected: Stereo mini-jack to XLR pins lead' }),
  ).toBeVisible();
  await page.reload();
  await expect(
    page.getByRole('region', { name: 'Selected: Stereo mini-jack to XLR pins lead' }),
  ).toBeVisible();
});

test('a number that makes no sense is said to, and changes nothing', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/levels`);
  const gain = page.getByRole('textbox', { name: 'Gain 1, Lamp room mixer', exact: true });
  for (const wrong of ['900', 'loud', '']) {
    await gain.fill(wrong);
    await expect(page.getByText('Write a number from 0 to 60 dB.')).toBeVisible();
  }
  await gain.blur();
  await expect(gain).toHaveValue('54');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a device taken away takes its leads along, and comes back with them', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: /^Danger: Lamp room mixer/ }).click();
  await page.getByRole('button', { name: 'Remove from the rig' }).click();
  await expect(page.getByRole('button', { name: /Input 1 of Lamp room mixer/ })).toHaveCount(0);
  await expect(page.getByText('Remove Lamp room mixer')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(
    page.getByRole('button', { name: 'Input 1 of Lamp room mixer, in use: show its lead' }),
  ).toBeVisible();
  await isSaved(page);
});

test('a long name, an empty rig and a narrow window hold', async ({ page, request }) => {
  const name = `The ${'very '.repeat(30)}long evening`;
  const { id } = (await (await request.post('/api/rigs', { data: { name } })).json()) as { id: string };
  await page.setViewportSize({ width: 420, height: 800 });
  await page.goto(`/rigs/${id}/wiring`);
  await expect(page.getByText('An empty rig.')).toBeVisible();
  await page.getByRole('link', { name: 'Levels' }).click();
  await expect(page.getByText('No sound starts anywhere yet.')).toBeVisible();
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
});

test('a large rig: names from afar, a small map, and any device found by its name', async ({
  page,
  request,
}) => {
  const document = generateRig(60);
  const made = await request.post('/api/rigs', { data: { name: 'Large', document } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/rigs/${id}/wiring`);
  // All of it is in sight: a map of it would be the same again.
  const map = page.getByRole('img', { name: 'The whole chart in small' });
  await expect(page.getByRole('button', { name: /box 4$/ })).toBeVisible();
  await expect(map).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Input 1 of/ })).toHaveCount(0);
  const find = page.getByRole('combobox', { name: 'Find a device on the chart' });
  await find.fill('box 4');
  await expect(page.getByRole('region', { name: 'Selected: box 4' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Input 1 of box 4/ })).toBeInViewport();
  await expect(map).toBeVisible();
  // Sockets of a large chart are there to drag from once the pointer comes near.
  const ring = async (name: RegExp, side: 'left' | 'right') => {
    const { x, y, width, height } = (await page.getByRole('button', { name }).boundingBox())!;
    return [side === 'left' ? x : x + width, y + height / 2] as const;
  };
  const [from, to] = [await ring(/^Headphones of box 4/, 'right'), await ring(/^Input 1 of box 4/, 'left')];
  const socket = (port: string) => page.locator(`.react-flow__handle[data-handleid="${port}"]`);
  await page.mouse.move(...from);
  await expect(socket('phones')).toBeVisible();
  // A hand rests on a socket before it drags; the chart measures the new one meanwhile.
  await page.waitForTimeout(150);
  await page.mouse.down();
  await page.mouse.move(to[0] + 40, to[1], { steps: 4 });
  await expect(socket('in1')).toBeVisible();
  await page.waitForTimeout(150);
  await page.mouse.move(...to, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('dialog', { name: 'Connect two sockets' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Show everything' }).click();
  await expect(page.getByRole('button', { name: /^Input 1 of box 4/ })).toHaveCount(0);
  await page.getByRole('button', { name: /box 2$/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page).toHaveURL(/(device|lead)=/);
  await expect(page.getByRole('region', { name: /^Selected:/ })).toBeVisible();
});

test('the small map takes the chart to where it is pressed', async ({ page, request }) => {
  const made = await request.post('/api/rigs', { data: { name: 'Large', document: generateRig(60) } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/rigs/${id}/wiring`);
  await expect(page.getByRole('button', { name: /box 4$/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Find a device on the chart' }).fill('box 4');
  const socket = page.getByRole('button', { name: /^Input 1 of box 4/ });
  await expect(socket).toBeInViewport();
  await page.getByRole('img', { name: 'The whole chart in small' }).click({ position: { x: 4, y: 4 } });
  await expect(socket).not.toBeInViewport();
});

test('a computer says what hangs on its USB sockets and what is left', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=caller-laptop`);
  const bill = page.getByRole('region', { name: 'Power over USB' });
  await expect(bill).toContainText('42 of 1500 mA');
  await expect(bill).toContainText('4.99 V at its socket');
});
