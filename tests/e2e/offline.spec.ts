import { size } from '../support/size';
import { expect, test, type Page } from '@playwright/test';
import { book, openGate, PASSWORD, signInAs, sendShortRoute, WHOLE, isOpen } from './support/shop';

test.use({ serviceWorkers: 'allow' });

interface JobFile {
  readings: { id: string; text: string; takenBy: string; point: string; place: string; supersedes: string | null }[];
  notes: { text: string; by: string }[];
  overlaps: { stands: string; yields: string }[];
  strikes: { reason: string }[];
  changes: { what: string }[];
}
const fileOf = async (page: Page, job: string) => (await (await page.request.get(`${job}/job.json`)).json()) as JobFile;

/** Waits until the service worker runs and the page is kept. Polled from here: a predicate in the page is not awaited. */
const kept = async (page: Page, where: string) => {
  // The job that it shows is on the tablet, and not only the page that shows it.
  await isOpen(page);
  await expect
    .poll(
      () =>
        page.evaluate(async (path) => {
          const pages = await caches.open('high-gate-pages');
          return navigator.serviceWorker.controller !== null && (await pages.match(path)) !== undefined;
        }, new URL(where).pathname),
      { timeout: 20_000 },
    )
    .toBe(true);
};
const go = (page: Page, gate: string, stop: string) =>
  page.evaluate(
    ([gate, stop]) => {
      const home = location.pathname.split('/').slice(0, 3).join('/');
      history.pushState(null, '', `${home}/${gate}/read?route=full&at=${stop}`);
    },
    [gate, stop] as const,
  );

/** Files one figure at a stop through the reading in hand. */
async function file(page: Page, stop: string, text: string) {
  await isOpen(page);
  await go(page, 'before', stop);
  await page.locator(`[data-stop="${stop}"]`).waitFor();
  await page.locator('#figure').fill(text);
  await page.keyboard.press('Enter');
  await page.locator(`[data-stop="${stop}"]`).waitFor({ state: 'detached' });
}
const onTablet = (page: Page, n: number) =>
  expect(page.getByRole('status').getByText(`${n} on this tablet`)).toBeVisible();

const STOPS = ['FL', 'FR', 'RR', 'RL'].flatMap((place) => [`hubToLip.${place}.floor`, `tyrePressure.${place}.floor`]);

/** How many readings; `npm run prove:offline` files two hundred. */
const MANY = size(20, 200);
/** After so many the page is loaded anew, after so many the tab is closed. */
const [RELOADED, CLOSED] = [Math.floor(0.35 * MANY), Math.floor(0.6 * MANY)];

test(`${MANY} readings filed with the network cut, tab closed and opened again: all there once when it is back`, async ({
  page: first,
  context,
}) => {
  test.setTimeout(240_000);
  await signInAs(first, 'Runa');
  await kept(first, new URL('/yard', first.url()).href);
  const job = await book(first, { customer: 'No wifi under the lift' });
  await openGate(first, 'Before');
  await first.goto(`${job}/before`);
  await kept(first, job);
  await context.setOffline(true);

  const typed: string[] = [];
  const fileSome = async (page: Page, upTo: number) => {
    while (typed.length < upTo) {
      const stop = STOPS[typed.length % STOPS.length] ?? '';
      // Every figure is its own, so that each can be found again.
      const n = typed.length;
      const text = stop.startsWith('hub') ? `${470 + (n % 5)}.${100 + n} mm` : `${240 + (n % 5)}.${100 + n} kPa`;
      typed.push(text);
      await file(page, stop, text);
    }
  };
  await fileSome(first, RELOADED);
  await onTablet(first, RELOADED);
  await expect(first.getByText('No network. The work goes on', { exact: false })).toBeVisible();

  // Reloaded without network, the page comes from the tablet, and what was filed with it.
  await first.goto(`${job}/before/read?route=full&at=hubToLip.FL.floor`);
  await onTablet(first, RELOADED);
  await expect(first.getByText('on this tablet').nth(1)).toBeVisible();
  await fileSome(first, CLOSED);
  await first.close();

  const second = await context.newPage();
  await second.goto(`${job}/before`);
  await onTablet(second, CLOSED);
  await fileSome(second, MANY);
  await onTablet(second, MANY);
  await second.goto(`${job}/story`);
  await expect(second.getByText('on this tablet').nth(Math.floor(0.75 * MANY))).toBeVisible();
  // The Yard opens as it last was, and leads back to the job.
  await second.goto(new URL('/yard?find=No wifi', job).href);
  await expect(second.getByRole('heading', { name: 'What may open next' })).toBeVisible();
  await onTablet(second, MANY);

  await context.setOffline(false);
  await second.goto(`${job}/story`);
  await expect.poll(async () => (await fileOf(second, job)).readings.length, { timeout: 60_000 }).toBe(MANY);
  await expect(second.getByText(/\d+ on this tablet/)).toHaveCount(0);
  const { readings } = await fileOf(second, job);
  console.log(
    `offline: ${MANY} filed, ${readings.length} with the server, ${new Set(readings.map((r) => r.id)).size} distinct`,
  );
  expect(readings).toHaveLength(MANY);
  expect([...readings.map((r) => r.text)].sort()).toEqual([...typed].sort());
});

test('what comes by itself moves nothing that is being pressed, and a second tap answers nothing', async ({
  page,
  context,
}) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Gloves on' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before`);
  await kept(page, job);
  const seen = page.getByRole('group', { name: 'What is it?' }).getByRole('button').first();
  const at = async () => {
    await seen.waitFor();
    return (await seen.boundingBox())?.y;
  };
  await page.goto(`${job}/before/read?route=short&at=gaugeSurface.vehicle.below`);
  const stood = await at();
  await context.setOffline(true);
  await seen.dblclick();
  await page.locator('[data-stop="gaugeSurface.vehicle.below"]').waitFor({ state: 'detached' });
  await onTablet(page, 1);
  await expect(page.getByText('No network. The work goes on', { exact: false })).toBeVisible();
  await go(page, 'before', 'gaugeSurface.vehicle.below');
  await page.locator('[data-stop="gaugeSurface.vehicle.below"]').waitFor();
  expect(await at()).toBe(stood);
  await go(page, 'before', 'hubToLip.FL.floor');
  await page.locator('[data-stop="hubToLip.FL.floor"]').waitFor();
  await page.getByRole('button', { name: 'Cannot reach' }).dblclick();
  await onTablet(page, 2);
  await context.setOffline(false);
  await expect(page.getByRole('status').getByText(/on this tablet/)).toHaveCount(0);
  expect((await fileOf(page, job)).readings).toHaveLength(2);
});

test('notes, strikes and changes wait with the readings; a gate waits for them and says so', async ({
  page,
  context,
}) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Notes without network' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before`);
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await kept(page, job);
  await expect.poll(async () => (await fileOf(page, job)).readings.length).toBe(1);
  // The server has it a moment before the tablet hears so: cut in between, it would wait here as well, and rightly.
  await expect(page.getByRole('status').getByText(/on this tablet/)).toHaveCount(0);
  await context.setOffline(true);
  await page.goto(`${job}/story`);
  await page.getByRole('button', { name: 'Strike out' }).click();
  await page.getByLabel('Why is it struck out?').fill('read at the wrong corner');
  await page.getByRole('button', { name: 'Strike out, keep in the story' }).click();
  await expect(page.getByText('struck by Runa: read at the wrong corner')).toBeVisible();
  await page.getByLabel('A note on this job').fill('Left rear spring has a crack in its paint');
  await page.getByRole('button', { name: 'File note' }).click();
  await expect(page.getByText('Left rear spring has a crack in its paint')).toBeVisible();
  await onTablet(page, 2);

  // What the server alone decides says that it needs the server.
  await page.getByRole('link', { name: /^Plan/ }).click();
  await page.getByLabel('Wanted lift, front').fill('2');
  await page.getByLabel('Wanted lift, rear').fill('2');
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await expect(page.getByText('not with the server yet', { exact: false })).toBeVisible();
  await expect(page.getByLabel('Wanted lift, front')).toHaveValue('2');

  await context.setOffline(false);
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await expect(page.getByText('The plan is set.')).toBeVisible();
  const sent = await fileOf(page, job);
  expect([sent.notes.length, sent.strikes.length, sent.readings.length]).toEqual([1, 1, 1]);
});

test('another person on the same tablet neither sees nor sends what the first one filed', async ({ page, context }) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Two on one tablet' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before`);
  await kept(page, job);
  // The server takes nothing for a while: what Runa files stays on the tablet.
  await context.route('**/api/outbox', (route) => route.abort());
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await onTablet(page, 1);
  await page.getByRole('button', { name: /^Runa/ }).click();
  await page.getByRole('menuitem', { name: /Sign out \(1 stay here for you\)/ }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();

  const posted: string[] = [];
  await context.unroute('**/api/outbox');
  page.on('request', (request) => {
    if (request.url().endsWith('/api/outbox')) posted.push(request.postData() ?? '');
  });
  await signInAs(page, 'Ivo');
  await page.goto(`${job}/before/read?route=full&at=hubToLip.FL.floor`);
  await page.locator('[data-stop="hubToLip.FL.floor"]').waitFor();
  await expect(page.getByText('18 9/16')).toHaveCount(0);
  await expect(page.getByText('on this tablet')).toHaveCount(0);
  await page.goto('/waiting');
  await expect(page.getByText('Nothing of yours waits here.', { exact: false })).toBeVisible();
  await expect(page.getByText('Somebody else has readings waiting on this tablet.', { exact: false })).toBeVisible();
  // His own goes by itself; hers does not go with it.
  await page.goto(`${job}/before`);
  await file(page, 'hubToLip.FR.floor', '18 5/8');
  await expect
    .poll(async () => (await fileOf(page, job)).readings.map((r) => [r.text, r.takenBy]))
    .toEqual([['18 5/8', 'Ivo']]);
  expect(posted.length).toBeGreaterThan(0);
  expect(posted.filter((body) => body.includes('18 9/16'))).toEqual([]);

  // Without network the first one's pages are not there for the second either.
  await page.getByRole('button', { name: /^Ivo/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await context.setOffline(true);
  await page.goto(`${job}/before`);
  await expect(page.getByRole('heading', { name: 'No network' })).toBeVisible();
  await context.setOffline(false);

  // Signed in again, hers goes by itself, under her name.
  await signInAs(page, 'Runa');
  await expect
    .poll(async () => (await fileOf(page, job)).readings.map((r) => `${r.text} by ${r.takenBy}`).sort())
    .toEqual(['18 5/8 by Ivo', '18 9/16 by Runa']);
});

test('filed late, past a gate that opened meanwhile: on the server’s own mark, or on a lead’s word', async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Late' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before`);
  await kept(page, job);
  await context.route('**/api/outbox', (route) => route.abort());
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await file(page, 'hubToLip.FR.floor', '18 5/8');
  await onTablet(page, 2);

  const lead = await (await browser.newContext({ baseURL })).newPage();
  await signInAs(lead, 'Ivo');
  await sendShortRoute(lead, job, 'before');
  await openGate(lead, 'Plan');

  // One of the two has lost the mark that went with it.
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const open = indexedDB.open('high-gate');
        open.onsuccess = () => {
          const change = open.result.transaction('waiting', 'readwrite');
          change.objectStore('waiting').openCursor().onsuccess = (event) => {
            const cursor = (event.target as IDBRequest<IDBCursorWithValue | null>).result;
            if (!cursor) return;
            const waiting = cursor.value as { entry: { mark: string | null; body: { place: string } } };
            if (waiting.entry.body.place === 'FR') waiting.entry.mark = null;
            cursor.update(waiting);
            cursor.continue();
          };
          change.oncomplete = () => {
            open.result.close();
            done();
          };
        };
      }),
  );
  await context.unroute('**/api/outbox');
  await page.goto(`${job}/story`);
  // The story shows the latest forty points: this one was read before all that the lead has read since.
  await page.getByLabel('Find a reading').fill('18 9/16');
  await expect(page.getByText(/on the server’s mark of .* that this person had the job by then/)).toBeVisible();
  await expect(page.getByText('it is filed on a lead’s word only', { exact: false })).toBeVisible();

  await page.getByRole('button', { name: 'A lead stands for it' }).click();
  const word = page.locator('form').filter({ hasText: 'The lead’s e-mail' });
  await word.getByLabel(/Why its time is right/).fill('I held the tape with her');
  await word.getByLabel('The lead’s e-mail').fill('ivo@skarn.example');
  await word.getByLabel('The lead’s password').fill('not it');
  await word.getByRole('button', { name: 'File it on this lead’s word' }).click();
  await expect(word.getByText('not a lead’s of this shop', { exact: false })).toBeVisible();
  await expect(word.getByLabel(/Why its time is right/)).toHaveValue('I held the tape with her');
  await word.getByLabel('The lead’s password').fill(PASSWORD);
  await word.getByRole('button', { name: 'File it on this lead’s word' }).click();
  await page.getByLabel('Find a reading').fill('18 5/8');
  await expect(page.getByText(/filed late on the word of Ivo, .*: I held the tape with her/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Refused' })).toHaveCount(0);
});

test('a shared tablet that lay untouched asks, without network, who files', async ({ page, context }) => {
  await signInAs(page, 'Runa');
  await page.goto('/me');
  await page.getByLabel('New PIN').fill('284913');
  await page.getByLabel('Your password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Set PIN' }).click();
  await expect(page.getByText('Your PIN is set.')).toBeVisible();
  await page.goto('/person');
  await page.getByLabel('Runa').check();
  await page.getByLabel(/^PIN/).fill('284913');
  await page.getByRole('button', { name: 'Take the tablet' }).click();
  await expect(page.getByRole('heading', { name: 'What may open next' })).toBeVisible();
  await page.clock.install();
  const job = await book(page, { customer: 'Left lying' });
  await openGate(page, 'Before');
  await page.goto(`${job}/before`);
  await kept(page, job);
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await expect.poll(async () => (await fileOf(page, job)).readings.length).toBe(1);
  await expect(page.getByRole('status').getByText(/on this tablet/)).toHaveCount(0);
  await context.setOffline(true);
  const dialog = page.getByRole('dialog');
  await page.clock.fastForward('10:00');
  await file(page, 'hubToLip.FR.floor', '18 9/16');
  await expect(dialog).toHaveCount(0);
  await page.clock.fastForward('16:00');
  await go(page, 'before', 'hubToLip.RL.floor');
  await page.locator('[data-stop="hubToLip.RL.floor"]').waitFor();
  await page.locator('#figure').fill('19 1/4');
  await page.keyboard.press('Enter');
  // It is asked before anything is filed, and by keyboard too.
  await expect(dialog).toContainText('Who has the tablet?');
  await expect(page.locator('[data-stop="hubToLip.RL.floor"]')).toBeAttached();
  await dialog.getByRole('button', { name: 'Somebody else' }).click();
  await expect(dialog).toContainText('Until then it files nothing');
  await dialog.getByRole('button', { name: 'I am Runa' }).click();
  await expect(dialog).toHaveCount(0);
  await page.locator('#figure').press('Enter');
  await page.locator('[data-stop="hubToLip.RL.floor"]').waitFor({ state: 'detached' });
  // Only now is it on the tablet, beside what was filed before.
  await onTablet(page, 2);
  await context.setOffline(false);
});

test('two people read one point without knowing of each other: both stay, the later stands, both are told', async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Read twice' });
  await openGate(page, 'Before');
  const other = await browser.newContext({ baseURL });
  const ivo = await other.newPage();
  await signInAs(ivo, 'Ivo');
  await page.goto(`${job}/before`);
  await ivo.goto(`${job}/before`);
  await kept(ivo, job);
  // Ivo is without network when he reads, and Runa reads after him but is with the server first.
  await other.setOffline(true);
  await file(ivo, 'hubToLip.FL.floor', '18 1/2');
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await expect.poll(async () => (await fileOf(page, job)).readings.length).toBe(1);
  await other.setOffline(false);
  for (const [who, words] of [
    [ivo, /18 9\/16 in \(Runa, .*stands; 18 1\/2 in \(you/],
    [page, /18 9\/16 in \(you, .*stands; 18 1\/2 in \(Ivo/],
  ] as const) {
    const told = who.getByRole('status', { name: 'Read twice' });
    await expect(told).toContainText('was read by two people', { timeout: 20_000 });
    expect((await told.innerText()).replace(/\s+/g, ' ')).toMatch(words);
  }
  await page.goto(`${job}/before/read?route=full&at=hubToLip.FL.floor`);
  await expect(page.getByText('yields to Runa’s, read later')).toBeVisible();
  const { readings, overlaps } = await fileOf(page, job);
  const of = (text: string) => readings.find((r) => r.text === text)?.id;
  expect(overlaps).toMatchObject([{ stands: of('18 9/16'), yields: of('18 1/2') }]);
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(page.getByRole('status', { name: 'Read twice' })).toHaveCount(0);
  await page.reload();
  await page.locator('[data-stop]').waitFor();
  await expect(page.getByRole('status', { name: 'Read twice' })).toHaveCount(0);
  await other.close();
});

test(
  'two people set the plan: the second is shown the difference, line by line, and chooses',
  { tag: WHOLE },
  async ({ page, browser, baseURL }) => {
    await signInAs(page, 'Runa');
    const job = await book(page, { customer: 'Two plans' });
    const ivo = await (await browser.newContext({ baseURL })).newPage();
    await signInAs(ivo, 'Ivo');
    await page.goto(`${job}/plan`);
    await ivo.goto(`${job}/plan`);
    await ivo.getByLabel('Wanted lift, front').fill('3');
    await ivo.getByLabel('Wanted lift, rear').fill('2');
    await page.getByLabel('Wanted lift, front').fill('2 1/2');
    await page.getByLabel('Wanted lift, rear').fill('2');
    await page.getByLabel('Heaviest load it will carry').fill('300 kg');
    await page.getByRole('button', { name: 'Set the plan' }).click();
    await expect(page.getByText('The plan is set.')).toBeVisible();
    await ivo.getByRole('button', { name: 'Set the plan' }).click();
    await expect(ivo.getByRole('heading', { name: 'Runa set this plan while you were writing yours' })).toBeVisible();
    const front = ivo.getByRole('group', { name: 'Wanted lift, front' });
    await expect(front).toContainText('2 1/2');
    await expect(ivo.getByRole('button', { name: 'Set the plan as chosen' })).toBeDisabled();
    await front.getByLabel(/yours/).check();
    await ivo.getByRole('group', { name: 'Heaviest load it will carry' }).getByLabel(/Runa/).check();
    for (const group of await ivo.getByRole('group').all())
      if (
        (await group.getByRole('radio', { checked: true }).count()) === 0 &&
        (await group.getByRole('radio').count()) > 0
      )
        await group.getByLabel(/Runa/).check();
    await ivo.getByRole('button', { name: 'Set the plan as chosen' }).click();
    await expect(ivo.getByText('The plan is set.')).toBeVisible();
    const plan = ((await (await page.request.get(`${job}/job.json`)).json()) as { plan: Record<string, number> }).plan;
    expect(plan).toMatchObject({ liftFront: expect.closeTo(76.2, 9), liftRear: 50.8, heaviestLoad: 300 });
    // The first sees it without doing anything.
    await expect(page.getByLabel('Wanted lift, front')).toHaveValue('3 in', { timeout: 15_000 });
  },
);

test('a tablet that meets a later release says so, keeps what waits, and a reload sends it', async ({ page }) => {
  await signInAs(page, 'Runa');
  const job = await book(page, { customer: 'Updated meanwhile' });
  await openGate(page, 'Before');
  // The server takes nothing for a while, and speaks of things that this page does not know.
  await page.route('**/api/outbox', (route) => route.fulfill({ status: 503, body: '' }));
  await page.route(`**/api${new URL(job).pathname}`, async (route) => {
    const response = await route.fetch({ headers: { ...route.request().headers(), 'if-none-match': '' } });
    const told = (await response.json()) as { document: object };
    await route.fulfill({ response, json: { ...told, document: { ...told.document, version: 99 } } });
  });
  await page.goto(`${job}/before`);
  await file(page, 'hubToLip.FL.floor', '18 9/16');
  await onTablet(page, 1);
  await expect(page.getByRole('status').filter({ hasText: 'Updated: reload' })).toBeVisible({ timeout: 60_000 });
  await page.unroute('**/api/outbox');
  await page.unroute(`**/api${new URL(job).pathname}`);
  await page.getByRole('button', { name: 'Reload' }).click();
  await expect
    .poll(async () => (await fileOf(page, job)).readings.map((r) => r.text), { timeout: 60_000 })
    .toEqual(['18 9/16']);
  await expect(page.getByRole('status').filter({ hasText: 'Updated: reload' })).toHaveCount(0);
});

test(
  'every room of a job opens without network, the ones never opened too, with their curves and their sweeps',
  { tag: WHOLE },
  async ({ page, context }) => {
    await signInAs(page, 'Runa');
    await page.goto('/yard?find=HG-0142');
    // What the rooms are made of comes with the first page; the job with its own.
    await expect
      .poll(
        () =>
          page.evaluate(async () => {
            const listed = await (await fetch('/sw.js')).text();
            const urls = [...listed.matchAll(/\/_next\/static\/[^"']+/g)].map(([url]) => url);
            const missing = [];
            for (const url of urls) if (!(await caches.match(url))) missing.push(url);
            return urls.length > 20 ? missing.length : -1;
          }),
        { timeout: 60_000 },
      )
      .toBe(0);
    const job = ((await page.locator('main li a').first().getAttribute('href')) ?? '').replace(/\/\w+$/, '');
    await page.goto(`${job}/intake`);
    await kept(page, new URL(job, page.url()).href);
    await context.setOffline(true);
    for (const [room, there] of [
      ['build', page.getByRole('heading', { name: 'What was changed on the vehicle' })],
      ['after', page.getByRole('heading', { name: 'In the way of release' })],
      ['after/lines', page.getByRole('heading', { level: 1, name: 'Lines, links' })],
      ['plan', page.getByRole('heading', { name: 'The lift that is wanted' })],
      ['release', page.getByRole('heading', { name: /in the way of release/ })],
      ['story', page.getByRole('heading', { name: 'Every reading, with its story' })],
      ['after/read?route=full&at=hubToLip.FL.floor', page.locator('#figure')],
      ['underside', page.locator('.recharts-surface').first()],
      ['clearance', page.getByRole('heading', { name: /^(Touches|Too near|Close|Clear)/ })],
      ['finder', page.locator('.recharts-surface').first()],
    ] as const) {
      await page.goto(`${job}/${room}`);
      await expect(there, room).toBeVisible({ timeout: 60_000 });
    }
  },
);
