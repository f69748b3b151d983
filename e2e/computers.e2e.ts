import { buildRig, type Rig } from '@diaphon/core';
import { axe, copyOfDemo, expect, finding, keep, MUSEUM, test } from './app';

const DRIFTING = 'Mistake: USB microphones joined, one left to drift';

test('a joined input that drifts is seen, said how far, and mended in one press', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await expect(page.getByText('1 thing is not as it should be')).toBeVisible();
  await expect(page.getByText('1 member drifts up to 360 ms apart in an hour')).toBeVisible();
  await page.getByRole('button', { name: 'Resample Translator’s microphone', exact: true }).click();
  await expect(page.getByText('every track has its channel')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(finding(page, 'resample-off')).toHaveCount(1);
});

test('a member moved by a key moves the numbers, and its tracks go along', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  const ruler = page.getByRole('region', { name: 'Channels of Bench and singers' });
  await expect(ruler.getByRole('row').nth(2)).toContainText(/Storyteller.*Translator.*Alto.*Bass/);
  await page.getByRole('button', { name: 'Move Singers’ microphone, USB input earlier' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  // At the front the button stays where it was pressed, and does no more.
  await page.keyboard.press('Enter');
  for (const row of [1, 2])
    await expect(ruler.getByRole('row').nth(row)).toContainText(/Alto.*Bass.*Storyteller.*Translator/);
  await expect(page.getByLabel('Channel of track Storyteller')).toHaveValue('3');
  await expect(finding(page, 'unheard')).toHaveCount(0);
});

test('a member dragged to the front has the first number', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  const member = (name: string) => page.getByRole('listitem', { name: `${name} microphone, USB input` });
  await member('Translator’s').dragTo(member('Storyteller’s'));
  const ruler = page.getByRole('region', { name: 'Channels of Bench and singers' });
  await expect(ruler.getByRole('row').nth(2)).toContainText(/Translator.*Storyteller.*Alto.*Bass/);
});

test('who plays into what is joined comes out of the output that is added', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await expect(page.getByLabel('Recorder plays into').locator('option', { hasText: 'joined' })).toHaveCount(
    0,
  );
  await page.getByLabel('Add an output to Bench and singers').selectOption({ index: 1 });
  const outputs = page.getByRole('list', { name: 'What plays into it comes out of: Bench and singers' });
  await expect(outputs.getByRole('listitem')).toHaveCount(1);
  await page.getByLabel('Recorder plays into').selectOption({ label: 'Bench and singers, joined' });
  await outputs.getByRole('button', { name: /^Take .+ out$/u }).click();
  await expect(finding(page, 'wrong-entry')).toContainText('which has no outputs');
  await page.getByLabel('Sample rate of Bench and singers').selectOption('96000');
  await expect(finding(page, 'rate-mismatch')).toContainText('Recorder writes 48 kHz');
});

test('which tracks lose their channel is read before a member is taken out', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByRole('button', { name: 'Take Translator’s microphone, USB input out' }).click();
  const told = page.getByRole('group', { name: 'Taking Translator’s microphone, USB input out' });
  await expect(told).toContainText('Translator loses its channel and is left on 2, Alto moves from 3 to 2');
  await told.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('listitem', { name: 'Translator’s microphone, USB input' })).toBeVisible();
  await page.getByRole('button', { name: 'Take Translator’s microphone, USB input out' }).click();
  await told.getByRole('button', { name: 'Take it out, and let tracks follow' }).click();
  await expect(page.getByLabel('Channel of track Alto')).toHaveValue('2');
  await expect(finding(page, 'track-doubled')).toHaveCount(1);
});

test('several microphones become one input, listened to and named in three presses', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByRole('button', { name: 'Take apart' }).click();
  await expect(page.getByLabel('Recorder listens to')).toHaveValue('');
  await page.getByRole('button', { name: 'Join the 3 devices it lists' }).click();
  await page.getByRole('button', { name: 'Let Recorder listen to it' }).click();
  await expect(page.getByText('every track has its channel')).toBeVisible();
  await page.getByLabel('Name of the track on channel 1').fill('Someone');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Name tracks after the desk' }).click();
  await expect(page.getByLabel('Name of the track on channel 1')).toHaveValue('Storyteller');
});

test('what would go quiet is read before a plug is pulled', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByLabel('Lead to pull').selectOption({ index: 1 });
  const pulled = page.getByRole('region', { name: 'Pull a plug' });
  await expect(pulled).toContainText('Bench and singers goes down');
  await expect(pulled).toContainText('Alto is quiet at Track Alto');
  await expect(page).toHaveURL(/pull=/);
});

test('each computer has a page, light and dark, wide and narrow', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/computers`);
  await expect(page.getByRole('heading', { name: 'Recording computer' })).toBeVisible();
  await page
    .getByText('Caller’s laptop', { exact: true })
    .or(page.getByText("Caller's laptop", { exact: true }))
    .click();
  await expect(page).toHaveURL(/computer=caller-laptop/);
  await axe(page);
  await page.getByRole('button', { name: /light/i }).last().click();
  await axe(page);
  await page.setViewportSize({ width: 390, height: 844 });
  const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wider).toBeLessThanOrEqual(0);
});

test('a track that is not armed is found, and armed in one press', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByLabel('Track Alto is armed').uncheck();
  await expect(finding(page, 'track-not-armed')).toContainText('Alto would not be recorded');
  await page.getByRole('button', { name: 'Arm track Alto', exact: true }).click();
  await expect(page.getByLabel('Track Alto is armed')).toBeChecked();
});

test('rates that do not go together are set alike', async ({ page, request }) => {
  const id = await copyOfDemo(request, DRIFTING);
  await page.goto(`/rigs/${id}/computers`);
  await page.getByLabel('Sample rate of Singers’ microphone').selectOption('44100');
  await page.getByLabel('Sample rate of Storyteller’s microphone').selectOption('48000');
  const found = finding(page, 'rate-mismatch');
  await expect(found).toContainText('run at 44.1 kHz and 48 kHz');
  await page.getByRole('button', { name: 'Set all of Bench and singers to 48 kHz', exact: true }).click();
  await expect(page.getByLabel('Sample rate of Singers’ microphone')).toHaveValue('48000');
});

/** Three small mixers behind one hub that has one translator for all. */
const crowded = (): Rig => {
  const ids = ['small1', 'small2', 'small3'];
  return buildRig({
    name: `Crowded ${Date.now()}`,
    devices: [
      ...ids.map((id) => ({ id, model: 'mixer-2-usb', name: `Small mixer ${id.slice(5)}` })),
      { id: 'hub', model: 'hub-bus', name: 'Hub' },
      {
        id: 'pc',
        model: 'desktop',
        name: 'Computer',
        apps: ids.map((device) => ({
          id: `of-${device}`,
          name: `Recorder of ${device}`,
          kind: 'recorder' as const,
          input: { device, stream: 'usb-in' },
          output: { device, stream: 'usb-out' },
          tracks: [{ id: 'one', name: 'One', channel: 1 }],
        })),
      },
    ],
    leads: [
      { kind: 'usb-a-b', ends: ['pc.usb1', 'hub.up'], lengthM: 1 },
      ...ids.map((id, at) => ({ kind: 'usb-a-b', ends: [`hub.down${at + 1}`, `${id}.usb`], lengthM: 1 })),
    ],
  });
};

test('gear that shuts each other out is split over sockets, shown first and taken back by undo', async ({
  page,
  request,
}) => {
  const id = await keep(request, crowded());
  await page.goto(`/rigs/${id}/computers`);
  await expect(finding(page, 'usb-bandwidth')).toContainText('ask for more sound than Hub can carry');
  await page.getByRole('button', { name: 'Split the load' }).click();
  const proposal = page.getByRole('region', { name: 'Split the load' });
  await expect(proposal.getByRole('listitem')).toHaveCount(1);
  await expect(proposal).toContainText(/Small mixer 1: from Socket 1 of Hub to USB-A \d of Computer/);
  await axe(page);
  await proposal.getByRole('button', { name: 'Done so' }).click();
  await expect(finding(page, 'usb-bandwidth')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(finding(page, 'usb-bandwidth')).toHaveCount(1);
});
