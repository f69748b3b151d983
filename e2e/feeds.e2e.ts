import { copyOfDemo, expect, finding, MUSEUM, test } from './app';

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
  await expect(page.getByText('Everyone hears whom they should')).toBeVisible();
  const post = page.getByRole('region', { name: 'Headphones' });
  await expect(
    post.getByRole('button', { name: /^Far end of Call at Headphones: arrives, \d+\.\d dB SPL/ }),
  ).toBeVisible();
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
