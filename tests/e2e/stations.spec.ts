import { expect, test, type Page } from '@playwright/test';
import { book, chooseUnits, inHand, openGate, signedIn, signInAs, jobOf } from './support/shop';

const tape = (page: Page) => page.getByRole('navigation', { name: 'Stations' });
const NAMES = ['Stance', 'Tyre', 'Travel', 'Lines, links', 'Driveline', 'Axle, steering', 'Alignment', 'Hands, road'];

test('the station tape: eight lengths, by touch, by arrows and by 1 to 8 while it has the focus', async ({ page }) => {
  await signedIn(page, 'Runa');
  await chooseUnits(page, 'in');
  const job = await jobOf(page, 'HG-0142');
  await page.goto(`${job}/after`);
  const lengths = tape(page).getByRole('link');
  await expect(lengths).toHaveCount(8);
  for (const [i, name] of NAMES.entries()) await expect(lengths.nth(i)).toContainText(name);
  await expect(lengths.nth(3)).toContainText('Stop');
  await expect(lengths.nth(6)).toContainText('Cross caster');

  await lengths.nth(3).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Lines, links');
  await expect(lengths.nth(3)).toHaveAttribute('aria-current', 'page');
  await lengths.nth(3).focus();
  await page.keyboard.press('ArrowRight');
  await expect(lengths.nth(4)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Driveline');
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stance');
  await page.keyboard.press('ArrowLeft');
  await expect(lengths.nth(7)).toBeFocused();
  // Elsewhere a digit is nobody's.
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stance');
  // The station keeps while the gate changes.
  await page.getByRole('navigation', { name: 'Seen at' }).getByRole('link', { name: 'Before' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stance');
  expect(new URL(page.url()).pathname).toMatch(/before\/stance$/);
});

test('a gate’s page fits on two screens, names the one next action, and opens the rest in place', async ({ page }) => {
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0142');
  const height = () => page.evaluate(() => document.documentElement.scrollHeight);
  for (const gate of ['after', 'release']) {
    await page.goto(`${job}/${gate}`);
    await expect(page.getByText('Next', { exact: true })).toBeVisible();
    await expect(page.getByText(/First, because it can hurt somebody/)).toBeVisible();
    expect(await height(), gate).toBeLessThanOrEqual(1600);
  }
  await page.goto(`${job}/after`);
  // One row for the places of a check; it opens to all of them.
  const places = page.getByRole('button', { name: /^Sway bar back to neutral: 2 places/ });
  await places.click();
  await expect(page.getByRole('list', { name: 'Sway bar back to neutral' }).getByRole('listitem')).toHaveCount(2);
  const clear = page.getByRole('button', { name: /\d+ clear/ });
  await clear.click();
  await expect(page.getByRole('button', { name: /^Lift against plan: 4 places/ })).toBeVisible();
  await clear.click();
  await expect(page.getByRole('button', { name: /^Lift against plan/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Record the change' }).click();
  await expect(page.getByRole('button', { name: 'Front left', exact: true })).toBeFocused();
});

test('a job opened again shows before the server has told it; one that moved on meanwhile as it then stands', async ({
  page,
  browser,
  baseURL,
}) => {
  await signedIn(page, 'Solvei');
  const home = await jobOf(page, 'HG-0142');
  const next = page.getByRole('heading', { level: 1 });
  await page.goto(`${home}/after`);
  await page.getByRole('heading', { name: 'In the way of release' }).waitFor();
  const words = await next.innerText();
  let tell = () => {};
  const told = new Promise<void>((go) => (tell = go));
  await page.route(`**/api${home}`, async (route) => {
    await told;
    // What was asked by a page that is no more is answered to nobody.
    await route.continue().catch(() => undefined);
  });
  await page.goto(`${home}/after`);
  await expect(page.getByRole('heading', { name: 'In the way of release' })).toBeVisible();
  await expect(next).toHaveText(words);

  // Another person files meanwhile: what stands first comes with the page, the rest is not shown as it was.
  const elsewhere = await browser.newContext(baseURL ? { baseURL } : {});
  const other = await elsewhere.newPage();
  await signInAs(other, 'Runa');
  await other.goto(`${home}/story`);
  await other.getByLabel('A note on this job').fill('seen while it lay open');
  await other.getByRole('button', { name: 'File note' }).click();
  await expect
    .poll(async () => await (await other.request.get(`${home}/job.json`)).text())
    .toContain('seen while it lay open');
  await elsewhere.close();
  await page.goto(`${home}/story`);
  await expect(page.locator('main[aria-busy="true"]')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Every reading, with its story' })).toHaveCount(0);
  tell();
  await expect(page.getByText('seen while it lay open')).toBeVisible();
});

test('a station that is none is told, by touch and on a phone too', async ({ page }) => {
  await signedIn(page, 'Runa');
  const job = await jobOf(page, 'HG-0142');
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto(`${job}/after`);
  await tape(page)
    .getByRole('link', { name: /^Hands, road/ })
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Hands, road');
  await page.goto(`${job}/after/gearbox`);
  await expect(page.getByText(/There is no station “gearbox”/)).toBeVisible();
  await page.getByRole('link', { name: 'Stance' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stance');
});

test('a part answered “not fitted” keeps its row until a lead says that there is none', async ({ page }) => {
  await signedIn(page, 'Ivo');
  const job = await book(page, { customer: 'No rear bar' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before/read?route=full&at=barAngle.rear.floor`);
  await inHand(page);
  await page.getByRole('button', { name: 'Not fitted' }).click();
  await page.waitForURL((url) => !url.href.includes('barAngle.rear'));
  await page.goto(`${job}/after/lines`);
  await page.getByRole('button', { name: /^Sway bar back to neutral: 2 places/ }).click();
  const row = page.getByRole('button', { name: /answered “not fitted”/ }).first();
  await expect(row).toContainText('rear axle');
  await row.click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Say that there is none' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Say why: it prints on the customer’s sheet.');
  await dialog.getByLabel(/^This vehicle has none \(/).fill('built without a rear bar');
  await dialog.getByRole('button', { name: 'Say that there is none' }).click();
  await expect(page.getByText('answered “not fitted”')).toHaveCount(0);
  await page.goto(`${job}/story`);
  await expect(page.getByText(/built without a rear bar/)).toBeVisible();
});
