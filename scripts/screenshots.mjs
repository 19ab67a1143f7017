// npm run screenshots: one current picture of each main view, from a running demo (PORT, default 3000), into
// docs/screenshots. With names as arguments only those; OUT chooses another folder.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { chromium as chromiumPath } from './lib/install.mjs';
import { ROOT } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

const base = `http://127.0.0.1:${process.env.PORT ?? 3000}`;
const out = process.env.OUT ?? path.join(ROOT, 'docs', 'screenshots');

/** Every tyre of the studio judged. */
async function sweptAll(page) {
  await page.getByRole('heading', { name: /^(Touches|Too near|Close|Clear)/ }).waitFor({ timeout: 60_000 });
  await page.waitForFunction(() => !document.body.innerText.includes(': sweeping'));
}

/** Name, who looks, the job's number or null, the page, and what to do there first. */
const VIEWS = [
  ['start', null, null, '/'],
  ['yard', 'Runa', null, '/yard'],
  ['book', 'Maren', null, '/book'],
  ['intake', 'Runa', 'HG-0145', '/intake'],
  ['before', 'Runa', 'HG-0138', '/before'],
  [
    'reading',
    'Runa',
    'HG-0138',
    '/before/read?route=full&at=hubToLip.RR.floor',
    async (page) => page.locator('#figure').fill('19 7/16'),
  ],
  ['reading-mm', 'Runa', 'HG-0138', '/before/read?route=full&at=barAngle.front.floor'],
  ['reading-hand', 'Runa', 'HG-0142', '/after/read?route=full&at=pedal.vehicle.floor'],
  ['plan', 'Runa', 'HG-0144', '/plan', async (page) => page.getByLabel('Kit').selectOption({ index: 2 })],
  ...['stance', 'tyre', 'travel', 'lines', 'driveline', 'axle', 'alignment', 'hands'].map((station) => [
    station,
    'Ivo',
    'HG-0142',
    `/after/${station}`,
  ]),
  [
    'underside',
    'Ivo',
    'HG-0142',
    '/underside',
    async (page) => {
      await page.getByRole('tab', { name: /Gauges/ }).click();
      await page.getByText('The same as a table').waitFor();
    },
  ],
  ['linkage-wishbone', 'Runa', 'HG-0138', '/underside', async (page) => page.getByText(/^Solid: left/).waitFor()],
  [
    'linkage-leaf',
    'Runa',
    'HG-0144',
    '/underside?end=rear',
    async (page) => {
      await page.getByRole('slider', { name: 'Both' }).focus();
      for (let i = 0; i < 7; i++) await page.keyboard.press('PageDown');
      await page.getByRole('slider', { name: /Roll/ }).focus();
      for (let i = 0; i < 3; i++) await page.keyboard.press('PageUp');
    },
  ],
  [
    'linkage-reading',
    'Runa',
    'HG-0138',
    '/before/read?route=linkage&at=lk.shock.upper.x.FL.floor',
    async (page) => page.locator('#figure').fill('-1 1/4'),
  ],
  ['clearance', 'Runa', 'HG-0144', '/clearance', sweptAll],
  ['clearance-tyre', 'Runa', 'HG-0144', '/clearance', async (page) => page.getByRole('tab', { name: 'Tyre' }).click()],
  ['clearance-rear', 'Runa', 'HG-0144', '/clearance?at=RL', sweptAll],
  ['clearance-after', 'Ivo', 'HG-0142', '/clearance', async (page) => page.getByRole('tab', { name: /Gaps/ }).click()],
  [
    'finder',
    'Runa',
    'HG-0144',
    '/finder',
    async (page) => page.getByRole('button', { name: /^Best/ }).waitFor({ timeout: 90_000 }),
  ],
  ['clearance-reading', 'Runa', 'HG-0144', '/before/read?route=clearance&at=ob.body-mount.a.d.FL.floor'],
  ['tyres', 'Ivo', null, '/tyres'],
  ['kits', 'Ivo', null, '/kits'],
  ['build', 'Ivo', 'HG-0143', '/build'],
  ['after', 'Ivo', 'HG-0142', '/after'],
  [
    'checks',
    'Ivo',
    'HG-0142',
    '/after',
    async (page) => page.getByRole('button', { name: /Sway bar back to neutral, front/ }).click(),
  ],
  ['release', 'Ivo', 'HG-0139', '/release'],
  ['sheet', 'Ivo', 'HG-0142', '/release'],
  ['story', 'Runa', 'HG-0138', '/story'],
  ['limits', 'Ivo', null, '/limits'],
  ['kits', 'Ivo', null, '/kits'],
  ['bring-in', 'Ivo', null, '/bring-in'],
  ['members', 'Solvei', null, '/members'],
  ['audit', 'Solvei', null, '/audit'],
  ['me', 'Runa', null, '/me'],
  ['waiting', 'Runa', null, '/waiting'],
  ['verify', null, null, '/verify'],
  ['signed', 'Ivo', 'HG-0131', '/release'],
  // Last: what is filed here stays in this browser, which is thrown away without network.
  [
    'offline',
    'Runa',
    'HG-0138',
    '/before/read?route=full&at=gapLip.FL.floor',
    async (page) => {
      const path = new URL(page.url()).pathname.split('/').slice(0, 3).join('/');
      while (!(await page.evaluate(async (at) => (await caches.match(at)) !== undefined, path))) {
        await page.waitForTimeout(100);
      }
      await page.context().setOffline(true);
      const here = page.url();
      await page.locator('#figure').fill('3 5/8');
      await page.keyboard.press('Enter');
      await page.getByText('1 on this tablet').waitFor();
      await page.evaluate((to) => history.pushState(null, '', to), here);
      await page.locator('[data-stop="gapLip.FL.floor"]').waitFor();
      await page.getByText('Already filed here').waitFor();
    },
  ],
];
/** One of each main view, for the README. */
const DOCS = [
  'yard',
  'intake',
  'reading',
  'after',
  'stance',
  'tyre',
  'clearance',
  'finder',
  'travel',
  'lines',
  'driveline',
  'axle',
  'alignment',
  'hands',
  'underside',
  'plan',
  'build',
  'tyres',
  'signed',
];

await main(async () => {
  mkdirSync(out, { recursive: true });
  const asked = process.argv.slice(2);
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const theme = process.env.THEME === 'bay' ? 'bay' : 'day';
  const viewport = { width: Number(process.env.WIDTH ?? 1280), height: Number(process.env.HEIGHT ?? 800) };
  const pages = new Map();
  const pageOf = async (who) => {
    if (pages.has(who)) return pages.get(who);
    const context = await browser.newContext({ viewport, reducedMotion: 'reduce' });
    await context.addCookies([{ name: 'hg-theme', value: theme, url: base }]);
    const page = await context.newPage();
    page.setDefaultTimeout(10_000);
    await page.goto(base);
    if (who) {
      await page.getByRole('button', { name: new RegExp(`^${who}`) }).click();
      await page.waitForURL('**/yard');
    }
    pages.set(who, page);
    return page;
  };
  try {
    for (const [name, who, number, where, act] of VIEWS.filter(([name]) =>
      (asked.length ? asked : DOCS).includes(name),
    )) {
      const page = await pageOf(who);
      let target = where;
      if (number) {
        await page.goto(`${base}/yard?find=${number}${name === 'signed' ? '&show=released' : ''}`);
        target = `${await page.locator('main li a').first().getAttribute('href')}${where}`;
      }
      await page.goto(base + target);
      await page.evaluate(() => document.fonts.ready);
      // A job is worked in the browser, its room loaded before it.
      if (number) await page.locator('main:not([aria-busy="true"])').first().waitFor();
      await page.locator('main[aria-busy]').waitFor({ state: 'detached' });
      await act?.(page);
      await page.waitForTimeout(300);
      await page.screenshot({ path: path.join(out, `${name}.png`), fullPage: process.env.FULL === '1' });
      say(`${name}.png`);
    }
  } finally {
    await browser.close();
  }
});
