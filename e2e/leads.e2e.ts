import { readFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, finding, isSaved, MUSEUM, museumWithRoom, openWiring, test } from './app';

// The stock of leads is one for all rigs: its tests must not run beside one another.
test.describe.configure({ mode: 'default' });

test('the plugs of a lead opened: volts on every contact, and phantom moves them at once', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Lead: Stereo mini-jack to XLR pins lead, danger' }).click();
  await page.getByRole('button', { name: 'Open the plugs' }).click();
  const dialog = page.getByRole('dialog', { name: 'Inside the Stereo mini-jack to XLR pins lead' });
  const tip = dialog.getByRole('list', { name: 'Contacts of mini-jack' }).getByRole('listitem').first();
  await expect(tip).toContainText('46.4 V asleep, 0.070 V playing');
  await expect(tip).toContainText('7.0 mA, 0.5 mW; survives 5.5 V');
  await expect(dialog.getByText('cancels itself out')).toBeVisible();
  await dialog.getByRole('switch', { name: /^Phantom/ }).click();
  await expect(tip).toContainText('T 0.000 V');
  await dialog.getByRole('textbox', { name: 'How alike the two sides are' }).fill('0');
  await expect(dialog.getByText('As alike as set here')).toContainText('3.0 dB');
  await expect(page).toHaveURL(/open=pins/);
});

test('a plug moved, a piece put in between, and taken out again, each tried first', async ({
  page,
  request,
}) => {
  const id = await museumWithRoom(request);
  await page.goto(`/rigs/${id}/wiring?lead=caller-lead`);
  await page.getByRole('button', { name: 'Move the pins' }).click();
  const dialog = page.getByRole('dialog', { name: 'XLR 3, pins, in Lamp room mixer, Input 3' });
  const choice = dialog.getByRole('combobox', { name: 'What to do with it' });
  await choice.selectOption('Isolating transformer lead, XLR');
  await expect(dialog.getByRole('list')).toContainText("Goes: Caller's laptop gets 46 V");
  await axe(page);
  await dialog.getByRole('button', { name: 'Put Isolating transformer lead, XLR in between' }).click();
  await expect(page.locator('[data-code="phantom-into-output"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Move the pins' }).click();
  await page.getByRole('combobox', { name: 'What to do with it' }).selectOption({ index: 1 });
  await expect(page.getByRole('dialog')).toContainText('Appears:');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-code="phantom-into-output"]')).toHaveCount(1);
  await isSaved(page);
});

test('a splitter is offered with where its third plug goes', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Mistake: wireless receiver on one input');
  await page.goto(`/rigs/${id}/wiring`);
  await page.getByRole('button', { name: /^Lead: Stereo mini-jack/ }).click();
  await page.getByRole('button', { name: 'Unplug', exact: true }).click();
  await page.getByRole('button', { name: 'Output of Wireless receiver, free: connect it' }).click();
  const dialog = page.getByRole('dialog', { name: 'Connect two sockets' });
  await dialog
    .getByRole('combobox', { name: 'To' })
    .selectOption('Interface: Input 1 (Combined XLR and 6.35 mm socket)');
  const offer = dialog
    .getByRole('listitem')
    .filter({ hasText: 'Splitter lead: mini-jack to two TS 6.35 mm' });
  await expect(offer).toContainText('Third plug (ring plug): into Interface, Input 2.');
  await offer.getByRole('button').click();
  await expect(page.locator('[data-code="mono-cancel"]')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Move the ring plug' })).toBeVisible();
});

test('a socket traced: who arrives there, and who hears it', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=mixer`);
  await page.getByRole('button', { name: 'Trace Input 1' }).click();
  const dialog = page.getByRole('dialog', { name: 'Trace: Lamp room mixer, Input 1' });
  await expect(dialog.getByRole('region', { name: 'Comes from' })).toContainText('Keeper');
  await expect(dialog.getByRole('region', { name: 'Goes to' })).toContainText(
    'Recording computer, Track Keeper',
  );
});

test('a fix says what goes and what appears before it is chosen', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page
    .getByRole('button', { name: 'Put a laptop isolator box in between', exact: true })
    .first()
    .focus();
  const change = page.getByRole('list', { name: 'What “Put a laptop isolator box in between” would change' });
  await expect(change).toContainText("Goes: Caller's laptop gets 46 V into its headset jack");
  await expect(change).toContainText("Goes: A mono voice from Caller's laptop cancels itself out");
});

test('patch list out, leads away, patch list in again', async ({ page, request }) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Print, save, import' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Patch list as CSV' }).click();
  const file = await (await download).path();
  expect(readFileSync(file, 'utf8')).toContain(
    "caller-lead,Stereo mini-jack to XLR pins lead,3,Caller's laptop",
  );
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Lead: Stereo mini-jack to XLR pins lead, danger' }).click();
  await page.getByRole('button', { name: 'Unplug', exact: true }).click();
  await expect(page.locator('[data-code="phantom-into-output"]')).toHaveCount(0);

  await page.getByRole('button', { name: 'Print, save, import' }).click();
  await page.getByLabel('Patch list file').setInputFiles(file);
  // The nine leads that are still there are named by it and stay as they are.
  await expect(page.getByText('10 of 10 rows can be taken.')).toBeVisible();
  await page.getByRole('button', { name: 'Take 10 rows' }).click();
  await expect(page.locator('[data-code="phantom-into-output"]')).toHaveCount(1);
  await isSaved(page);
});

test('the chart as SVG and PNG, and the page to print', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Print, save, import' }).click();
  const save = async (button: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: button }).click();
    return readFileSync(await (await download).path());
  };
  const svg = (await save('Chart as SVG')).toString('utf8');
  expect(svg).toContain('Lamp room mixer');
  expect(svg).not.toMatch(/NaN|undefined|var\(/);
  const png = await save('Chart as PNG');
  expect([...png.subarray(1, 4)]).toEqual([0x50, 0x4e, 0x47]);
  expect(png.length).toBeGreaterThan(20_000);
  await page.getByRole('link', { name: 'Patch list and lead labels to print' }).click();
  await expect(page.getByRole('heading', { name: 'Lead labels' })).toBeVisible();
  // Each label has its code, by which the lead is found here, too.
  await expect(page.getByRole('img', { name: /^QR code of/ }).first()).toBeVisible();
  const [code] = /[A-Z0-9]{4}$/.exec(
    (await page
      .getByRole('img', { name: /^QR code of/ })
      .first()
      .getAttribute('alt'))!,
  )!;
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do something' }).fill(code!);
  await expect(page.getByRole('option')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print', exact: true })).toBeHidden();
  await expect(page.getByRole('cell', { name: 'Stereo mini-jack to XLR pins lead' })).toBeVisible();
});

test('leads someone owns: what the rig is short of, kept for all rigs', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Leads I own' }).click();
  const missing = page.getByRole('region', { name: 'Missing for this rig' });
  await expect(missing).toContainText('TRS lead 6.35 mm, 6.0 m');
  await page.getByRole('button', { name: 'Own what this rig uses' }).click();
  await expect(missing).toContainText('Every lead of this rig is there.');
  await page.getByRole('textbox', { name: 'TRS lead 6.35 mm, 6.0 m' }).fill('1');
  await expect(missing).toContainText('1 missing');
  await axe(page);
  await page.reload();
  await page.getByRole('button', { name: 'Leads I own' }).click();
  await expect(missing).toContainText('1 missing');
});

test('notes are kept with the rig and printed', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Notes', exact: true }).click();
  const notes = page.getByRole('textbox', { name: 'Notes of this rig' });
  await expect(notes).toHaveValue(/first Thursday of the month/);
  await notes.fill('Bring the long lead.\nThe gallery door creaks.');
  await page.keyboard.press('Escape');
  await isSaved(page);
  await page.goto(`/rigs/${id}/print`);
  await expect(page.getByText('The gallery door creaks.')).toBeVisible();
  await page.goto(`/rigs/${id}/wiring`);
  await page.getByRole('button', { name: 'Notes', exact: true }).click();
  await expect(notes).toHaveValue(/long lead/);
});

test('where no single lead goes, the chain of adapters that does is one click', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  for (const name of ['Sixteen-input IEEE 1394 mixer, 2 returns', 'Laptop with USB-C-shaped tunnel ports']) {
    await page.getByRole('button', { name: 'Add a device' }).click();
    await page.getByRole('textbox', { name: 'Find' }).fill(name);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Connect two sockets' }).click();
  const choose = (label: string, option: RegExp) =>
    page
      .getByRole('combobox', { name: label, exact: true })
      .locator('option')
      .filter({ hasText: option })
      .first()
      .getAttribute('value')
      .then((value) => page.getByRole('combobox', { name: label, exact: true }).selectOption(value));
  await choose('From', /^Sixteen-input.*: IEEE 1394 \(/);
  await choose('To', /tunnel ports: Tunnel and USB-C 1/);
  await expect(page.getByText('These 3 pieces do, one in the other:')).toBeVisible();
  await page.getByRole('button', { name: 'Use them' }).click();
  await expect(
    page.getByRole('button', { name: /^Lead: Adapter, USB-C-shaped tunnel port to older/ }).first(),
  ).toBeAttached();
});

test('how alike left and right are is one figure of the rig, wherever it is set', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?lead=caller-lead&open=pins`);
  const dialog = page.getByRole('dialog', { name: /^Inside the/ });
  await dialog.getByRole('textbox', { name: 'How alike the two sides are' }).fill('100');
  await expect(dialog.getByText('As alike as set here')).toContainText('silence');
  // A side louder by 6 dB leaves the rest of it: half up, half down.
  await dialog.getByRole('textbox', { name: 'Balance: left louder than right by' }).fill('6');
  await expect(dialog.getByText('As alike as set here')).toContainText('−3.1 dB');
  await dialog.getByRole('textbox', { name: 'Balance: left louder than right by' }).fill('0');
  await dialog.getByRole('switch', { name: /^Wire ring/ }).click();
  await expect(dialog.getByRole('region', { name: 'What cancels' })).toHaveCount(0);
  await dialog.getByRole('switch', { name: /^Wire ring/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /A mono voice from Caller's laptop cancels itself out/ }).click();
  await expect(finding(page, 'mono-cancel')).toContainText('left and right alike by 1.0 of 1');
  await isSaved(page);
  await page.getByRole('link', { name: 'Levels' }).click();
  await page.getByText('Assumptions behind these figures').click();
  await expect(
    page.getByRole('textbox', { name: 'How alike left and right of a programme are' }),
  ).toHaveValue('100');
});

test('a lead that is owned and free is taken in its length', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await request.put('/api/stock', {
    data: {
      rows: [
        { kind: 'xlr-pad-20', lengthM: 0.1, count: 1 },
        { kind: 'mini', lengthM: 7, count: 1 },
      ],
    },
  });
  await page.goto(`/rigs/${id}/wiring?device=recorder`);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('pocket recorder');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Connect two sockets' }).click();
  const choose = async (label: string, option: RegExp) => {
    const box = page.getByRole('combobox', { name: label, exact: true });
    const value = await box.locator('option').filter({ hasText: option }).first().getAttribute('value');
    await box.selectOption(value);
  };
  await choose('From', /^Recording computer: Headset jack/);
  await choose('To', /^Pocket recorder: Microphone/);
  await page.getByRole('button', { name: 'Use Stereo mini-jack lead', exact: true }).click();
  await expect(
    page
      .getByRole('region', { name: 'Selected: Stereo mini-jack lead' })
      .getByRole('textbox', { name: 'Length' }),
  ).toHaveValue('7');
  await request.put('/api/stock', { data: { rows: [] } });
});

test('an address of a lead that is gone shows the rig, whatever it would open', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  for (const open of ['own', 'pins', 'plug-1', 'plug-99']) {
    await page.goto(`/rigs/${id}/wiring?lead=ghost&open=${open}`);
    await expect(page.getByRole('button', { name: /^Output of Keeper's microphone/ })).toBeVisible();
  }
});
