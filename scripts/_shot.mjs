// usage: node scripts/_shot.mjs who number path out [js steps file] [WxH]
import { chromium } from '@playwright/test';
import { chromium as chromiumPath } from './lib/install.mjs';
const [who, number, where, out, steps, size = '1280x800'] = process.argv.slice(2);
const base = `http://127.0.0.1:${process.env.PORT ?? 3000}`;
const [width, height] = size.split('x').map(Number);
const browser = await chromium.launch({ executablePath: await chromiumPath(), args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
const context = await browser.newContext({ viewport: { width, height }, serviceWorkers: process.env.SW ? 'allow' : 'block', hasTouch: width < 600 });
const page = await context.newPage();
page.on('pageerror', (e) => console.log('PAGE ERROR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)));
await page.goto(base);
await page.getByRole('button', { name: new RegExp(`^${who}`) }).click();
await page.waitForURL('**/yard*');
let path = where;
if (number !== '-') {
  await page.goto(`${base}/yard?find=${number}`);
  const href = await page.locator('main li a').first().getAttribute('href');
  path = href.split('?')[0].replace(/\/(intake|before|plan|build|after|release)$/, '') + where;
}
await page.goto(base + path);
await page.waitForLoadState('networkidle');
if (steps && steps !== '-') await (await import(steps)).default(page);
await page.waitForTimeout(400);
console.log('height', await page.evaluate(() => document.documentElement.scrollHeight));
await page.screenshot({ path: out, fullPage: Boolean(process.env.FULL) });
await browser.close();
