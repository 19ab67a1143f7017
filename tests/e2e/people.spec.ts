import { execFileSync } from 'node:child_process';
import { expect, test, type Page } from '@playwright/test';
import { again, book, openGate, PASSWORD, signInAs, WHOLE } from './support/shop';

test.use({ serviceWorkers: 'allow' });

const NEW = 'peat under the left spring';
const signOut = async (page: Page, name: string) => {
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await page.getByRole('menuitem', { name: /^Sign out/ }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
};
const signIn = async (page: Page, email: string, password: string) => {
  await page.goto('/?password=1');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
};

test('an owner invites; the link is taken up once; a role changes; a membership ends', async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, 'Solvei');
  await page.goto('/members');
  const email = `tove-${Date.now()}@skarn.example`;
  await page.getByLabel('Name', { exact: true }).fill('Tove');
  await page.getByLabel('E-mail').fill('tove at home');
  const invited = page.locator('form').filter({ hasText: 'Invite somebody' });
  await invited.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Make invitation link' }).click();
  await expect(page.getByText('That is not an e-mail address')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Tove');
  await page.getByLabel('E-mail').fill(email);
  // A wrong password loses nothing of what was typed but itself.
  await invited.getByLabel('Your password, again').fill('not it');
  await page.getByRole('button', { name: 'Make invitation link' }).click();
  await expect(page.getByText('That is not your password.')).toBeVisible();
  await expect(page.getByLabel('E-mail')).toHaveValue(email);
  await invited.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Make invitation link' }).click();
  const link = await page.getByLabel(/Shown this once/).inputValue();
  await expect(page.getByRole('heading', { name: 'Invitations not taken up' })).toBeVisible();

  const theirs = await (await browser.newContext({ baseURL })).newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: /Tove, welcome to Skarn Valley/ })).toBeVisible();
  for (const [password, again, words] of [
    ['short', 'short', 'At least 12'],
    ['password1234567', 'password1234567', 'common passwords'],
    [NEW, `${NEW}s`, 'Not the same as above'],
  ] as const) {
    await theirs.getByLabel('Password', { exact: true }).fill(password);
    await theirs.getByLabel('The same again').fill(again);
    await theirs.getByRole('button', { name: 'Keep this password' }).click();
    await expect(theirs.getByText(words, { exact: false })).toBeVisible();
  }
  await theirs.getByLabel('Password', { exact: true }).fill(NEW);
  await theirs.getByLabel('The same again').fill(NEW);
  await theirs.getByRole('button', { name: 'Keep this password' }).click();
  await expect(theirs.getByText('Your password is kept. Sign in with it.')).toBeVisible();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'This link opens nothing any more' })).toBeVisible();
  await signIn(theirs, email, NEW);
  await expect(theirs.getByRole('heading', { name: 'What may open next' })).toBeVisible();
  // A technician has no members page.
  await theirs.goto('/members');
  await expect(theirs.getByRole('heading', { name: 'This page is for another role' })).toBeVisible();

  await page.reload();
  await page.getByLabel('Role of Tove').first().selectOption('lead');
  await again(page, 'not it');
  await expect(page.getByRole('dialog')).toContainText('That is not your password.');
  await again(page);
  await expect(page.getByLabel('Role of Tove').first()).toHaveValue('lead');
  await page.getByRole('listitem').filter({ hasText: email }).getByRole('button', { name: 'End membership' }).click();
  await again(page);
  await expect(page.getByRole('listitem').filter({ hasText: email })).toContainText('left');
  await theirs.goto('/yard');
  await expect(theirs.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await signIn(theirs, email, NEW);
  await expect(theirs.getByText('belongs to no shop any more', { exact: false })).toBeVisible();

  // Another shop takes them: the account is theirs, and its own password lets them in.
  const made = execFileSync(
    process.execPath,
    ['--import', 'tsx', 'scripts/newShop.ts', 'Far Side Lifts', 'Europe/Oslo', 'Tove', email, 'mm'],
    { encoding: 'utf8' },
  );
  await theirs.goto(/\/join\/[\w-]{43}/.exec(made)?.[0] ?? '');
  await expect(theirs.getByRole('heading', { name: /Tove, welcome to Far Side Lifts/ })).toBeVisible();
  await theirs.getByLabel('Your password', { exact: true }).fill('somebody else’s guess');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByText('That is not the password of that account.').first()).toBeVisible();
  await theirs.getByLabel('Your password', { exact: true }).fill(NEW);
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByText('Sign in with it.', { exact: false })).toBeVisible();
  await signIn(theirs, email, NEW);
  await expect(theirs.getByText('The yard is empty.')).toBeVisible();

  await page.goto('/audit');
  for (const what of ['Invited', 'Joined', 'Changed a role', 'Ended a membership'])
    await expect(page.getByRole('cell', { name: what, exact: true }).first()).toBeVisible();
  await page.getByLabel('What').selectOption({ label: 'Joined' });
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('cell', { name: 'Invited', exact: true })).toHaveCount(0);
  await expect(page.getByRole('cell', { name: 'Joined', exact: true }).first()).toBeVisible();
});

test('a shared tablet changes person by PIN, only where that person used the password', async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, 'Runa');
  await page.goto('/me');
  await page.getByLabel('New PIN').fill('123456');
  await page.getByLabel('Your password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Set PIN' }).click();
  await expect(page.getByText('Not a row such as', { exact: false })).toBeVisible();
  await page.getByLabel('New PIN').fill('284913');
  await page.getByLabel('Your password', { exact: true }).fill('not it');
  await page.getByRole('button', { name: 'Set PIN' }).click();
  await expect(page.getByText('That is not your password.').first()).toBeVisible();
  await page.getByLabel('New PIN').fill('284913');
  await page.getByLabel('Your password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Set PIN' }).click();
  await expect(page.getByText('Your PIN is set.')).toBeVisible();

  // Another tablet knows nothing of it.
  const elsewhere = await (await browser.newContext({ baseURL })).newPage();
  await signInAs(elsewhere, 'Ivo');
  await elsewhere.goto('/person');
  await expect(elsewhere.getByText('Nobody’s PIN works on this tablet yet', { exact: false })).toBeVisible();

  await signOut(page, 'Runa');
  await signIn(page, 'ivo@skarn.example', PASSWORD);
  await expect(page.getByRole('heading', { name: 'What may open next' })).toBeVisible();
  await page.getByRole('button', { name: /^Ivo/ }).click();
  await page.getByRole('menuitem', { name: 'Change person' }).click();
  await page.getByLabel('Runa').check();
  await page.getByLabel(/^PIN/).fill('284914');
  await page.getByRole('button', { name: 'Take the tablet' }).click();
  await expect(page.getByText('That is not your PIN.', { exact: false })).toBeVisible();
  await page.getByLabel(/^PIN/).fill('284913');
  await page.getByRole('button', { name: 'Take the tablet' }).click();
  await expect(page.getByRole('button', { name: /^Runa/ })).toBeVisible();

  // A PIN is for filing: nothing that asks for the password is done by it.
  await page.goto('/me');
  await expect(page.getByText('You came by PIN. Sign in with your password to change any of this.')).toBeVisible();
  await page.getByRole('button', { name: 'Give it up' }).click();
  await page.getByRole('dialog').getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('dialog').getByRole('button', { name: 'Give up my PIN' }).click();
  await expect(page.getByRole('dialog')).toContainText('You came by PIN.');
  await page.keyboard.press('Escape');

  // Five wrong ones, and only the password helps.
  await page.goto('/person');
  for (let i = 0; i < 5; i++) {
    await page.getByLabel(/^PIN/).fill('999000');
    await page.getByRole('button', { name: 'Take the tablet' }).click();
    await expect(page.getByText('That is not your PIN.', { exact: false })).toBeVisible();
    await expect(page.getByLabel(/^PIN/)).toHaveValue('');
  }
  await page.getByLabel(/^PIN/).fill('284913');
  await page.getByRole('button', { name: 'Take the tablet' }).click();
  await expect(page.getByText('does not work on this tablet now', { exact: false })).toBeVisible();

  // By password again: the devices that know one, and the PIN, are listed and let go of.
  await signIn(page, 'runa@skarn.example', PASSWORD);
  await expect(page.getByRole('heading', { name: 'What may open next' })).toBeVisible();
  await page.goto('/me');
  await page.getByRole('button', { name: 'Give it up' }).click();
  await again(page);
  await expect(page.getByRole('button', { name: 'Give it up' })).toHaveCount(0);
  const devices = page.getByRole('region', { name: 'Devices that know me' });
  await expect(devices.getByText('this one')).toBeVisible();
  await devices
    .getByRole('listitem')
    .filter({ hasText: 'this one' })
    .getByRole('button', { name: 'Forget it' })
    .click();
  await page.getByRole('dialog').getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('dialog').locator('form button.btn-main').click();
  // The sign-in on it has ended with it.
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.goto('/yard');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('the owner sets how long a sign-in lasts; signed out in one tab, a second keeps nothing and shows nothing', async ({
  page,
  context,
}) => {
  await signInAs(page, 'Solvei');
  await page.goto('/members');
  const life = page.locator('form').filter({ hasText: 'How long a sign-in lasts' });
  await life.getByLabel('Hours on a shared tablet').fill('2000');
  await life.getByLabel('Your password, again').fill(PASSWORD);
  await life.getByRole('button', { name: 'Set it' }).click();
  await expect(life.getByText('Hours on a shared tablet: at most 720')).toBeVisible();
  await expect(life.getByLabel('Hours on a shared tablet')).toHaveValue('2000');
  await life.getByLabel('Hours on a shared tablet').fill('10');
  await life.getByLabel('Your password, again').fill(PASSWORD);
  await life.getByRole('button', { name: 'Set it' }).click();
  await expect(life.getByText('Set. It counts for everybody from now on.')).toBeVisible();
  await page.reload();
  await expect(life.getByLabel('Hours on a shared tablet')).toHaveValue('10');

  const job = await book(page, { customer: 'Two tabs' });
  const second = await context.newPage();
  await second.goto(job);
  await expect(second.getByRole('heading', { name: /as booked/ })).toBeVisible();
  const kept = () =>
    second.evaluate(
      () =>
        new Promise<number>((done) => {
          const open = indexedDB.open('high-gate');
          open.onsuccess = () => {
            const asked = open.result.transaction('jobs').objectStore('jobs').count();
            asked.onsuccess = () => {
              open.result.close();
              done(asked.result);
            };
          };
        }),
    );
  await expect.poll(kept).toBeGreaterThan(0);
  await signOut(page, 'Solvei');
  await expect(second.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  expect(await kept()).toBe(0);
  expect(await second.evaluate(async () => (await (await caches.open('high-gate-pages')).keys()).length)).toBe(0);
});

test(
  'sessions are listed and ended; the password is changed; guessing is stopped',
  { tag: WHOLE },
  async ({ page, browser, baseURL }) => {
    await signInAs(page, 'Maren');
    const other = await (await browser.newContext({ baseURL })).newPage();
    await signInAs(other, 'Maren');
    await page.goto('/me');
    await expect(page.getByText('this one').first()).toBeVisible();
    await page.getByRole('button', { name: 'End all others' }).click();
    await again(page);
    await expect(page.getByRole('button', { name: 'End it' })).toHaveCount(0);
    await other.goto('/yard');
    await expect(other.getByRole('heading', { name: 'Sign in' })).toBeVisible();

    await page.getByLabel('Password now').fill(PASSWORD);
    await page.getByLabel('New password').fill('maren1234567');
    await page.getByRole('button', { name: 'Change password' }).click();
    await expect(page.getByText('made of your own name', { exact: false })).toBeVisible();
    for (const [now, next] of [
      [PASSWORD, NEW],
      [NEW, 'tape, chalk and a gate arm'],
    ] as const) {
      await page.getByLabel('Password now').fill(now);
      await page.getByLabel('New password').fill(next);
      await page.getByRole('button', { name: 'Change password' }).click();
      await expect(page.getByText('Changed. Your other sign-ins have ended.')).toBeVisible();
      await page.reload();
    }

    const guess = `nobody-${Date.now()}@skarn.example`;
    for (let i = 0; i < 8; i++) {
      await signIn(other, guess, `guess number ${i}`);
      await expect(other.getByText('do not belong together', { exact: false })).toBeVisible();
    }
    await signIn(other, guess, 'guess number 9');
    await expect(other.getByText(/Too many tries. Sign-in opens again in 1\d minutes./)).toBeVisible();
  },
);

test('a signed sheet: verified by hash and by file, amended, handed out by a link that is revoked', async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, 'Ivo');
  const job = await book(page, { customer: 'Signed' });
  await openGate(page, 'Before');
  await page.goto(`${job}/release`);
  await page.getByRole('button', { name: 'It leaves unreleased, on a trailer' }).click();
  await page.getByLabel('Why it leaves unreleased').fill('Waits for a hose');
  await page.getByLabel('Your password, again').fill(PASSWORD);
  await page.getByRole('button', { name: 'Close as left unreleased' }).click();
  await expect(page.getByText(/Not fit for the road/)).toBeVisible();
  const hash = /[0-9a-f]{64}/.exec(await page.getByText(/^SHA-256 [0-9a-f]{64}$/).innerText())?.[0] ?? '';
  expect(hash).toHaveLength(64);

  const stranger = await (await browser.newContext({ baseURL })).newPage();
  await stranger.goto('/verify');
  const ask = async (text: string) => {
    await stranger.getByLabel(/The SHA-256 printed/).fill(text);
    await stranger.getByRole('button', { name: 'Verify' }).click();
    // The answer can be read before the page is done loading; what is typed into it then is typed beside the old hash.
    await stranger.waitForLoadState('networkidle');
  };
  await ask(`${hash.slice(0, 32)} ${hash.slice(32).toUpperCase()}`);
  await expect(stranger.getByText(/^Yes\. Sheet HG-\d+, Skarn Valley/)).toBeVisible();
  await ask(hash.replace(/^./, (c) => (c === '0' ? '1' : '0')));
  await expect(stranger.getByText(/^No\. No sheet signed here/)).toBeVisible();
  await ask('not a hash');
  await expect(stranger.getByText('That is not a SHA-256', { exact: false })).toBeVisible();
  const file = await page.request.get(`${job}/signed.json`);
  await stranger
    .getByLabel('Or the signed sheet’s file')
    .setInputFiles({ name: 'signed.json', mimeType: 'application/json', buffer: await file.body() });
  await expect(stranger.getByText(/^Yes\. Sheet HG-\d+/)).toBeVisible();
  expect(stranger.url()).toContain(hash);

  await page.getByText('Correct this sheet').click();
  await page.getByLabel('What was wrong, and what is right').fill('It is the rear hose that is short.');
  await page
    .getByRole('group')
    .filter({ hasText: 'Correct this sheet' })
    .getByLabel('Your password, again')
    .fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign amendment' }).click();
  await expect(page.getByRole('region', { name: 'Amendment 1' })).toContainText('It is the rear hose that is short.');
  await expect(page.getByRole('region', { name: 'Amendment 1' })).toContainText(`amends ${hash}`);
  await ask(hash);
  await expect(stranger.getByText(/Amended 1 time/)).toBeVisible();

  // The alignment was done elsewhere: its figures come as an amendment, judged at the heights that were signed.
  const later = page.getByRole('group').filter({ hasText: 'Alignment figures that came later' });
  await later.locator('summary').click();
  await later.getByLabel('Camber, front left').fill('0.2');
  await later.getByLabel('Camber, front right').fill('0.3 mm');
  await later.getByLabel('Your password, again').fill(PASSWORD);
  await later.getByRole('button', { name: 'Sign these figures' }).click();
  await expect(later.getByRole('alert').filter({ hasText: 'Some of these were not understood.' })).toBeVisible();
  await expect(later.getByLabel('Camber, front left')).toHaveValue('0.2');
  await later.getByLabel('Camber, front right').fill("12'");
  await later.getByLabel('Who read it, and where').fill('Kvern, on their stand');
  await later.getByLabel('On which day').fill('2026-11-20');
  await later.getByLabel('Your password, again').fill(PASSWORD);
  await later.getByRole('button', { name: 'Sign these figures' }).click();
  await expect(page.getByRole('region', { name: 'Amendment 2' })).toContainText(
    'Cross camber, front axle: alike on both sides: Clear',
  );

  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByLabel(/Shown this once/).inputValue();
  await stranger.goto(link);
  await expect(stranger.getByRole('heading', { name: 'Your vehicle, before and after' })).toBeVisible();
  await expect(stranger.getByText(/Not fit for the road/)).toBeVisible();
  await expect(stranger.getByText('It is the rear hose that is short.')).toBeVisible();
  const pdf = await stranger.request.get(`${link}/sheet.pdf`);
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  // That sheet alone: the same browser has no way to the job.
  expect((await stranger.request.get(`${job}/job.json`)).status()).toBe(401);
  expect((await stranger.request.get(new URL(job).pathname.replace('/jobs/', '/api/jobs/'))).status()).toBe(401);
  await page.reload();
  await expect(page.getByText(/opened 2 times/)).toBeVisible();
  await page.getByRole('button', { name: 'Revoke' }).click();
  await expect(page.getByText(/^revoked/)).toBeVisible();
  await stranger.goto(link);
  await expect(stranger.getByRole('heading', { name: 'This link is no longer good' })).toBeVisible();
  expect((await stranger.request.get(`${link}/sheet.pdf`)).status()).toBe(404);
});

test('every answer carries a strict policy, nothing breaks it, and nothing comes in from another site', async ({
  page,
  baseURL,
}) => {
  const broken: string[] = [];
  page.on('console', (message) => {
    if (/Content Security Policy|Refused to/i.test(message.text())) broken.push(message.text());
  });
  await signInAs(page, 'Solvei');
  const job = await book(page, { customer: 'Policy' });
  for (const where of [
    '/',
    '/yard',
    '/book',
    '/kits',
    '/limits',
    '/bring-in',
    '/members',
    '/audit',
    '/me',
    '/waiting',
    '/verify',
    '/person',
    `${job}/before`,
    `${job}/plan`,
    `${job}/release`,
    `${job}/story`,
  ]) {
    const response = await page.goto(where);
    const policy = response?.headers()['content-security-policy'] ?? '';
    // Without a service worker in between the policy is the server's own.
    if (policy) {
      expect(policy, where).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'/);
      expect(policy, where).not.toMatch(/unsafe-eval|script-src[^;]*unsafe-inline/);
    }
    await page.waitForLoadState('networkidle');
  }
  // A menu and a dialog, which put style sheets of their own into the page.
  await page.goto(`${job}/before`);
  await page.getByRole('button', { name: /^Solvei/ }).click();
  // The menu is loaded when it is first opened.
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menu')).toHaveCount(0);
  await page.getByRole('button', { name: /\d+ not measured/ }).click();
  await page
    .getByRole('button', { name: /needs \d+ reading/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(broken).toEqual([]);
  const head = (await page.request.get('/yard')).headers();
  expect(head['x-content-type-options']).toBe('nosniff');
  expect(head['x-frame-options']).toBe('DENY');
  expect(head['x-powered-by']).toBeUndefined();

  for (const headers of [
    { origin: 'https://elsewhere.example' },
    { origin: 'null' },
    {},
    { origin: baseURL ?? '', 'sec-fetch-site': 'cross-site' },
  ]) {
    const posted = await fetch(`${baseURL}/api/outbox`, {
      method: 'POST',
      body: '{}',
      headers: headers as HeadersInit,
    });
    expect(posted.status).toBe(403);
  }
  const big = await fetch(`${baseURL}/api/outbox`, {
    method: 'POST',
    body: 'x'.repeat(600_000),
    headers: { origin: baseURL ?? '' },
  });
  expect(big.status).toBe(413);
  const cookies = await page.context().cookies();
  expect(cookies.length).toBeGreaterThan(1);
  for (const cookie of cookies)
    expect([cookie.name, cookie.httpOnly, cookie.sameSite]).toEqual([cookie.name, true, 'Lax']);
});
