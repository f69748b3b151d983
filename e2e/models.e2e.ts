import { readFileSync, writeFileSync } from 'node:fs';
import { axe, copyOfDemo, expect, isSaved, MUSEUM, openWiring, test } from './app';

test('an own model: made from the guest’s microphone, doubted while it is typed, kept, used, shared', async ({
  page,
  request,
}, info) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=guest-mic`);
  await page.getByRole('link', { name: 'Make an own model from this' }).click();
  await expect(page.getByRole('heading', { name: 'Make an own model' })).toBeVisible();
  await axe(page);

  // What cannot be meant is said at once; what makes no sense cannot be kept.
  const draws = page.getByRole('textbox', { name: 'Current it draws' });
  await draws.fill('12');
  await expect(page.getByRole('status', { name: 'Plausible' })).toContainText('No phantom could feed it');
  await draws.fill('a lot');
  await expect(page.getByText('Write a number from 0.0001 to 14 mA.')).toBeVisible();
  await expect(page.getByRole('status', { name: 'Plausible' })).toContainText('Not checked yet');
  await expect(page.getByRole('button', { name: /^Keep, and use it for/ })).toBeDisabled();
  await draws.fill('3.2');
  const name = `Lantern room condenser ${info.workerIndex}-${Date.now()}`;
  await page.getByLabel('Name', { exact: true }).fill(name);
  // As another sheet prints it: 20·log(0.04) = −27.96; the field takes its unit over.
  await page.getByRole('textbox', { name: 'Sensitivity' }).fill('−27.96 dBV/Pa');
  await page.getByRole('textbox', { name: 'Source impedance' }).focus();
  await expect(page.getByLabel('Unit of Sensitivity')).toHaveValue('dBV/Pa');
  await expect(page.getByText('= 39.99 mV/Pa')).toBeVisible();
  await page.getByLabel('Unit of Sensitivity').selectOption('mV/Pa');
  await page.getByRole('textbox', { name: 'Sensitivity' }).fill('40');

  // Left before it was kept: nothing typed is lost.
  await page.reload();
  await expect(page.getByText('Your unfinished change of this model was kept here.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Sensitivity' })).toHaveValue('40');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file, to share' }).click();
  const file = await (await download).path();
  expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({ format: 'diaphon-model', model: { name } });

  await page.getByRole('button', { name: 'Keep, and use it for Guest microphone' }).click();
  await expect(page).toHaveURL(/wiring\?device=guest-mic/);
  await expect(page.getByLabel('Selected: Guest microphone')).toContainText(name);
  // Louder now: the finding about the quiet guest has gone.
  await expect(page.locator('[data-code="gain-short"]')).toHaveCount(0);
  await isSaved(page);

  // It is on the shelf of devices, and a file someone shared comes there too.
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByLabel('Among').selectOption('own');
  const mine = page.getByRole('button', { name: new RegExp(`^${name}`) });
  await expect(mine).toHaveCount(1);
  await page.getByLabel('Model file').setInputFiles(file);
  await expect(mine).toHaveCount(2);

  const broken = info.outputPath('broken.json');
  writeFileSync(broken, '{"format":"diaphon-rig"}');
  await page.getByLabel('Model file').setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText('opened from the shelf');
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await page
    .getByRole('button', { name: `Remove ${name}` })
    .first()
    .click();
  await expect(mine).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(mine).toHaveCount(2);
  await axe(page);
});

test('a device placed before is offered again, and kinds can be looked through', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await openWiring(page, id);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByLabel('Among').selectOption('supply');
  await expect(page.getByText('4 models')).toBeVisible();
  await page.getByRole('button', { name: /^DC supply, floating/ }).click();
  // With a supply on the chart, sockets for power are drawn.
  await expect(page.getByRole('button', { name: /^DC in of Lamp room mixer/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByLabel('Among').selectOption('recent');
  await expect(page.getByRole('button', { name: /^DC supply, floating/ })).toBeVisible();
});

test('a model that is not there says so', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/model?from=ghost`);
  await expect(page.getByRole('alert')).toContainText('There is no model “ghost”.');
});

test('an own model changed in two windows: nothing is overwritten, mine becomes another model', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  const kit = (await (await request.get('/api/kit')).json()) as {
    deviceModels: { id: string; name: string }[];
  };
  const name = `Shared desk ${Date.now()}`;
  const model = { ...kit.deviceModels.find((one) => one.id === 'mixer-4-usb')!, name };
  const file = { format: 'diaphon-model', version: 1, model };
  const kept = (await (await request.post('/api/models', { data: { file } })).json()) as { id: string };

  await page.goto(`/rigs/${id}/model?from=${kept.id}`);
  await expect(page.getByRole('heading', { name: 'Change an own model' })).toBeVisible();
  // A large desk: figures are found by a word.
  await page.getByRole('textbox', { name: 'Find a figure' }).fill('input 2 impedance');
  await expect(page.getByText('1 found')).toBeVisible();
  await page.getByRole('textbox', { name: 'Input impedance' }).fill('2400');

  // Meanwhile, somewhere else.
  await request.put(`/api/models/${kept.id}`, {
    data: {
      baseRevision: 1,
      file: { ...file, model: { ...model, about: 'Changed in the other window, long ago.' } },
    },
  });
  await page.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page.getByRole('alert')).toContainText('This model was changed elsewhere');
  await page.getByRole('button', { name: 'Keep mine as another model' }).click();
  await expect(page).toHaveURL(/wiring/);
  const models = (await (await request.get('/api/models')).json()) as {
    id: string;
    revision: number;
    model: { name: string };
  }[];
  expect(
    models
      .filter((one) => one.model.name === name)
      .map(({ revision }) => revision)
      .sort(),
  ).toEqual([1, 2]);
});

test('a socket taken away from an own model takes what served it along', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/model?from=interface-2`);
  const count = async () =>
    Number((await page.getByRole('heading', { name: /figures$/ }).textContent())!.split(' ')[0]);
  const before = await count();
  await page.getByRole('button', { name: 'Take away Input 2' }).click();
  await expect.poll(count).toBeLessThan(before - 5);
  await page.getByRole('combobox', { name: 'Connector of USB' }).selectOption({ label: 'USB-B socket' });
  await page.getByLabel('Name', { exact: true }).fill('');
  await expect(page.getByText('Give it a name.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep, and place one' })).toBeDisabled();
  await page.getByLabel('Name', { exact: true }).fill('Half an interface');
  await page.getByRole('button', { name: 'Keep, and place one' }).click();
  const selected = page.getByRole('region', { name: 'Selected: Half an interface' });
  await expect(selected.getByRole('button', { name: 'Connect Input 1' })).toBeVisible();
  await expect(selected.getByRole('button', { name: 'Connect Input 2' })).toHaveCount(0);
});
