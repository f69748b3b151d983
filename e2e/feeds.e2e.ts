import { buildRig, deskControlId as is, liveStream, sayIntent, setControl, applyEdit } from '@diaphon/core';
import { copyOfDemo, expect, finding, keep, MUSEUM, openCard, test } from './app';

test('who is missing is seen in the table and at the post, and one press brings them', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/feeds`);
  await expect(page.getByText('1 feed is not as it should be.')).toBeVisible();
  const table = page.getByRole('region', { name: 'Who hears what' });
  await table.getByRole('button', { name: 'Far end of Call at Headphones: missing' }).click();
  await expect(page).toHaveURL(/sound=app\+call&at=ears\+phones/);
  const detail = page.getByRole('region', { name: 'The feed that is chosen' });
  await expect(detail).toContainText('It should come: somebody here has to hear the far end.');
  await detail.getByRole('button', { name: 'Put a laptop isolator box in between', exact: true }).click();
  // It comes, and nobody can follow it yet: nothing is called right before it is loud enough.
  await expect(
    table.getByRole('button', { name: /^Far end of Call at Headphones: too quiet/ }),
  ).toBeVisible();
  await expect(detail.getByRole('heading', { name: 'What makes it loud enough' })).toBeVisible();
  await detail.getByRole('button', { name: /^Turn Gain 3 of .* up to/ }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
  const post = page.getByRole('region', { name: 'Headphones' });
  await expect(
    post.getByRole('button', { name: /^Far end of Call at Headphones: arrives, \d+\.\d dB SPL/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 feed is not as it should be.')).toBeVisible();
});

test('what the operator says is judged at once, kept, and forgotten again', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/feeds?sound=person+guest&at=call+call`);
  const detail = page.getByRole('region', { name: 'The feed that is chosen' });
  await detail.getByText('Never', { exact: true }).click();
  await expect(finding(page, 'leak')).toHaveCount(1);
  await expect(
    page
      .getByRole('region', { name: 'Who hears what' })
      .getByRole('button', { name: /^Guest at Far end of Call: unwanted/ }),
  ).toBeVisible();
  await detail.getByRole('button', { name: 'Switch Channel 2 in Auxiliary off', exact: true }).click();
  await expect(finding(page, 'leak')).toHaveCount(0);
  await page.reload();
  await expect(detail.getByRole('radio', { name: 'Never' })).toBeChecked();
  await detail.getByText('As usual', { exact: true }).click();
  await expect(finding(page, 'unheard')).toHaveCount(0); // The wrong lead is the cause that is told.
  await expect(
    page
      .getByRole('region', { name: 'Who hears what' })
      .getByRole('button', { name: 'Guest at Far end of Call: missing' }),
  ).toBeVisible();
});

test('the table is gone through by arrow keys', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/feeds`);
  const table = page.getByRole('region', { name: 'Who hears what' });
  await table.getByRole('button', { name: /^Keeper at Far end of Call/ }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(table.getByRole('button', { name: /^Guest at Headphones/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Guest at Headphones' })).toBeVisible();
});

test('one proposal puts everything right, and what it does is seen before', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Mistake: the caller hears themselves');
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('button', { name: 'Propose what puts it right' }).click();
  const dialog = page.getByRole('dialog', { name: 'What puts it right' });
  await expect(dialog).toContainText('The far end of Call never hears itself');
  const first = dialog.getByRole('listitem', { name: 'Way 1' });
  await expect(first).toContainText('Set USB 1, main mix content to minus own');
  await expect(first.getByRole('list', { name: 'Who hears what afterwards' })).toContainText('at itself');
  await first.getByRole('button', { name: 'Do this' }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
  await expect(finding(page, 'caller-echo')).toHaveCount(0);
});

/** A call and a live stream on an interface that sends the computer its inputs alone. */
const callerForAudience = () =>
  buildRig({
    name: 'A caller for the audience',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'interface-2', name: 'Interface', settings: { gain1: 50 } },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: [
          {
            id: 'show',
            name: 'Show',
            kind: 'encoder',
            input: { device: 'desk', stream: 'usb-in' },
            output: null,
            tracks: [],
            isMono: true,
          },
          {
            id: 'call',
            name: 'Call',
            kind: 'call',
            input: { device: 'desk', stream: 'usb-in' },
            output: { device: 'desk', stream: 'usb-out' },
            tracks: [],
          },
        ],
      },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
    ],
    people: [{ id: 'keeper', name: 'Keeper', effort: 'normal' }],
    placements: [{ person: 'keeper', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
  });

test('where nothing of a rig does it, gear that does is laid out, turned, and taken back', async ({
  page,
  request,
}) => {
  const id = await keep(request, callerForAudience());
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('button', { name: 'Propose what puts it right' }).click();
  const dialog = page.getByRole('dialog', { name: 'What puts it right' });
  await expect(dialog).toContainText('Nothing that can be set, and no lead that was tried');
  const gear = dialog.getByRole('listitem', { name: 'Gear 1' });
  await expect(gear).toContainText('Put a four-input USB interface in place of Interface');
  await expect(gear).toContainText('Let Show listen to Stream mix');
  await gear.getByRole('button', { name: 'Use it in this rig' }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
  await expect(page.locator('[data-code]')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 feed is not as it should be.')).toBeVisible();
});

test('what is to stay under the others is proposed as a level, and what gets quieter is seen before', async ({
  page,
  request,
}) => {
  const loud = applyEdit(liveStream, setControl(liveStream, 'desk', is.fader('pads'), 0)).rig;
  const jingles = { device: 'desk' };
  const id = await keep(request, {
    ...applyEdit(loud, sayIntent(loud, jingles, { device: 'speaker' }, 'quieter', 12)).rig,
    name: 'Loud jingles',
  });
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('button', { name: 'Propose what puts it right' }).click();
  const first = page.getByRole('listitem', { name: 'Way 1' });
  await expect(first).toContainText('Set Jingle pads fader to −11 dB');
  await expect(first).toContainText('at Gallery: comes, too loud →, then comes, 11 dB quieter');
  await first.getByRole('button', { name: 'Do this' }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
});

test('the test call is a script to take along, and says what will go wrong', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('link', { name: 'Test call on paper' }).click();
  await expect(page.getByRole('heading', { name: /1\. Keeper reads a few lines aloud/ })).toBeVisible();
  await expect(page.getByText('Is the far end of Call heard in Headphones? Yes.')).toBeVisible();
  await expect(page.getByText('As it stands it will be the other.')).toHaveCount(1);
});

test('a far end with an open loudspeaker is described, found and asked for a headset', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, 'Mistake: the caller hears themselves');
  await page.goto(`/rigs/${id}/wiring?device=laptop`);
  const programs = page.getByRole('region', { name: 'Programs' });
  await programs.getByRole('button', { name: 'Add someone to Call' }).click();
  await programs.getByLabel('Caller 1 listens by').selectOption('an open loudspeaker');
  await programs.getByText('Echo canceller at Caller 1').click();
  await expect(finding(page, 'far-echo')).toHaveCount(1);
  await expect(finding(page, 'caller-echo')).toContainText('Caller 1');
});

test('a whole column is read in sentences and meant at once; who sounds moves the meters', async ({
  page,
  request,
}) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('button', { name: 'What Archivist hears' }).click();
  const listener = page.getByRole('region', { name: 'The listener that is chosen' });
  await expect(listener).toContainText('Does not hear Visitor and itself, as it should be.');
  await listener.getByRole('button', { name: 'Never' }).click();
  await expect(page.getByText('4 feeds are not as it should be.')).toBeVisible();
  await listener.getByRole('button', { name: 'As usual' }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
  const board = page.getByRole('region', { name: 'Try it' });
  const sends = board.getByRole('listitem').filter({ hasText: 'Call, sends' });
  await expect(sends).toContainText('still');
  await board.getByText('Keeper sounds').click();
  await expect(sends).toContainText('dBFS');
});

test('a sound is kept under the others, and one press turns it down', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/feeds`);
  await page
    .getByRole('region', { name: 'Who hears what' })
    .getByRole('button', { name: /^Jingle pads of Oil store desk at Gallery/ })
    .click();
  await page.getByText('Quieter', { exact: true }).click();
  const card = finding(page, 'too-loud');
  await expect(card).toContainText('11 dB too loud in Gallery');
  await openCard(card);
  await card.getByRole('button', { name: /^Turn Jingle pads fader of Oil store desk down to/ }).click();
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
});

test('the way a sound comes is lit on the wiring chart', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/feeds`);
  await page
    .getByRole('region', { name: 'Who hears what' })
    .getByRole('button', { name: /^Keeper at Gallery/ })
    .click();
  await page.getByRole('link', { name: 'on the chart' }).click();
  await expect(page).toHaveURL(/wiring\?way=keeper-lead/);
  await expect(page.locator('[data-ring] path').first()).toBeAttached();
  expect(await page.locator('[data-ring] path').count()).toBeGreaterThanOrEqual(3);
});

test('a program that follows the system hears whom the system hears', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/wiring?device=call-computer`);
  const programs = page.getByRole('region', { name: 'Programs' });
  await programs.getByLabel('Call listens to').selectOption('As the system');
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText(
    /hears? nobody|does not hear|do not hear/,
  );
  await programs.getByLabel('The system listens to').selectOption('Oil store desk, Second computer');
  await expect(page.getByText('Clear. Every voice arrives')).toBeVisible();
});

test('headphones are worn by one person at a time', async ({ page, request }) => {
  const id = await copyOfDemo(request, 'Skerry Light live stream');
  await page.goto(`/rigs/${id}/wiring?device=keeper-phones`);
  await expect(page.getByLabel('Worn by')).toHaveValue('keeper');
  await page.getByLabel('Worn by').selectOption('Guest');
  await page.goto(`/rigs/${id}/wiring?device=guest-phones`);
  await expect(page.getByLabel('Worn by')).toHaveValue('');
});

test('on a phone what is opened comes into sight, and there is a way back', async ({ page, request }) => {
  const id = await copyOfDemo(request, MUSEUM);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/rigs/${id}/feeds`);
  await page.getByRole('table').getByRole('button').last().click();
  const opened = page.getByRole('complementary', { name: 'What is chosen, and what is found' });
  await expect(opened.getByRole('heading').first()).toBeInViewport();
  await opened.getByRole('button', { name: 'Back to who hears what' }).click();
  await expect(page.getByRole('heading', { name: 'Who hears what' })).toBeInViewport();
});
