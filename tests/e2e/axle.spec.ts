import { expect, test } from '@playwright/test';
import { book, chooseUnits, inHand, openGate, signedIn, jobOf, WHOLE } from './support/shop';

test('the axle station shows where both axles stand, what the bar’s arc makes of it, and how long a bar brings it back', async ({
  page,
}) => {
  await signedIn(page, 'Runa');
  const job = await jobOf(page, 'HG-0142');
  for (const [units, figure, bar] of [
    ['mm', '11 mm left', '872 mm'],
    ['in', '7/16 in left', '34 5/16 in'],
  ] as const) {
    await page.goto(`${job}/after/axle`);
    await chooseUnits(page, units);
    await expect(page.getByRole('img', { name: new RegExp(`Both axles from above: front ${figure}`) })).toBeVisible();
    await expect(
      page.getByRole('img', { name: new RegExp(`as the driver sits: Drag link .*Track bar 10\\.6° .*${bar}`) }),
    ).toBeVisible();
    await expect(page.getByRole('img', { name: /^Front left: .* ahead, .* behind/ })).toBeVisible();
  }
  await expect(page.getByText(/Track bar .* longer brings it back/).first()).toBeVisible();
  await expect(page.getByText(/turns of the sleeve/).first()).toBeVisible();
  await page.locator('summary').filter({ hasText: 'Bump steer over the travel' }).click();
  await expect(page.locator('.recharts-line')).toHaveCount(2);
  await page.getByRole('link', { name: 'Plan', exact: true }).last().click();
  await expect(page.getByRole('img', { name: /its bar takes it .* left/ })).toBeVisible();
});

test('bar against bracket: each is tried, and says what it does to the slope, the roll centre and the wheel', async ({
  page,
}) => {
  await signedIn(page, 'Runa');
  const job = await jobOf(page, 'HG-0142');
  await page.goto(`${job}/after/axle`);
  await chooseUnits(page, 'mm');
  await page.getByRole('button', { name: 'Try: Adjustable track bar' }).click();
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Off the frame’s middle')).toContainText('0 mm');
  await expect(row('Roll centre against now')).toHaveCount(0);
  await expect(page.getByText(/its slope stays/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Try: Track bar bracket lower on the frame' }).click();
  // By keys: all the way down.
  const slider = page.getByRole('slider', { name: 'Lower by' });
  await slider.focus();
  await page.keyboard.press('End');
  await expect(row('Roll centre against now')).toContainText('−50 mm');
  await expect(row('Drag link less track bar')).toContainText(/Stop|Watch/);
  await expect(page.getByText(/hold point before drilling/)).toBeVisible();
  await page.getByRole('button', { name: 'Rear axle' }).click();
  await expect(page.getByRole('button', { name: 'Leave it' })).toHaveCount(0);
  await page.getByRole('button', { name: /that cannot be on it/ }).click();
  await expect(page.getByText(/nothing steers the rear axle/).first()).toBeVisible();
  await expect(page.getByText(/8 new arms set/).first()).toBeVisible();
});

test(
  'axles out of parallel are told with the correction, and what a straight housing makes of it',
  { tag: WHOLE },
  async ({ page }) => {
    await signedIn(page, 'Runa');
    const job = await jobOf(page, 'HG-0143');
    await page.goto(`${job}/before/axle`);
    await chooseUnits(page, 'mm');
    await expect(page.getByRole('heading', { level: 2 }).filter({ hasText: '9 mm longer on the left' })).toBeVisible();
    await expect(page.getByText(/Rear axle: left hub 5 mm forward/).first()).toBeVisible();
  },
);

test(
  'a wheel off centre is asked by picture, and then asks what its turns are worked from',
  { tag: WHOLE },
  async ({ page }) => {
    await signedIn(page, 'Runa');
    await chooseUnits(page, 'mm');
    const job = await book(page, { customer: 'Wheel off' });
    await openGate(page, 'Before');
    await page.goto(`${job}/before/read?route=axle&at=wheelOff.vehicle.floor`);
    await inHand(page);
    await page.locator('#figure').fill('6.4');
    await page.getByRole('button', { name: 'File reading' }).click();
    await expect(page.getByText('Choose by the pictures which way it is.')).toBeVisible();
    await page.getByRole('radio', { name: 'Turned to the right' }).click();
    await page.getByRole('button', { name: 'File reading' }).click();
    await page.waitForURL((url) => !url.href.includes('wheelOff'));
    await page.goto(`${job}/before/axle`);
    await expect(page.getByText(/6\.4° to the right/).first()).toBeVisible();
    // Bump steer has a route of its own, height and toe together.
    await page.locator('summary').filter({ hasText: 'Bump steer over the travel' }).click();
    await page.getByRole('link', { name: /Measure it: toe at three jacked heights/ }).click();
    await inHand(page);
    await expect(page.locator('h1#in-hand')).toContainText('Jacked height 1 of 3');
  },
);
