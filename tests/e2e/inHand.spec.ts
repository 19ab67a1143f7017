import { expect, test, type Page } from '@playwright/test';
import { book, chooseUnits, inHand, openGate, signedIn, signInAs, WHOLE } from './support/shop';

const at = (job: string, stop: string, route = 'full') => `${job}/before/read?route=${route}&at=${stop}`;
const gone = (page: Page, stop: string) => page.waitForURL((url) => !url.search.includes(stop));
async function beforeGate(page: Page, customer: string, front?: string) {
  const job = await book(page, { customer, front });
  await openGate(page, 'Before');
  return job;
}

test('by keyboard alone: sign in, find, read, answer, leave', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('E-mail').focus();
  await page.keyboard.type('runa@skarn.example');
  await page.keyboard.press('Tab');
  await page.keyboard.type('high-gate-demo');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/yard');
  const job = await beforeGate(page, 'Keyboard');
  await page.goto(at(job, 'hubToLip.FL.floor'));
  // The field has the focus: type, Enter, and the next one is in hand.
  await expect(page.locator('#figure')).toBeFocused();
  await page.keyboard.type('18-9/16');
  await page.keyboard.press('Enter');
  await gone(page, 'hubToLip.FL');
  await expect(page.locator('h1#in-hand')).toBeVisible();
  await page.goto(at(job, 'hubToLip.FR.floor'));
  await expect(page.getByRole('button', { name: 'Same as front left' })).toBeEnabled();
  await page.locator('#figure').press('Alt+s');
  await gone(page, 'hubToLip.FR');
  await page.goto(at(job, 'hubToLip.FR.floor'));
  await expect(page.getByText('same as other side')).toBeVisible();
  await expect(page.getByText('= 18 9/16 in')).toBeVisible();
  const here = page.url();
  await page.locator('#figure').press('Alt+ArrowRight');
  await page.waitForURL((url) => url.href !== here);
  await inHand(page);
  await page.locator('#figure').press('Alt+ArrowLeft');
  await page.waitForURL(here);
  await inHand(page);
  await page.locator('#figure').press('Alt+c');
  await gone(page, 'hubToLip.FR');
});

test('a new reading instead of one that stands: both stay in the story, the new one counts', async ({ page }) => {
  await signedIn(page, 'Runa');
  const job = await beforeGate(page, 'Instead');
  for (const [text, button] of [
    ['473 mm', 'File reading'],
    ['475 mm', 'File instead'],
  ] as const) {
    await page.goto(at(job, 'hubToLip.RL.floor'));
    await page.locator('#figure').fill(text);
    await page.getByRole('button', { name: button, exact: true }).click();
    await gone(page, 'hubToLip.RL');
  }
  await page.goto(at(job, 'hubToLip.RL.floor'));
  await expect(page.getByText('superseded')).toBeVisible();
  await expect(page.getByText('473 mm', { exact: true })).toHaveClass(/line-through/);
  await chooseUnits(page, 'mm');
  await expect(page.getByLabel('Vehicle and ride heights').getByText('475 mm')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Vehicle and ride heights').getByText('475 mm')).toBeVisible();
});

test('a wishbone front: the gap at bump says that it needs the motion ratio', { tag: WHOLE }, async ({ page }) => {
  await signedIn(page, 'Runa');
  const job = await beforeGate(page, 'Wishbone', 'wishbone-coil-over');
  await page.goto(`${job}/before`);
  await page.getByRole('button', { name: /\d+ not measured/ }).click();
  await page.getByRole('button', { name: /Gap at bump, from the tape, front left/ }).click();
  await expect(page.getByRole('dialog')).toContainText('motion ratio');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // A gate that is not open says what keeps it shut.
  await page.goto(`${job}/before`);
  await expect(page.getByRole('button', { name: 'Open Plan gate' })).toHaveAttribute('aria-disabled', 'true');
  await expect(page.getByText(/readings of the short route still to answer/)).toBeVisible();
  await page.goto(`${job}/after/read`);
  await page.waitForURL('**/after');
  await expect(page.getByText('Open the After gate first', { exact: false })).toBeVisible();
});

test('a kit is added once, and fills an empty plan with its claim', { tag: WHOLE }, async ({ page }) => {
  // By the form, since she signs out again: that would end the session the other tests go on with.
  await signInAs(page, 'Maren');
  await page.goto('/kits');
  const add = async (price: string) => {
    await page.getByLabel('Name').fill('Stile 50');
    await page.getByLabel('Claims, front').fill('2');
    await page.getByLabel('Claims, rear').fill('1 1/2');
    await page.getByLabel('Where it stands').fill('Stile 50 sheet, revision A');
    await page.getByLabel('Price', { exact: true }).fill(price);
    await page.getByRole('button', { name: 'Add kit' }).click();
  };
  await add('dear');
  await expect(page.getByText('“dear” is not a price')).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('Stile 50');
  await add('12400');
  await expect(page.getByRole('cell', { name: 'Stile 50 sheet, revision A' })).toBeVisible();
  await add('12400');
  await expect(page.getByText('in the list already')).toBeVisible();
  // What it costs can be said later, in the table, and be wrong without losing what stood.
  const row = page.getByRole('row', { name: /Stile 50/ });
  const price = row.getByRole('textbox', { name: /^Price, row/ });
  await expect(price).toHaveValue('12\u202f400');
  await price.fill('twelve');
  await page.getByRole('button', { name: 'Set 1 kit' }).click();
  await expect(page.getByRole('alert').filter({ hasText: '“twelve” is not a price' })).toBeVisible();
  await expect(price).toHaveValue('twelve');
  await price.fill('11 900');
  await page.getByRole('button', { name: 'Set 1 kit' }).click();
  await expect(page.getByText('1 kit is set.')).toBeVisible();
  await page.reload();
  await expect(price).toHaveValue('11\u202f900');
  // A table from elsewhere: what stands is matched by name and sheet, what is new is added, what disagrees is refused.
  const into = (text: string) =>
    page.getByLabel('CSV in').setInputFiles({ name: 'kits.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const HEAD = 'Kit,"Claims, front","Claims, rear",Where it stands,Price,Moves\n';
  await into(`${HEAD}Stile 50,+3 in,+1 1/2 in,"Stile 50 sheet, revision A",9000,`);
  await expect(page.getByText(/Nothing was brought in: line 1: .*A later sheet is another kit/)).toBeVisible();
  await expect(price).toHaveValue('11\u202f900');
  await into(`${HEAD}Stile 50,+2 in,+1 1/2 in,"Stile 50 sheet, revision A",9000,\nStile 55,2 1/4,tall,"Sheet B",100,`);
  await page.getByRole('button', { name: 'Set 2 kits' }).click();
  await expect(page.getByText('1 kit is set; 1 is not, and why stands there.')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: /Claim, rear: .*tall/ })).toBeVisible();
  await page
    .getByRole('row', { name: /Sheet B/ })
    .getByRole('textbox', { name: /Claims, rear/ })
    .fill('2');
  await page.getByRole('button', { name: 'Set 1 kit' }).click();
  await expect(page.getByRole('cell', { name: 'Stile 55', exact: true })).toBeVisible();
  await expect(price).toHaveValue('9\u202f000');
  // The front desk adds kits and books; a lead plans.
  const job = await book(page, { customer: 'Kit' });
  await page.goto(`${job}/plan`);
  await expect(page.getByText('A technician or a lead sets the plan.')).toBeVisible();
  await page.getByRole('button', { name: /^Maren/ }).click();
  await page.getByRole('menuitem', { name: /Sign out/ }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await signedIn(page, 'Ivo');
  await page.goto(`${job}/plan`);
  await page.getByLabel('Kit').selectOption({ label: 'Stile 50: claims 2 in front, 1 1/2 in rear' });
  await expect(page.getByLabel('Wanted lift, front')).toHaveValue('2 in');
  await page.getByLabel('Heaviest load it will carry').fill('a lot');
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await expect(page.getByText(/Heaviest load: "a lot" is not a mass/).first()).toBeVisible();
  await page.getByLabel('Heaviest load it will carry').fill('300 kg');
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await expect(page.getByRole('row', { name: /Body over hub/ })).toContainText('+2 in');
});

test('day and bay colours are kept, and a stranger’s address shows nothing', async ({ page, browser, baseURL }) => {
  await signedIn(page, 'Runa');
  await page.getByRole('button', { name: 'Dark bay colours' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'bay');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'bay');
  await page.goto('/jobs/00000000-0000-4000-8000-000000000000/after');
  await expect(page.getByRole('heading', { name: 'Nothing stands at this address' })).toBeVisible();

  // Without a session every page and file leads to the start.
  const job = await book(page, { customer: 'Private' });
  const stranger = await browser.newPage({ baseURL });
  for (const where of [
    '/yard',
    '/book',
    '/limits',
    '/kits',
    '/bring-in',
    '/members',
    '/audit',
    '/me',
    '/waiting',
    `${job}/before`,
  ]) {
    await stranger.goto(where);
    await expect(stranger.getByRole('heading', { name: 'Sign in' }), where).toBeVisible();
  }
  for (const file of ['job.json', 'readings.csv', 'sheet.pdf', 'signed.json'])
    expect((await stranger.request.get(`${job}/${file}`)).status(), file).toBe(401);
  await stranger.close();
});
