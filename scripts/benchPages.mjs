// npm run bench:pages: what each page loads of script, gzipped, and of a job's pages when the largest part was painted and
// how long the longest task of the page's own thread was. Demo data, production build, headless Chromium, empty cache.
import { chromium } from '@playwright/test';
import { build, databaseEnv, migrate, serve } from './lib/app.mjs';
import { freePort, startCluster } from './lib/cluster.mjs';
import { chromium as chromiumPath, nodeModules, postgres } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { main, stopWith } from './lib/say.mjs';

/** Page, the job it belongs to, kB allowed. */
const PAGES = [
  ['/me', null, 190],
  ['/yard', null, 190],
  ['/book', null, 190],
  ['/members', null, 190],
  ['/audit', null, 190],
  ['/limits', null, 190],
  ['/before', 'HG-0138', 300],
  ['/after', 'HG-0142', 300],
  ['/after/stance', 'HG-0142', 300],
  ['/after/tyre', 'HG-0142', 300],
  ['/after/alignment', 'HG-0142', 300],
  ['/release', 'HG-0142', 300],
  ['/plan', 'HG-0144', 300],
  ['/clearance', 'HG-0144', null],
  ['/underside', 'HG-0142', null],
];
const RUNS = 3;
const kB = (n) => (n / 1024).toFixed(0).padStart(4);
const median = (all) => [...all].sort((a, b) => a - b)[all.length >> 1];

await main(async () => {
  await nodeModules();
  await build();
  const cluster = await startCluster(await postgres(), 'pages', { throwaway: true, port: 54820 });
  const env = {
    ...process.env,
    ...databaseEnv(cluster.url, 'only-for-the-bench-of-this-checkout-012345'),
    HIGH_GATE_DEMO: '1',
    LOG_LEVEL: 'silent',
  };
  let server = null;
  let browser = null;
  try {
    await migrate(env);
    if ((await tsx('scripts/demoData.ts', [], { env })) !== 0) stopWith('The demo data could not be loaded (above).');
    const port = await freePort(3950);
    server = await serve(port, { ...env, NODE_ENV: 'production' }, {});
    const base = `http://127.0.0.1:${port}`;
    browser = await chromium.launch({
      executablePath: await chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    const first = await browser.newContext();
    const door = await first.newPage();
    await door.goto(base);
    await door.getByRole('button', { name: /^Solvei/ }).click();
    await door.waitForURL('**/yard');
    const state = await first.storageState();
    const homes = new Map();
    for (const number of new Set(PAGES.map(([, job]) => job).filter(Boolean))) {
      await door.goto(`${base}/yard?find=${number}`);
      const href = (await door.locator('main li a').first().getAttribute('href')) ?? '';
      homes.set(number, href.replace(/\/(intake|before|plan|build|after|release)$/, ''));
    }
    console.log('page                  script kB  allowed  its room kB  LCP ms  again ms  longest task ms');
    for (const [where, job, allowed] of PAGES) {
      const found = [];
      for (let run = 0; run < RUNS; run++) {
        const context = await browser.newContext({
          storageState: state,
          serviceWorkers: 'block',
          viewport: { width: 1280, height: 800 },
        });
        const page = await context.newPage();
        await page.addInitScript(() => {
          window.told = { lcp: 0, task: 0 };
          new PerformanceObserver((list) => {
            for (const e of list.getEntries()) window.told.lcp = e.startTime;
          }).observe({ type: 'largest-contentful-paint', buffered: true });
          new PerformanceObserver((list) => {
            for (const e of list.getEntries()) window.told.task = Math.max(window.told.task, e.duration);
          }).observe({ type: 'longtask', buffered: true });
        });
        const open = async () => {
          await page.goto(`${base}${job ? homes.get(job) : ''}${where}`);
          if (job) await page.locator('main:not([aria-busy="true"])').waitFor();
          await page.waitForLoadState('networkidle');
        };
        await open();
        const one = await page.evaluate(async () => {
          const html = await (await fetch(location.href)).text();
          const scripts = performance
            .getEntriesByType('resource')
            .filter((e) => e.name.endsWith('.js') && e.initiatorType === 'script')
            .map((e) => ({ own: html.includes(new URL(e.name).pathname), size: e.encodedBodySize }));
          const sum = (some) => some.reduce((total, { size }) => total + size, 0);
          // What comes with the page, and the room's own part, which is loaded after it by name.
          return {
            ...window.told,
            script: sum(scripts.filter((s) => s.own)),
            room: sum(scripts.filter((s) => !s.own)),
          };
        });
        // Opened again on the same tablet: what it is made of is at hand, and a job too.
        await open();
        found.push({ ...one, again: await page.evaluate(() => window.told.lcp) });
        await context.close();
      }
      const of = (key) => median(found.map((f) => f[key]));
      console.log(
        `${`${job ?? ''}${where}`.padEnd(22)} ${kB(of('script'))}      ${String(allowed ?? '-').padStart(4)}         ${kB(of('room'))}  ${of('lcp').toFixed(0).padStart(6)}    ${of('again').toFixed(0).padStart(6)}  ${of('task').toFixed(0).padStart(6)}`,
      );
    }
  } finally {
    await browser?.close();
    server?.child.kill('SIGKILL');
    cluster.stop();
  }
  process.exit(0);
});
