import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { readGeometryFile } from '../../src/core/suspension/readFile';
import { book, chooseUnits, openGate, signedIn, jobOf, WHOLE } from './support/shop';

const figure = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });

test('the linkage is moved by its sliders, figures and drawing with it, by keyboard too', async ({ page }) => {
  await signedIn(page, 'Ivo');
  await chooseUnits(page, 'mm');
  const job = await jobOf(page, 'HG-0142');
  await page.goto(`${job}/underside`);
  await expect(page.getByRole('heading', { name: 'Underside' })).toBeVisible();
  await page.getByRole('button', { name: 'As it came' }).click();
  await page.getByRole('group', { name: 'Stances' }).getByRole('button', { name: 'Before' }).click();
  await expect(figure(page, 'Axle nose up')).toContainText('0.00°');
  const drawing = page.getByRole('listbox', { name: /Points, from below/ });
  const still = await drawing.innerHTML();
  await page.getByRole('slider', { name: 'Both' }).focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('PageDown');
  await expect(page.getByRole('slider', { name: 'Left', exact: true })).toHaveAttribute('aria-valuenow', '-40');
  await expect(figure(page, 'Axle nose up')).not.toContainText(' 0.00°');
  expect(await drawing.innerHTML()).not.toBe(still);
  // Out of reach is said, with what stops it, and the way back is open.
  await page.getByRole('slider', { name: 'Steer' }).focus();
  await page.keyboard.press('End');
  await expect(figure(page, 'Toe')).toBeVisible();
  await page.getByRole('button', { name: 'Straight' }).click();

  // Points by name: with the arrow keys, and by tapping the drawing.
  await drawing.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-point]')).toContainText('Lower link, body end, left');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-point]')).toContainText('right');
  const box = await page.locator('svg[role=listbox] [role=option]').nth(4).boundingBox();
  if (!box) throw new Error('no point');
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(page.locator('[data-point]')).toContainText(/measured/);

  // The caster that was read on the rack contradicts the point that was read at the wrong edge.
  await page.getByRole('tab', { name: /Gauges/ }).click();
  await expect(page.getByText(/Caster, front left/).first()).toContainText('finding');
  await expect(page.getByText(/knuckle joint, left, front: read again/).first()).toContainText(
    'As likely: upper knuckle joint, left',
  );
  // Lengths that put it right, at the lifted heights.
  await page.getByRole('button', { name: 'As built' }).click();
  await page.getByRole('tab', { name: 'Lengths' }).click();
  await expect(page.getByText('the axle back under the middle')).toBeVisible();
  // Curves come from the worker, and stand as a table too.
  await expect(page.getByRole('button', { name: 'Axle shift' })).toBeVisible();
  await page.getByText('The same as a table').click();
  expect(await page.locator('section[aria-labelledby=curves] tbody tr').count()).toBeGreaterThan(8);
  await chooseUnits(page, 'in');
});

test(
  'points are taped one after the other, a doubtful one is pointed out, and a version is kept and taken out',
  { tag: WHOLE },
  async ({ page }) => {
    test.setTimeout(180_000);
    await signedIn(page, 'Runa');
    await chooseUnits(page, 'mm');
    const job = await book(page, { customer: 'Linkage', front: 'wishbone-coil-over' });
    await openGate(page, 'Before');
    await page.goto(`${job}/before/travel`);
    await expect(page.getByText('0 of 34 measured')).toBeVisible();
    await page.getByRole('link', { name: /Measure it, left side/ }).click();
    await expect(page.getByRole('heading', { name: 'Frame, outer face to outer face' })).toBeVisible();
    await page.getByRole('button', { name: 'Cannot reach' }).click();
    const typed: [RegExp, string][] = [
      [/^Lower arm, front pivot: ahead/, '130'],
      [/^Lower arm, front pivot: out from the centreline/, '312'],
      [/^Lower arm, front pivot: up/, '338'],
      [/^Lower arm, rear pivot: ahead/, '-212'],
    ];
    for (const [heading, value] of typed) {
      await expect(page.getByRole('heading', { name: heading })).toBeVisible();
      await expect(page.getByText(/Of the linkage: camber, caster and toe/)).toBeVisible();
      await page.locator('#figure').fill(value);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('heading', { name: /^Lower arm, rear pivot: out/ })).toBeVisible();
    // The upper ball joint, 140 mm too far forward: kept, and pointed out.
    await page.goto(`${job}/before/read?route=linkage&at=lk.upperArm.outer.x.FL.floor`);
    await page.locator('#figure').fill('120');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Upper ball joint: out/ })).toBeVisible();
    await page.goto(`${job}/underside`);
    await expect(page.getByText(/1 of 34 points measured/)).toBeVisible();
    await page.getByRole('tab', { name: /Points/ }).click();
    await expect(page.getByText(/Caster, left: −?-?\d+\.\d°, hardly so/)).toBeVisible();

    await page.getByRole('tab', { name: 'Versions' }).click();
    await page.getByLabel('Note').fill('first taping');
    await page.getByRole('button', { name: 'Keep these points' }).click();
    await expect(page.getByText('Kept as version 1; this job goes by it.')).toBeVisible();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Geometry file' }).click(),
    ]);
    const text = readFileSync(await file.path(), 'utf8');
    const read = readGeometryFile(text);
    expect(read.ok && read.file.front?.type === 'double-wishbone' && read.file.front.left.lowerArm.front).toEqual([
      130, 312, 338,
    ]);
    const [csv] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Curves, front' }).click(),
    ]);
    expect(readFileSync(await csv.path(), 'utf8')).toMatch(/^travel mm,steer,unreachable,left\.toe/);

    // A file with a fault is refused by the path of its field; a sound one is kept.
    const bring = (name: string, content: string) =>
      page.getByLabel('Geometry file', { exact: true }).setInputFiles({
        name,
        mimeType: 'application/json',
        buffer: Buffer.from(content),
      });
    await bring('bad.json', text.replace('"rackTravel": 70', '"rackTravel": 0'));
    await expect(page.getByRole('alert').filter({ hasText: 'bad.json' })).toContainText(
      'front.steering.rackTravel: must be more than 0',
    );
    await bring('good.json', text);
    await expect(page.getByText('Kept as version 2; this job goes by it.')).toBeVisible();
    await page.getByRole('button', { name: 'Go by this one' }).click();
    await expect(page.getByText(/the others assumed from version 1/)).toBeVisible();
    await chooseUnits(page, 'in');
  },
);

test('a kit says what it moves, and the plan’s geometry follows', async ({ page }) => {
  await signedIn(page, 'Ivo');
  await page.goto('/kits');
  await chooseUnits(page, 'mm');
  await page.getByLabel('Name').fill('Block 50');
  await page.getByLabel('Claims, front').fill('0');
  await page.getByLabel('Claims, rear').fill('50');
  await page.getByLabel('Where it stands').fill('own drawing, 1');
  await page.getByRole('button', { name: 'Add a line' }).click();
  await page.getByLabel('Lifts by').fill('fifty');
  await page.getByRole('button', { name: 'Add kit' }).click();
  await expect(page.getByText(/What it moves, line 1: .*fifty/)).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('Block 50');
  await page.getByLabel('Lifts by').fill('50');
  await page.getByRole('button', { name: 'Add kit' }).click();
  await expect(page.getByRole('row', { name: /Block 50/ })).toContainText('Block between leaf and axle, rear +50 mm');
  await chooseUnits(page, 'in');
});
