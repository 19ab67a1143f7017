import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { readJobFile } from '@/core/assembly/formats/jobFile';
import { pointById } from '@/core/assembly/book';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { fillGate } from '../../../scripts/demo/builder';

/** Paths that only `npm run prove` takes: what they promise is held in `npm test` without a browser, or by another path. */
export const WHOLE = '@whole';

export type Person = 'Runa' | 'Ivo' | 'Maren' | 'Solvei';
export const PASSWORD = 'high-gate-demo';

/** Signs in from the start page with the demo's button for that person. */
export async function signInAs(page: Page, name: Person) {
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('heading', { name: 'What may open next' })).toBeVisible();
}

type Cookies = Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>;
const earlier = new Map<Person, Cookies>();

/**
 * In the Yard, as somebody who is signed in: by the form the first time, with the same session from then on, until a
 * test ends it.
 */
export async function signedIn(page: Page, name: Person) {
  const cookies = earlier.get(name);
  if (cookies) {
    await page.context().addCookies(cookies);
    await page.goto('/yard');
    if (new URL(page.url()).pathname === '/yard') return;
    await page.context().clearCookies();
  }
  await signInAs(page, name);
  earlier.set(name, await page.context().cookies());
}

/** The address of a job of the demo by its number: asked of the Yard as a page would, and not drawn. */
export async function jobOf(page: Page, number: string, more = ''): Promise<string> {
  const yard = await (await page.request.get(`/yard?find=${number}${more}`)).text();
  const [job] = /\/jobs\/[0-9a-f-]{36}/.exec(yard.slice(yard.indexOf('<main'))) ?? [];
  if (job === undefined) throw new Error(`the Yard shows no ${number}`);
  return job;
}

/** Waits until the job itself is there: its gates and its next action come with the page, before it can be worked on. */
export const isOpen = (page: Page) => page.locator('main:not([aria-busy="true"])').first().waitFor();

/** The password, asked for again before an act that needs it. */
export async function again(page: Page, password = PASSWORD) {
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your password, again').fill(password);
  await dialog.locator('form button.btn-main').click();
  if (password === PASSWORD) await expect(dialog).toHaveCount(0);
}

export async function chooseUnits(page: Page, units: 'in' | 'mm') {
  await page.getByRole('button', { name: units, exact: true }).click();
  await expect(page.getByRole('button', { name: units, exact: true })).toHaveAttribute('aria-pressed', 'true');
}

export interface Booked {
  customer: string;
  front?: string;
}

/** Books a vehicle through the form and answers its address. */
export async function book(page: Page, { customer, front = 'beam-links' }: Booked): Promise<string> {
  await page.goto('/book');
  await page.getByLabel('Customer', { exact: true }).fill(customer);
  await page.getByLabel('How to reach them').fill('call-me@private.example');
  await page.getByLabel('Make', { exact: true }).fill('Halbeck');
  await page.getByLabel('Model', { exact: true }).fill('Cairn');
  await page.getByLabel('Front suspension').selectOption(front);
  await page.getByRole('radio', { name: /^Part-time/ }).check();
  await page.getByLabel('Use', { exact: true }).fill('forest road');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await page.waitForURL('**/intake');
  return page.url().replace(/\/intake$/, '');
}

/** What a sound vehicle reads: [inches, mm], Before and After, by the words of the reading in hand. */
const TYPED: Record<string, Record<'before' | 'after', readonly [string, string]>> = {
  'Tyre diameter, as it really measures': { before: ['31 3/4', '806'], after: ['31 3/4', '806'] },
  'Fuel in the tank': { before: ['3/4', '75%'], after: ['3/4', '75%'] },
  'People, tools and cargo aboard now': { before: ['40', '40'], after: ['40', '40'] },
  'Tyre pressure': { before: ['35', '240'], after: ['35', '240'] },
  'Hub centre up to the fender lip': { before: ['18 9/16', '471'], after: ['21 1/8', '536'] },
  'Floor up to the lamp centre': { before: ['35 5/8', '905'], after: ['38 3/4', '985'] },
  'Tyre to arm, spring or frame, inner side': { before: ['1 1/2', '38'], after: ['1 3/8', '35'] },
  'Tyre to brake hose or harness': { before: ['2', '52'], after: ['1 15/16', '49'] },
  'Brake hose, free length': { before: ['16 1/2', '420'], after: ['16 1/2', '420'] },
  'Brake hose, straight span between its ends': { before: ['13 7/8', '352'], after: ['13 7/8', '352'] },
  'Angle of the sway bar’s arm': { before: ['3', '3'], after: ['2', '2'] },
  'Bump stop to its pad': { before: ['3 1/4', '82'], after: ['0', '0'] },
  'Hub centre up to the fender lip, flexed': { before: ['14 15/16', '379'], after: ['14 15/16', '379'] },
  'The wheel across, hanging: hub centre up to its fender lip': { before: ['24 3/8', '619'], after: ['24 3/8', '619'] },
  'Hub centre up to the fender lip, wheel hanging': { before: ['22', '559'], after: ['24 1/2', '622'] },
  'Tyre to arm, spring or frame, flexed': { before: ['1', '26'], after: ['7/8', '23'] },
  'Tyre to hose or harness, flexed': { before: ['1 5/8', '41'], after: ['1 9/16', '39'] },
  'Frame to tyre, the same place on both sides': { before: ['8 1/8', '206'], after: ['8', '203'] },
  'Hub centre to the front edge of its opening': { before: ['16 5/8', '422'], after: ['16 11/16', '424'] },
  'Hub centre to the rear edge of its opening': { before: ['16 3/4', '426'], after: ['16 11/16', '424'] },
  'Wheelbase on this side, hub centre to hub centre': { before: ['111 13/16', '2840'], after: ['111 13/16', '2840'] },
  'Track bar, bolt centre to bolt centre': { before: ['34 5/16', '872'], after: ['34 5/16', '872'] },
  'Track bar: frame end above axle end': { before: ['-1 5/16', '-33'], after: ['1 1/4', '32'] },
  'Track bar: how far its ends stand apart fore and aft': { before: ['1/2', '12'], after: ['1/2', '12'] },
  'Steering wheel off centre, road wheels straight': { before: ['0.5', '0.5'], after: ['-0.8', '-0.8'] },
  'Inclination of the drag link, across the vehicle': { before: ['1.8', '1.8'], after: ['-2.2', '-2.2'] },
  'Drag link, joint centre to joint centre': { before: ['34 13/16', '884'], after: ['34 13/16', '884'] },
  'Drag link: how far its ends stand apart fore and aft': { before: ['1 3/8', '34'], after: ['1 3/8', '34'] },
  'Steering arm: kingpin to the drag link’s end, along the vehicle': {
    before: ['6 3/4', '172'],
    after: ['6 3/4', '172'],
  },
  'Slope of the lower arm': { before: ['3.1', '3.1'], after: ['8', '8'] },
  'Camber, gauge across the rim': { before: ['-0.2', '-0.2'], after: ['-0.2', '-0.2'] },
  'Caster, gauge on a machined face of the knuckle': { before: ['4.6', '4.6'], after: ['4.4', '4.4'] },
  'Between the rims or marks behind the hubs, at hub height': { before: ['55 1/4', '1403'], after: ['55 1/4', '1403'] },
  'Between the same marks ahead of the hubs': { before: ['55 1/8', '1400'], after: ['55 1/8', '1400'] },
  'Diameter of the circle that the marks are on': { before: ['30', '762'], after: ['30', '762'] },
  // A crawl: a minus is the second of the two pictures. In front the shaft rises rearward, and arms that were fitted
  // with the lift point its pinion along it again.
  'Axle ratio': { before: ['3.91', '3.91 : 1'], after: ['3.91', '3.91'] },
  'Inclination of the case’s output': { before: ['2.6', "2°36'"], after: ['2.6', '2.6'] },
  'The case’s output once more, to end the crawl': { before: ['2.6', '2.7'], after: ['2.6', '2.6'] },
  'front/Inclination of the shaft at the axle': { before: ['-7.5', '-7.5'], after: ['-12.2', '-12.2'] },
  'rear/Inclination of the shaft at the axle': { before: ['3.6', '3.6'], after: ['6.2', '6.2'] },
  'front/Pinion angle': { before: ['6.2', '6.2'], after: ['10.9', '10.9'] },
  'rear/Pinion angle': { before: ['2.9', '2.9'], after: ['2.6', '2.6'] },
  'front/Driveshaft, joint centre to joint centre': { before: ['31 5/16', '795'], after: ['31 3/4', '806'] },
  'rear/Driveshaft, joint centre to joint centre': { before: ['52 1/16', '1322'], after: ['52 1/4', '1328'] },
  'front/Joint at the case: how far from the vehicle’s middle line': {
    before: ['-7 3/8', '-188'],
    after: ['-7 3/8', '-188'],
  },
  'rear/Joint at the case: how far from the vehicle’s middle line': { before: ['0', '0'], after: ['0', '0'] },
  'front/Joint at the axle: how far from the vehicle’s middle line': {
    before: ['-7 11/16', '-196'],
    after: ['-7 5/8', '-194'],
  },
  'rear/Joint at the axle: how far from the vehicle’s middle line': { before: ['-1/2', '-12'], after: ['-3/8', '-10'] },
  'Spline that shows at the slip': { before: ['1 1/2', '38'], after: ['1 15/16', '49'] },
  'droop/Spline that shows at the slip': { before: ['2 1/4', '57'], after: ['2 3/8', '60'] },
  'Angle at which the joint binds, as its maker rates it': { before: ['28', '28'], after: ['28', '28'] },
  'Shaft tube to the nearest of crossmember, exhaust and tank': { before: ['1', '27'], after: ['1 1/16', '27'] },
  'below/Shaft tube to the nearest of crossmember, exhaust and tank': {
    before: ['4', '110'],
    after: ['4 5/16', '110'],
  },
  'From the case’s end of that shaft to where the gap is': { before: ['12', '310'], after: ['12 3/16', '310'] },
  'floor/Bump stop to its pad': { before: ['3 1/4', '82'], after: ['5 1/16', '128'] },
  'How far the stop squashes': { before: ['1 3/8', '34'], after: ['1 3/8', '34'] },
  'The whole spline, read with the shaft apart': { before: ['5 5/8', '142'], after: ['5 5/8', '142'] },
  'Spline that still shows with the slip pushed home': { before: ['1/4', '6'], after: ['1/4', '6'] },
  'Spline diameter': { before: ['1 7/16', '36'], after: ['1 7/16', '36'] },
};
const typedAt = (label: string, place: string, state: string) =>
  TYPED[`${place}/${label}`] ?? TYPED[`${state}/${label}`] ?? TYPED[label];
/** Where the first answer is not that of a sound vehicle. */
const CHOSEN: Record<string, string> = { 'front/What kind of joint is at the case?': 'Two crosses side by side' };

/** Takes the short route of a gate to its end or so far, one reading at a time; answers how many were filed. */
export async function takeShortRoute(
  page: Page,
  job: string,
  gate: 'before' | 'after',
  units: 'in' | 'mm',
  most = 200,
): Promise<number> {
  await page.goto(`${job}/${gate}`);
  await page.getByRole('link', { name: /Short route/ }).click();
  await page.waitForURL((url) => url.pathname.endsWith('/read'));
  let filed = 0;
  for (; filed < most; filed++) {
    await page.waitForURL((url) => url.pathname.endsWith(`/${gate}`) || url.pathname.endsWith('/read'));
    if (new URL(page.url()).pathname.endsWith(`/${gate}`)) break;
    const here = page.url();
    // The address changes before the next reading is in hand.
    await inHand(page);
    const label = await page.locator('h1#in-hand').innerText();
    const [, place = '', state = ''] = (await page.locator('[data-stop]').getAttribute('data-stop'))?.split('.') ?? [];
    const words = typedAt(label, place, state)?.[gate][units === 'in' ? 0 : 1];
    if (words) {
      const ways = page.getByRole('radiogroup', { name: 'Which way' }).getByRole('radio');
      if ((await ways.count()) > 0) {
        await ways.nth(words.startsWith('-') ? 1 : 0).click();
        await page.locator('#figure').fill(words.replace('-', ''));
        await page.locator('#figure').focus();
      } else await page.locator('#figure').fill(words);
      await page.keyboard.press('Enter');
    } else {
      // Where a reading has its own answers, the first is that of a sound vehicle.
      const group = page.getByRole('group', { name: 'What is it?' }).getByRole('button');
      const chosen = CHOSEN[`${place}/${label}`];
      const own = chosen ? group.filter({ hasText: chosen }) : group.first();
      await page.getByRole('button', { name: 'Seen and good' }).or(own).click();
    }
    await page.waitForURL((url) => url.href !== here, { timeout: 30_000 });
  }
  return filed;
}

/**
 * Files the short route of a gate as a tablet sends what waited on it, all at once: for the ways through a job on which
 * taking it reading by reading is not the matter.
 *
 * @param values what it reads where it is not as a vehicle lifted 65 mm, by route key or point, base units
 * @param only of these points alone
 * @param typed with the figures that `takeShortRoute` types, in inches
 */
export async function sendShortRoute(
  page: Page,
  job: string,
  gate: 'before' | 'after',
  { values, only, typed }: { values?: Record<string, number>; only?: readonly string[]; typed?: true } = {},
) {
  await page.goto(`${job}/${gate}`);
  await isOpen(page);
  const member = await page.evaluate(
    () =>
      new Promise<string>((told, failed) => {
        const open = indexedDB.open('high-gate');
        open.onerror = () => failed(new Error('the tablet keeps nothing'));
        open.onsuccess = () => {
          const asked = open.result.transaction('facts').objectStore('facts').get('member');
          asked.onsuccess = () => {
            open.result.close();
            told((asked.result as { value: string }).value);
          };
        };
      }),
  );
  // What an answer adds to the route is on it the next time round.
  for (;;) {
    const read = readJobFile(await (await page.request.get(`${job}/job.json`)).text());
    if (!read.ok) throw new Error(read.fault);
    const before = new Set(read.job.readings.map((r) => r.id));
    const at = new Date().toISOString();
    const filled = fillGate(read.job, gate, {
      from: at,
      route: 'short',
      units: INCH_SHOP,
      values: { tyreDiameter: 806, ...values },
    });
    const entries = filled.readings
      .filter((r) => !before.has(r.id) && (only?.includes(r.point) ?? true))
      .map((r) => {
        const point = pointById(r.point);
        if (!typed || !point) return r;
        const chosen = point.choices?.find((c) => c.name === CHOSEN[`${r.place}/${point.label}`])?.id;
        return { ...r, text: chosen ?? typedAt(point.label, r.place, r.state)?.[gate][0] ?? r.text };
      })
      .map(({ point, place, state, set, answer, text, good, instrument, note }) => ({
        kind: 'reading',
        id: randomUUID(),
        jobId: job.split('/').at(-1),
        at,
        body: {
          ...{ gate, point, place, state, set, answer, text, units: INCH_SHOP, good, instrument, note },
          ...{ supersedes: null, asked: true },
          // As a tablet does, that shows what stands there.
          knew: read.job.readings
            .filter((r) => [gate, point, place, state].join() === [r.gate, r.point, r.place, r.state].join())
            .map((r) => r.id),
        },
      }));
    if (entries.length === 0) break;
    for (let from = 0; from < entries.length; from += 25) {
      const answer = await page.request.post('/api/outbox', {
        headers: { Origin: new URL(page.url()).origin },
        data: { member, sentAt: new Date().toISOString(), entries: entries.slice(from, from + 25) },
      });
      if (!answer.ok()) throw new Error(`${answer.status()}: ${await answer.text()}`);
      const { outcomes } = (await answer.json()) as { outcomes: { state: string; why?: string }[] };
      expect(outcomes.filter((o) => o.state !== 'filed')).toEqual([]);
    }
  }
  await page.goto(`${job}/${gate}`);
}

/** Waits until the reading that the address names is the one in hand. */
export async function inHand(page: Page) {
  const at = new URL(page.url()).searchParams.get('at');
  await page.locator(at ? `[data-stop="${at}"]` : '[data-stop]').waitFor();
}

export async function openGate(page: Page, name: string) {
  await page.getByRole('button', { name: `Open ${name} gate` }).click();
  await page.waitForURL(`**/${name.toLowerCase()}`);
}

/** Records a change in two taps: where, and which part; with a word of its own. */
export async function recordChange(
  page: Page,
  where: string,
  part: string,
  words = '',
  none?: { kind: string; what: string },
) {
  const form = page.locator('form').filter({ has: page.getByRole('group', { name: 'Where on the vehicle' }) });
  await form.getByRole('button', { name: where, exact: true }).click();
  await form.getByRole('button', { name: part, exact: true }).click();
  if (words) await form.getByLabel('What else there is to say').fill(words);
  if (none) {
    await form.getByLabel('Kind of change').selectOption(none.kind);
    await form.getByLabel('What was changed').fill(none.what);
  }
  await form.getByRole('button', { name: 'Record change' }).click();
  await expect(form.getByRole('button', { name: part, exact: true })).toHaveAttribute('aria-pressed', 'false');
}

export async function setPlan(page: Page, job: string, lift: string) {
  await page.goto(`${job}/plan`);
  await page.getByLabel('Wanted lift, front').fill(lift);
  await page.getByLabel('Wanted lift, rear').fill(lift);
  await page.getByRole('button', { name: 'Set the plan' }).click();
  await expect(page.getByRole('button', { name: 'Open Build gate' })).toHaveAttribute('aria-disabled', 'false');
}

/** Files the maker's bands of a sound vehicle at its alignment station. */
export async function fileBands(page: Page, job: string) {
  await page.goto(`${job}/after/alignment`);
  const box = (name: string) => page.getByLabel(name, { exact: true });
  // Open by itself where none is in yet.
  await expect(box('Front caster, each wheel, from')).toBeVisible();
  for (const [name, low, high] of [
    ['Front camber, each wheel', '-0.75', '0.5'],
    ['Front caster, each wheel', '3', '6'],
    ['Front total toe', '0', '0.4'],
  ] as const) {
    await box(`${name}, from`).fill(low);
    await box(`${name}, to`).fill(high);
  }
  await page.getByLabel('Where it stands: sheet, date').fill('maker’s sheet 11, March');
  await page.getByRole('button', { name: 'File the bands' }).click();
  await expect(page.getByRole('img', { name: /^Caster: band \+3\.00° to \+6\.00°/ })).toBeVisible();
}
