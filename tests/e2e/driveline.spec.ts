import { expect, test } from '@playwright/test';
import { book, chooseUnits, inHand, openGate, signedIn, jobOf, WHOLE } from './support/shop';

test('booking asks which wheels are driven, and keeps what was typed', { tag: WHOLE }, async ({ page }) => {
  await signedIn(page, 'Runa');
  await page.goto('/book');
  await page.getByLabel('Customer', { exact: true }).fill('Nobody asked');
  await page.getByLabel('Make', { exact: true }).fill('Halbeck');
  await page.getByLabel('Model', { exact: true }).fill('Cairn');
  await page.getByLabel('Use', { exact: true }).fill('daily');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(page.locator('#drive-wrong')).toBeVisible();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Nobody asked');
  await page.getByRole('radio', { name: /^Rear only/ }).check();
  await page.getByRole('button', { name: 'Book it in' }).click();
  await page.waitForURL('**/intake');
});

test('a crawl asks which way by picture, reads a face square to it, and asks about a pinion above the case', async ({
  page,
}) => {
  await signedIn(page, 'Runa');
  await chooseUnits(page, 'in');
  const job = await book(page, { customer: 'Crawl' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before/driveline`);
  await expect(page.getByText('The crawl of this shaft is not read yet')).toBeVisible();
  await page.goto(`${job}/before/read?route=driveline&at=outputAngle.rear.below`);
  await inHand(page);
  const figure = page.locator('#figure');
  const file = page.getByRole('button', { name: 'File reading' });
  // Without a way nothing is filed, and what was typed stays.
  await figure.fill('87.4');
  await file.click();
  await expect(page.getByText('Choose by the pictures which way it is.')).toBeVisible();
  await expect(figure).toHaveValue('87.4');
  await page.getByRole('radio', { name: 'Rearward end lower' }).click();
  await page.getByRole('radio', { name: 'On a face square to it' }).click();
  await expect(page.locator('#understood')).toContainText('2.6°');
  await file.click();
  await page.waitForURL((url) => !url.href.includes('outputAngle.rear'));
  await page.goto(`${job}/before/read?route=driveline&at=shaftAngle.rear.below`);
  await inHand(page);
  await figure.fill('8.4');
  await page.getByRole('radio', { name: 'Rearward end higher' }).click();
  await file.click();
  await expect(page.getByRole('alert').filter({ hasText: 'above the case' })).toBeVisible();
  await page.getByRole('button', { name: 'Type it again' }).click();
  await page.getByRole('radio', { name: 'Rearward end lower' }).click();
  await file.click();
  await page.waitForURL((url) => !url.href.includes('shaftAngle.rear'));
  await page.goto(`${job}/story`);
  await expect(page.getByText(/on a face square to it, the gauge read 87.4/)).toBeVisible();
});

test('the station shows the string line and the speeds, and tries a cure on both shafts', async ({ page }) => {
  await signedIn(page, 'Runa');
  const job = await jobOf(page, 'HG-0142');
  for (const units of ['mm', 'in'] as const) {
    await page.goto(`${job}/after/driveline`);
    await chooseUnits(page, units);
    await expect(page.getByRole('heading', { level: 2 }).filter({ hasText: 'a joint binds, Stop' })).toBeVisible();
    await page.getByRole('button', { name: 'Rear shaft' }).click();
    await expect(page.getByRole('img', { name: /Rear driveline .*case 6\.8°, Stop/ })).toBeVisible();
    await expect(
      page.getByRole('img', { name: units === 'mm' ? /judged at 120 km\/h/ : /judged at 75 mile\/h/ }),
    ).toBeVisible();
  }
  await page.getByRole('button', { name: 'Try: Lower the case at its mount' }).click();
  // By keys: the slider of the amount moves by one.
  const amount = page.getByRole('slider', { name: 'Lower by' });
  await amount.focus();
  await page.keyboard.press('End');
  await expect(page.getByText(/^Front shaft: /)).toBeVisible();
  await expect(page.getByText(/Elsewhere: belly height by as much/)).toBeVisible();
  await expect(page.getByRole('img', { name: /Rear driveline/ })).not.toHaveAttribute('aria-label', /case 6\.8°/);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('img', { name: /case 6\.8°, Stop/ })).toBeVisible();
  await page.getByRole('button', { name: /that cannot be on it/ }).click();
  await expect(page.getByText(/only an axle on leaves takes a shim/)).toBeVisible();
  await page.getByText('Joint angles over the travel').click();
  await expect(page.locator('.recharts-line-curve').first()).toBeVisible();
});

test('only a lead signs the shafts away, with a reason, and it prints', async ({ page }) => {
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0142');
  await page.goto(`${job}/after/driveline`);
  const line = page.locator('[data-line="driveline"]');
  await line.getByRole('button', { name: 'Sign it away: not done here' }).click();
  await expect(line.getByLabel('The figures')).toHaveCount(0);
  await line.getByRole('button', { name: 'File answer' }).click();
  await expect(line.getByRole('alert')).toContainText('Say why it was not done here');
  await line.getByLabel('Why not').fill('the pit is taken');
  await line.getByRole('button', { name: 'File answer' }).click();
  await expect(line).toContainText('the pit is taken');
  // What was read and can hurt somebody stays in the way.
  await expect(page.getByText('Shaft turned by hand at droop').first()).toBeVisible();
  await expect(page.getByText('Stop, safety').first()).toBeVisible();
});
