import { expect, test, type Page } from '@playwright/test';
import {
  again,
  book,
  openGate,
  recordChange,
  PASSWORD,
  setPlan,
  signInAs,
  signedIn,
  sendShortRoute,
  WHOLE,
} from './support/shop';

const at = (job: string, gate: string, stop: string) => `${job}/${gate}/read?route=full&at=${stop}`;
async function type(page: Page, text: string) {
  await page.locator('#figure').fill(text);
  await page.keyboard.press('Enter');
}

test('a gate that is not open takes nothing; two tabs on one reading lose nothing; keys answer it', async ({
  page,
  context,
}) => {
  await signedIn(page, 'Runa');
  const job = await book(page, { customer: 'Bad input' });

  // Before its gate is open, nothing is read.
  await page.goto(`${job}/before`);
  await expect(page.getByText('Open the Before gate first.')).toBeVisible();
  await page.goto(`${job}/intake`);
  await openGate(page, 'Before');

  // The bare address of a job leads to the gate where it stands, loaded afresh too.
  await page.goto(job);
  await page.waitForURL('**/before');
  await expect(page.getByRole('heading', { name: 'Read what is left: on the floor, wheels straight' })).toBeVisible();

  // Two tabs on one job: each shows what the other filed, so the second is a repeat; neither overwrites.
  await page.goto(at(job, 'before', 'hubToLip.FL.floor'));
  const second = await context.newPage();
  await second.goto(at(job, 'before', 'hubToLip.FL.floor'));
  await type(page, '18 9/16');
  await page.waitForURL((url) => !url.search.includes('hubToLip.FL'));
  await expect(second.getByText('18 9/16').first()).toBeVisible();
  await type(second, '18 11/16');
  await second.waitForURL((url) => !url.search.includes('hubToLip.FL'));
  await page.goto(at(job, 'before', 'hubToLip.FL.floor'));
  await expect(page.getByText('2 readings spread')).toBeVisible();
  await page.goto(`${job}/story`);
  for (const text of ['18 9/16', '18 11/16'])
    await expect(page.locator('main').getByText(text, { exact: true }).first()).toBeVisible();
  await second.close();

  // Keys: the list, and answers without a figure.
  await page.goto(at(job, 'before', 'barAngle.front.floor'));
  await page.locator('#figure').press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.locator('#figure').press('Alt+n');
  await page.waitForURL((url) => !url.search.includes('barAngle.front'));
  await page.goto(at(job, 'before', 'barAngle.front.floor'));
  await expect(page.getByText('not fitted').first()).toBeVisible();
});

test('stale readings, a refused release, a Stop accepted, and a vehicle that leaves unreleased', async ({ page }) => {
  await signedIn(page, 'Ivo');
  const job = await book(page, { customer: 'Refused' });
  await openGate(page, 'Before');
  await sendShortRoute(page, job, 'before');
  await page.goto(at(job, 'before', 'lampHeight.vehicle.floor'));
  await page.getByRole('button', { name: 'Cannot reach' }).click();
  await page.waitForURL((url) => !url.search.includes('lampHeight'));
  await page.goto(`${job}/before`);
  await openGate(page, 'Plan');
  await setPlan(page, job, '2 9/16');
  await openGate(page, 'Build');
  for (const axle of ['Front axle', 'Rear axle']) {
    await recordChange(page, axle, 'Coil spring');
    await recordChange(page, axle, 'Sway link');
  }
  await openGate(page, 'After');

  // An After reading without its Before says so.
  await page.goto(at(job, 'after', 'lampHeight.vehicle.floor'));
  await expect(page.locator('main')).toContainText('nothing to be compared with');
  await sendShortRoute(page, job, 'after');

  // An adjustment makes what depends on it stale, visibly, and release is refused with the cure.
  await page.getByText(/recorded since Before; record one/).click();
  await recordChange(page, 'Whole vehicle', 'None of these', '', {
    kind: 'brake-hose',
    what: 'Rear hose bracket lowered',
  });
  await expect(page.getByText(/readings are stale after a change/)).toBeVisible();
  await expect(page.getByRole('button', { name: /Brake hose slack, front left/ })).toContainText(
    'stale: Rear hose bracket lowered',
  );
  await page.goto(`${job}/release`);
  await expect(page.getByRole('heading', { name: /in the way of release/ }).first()).toBeVisible();
  await expect(page.locator('main')).toContainText('Brake hose slack');
  // What is to be done first is what went stale, and it says so in large.
  await expect(page.getByRole('link', { name: /^Read: / })).toBeVisible();
  await page.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByLabel('Your password, again').press('Enter');
  await expect(page.getByText('Open the Release gate first.')).toBeVisible();

  await page.getByRole('button', { name: 'It leaves unreleased, on a trailer' }).click();
  await page.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Close as left unreleased' }).click();
  await expect(page.getByText('Say why it leaves unreleased.').first()).toBeVisible();
  await page.getByLabel('Why it leaves unreleased').fill('Waits for a longer hose');
  await page.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Close as left unreleased' }).click();
  await expect(page.getByText(/Not fit for the road/)).toBeVisible();
  await expect(page.getByText(/Waits for a longer hose/).first()).toBeVisible();
  await page.goto(`${job}/after`);
  await expect(page.getByText('This job is closed.').first()).toBeVisible();
});

test('a booking, a limit and a job file that are wrong say what was wrong', async ({ page }) => {
  await signedIn(page, 'Ivo');
  await page.goto('/book');
  await page.getByLabel('Customer', { exact: true }).fill('Kept as typed');
  await page.getByLabel(/Wheelbase/).fill('long');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(page.getByText('Make is missing').first()).toBeVisible();
  await expect(page.getByText(/Wheelbase: "long" is not part of a length/)).toBeVisible();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Kept as typed');

  await page.goto('/limits');
  const row = page.getByRole('row', { name: /Left to right at one axle/ });
  await expect(page.getByRole('button', { name: 'Nothing changed' })).toBeDisabled();
  await row.getByLabel(/^Stop/).fill('1/8');
  await page.getByRole('button', { name: 'Set 1 limit' }).click();
  await again(page);
  await expect(row.getByText('Stop must lie above Clear')).toBeVisible();
  await expect(row.getByLabel(/^Stop/)).toHaveValue('1/8');
  await row.getByLabel(/^Stop/).fill('3/4');
  await row.getByLabel(/^Source/).fill('shop rule 4');
  // The rule it is judged by can be made stricter.
  await row.getByLabel(/^Rule/).selectOption({ label: 'safety' });
  await page.getByRole('button', { name: 'Set 1 limit' }).click();
  await again(page);
  await expect(row.getByText(/^Ivo, /)).toBeVisible();
  await expect(row.getByLabel(/^Source/)).toHaveValue('shop rule 4');
  // A table from elsewhere that names a limit which is none here is refused by its line; nothing is changed.
  await page.getByLabel('CSV in').setInputFiles({
    name: 'limits.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Limit,Clear,Stop,Rule,Source\nHubcap shine,1,2,safety,mirror'),
  });
  await expect(page.getByText('line 1: there is no limit “Hubcap shine” here')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Nothing changed' })).toBeVisible();

  await page.goto('/bring-in');
  await page.getByLabel('Job file (JSON)').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"high-gate/job","version":1,"jop":{}}'),
  });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Not a job file.');
});

test('sign-in refuses a wrong password, and a technician sets no limits', { tag: WHOLE }, async ({ page }) => {
  await page.goto('/yard');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('E-mail').fill('runa@skarn.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('do not belong together')).toBeVisible();
  await signInAs(page, 'Runa');
  await page.goto('/limits');
  await expect(page.getByText('Only a lead sets them.')).toBeVisible();
  await expect(page.getByRole('row', { name: /Left to right at one axle/ }).getByLabel(/^Stop/)).toBeDisabled();
  await expect(page.getByRole('button', { name: 'CSV in' })).toHaveCount(0);
});
