import { expect, test } from '@playwright/test';
import { copyOfDemo, MUSEUM } from './app';

/** A rig begun from nothing, by hand, until a voice is recorded. */
test('from an empty page to a voice on a track, told all the way what is still missing', async ({
  page,
  request,
}) => {
  const made = await request.post('/api/rigs', { data: { name: 'By hand' } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/rigs/${id}/wiring`);
  await expect(page.getByText('Nothing sounds here yet.')).toBeVisible();
  await expect(page.getByText('Clear.')).toHaveCount(0);

  const add = async (words: string) => {
    await page.getByRole('button', { name: 'Add a device' }).click();
    await page.getByRole('textbox', { name: 'Find' }).fill(words);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  const toDo = page.getByRole('region', { name: 'Still to do' });

  // A computer comes with a recorder.
  await add('laptop with usb-c only');
  const programs = page.getByRole('region', { name: 'Programs' });
  await expect(programs.getByRole('textbox', { name: 'Name of the program' })).toHaveValue('Recorder');
  await expect(toDo).toContainText('Recorder on Laptop with USB-C only listens to nothing yet');

  // A microphone asks who speaks into it.
  await add('hand-held dynamic');
  await page.getByRole('textbox', { name: 'Who speaks into it?' }).fill('Guest');
  await page.getByRole('button', { name: 'Seat Guest' }).click();
  await expect(toDo).toContainText('Guest’s microphone goes nowhere yet');

  const connect = async (socket: string, to: string, lead: string) => {
    await page.getByRole('button', { name: `Connect ${socket}`, exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('combobox', { name: 'To' }).selectOption(to);
    await dialog.getByRole('button', { name: `Use ${lead}`, exact: true }).click();
    await expect(dialog).toHaveCount(0);
  };
  await add('two-input usb interface');
  await connect('Input 1', 'mic-dynamic-hand out', 'XLR lead');
  await page.goto(`/rigs/${id}/wiring?device=interface-2`);
  await connect('USB', 'laptop-c usb1', 'USB lead C to C');

  // It has come all the way, and nothing takes it: a fault, mended in one click.
  const lost = page.locator('[data-code="not-arriving"]');
  await expect(lost).toContainText('Guest is heard by no track and no call');
  await lost.getByRole('button', { name: /^Let Recorder listen to USB input 1–2/ }).click();
  await expect(lost).toHaveCount(0);
  await expect(toDo).toHaveCount(0);
  await page.getByText(/What is meant to arrive \(1 of 1 do\)/).click();
  await expect(page.getByText('Guest is recorded or sent.')).toBeVisible();

  // Levels and Wiring say the same.
  await page.getByRole('link', { name: 'Levels' }).click();
  await expect(page.getByRole('button', { name: /^Guest to Track/ })).toBeVisible();
});

test('what is inside a desk is set by hand: the caller hears the keeper no more, and again', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/wiring?device=mixer`);
  const desk = page.getByRole('region', { name: 'Desk' });
  await desk.getByLabel('Show', { exact: true }).selectOption('Auxiliary');
  await desk.getByLabel('Channel 1', { exact: true }).uncheck();
  await expect(desk.getByText('Channel 1: off')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`/rigs/${id}/levels`);
  const toCall = page.getByRole('button', { name: /^Keeper to Far end of Call/ });
  await expect(page.getByRole('button', { name: /^Guest to Far end of Call/ })).toBeVisible();
  await expect(toCall).toHaveCount(0);
  await page.goto(`/rigs/${id}/wiring?device=mixer`);
  await desk.getByLabel('Show', { exact: true }).selectOption('Auxiliary');
  await desk.getByLabel('Channel 1: off').check();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`/rigs/${id}/levels`);
  await expect(toCall).toBeVisible();
});
