import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { FULL } from '../support/size';
import { jobOf, signedIn, signInAs, WHOLE, isOpen } from './support/shop';

/** Goes to a page and waits until what it is for is there: a job is worked in the browser. */
async function visit(page: Page, where: string) {
  await page.goto(where);
  if (/^\/jobs\/[0-9a-f]{8}-/.test(where)) await isOpen(page);
}

/**
 * In legacy mode axe opens no page of its own for frames, of which there are none here: the same rules, half the time.
 * What passed need not be written out one by one.
 */
const axe = (page: Page) => new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);

/**
 * Takes out of each list the rows that are made as three others of it are, whatever they say: the rules go by how a row
 * is made, and a sheet has a hundred and thirty.
 */
const thin = (page: Page) =>
  page.evaluate(() => {
    for (const list of document.querySelectorAll('ul, ol, tbody')) {
      const made = new Map<string, number>();
      for (const row of [...list.children]) {
        const how = row.outerHTML
          .replace(/>[^<]*/g, '>')
          .replace(
            / (id|for|href|d|x|y|x1|x2|y1|y2|cx|cy|points|transform|aria-(label|labelledby|describedby|controls))="[^"]*"/g,
            '',
          );
        const many = made.get(how) ?? 0;
        made.set(how, many + 1);
        if (many >= 3) row.remove();
      }
    }
  });

async function clean(page: Page, what: string, alsoBay = FULL) {
  await thin(page);
  const day = await axe(page).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  const found = [...day.violations];
  // The two themes are the same page in other inks: what can differ is contrast.
  if (alsoBay) {
    await page.evaluate(() => (document.documentElement.dataset.theme = 'bay'));
    found.push(...(await axe(page).withRules(['color-contrast']).analyze()).violations);
    await page.evaluate(() => (document.documentElement.dataset.theme = 'day'));
  }
  expect(found.map((v) => `${what}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

/** The pages of a shop, and those of a job of the demo by its number: a few to a test, so that each is soon done. */
const GROUPS: readonly (readonly [name: string, job: string, more: string, pages: readonly string[], tag?: string])[] =
  [
    ['the shop', '', '', ['/me', '/members', '/audit', '/waiting', '/person', '/verify?sha256=mistyped'], WHOLE],
    ['strangers', '', '', [`/join/${'x'.repeat(43)}`, `/sheet/${'x'.repeat(43)}`, '/jobs/not-a-job'], WHOLE],
    ['the lists', '', '', ['/book', '/limits', '/kits', '/bring-in', '/tyres']],
    ['a signed job', 'HG-0131', '&show=released', ['/release'], WHOLE],
    ['a job’s gates', 'HG-0142', '', ['/before', '/plan', '/build', '/after']],
    ['a job’s other gates', 'HG-0142', '', ['/intake', '/release', '/story'], WHOLE],
    [
      'a job’s stations',
      'HG-0142',
      '',
      ['/after/stance', '/after/lines', '/after/alignment', '/before/travel', '/plan/tyre'],
      WHOLE,
    ],
    ['a job’s rooms', 'HG-0142', '', ['/underside', '/clearance', '/finder'], WHOLE],
    [
      'readings in hand',
      'HG-0138',
      '',
      [
        '/before/read?route=full&at=hubToLip.RR.floor',
        '/before/read?route=full&at=asFound.vehicle.floor',
        '/before/read?route=linkage&at=lk.upperArm.front.y.FL.floor',
        '/before/read?route=clearance&at=ob.liner-rear.h830.d.FL.floor',
        '/underside?end=rear',
      ],
    ],
    ['a reading After', 'HG-0142', '', ['/after/read?route=full&at=gapInner.FL.floor-left'], WHOLE],
  ];

test.describe('no axe violation, day colours and dark bay colours', () => {
  test('the start and the Yard', async ({ page }) => {
    await page.goto('/');
    await clean(page, 'start');
    await signInAs(page, 'Solvei');
    await clean(page, 'yard', true);
  });
  for (const [name, job, more, pages, tag] of GROUPS)
    test(name, tag ? { tag } : {}, async ({ page }) => {
      await signedIn(page, 'Solvei');
      let home = '';
      if (job) {
        home = await jobOf(page, job, more);
      }
      for (const where of pages) {
        await visit(page, `${home}${where}`);
        await clean(page, where, FULL || name === 'a job’s gates');
      }
    });
  test('how a check is worked', async ({ page }) => {
    await signedIn(page, 'Solvei');
    const home = await jobOf(page, 'HG-0142');
    await visit(page, `${home}/after`);
    await page.getByRole('button', { name: /Sway bar back to neutral, front/ }).click();
    await clean(page, 'how is this worked');
  });
});

test('phone width: one column, nothing wider than the screen', async ({ page }) => {
  await signedIn(page, 'Runa');
  await page.setViewportSize({ width: 390, height: 800 });
  const job = await jobOf(page, 'HG-0138');
  for (const where of [
    '/yard',
    '/book',
    '/me',
    '/waiting',
    '/person',
    '/verify',
    `${job}/before`,
    `${job}/before/stance`,
    `${job}/before/lines`,
    `${job}/story`,
    `${job}/release`,
    '/limits',
    `${job}/before/read?route=full&at=hubToLip.RR.floor`,
    `${job}/clearance`,
    `${job}/finder`,
    `${job}/underside`,
    `${job}/before/read?route=clearance&at=ob.liner-rear.h830.d.FL.floor`,
    '/tyres',
  ]) {
    await visit(page, where);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
      where,
    ).toBeLessThanOrEqual(0);
  }
});
