import { axe, copyOfDemo, expect, isSaved, MUSEUM, museumWithRoom, openWiring, test } from './app';

const corners = (page: import('@playwright/test').Page) =>
  page
    .locator('.react-flow__node')
    .evaluateAll((nodes) =>
      Object.fromEntries(
        nodes.map((node) => [node.getAttribute('data-id'), (node as HTMLElement).style.transform]),
      ),
    );

test('what has not changed stays where it was when a device comes and is connected', async ({
  page,
  request,
}) => {
  const id = await museumWithRoom(request);
  await openWiring(page, id);
  const before = await corners(page);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('hand-held');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Output of Hand-held/ })).toBeVisible();
  const { 'mic-dynamic-hand': placed, ...others } = await corners(page);
  expect(others).toEqual(before);
  await page.getByRole('button', { name: /^Output of Hand-held/ }).click();
  await page
    .getByRole('combobox', { name: 'To', exact: true })
    .selectOption({ label: 'Lamp room mixer: Input 4 (XLR 3, holes)' });
  await page.getByRole('button', { name: 'Use XLR lead' }).click();
  await expect.poll(async () => (await corners(page))['mic-dynamic-hand']).not.toBe(placed);
  const after = await corners(page);
  const { 'mic-dynamic-hand': joined, ...still } = after;
  expect(still).toEqual(before);
  // Nor when the rig is opened again: the chart is kept. Laid out anew, what came last would stand elsewhere.
  await isSaved(page);
  await page.reload();
  await expect.poll(() => corners(page)).toEqual(after);
  await page.getByRole('button', { name: 'Lay out anew' }).click();
  await expect.poll(async () => (await corners(page))['mic-dynamic-hand']).not.toBe(joined);
});

test('grouped by place, a place shut and opened again; the address keeps it', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'By place' }).click();
  await page.getByRole('button', { name: 'Shut Gallery' }).click();
  await expect(page.getByRole('button', { name: 'Open Gallery' })).toBeVisible();
  await expect(page.getByText('Loudspeaker left, Input')).toBeVisible();
  await expect(page).toHaveURL(/by=place&shut=Gallery/);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Open Gallery' })).toBeVisible();
  await page.getByRole('button', { name: 'Shut all' }).click();
  await expect(page.getByRole('button', { name: /^Open Side table, danger inside/ })).toBeVisible();
  await axe(page);
  await page.getByRole('button', { name: 'Open all' }).click();
  await expect(page.getByRole('button', { name: 'Shut Gallery' })).toBeVisible();
});

test('arrow keys walk from device to device', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: /Keeper's microphone Broadcast/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/device=mixer/);
  await page.keyboard.press('ArrowLeft');
  await expect(
    page.getByRole('region', { name: /^Selected: (Guest microphone|Caller's laptop)/ }),
  ).toBeVisible();
});

test('the ring hum flows round in is drawn, and a floating supply opens it', async ({ page, request }) => {
  const made = await request.post('/api/rigs', { data: { name: 'Hum' } });
  const { id, revision, document } = (await made.json()) as {
    id: string;
    revision: number;
    document: object;
  };
  const kit = (await (await request.get('/api/kit')).json()) as Record<
    'deviceModels' | 'leadKinds',
    { id: string }[]
  >;
  const device = (deviceId: string, model: string) => ({
    id: deviceId,
    name: deviceId,
    model,
    place: 'desk',
    settings: {},
  });
  await request.put(`/api/rigs/${id}`, {
    data: {
      baseRevision: revision,
      document: {
        ...document,
        models: kit.deviceModels.filter((model) => ['laptop-earthed', 'mixer-4-usb'].includes(model.id)),
        leadKinds: kit.leadKinds.filter((kind) => kind.id === 'mini'),
        devices: [device('laptop', 'laptop-earthed'), device('mixer', 'mixer-4-usb')],
        leads: [
          {
            id: 'sound',
            kind: 'mini',
            lengthM: 3,
            broken: [],
            ends: [
              { device: 'laptop', port: 'jack' },
              { device: 'mixer', port: 'aux' },
            ],
          },
        ],
      },
    },
  });
  await page.goto(`/rigs/${id}/wiring?lead=sound`);
  await expect(page.locator('[data-ring]')).toContainText('mains earth');
  await expect(page.getByRole('region', { name: 'What it does to the sound' })).toContainText(
    'Lost to load and lead',
  );
  await page.getByRole('button', { name: 'Feed mixer from a floating supply', exact: true }).click();
  await expect(page.locator('[data-code="ground-loop"]')).toHaveCount(0);
  await expect(page.locator('[data-ring]')).toHaveCount(0);
});
