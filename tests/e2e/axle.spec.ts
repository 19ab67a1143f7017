import { expect, test } from '@playwright/test';
import { chooseUnits, signedIn } from './support/shop';

test('the axle station shows where both axles stand, what the bar’s arc makes of it, and how long a bar brings it back', async ({
  page,
}) => {
  await signedIn(page, 'Runa');
  await page.goto('/yard?find=HG-0142');
  const href = await page.locator('main li a').first().getAttribute('href');
  const job = (href ?? '').replace(/\/after$/, '');
  for (const [units, figure] of [
    ['mm', '11 mm left'],
    ['in', '7/16 in left'],
  ] as const) {
    await page.goto(`${job}/after/axle`);
    await chooseUnits(page, units);
    await expect(page.getByRole('img', { name: new RegExp(`Both axles from above: front ${figure}`) })).toBeVisible();
  }
  await expect(page.getByText(/Track bar .* longer brings it back/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).last().click();
  await expect(page.getByRole('img', { name: /its bar takes it .* left/ })).toBeVisible();
});
