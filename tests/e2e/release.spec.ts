import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { isOpen, jobOf, signedIn, WHOLE } from './support/shop';

/** How far a page goes down, px. */
const heightOf = (page: Page) => page.evaluate(() => document.documentElement.scrollHeight);
const violations = async (page: Page) =>
  (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);

test('the customer’s page beside the signature: what stands behind it first, the signature in view, in the customer’s language', async ({
  page,
}) => {
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0139');
  await page.goto(`${job}/release`);
  await isOpen(page);
  await expect(page.getByRole('heading', { name: 'Your vehicle, before and after' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What stands behind the signature' })).toBeVisible();
  const sign = await page.getByRole('button', { name: 'Sign release' }).boundingBox();
  expect(sign && sign.y + sign.height).toBeLessThanOrEqual(800);
  expect(await heightOf(page)).toBeLessThanOrEqual(1600);

  await page.getByLabel('Language of the customer’s page').selectOption('nb');
  await expect(page.getByRole('heading', { name: 'Kjøretøyet ditt, før og etter' })).toBeVisible();
  await expect(page.locator('article').first()).toHaveAttribute('lang', 'nb-NO');
  await page.getByLabel('Language of the customer’s page').selectOption('en');
  await expect(page.getByRole('heading', { name: 'Your vehicle, before and after' })).toBeVisible();

  // With something in the way it is named beside the page; the page says what is not as it should be.
  const hard = await jobOf(page, 'HG-0142');
  await page.goto(`${hard}/release`);
  await isOpen(page);
  await expect(page.getByRole('heading', { name: /\d+ in the way of release/ })).toBeVisible();
  await expect(page.locator('article').first()).toContainText('not as it should be');
  expect(await heightOf(page)).toBeLessThanOrEqual(1600);
});

test('the link on a phone: the same page, nothing wider than the screen, by day and in the dark; the dates as a calendar', async ({
  page,
  browser,
}) => {
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0131', '&show=released');
  await page.goto(`${job}/release`);
  await isOpen(page);
  expect(await heightOf(page)).toBeLessThanOrEqual(1600);
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByLabel(/Shown this once/).inputValue();
  for (const colorScheme of ['light', 'dark'] as const) {
    const phone = await (await browser.newContext({ viewport: { width: 360, height: 740 }, colorScheme })).newPage();
    await phone.goto(link);
    await expect(phone.getByRole('heading', { name: 'The tyres fit: rough tracks' })).toBeVisible();
    await expect(phone.getByText(/^Signed by Ivo, /)).toBeVisible();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(360);
    expect(await violations(phone)).toEqual([]);
    await phone.context().close();
  }
  const dates = await page.request.get(`${link}/back.ics`);
  expect([dates.status(), dates.headers()['content-type']]).toEqual([200, 'text/calendar; charset=utf-8']);
  const text = await dates.text();
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(4);
  expect(text).toContain('DTSTART;VALUE=DATE:20261117');
});

test(
  'how the shop writes to its customers: a line of its own, what is wrong said at its line, what was typed kept',
  { tag: WHOLE },
  async ({ page }) => {
    await signedIn(page, 'Ivo');
    await page.goto('/letters');
    await page.getByRole('button', { name: 'One line more' }).click();
    await page.getByLabel('In the shop’s words, printed as typed').fill('Look at the winch rope');
    await page.getByRole('button', { name: 'Set the customer’s page' }).click();
    await expect(page.getByText('say after how far or how long')).toBeVisible();
    await expect(page.getByLabel('In the shop’s words, printed as typed')).toHaveValue('Look at the winch rope');
    await page.getByLabel('or weeks').last().fill('10');
    await page.getByRole('button', { name: 'Set the customer’s page' }).click();
    await expect(page.getByText('Set. The next page that is signed has it.')).toBeVisible();
    await page.goto(`${await jobOf(page, 'HG-0139')}/release`);
    await isOpen(page);
    await expect(page.locator('article').first()).toContainText('Look at the winch rope');
    await page.goto('/letters');
    await page.getByRole('button', { name: 'Leave out line 5' }).click();
    await page.getByRole('button', { name: 'Set the customer’s page' }).click();
    await expect(page.getByText('Set. The next page that is signed has it.')).toBeVisible();
  },
);
