import { expect, test } from '@playwright/test';
import { book, fileBands, openGate, PASSWORD, recordChange, sendShortRoute, signedIn } from './support/shop';

test('a levelling job from build to release: asked what front spacers can have changed, in the order of danger; a collar turned at the end costs its heights', async ({
  page,
}) => {
  await signedIn(page, 'Runa');
  const job = await book(page, { customer: 'Levelled', front: 'wishbone-coil-over' });
  await openGate(page, 'Before');
  await sendShortRoute(page, job, 'before');
  await openGate(page, 'Plan');
  await page.getByLabel('Wanted lift, front').fill('65 mm');
  await page.getByLabel('Wanted lift, rear').fill('0');
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await openGate(page, 'Build');
  await recordChange(page, 'Front axle', 'Spacer on the spring or strut', 'both sides');
  await openGate(page, 'After');

  // The maker's tyres, no rub mark: nothing is flexed, and at the rear nothing asked that hangs on its own springs.
  const gate = page.getByRole('link', { name: /^After \d of \d+ read/ });
  await expect(gate).toBeVisible();
  const [, minutes] = /(\d+) min left/.exec(await gate.innerText()) ?? [];
  expect(Number(minutes)).toBeLessThanOrEqual(25);
  // The hoist first, then its wheels; how often it is moved stands beside.
  const laps = page.getByRole('region', { name: /^Still to read/ }).getByRole('listitem');
  await expect(laps.first()).toContainText('on the hoist as the build ends');
  await expect(laps.last()).toContainText('gears, lamps of the dash, road');
  await expect(page.getByText(/moves of the vehicle besides, \d+ min: /)).toBeVisible();
  // Heights before the hoses and shafts were turned by hand: told, and filed all the same if it is.
  await page.goto(`${job}/after/read?route=short&at=hubToLip.FL.floor`);
  await expect(page.getByText(/^Not in its order. First come: on the hoist/)).toBeVisible();
  await page.goto(`${job}/after/read?route=short`);
  await expect(page.locator('[data-stop^="hoseProof"], [data-stop^="shaftsTurned"]')).toBeVisible();
  await expect(page.getByText(/^Not in its order/)).toHaveCount(0);
  await expect(page.getByText(/^Mind: Held by the hoist/)).toBeVisible();
  await fileBands(page, job);
  await page.goto(`${job}/after/hands`);
  await expect(page.getByRole('button', { name: /^Tyre against hose, brake.*front axle/ })).toContainText(
    'stands as it came, once the load is read',
  );
  const came = { tyreDiameter: 806, barAngle: 3, swayLinkLength: 150 };
  const rear = Object.fromEntries(
    ['RL', 'RR'].flatMap((c) => ['', '.2'].map((set) => [`hubToLip.${c}.floor${set}`, 494] as const)),
  );
  await sendShortRoute(page, job, 'after', { values: { ...came, ...rear } });
  await page.goto(`${job}/after/hands`);
  await page
    .locator('summary')
    .filter({ hasText: /clear$/ })
    .click();
  await page
    .getByRole('button', { name: /^Tyre against hose, brake/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toContainText(
    'as it came: nothing that was changed moves where the travel ends',
  );
  await page.keyboard.press('Escape');

  // One more turn, and both heights of each corner as they were: the rest stands, and says so.
  await page.goto(`${job}/after`);
  await page.locator('summary').filter({ hasText: 'record one' }).click();
  await recordChange(page, 'Front axle', 'Spring collar or preload', 'a turn up');
  await expect(page.getByText(/^stale: /).first()).toBeVisible();
  await sendShortRoute(page, job, 'after', {
    values: { ...came, ...rear },
    only: ['hubToLip', 'hubToMark', 'loadedRadius'],
  });
  await expect(page.getByText(/^stale: /)).toHaveCount(0);
  await page.goto(`${job}/story`);
  await page.getByRole('searchbox').fill('camber');
  await expect(page.getByText(/read before Spring collar.*stands, every corner within/).first()).toBeVisible();

  // What the collar costs besides its heights is asked again; then a lead signs.
  await sendShortRoute(page, job, 'after', { values: { ...came, ...rear } });
  await openGate(page, 'Release');
  await page.context().clearCookies();
  await signedIn(page, 'Ivo');
  await page.goto(`${job}/release`);
  await page.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign release' }).click();
  await expect(page.getByText(/^Signed by Ivo, /)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Found when it came' })).toBeVisible();
});
