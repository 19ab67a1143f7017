import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { JobDocument } from '../../src/core/document/job';
import { book, inHand, openGate, signedIn, jobOf, WHOLE } from './support/shop';

test('a job leaves as a file, comes back marked as brought in, and the check command gives the figures of the screen', async ({
  page,
}) => {
  await signedIn(page, 'Ivo');
  await page.goto('/yard?find=HG-0142');
  await page.getByRole('link', { name: /Halbeck Cairn/ }).click();
  await page.waitForURL('**/after');
  const job = page.url().replace(/\/after$/, '');
  await page.goto(`${job}/release`);
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Whole job, JSON' }).click(),
  ]);
  const file = await saved.path();
  const first = JobDocument.parse(JSON.parse(readFileSync(file, 'utf8')));
  expect(first.readings.length).toBeGreaterThan(100);

  // The command, on the file alone.
  const told = JSON.parse(
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/check.ts', file], {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: '' },
    }),
  ) as {
    verdicts: { check: string; gate: string; place: string; verdict: string; value: number }[];
  };
  const hose = told.verdicts.find((v) => v.check === 'brake-hose-slack' && v.gate === 'after' && v.place === 'rear');
  expect(hose).toMatchObject({ verdict: 'Stop' });
  await page.goto(`${job}/after`);
  await expect(page.getByRole('button', { name: /Brake hose slack, rear axle/ })).toContainText('Stop, safety');
  await page.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(page.getByRole('button', { name: /Brake hose slack, rear axle/ })).toContainText(
    `${Math.round(hose?.value ?? 0)} mm`,
  );
  await page.getByRole('button', { name: 'in', exact: true }).click();

  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.goto(`${job}/intake`).then(() => page.getByRole('link', { name: 'Readings, CSV' }).click()),
  ]);
  const lines = readFileSync(await csv.path(), 'utf8')
    .trim()
    .split(/\r?\n/);
  expect(lines).toHaveLength(first.readings.length + 1);

  await page.goto('/bring-in');
  await page.getByLabel('Job file (JSON)').setInputFiles(file);
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await page.waitForURL('**/after');
  const copy = page.url().replace(/\/after$/, '');
  expect(copy).not.toBe(job);
  const [again] = await Promise.all([
    page.waitForEvent('download'),
    page.goto(`${copy}/intake`).then(() => page.getByRole('link', { name: 'Whole job, JSON' }).click()),
  ]);
  const second = JobDocument.parse(JSON.parse(readFileSync(await again.path(), 'utf8')));
  const own = { id: '', supersedes: '', filedAt: undefined, broughtIn: undefined };
  const bare = (d: JobDocument) => ({
    ...d,
    job: { ...d.job, number: '' },
    broughtIn: null,
    limits: {},
    readings: d.readings.map((r) => ({ ...r, ...own })),
    strikes: d.strikes.length,
    changes: d.changes.map((c) => ({ ...c, ...own })),
    entries: d.entries.map((e) => ({ ...e, ...own })),
    notes: d.notes.length,
  });
  // What somebody decided there has come in as remarks: of this job nothing was, but what a lead answered for.
  const decided = first.stationLines.length + first.openings.length + first.acceptances.length;
  expect(bare(second)).toEqual({
    ...bare(first),
    stationLines: [],
    openings: [],
    acceptances: [],
    notes: first.notes.length + decided,
  });
  expect(second.broughtIn).toMatchObject({ by: 'Ivo', number: 'HG-0142', signed: null });
  expect(second.readings.every((r) => r.broughtIn?.from.endsWith(', HG-0142'))).toBe(true);
  // Every page says so, the story of each reading too, and the sheet.
  await page.goto(`${copy}/after`);
  await expect(page.getByText(/^Not taken here\. Brought in by Ivo/)).toBeVisible();
  await page.goto(`${copy}/story`);
  await expect(page.getByText(/brought in by Ivo, .*, HG-0142/).first()).toBeVisible();
  await page.goto(`${copy}/release`);
  await page.getByText('The record behind it').click();
  await expect(
    page.getByRole('cell', { name: /readings of \d+ brought in by Ivo, .* not taken by this shop/ }),
  ).toBeVisible();
  await page.goto('/yard?find=HG-0142%20halbeck');
  await expect(page.getByRole('link').filter({ hasText: 'brought in' }).first()).toBeVisible();

  // On the copy a lead accepts a Stop that is not safety-critical; the reason prints. A safety-critical one offers nothing.
  await page.goto(`${copy}/after`);
  await page.getByRole('button', { name: /Brake hose slack, rear axle/ }).click();
  await expect(page.getByRole('dialog')).toContainText('How is this worked?');
  await expect(page.getByRole('button', { name: 'Accept with this reason' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Sway bar back to neutral, front/ }).click();
  await page.getByRole('button', { name: 'Accept with this reason' }).click();
  await expect(page.getByText('Say why it is accepted')).toBeVisible();
  await page.getByLabel(/Accept this Stop because/).fill('Longer links are on order');
  await page.getByRole('button', { name: 'Accept with this reason' }).click();
  await expect(page.getByRole('button', { name: 'Accept with this reason' })).toHaveCount(0);
  await page.goto(`${copy}/release`);
  await page.getByText('The record behind it').click();
  await expect(page.getByText('accepted by Ivo: Longer links are on order')).toBeVisible();
});

test('while a long sheet is drafted the server answers everybody else', { tag: WHOLE }, async ({ page }) => {
  test.setTimeout(180_000);
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0142');
  let drafted = 0;
  const begun = Date.now();
  const sheet = page.request.get(`${job}/sheet.pdf`, { timeout: 60_000 }).then(async (answer) => {
    drafted = Date.now() - begun;
    return answer.body();
  });
  const waits: number[] = [];
  while (drafted === 0) {
    const from = Date.now();
    expect((await page.request.get('/api/ready')).status()).toBe(200);
    waits.push(Date.now() - from);
  }
  expect((await sheet).subarray(0, 5).toString()).toBe('%PDF-');
  // It takes seconds, more on a busy machine; on the server's own thread one of these would have waited for all of it.
  expect(waits.length).toBeGreaterThan(3);
  expect(Math.max(...waits)).toBeLessThan(drafted / 2);
});

test('the Yard answers to a customer, a vehicle and a gate, and says so when nothing does', async ({ page }) => {
  await signedIn(page, 'Maren');
  await page.getByRole('searchbox').fill('packhorse farrier');
  await page.keyboard.press('Enter');
  await expect(page.locator('main li')).toHaveCount(1);
  await expect(page.getByText('travelling farrier')).toBeVisible();
  await page.getByRole('searchbox').fill('100%_nobody');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No vehicle here answers to that.')).toBeVisible();
  await page.goto('/yard?gate=plan&find=HG-0144');
  await expect(page.locator('main li')).toHaveCount(1);
  await page.goto('/yard?gate=before&find=HG-0144');
  await expect(page.locator('main li')).toHaveCount(0);
  await page.goto('/yard?show=released&find=river');
  await expect(page.getByText('river warden', { exact: true })).toBeVisible();
});

test('the story of a vehicle taped all round is looked through by words and by gate', async ({ page }) => {
  await signedIn(page, 'Maren');
  const job = await jobOf(page, 'HG-0142');
  await page.goto(`${job}/story`);
  const shown = page.locator('main section h2', { hasText: /Before|After/ });
  await expect(shown).toHaveCount(40);
  await page.getByRole('button', { name: 'Show 40 more' }).click();
  await expect(shown).toHaveCount(80);
  await page.getByLabel('Find a reading').fill('lip floor front left before hub');
  await expect(page.getByText('No reading has all of these words', { exact: false })).toBeVisible();
  await page.getByLabel('Find a reading').fill('hub to lip, front left');
  await expect(shown.first()).toContainText(/hub to lip/i);
  await page.getByLabel('Read at').selectOption('Before');
  await expect(shown.filter({ hasText: 'After' })).toHaveCount(0);
  await expect(page.getByText(/^\d of \d points/)).toBeVisible();
});

test('an unlikely reading in a file is doubted until somebody here confirms it', async ({ page }) => {
  await signedIn(page, 'Ivo');
  const job = await book(page, { customer: 'From elsewhere' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before/read?route=full&at=hubToLip.FL.floor`);
  await inHand(page);
  await page.locator('#figure').fill('11 3/16');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /Keep 11/ }).click();
  await page.waitForURL((url) => !url.search.includes('hubToLip.FL'));
  const text = async () => (await page.request.get(`${job}/job.json`)).text();
  await expect.poll(text).toContain('11 3/16');

  await page.goto('/bring-in');
  await page
    .getByLabel('Job file (JSON)')
    .setInputFiles({ name: 'elsewhere.json', mimeType: 'application/json', buffer: Buffer.from(await text()) });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await page.waitForURL('**/before');
  const copy = page.url().replace(/\/before$/, '');
  await page.goto(`${copy}/before/read?route=full&at=hubToLip.FL.floor`);
  await expect(page.getByText(/nobody here has confirmed it/)).toBeVisible();
  await page.getByRole('button', { name: 'It is right: confirm' }).click();
  await expect(page.getByText('outside the expected; confirmed by Ivo')).toBeVisible();
  await expect(page.getByText(/nobody here has confirmed it/)).toHaveCount(0);
});

test('a vehicle that comes again is taken over by its name, or booked as a new one', async ({ page }) => {
  await signedIn(page, 'Maren');
  await page.goto('/book');
  const name = page.getByLabel('Known by');
  await name.fill('peat 3');
  await page.getByLabel('Make', { exact: true }).focus();
  const seen = page.getByRole('list', { name: 'Seen here before' });
  await expect(seen).toContainText('was here as HG-0138');
  await expect(page.getByLabel('Make', { exact: true })).toHaveValue('');
  await seen.getByRole('button', { name: 'Take this vehicle over' }).click();
  await expect(page.getByLabel('Make', { exact: true })).toHaveValue('Orrin');
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Low Moss Peat Survey');
  // Another name is another vehicle.
  await name.fill('peat 4');
  await page.getByLabel('Make', { exact: true }).focus();
  await expect(seen).toHaveCount(0);
  await name.fill('Peat 3');
  await page.getByLabel('Make', { exact: true }).focus();
  await seen.getByRole('button', { name: 'Take this vehicle over' }).click();
  await page.getByLabel('Use', { exact: true }).fill('peat survey, second year');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await page.waitForURL('**/intake');
  await page.goto(page.url().replace(/intake$/, 'story'));
  await expect(page.getByText(/brought in by Maren.*HG-0138, an earlier job on this vehicle/).first()).toBeVisible();
});
