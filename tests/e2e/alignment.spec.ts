import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { stand } from '../../sim/stand';
import { book, chooseUnits, fileBands, openGate, signedIn, jobOf, WHOLE } from './support/shop';

test('the needle bands show as found and as left at the measured height, and the least that brings all in', async ({
  page,
}) => {
  await signedIn(page, 'Ivo');
  const job = await jobOf(page, 'HG-0142');
  for (const [units, height] of [
    ['mm', /band for 54\d mm, between two rows/],
    ['in', /band for 21 .* in, between two rows/],
  ] as const) {
    await page.goto(`${job}/after/alignment`);
    await chooseUnits(page, units);
    await expect(page.getByText(height)).toBeVisible();
    await expect(page.getByRole('heading', { level: 2 }).filter({ hasText: 'Cross caster: 2.90°' })).toBeVisible();
    await expect(page.getByRole('img', { name: /^Caster: band .*left at \+3\.30° left/ })).toBeVisible();
  }
  await expect(page.getByRole('listitem').filter({ hasText: 'Offset ball-joint sleeve, left' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Tie-rod sleeve' })).toContainText('toward toe-out');
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByText('on trial', { exact: false }).first()).toBeVisible();
  const trial = page.locator('[data-trying]');
  await expect(trial.getByRole('status')).toContainText('Every figure would be in.');
  // By hand, live: a step of the sleeve by the keyboard, and what is out is said.
  const sleeve = trial.getByRole('slider', { name: 'Tie-rod sleeve' });
  await sleeve.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await expect(sleeve).toHaveAttribute('aria-valuetext', /0\.5 turns toward toe-in/);
  await expect(trial.getByRole('status')).toContainText('Out: total toe');
  await trial.getByRole('button', { name: 'Leave it' }).click();
  await expect(trial).toBeHidden();
  await page.getByRole('button', { name: 'Rear', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Total toe: band/ })).toBeVisible();
  // A rate of the shop's own goes before the built-in one.
  await page.locator('summary').filter({ hasText: 'This vehicle’s adjusters' }).click();
  await page.getByLabel('Adjuster', { exact: true }).selectOption({ label: 'Tie-rod sleeve' });
  await page.getByLabel('On this vehicle').selectOption({ label: 'It has it' });
  await page.getByLabel('Total toe a unit').fill('0.8');
  await page.getByLabel('How it was found').fill('one turn, read before and after');
  await page.getByRole('button', { name: 'File adjuster rate' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Tie-rod sleeve' })).toContainText('one turn, read before');
  // What a setting now would cost is said before it is recorded.
  await page.goto(`${job}/after`);
  await page.getByText(/recorded since Before; record one/).click();
  await page.getByRole('button', { name: 'Front axle', exact: true }).click();
  await page.getByRole('button', { name: 'Alignment or steering set', exact: true }).click();
  await expect(page.getByText(/Recorded now it asks \d+ readings again, about \d+ min/)).toBeVisible();
});

test(
  'an adjustment says from, to and by which mark; what it set makes its readings stale, and it is on the sheet to print',
  { tag: WHOLE },
  async ({ page }) => {
    await signedIn(page, 'Ivo');
    const job = await jobOf(page, 'HG-0146');
    await page.goto(`${job}/after/alignment`);
    await chooseUnits(page, 'mm');
    // Its cams go by the linkage as taped: in millimetres at their pivots, and what stays out names the part.
    await expect(page.getByRole('listitem').filter({ hasText: 'Left lower arm, front cam' })).toContainText(
      'at its pivot',
    );
    await expect(page.getByText(/Still out:.*Upper arms made for this lift/)).toBeVisible();
    await page.locator('summary').filter({ hasText: 'Record an adjustment' }).click();
    await page.getByLabel('Which adjuster').selectOption({ label: 'Tie-rod sleeve' });
    await page.getByLabel('From', { exact: true }).first().fill('0');
    await page.getByRole('button', { name: 'Record change' }).click();
    await expect(page.getByText('say what it was read off by')).toBeVisible();
    await page.getByLabel('To', { exact: true }).first().fill('-1/2');
    await page.getByLabel('Read off by').fill('the paint mark');
    await page.getByRole('button', { name: 'Record change' }).click();
    await expect(page.getByRole('heading', { level: 2 }).filter({ hasText: /stale/ })).toBeVisible();
    await page.getByRole('link', { name: 'Alignment sheet, to print' }).click();
    await expect(
      page.getByRole('listitem').filter({ hasText: 'Tie-rod sleeve: from 0 to -0.5 turns by the paint mark; Ivo' }),
    ).toBeVisible();
    await expect(
      page.getByRole('listitem').filter({ hasText: 'from 0 to -1 notches by the paint mark; Runa' }),
    ).toBeVisible();
    await expect(page.getByRole('row', { name: /Camber, left/ })).toContainText('−0.75° to +0.50°');

    // Read again, the setting tells what a turn does on this vehicle, and one touch has the advice go by it.
    for (const [point, mm] of Object.entries({ toeBehind: '1400', toeAhead: '1399', toeDiameter: '762' })) {
      const stop = `${point}.front.floor`;
      await page.goto(`${job}/after/read?route=full&at=${stop}`);
      await page.locator(`[data-stop="${stop}"]`).waitFor();
      await page.locator('#figure').fill(mm);
      await page.keyboard.press('Enter');
      await page.locator(`[data-stop="${stop}"]`).waitFor({ state: 'detached' });
    }
    await page.goto(`${job}/after/alignment`);
    await page.locator('summary').filter({ hasText: 'what a turn or notch did here' }).click();
    const did = page
      .getByRole('list', { name: 'What settings did here' })
      .getByRole('listitem')
      .filter({ hasText: 'Tie-rod sleeve: from 0 to -0.5 turns' });
    await expect(did).toContainText(/total toe \+1\.\d\d° a turn ± 0\.\d\d°/);
    await did.getByRole('button', { name: 'Go by that' }).click();
    await expect(did).toContainText('the advice goes by it');
    await page.goto(`${job}/story`);
    await expect(
      page.getByText(/Tie-rod sleeve, .*toe \+1\.\d\d° a unit, read before and after it was set on/),
    ).toBeVisible();
  },
);

test('the bands of a vehicle like it are found in the shop and taken over', { tag: WHOLE }, async ({ page }) => {
  await signedIn(page, 'Ivo');
  await chooseUnits(page, 'mm');
  const job = await book(page, { customer: 'Like the wagon' });
  await page.goto(`${job}/before/alignment`);
  await page.getByRole('button', { name: 'Look for a vehicle like it' }).click();
  await page.getByRole('button', { name: 'Take them over' }).click();
  await expect(page.getByText(/\d bands taken over from HG-\d+\./)).toBeVisible();
  await expect(page.getByRole('rowheader', { name: /Front caster, each wheel/ })).toContainText('at 380 mm');
  await expect(page.getByRole('img', { name: /^Caster: the table goes by ride height/ })).toBeVisible();

  // A table of the maker's over ride height comes in whole or not at all: what is wrong is told by its line.
  await page.locator('summary').filter({ hasText: 'A table over ride height, from a file' }).click();
  const table = page.getByLabel('Or paste the table');
  const head = 'figure;from;to;height';
  await table.fill(
    `${head}\nrear camber;-0,5;0,5;18.5\nrear camber;-0,6;0,4;480\nrear camber;-0,7;0,3;500\nrear camber;-0,8;0,2;490`,
  );
  await expect(page.getByRole('cell', { name: 'write the unit, in or mm' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'the height 490 turns back after line 3' })).toBeVisible();
  const send = page.getByRole('button', { name: 'File the table' });
  await expect(send).toBeDisabled();
  const good = `${head}\nrear camber;-0,5;0,5;18.5 in\nrear camber;-0,6;0,4;480\nrear camber;-0,7;0,3;500`;
  await table.fill(good);
  await send.click();
  await expect(page.getByText('Say where they stand: sheet and date.')).toBeVisible();
  await expect(table).toHaveValue(good);
  await page.getByLabel('Where it stands: sheet, date').fill('data sheet, 2026-03');
  await send.click();
  await expect(page.getByText('3 lines of the table are filed.')).toBeVisible();
  const filed = page.getByRole('rowheader', { name: /Rear camber, each wheel/ });
  for (const words of ['at 470 mm', '-0.60°', 'at 480 mm', 'at 500 mm']) await expect(filed).toContainText(words);
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the bands as CSV' }).click(),
  ]);
  expect(readFileSync(await saved.path(), 'utf8')).toMatch(/^rear camber,-0\.5\S*,0\.5\S*,469\.9\d* mm,/m);
});

test(
  'a band filed once its figure was read judges nothing until a lead has compared it',
  { tag: WHOLE },
  async ({ page }) => {
    await signedIn(page, 'Ivo');
    await chooseUnits(page, 'mm');
    const job = await jobOf(page, 'HG-0142');
    await page.goto(`${job}/after/alignment`);
    const waits = page.getByRole('region', { name: 'The bands wait for a lead' });
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(waits).toHaveCount(0);
    await page.locator('summary').filter({ hasText: 'The maker’s bands' }).click();
    const toe = (box: string) => page.getByLabel(`Front total toe, ${box}`, { exact: true });
    await toe('from').fill('-9');
    await toe('to').fill('9');
    await page.getByLabel('Where it stands: sheet, date').fill('my own');
    await page.getByRole('button', { name: 'File the bands' }).click();
    await expect(page.getByText(/no maker asks for that: Front total toe lies from -2 to 2°/)).toBeVisible();
    await expect(toe('from')).toHaveValue('-9');
    await toe('from').fill('0');
    await toe('to').fill('0.4');
    await page.getByRole('button', { name: 'File the bands' }).click();
    await expect(waits).toContainText('nothing reads Clear by them');
    await waits.getByLabel(/Compared with/).fill('maker’s sheet 11, March');
    await waits.getByRole('button', { name: 'File bands looked at by a lead' }).click();
    await expect(waits).toHaveCount(0);
  },
);

test(
  'a print comes in whole or not at all, its columns mapped and remembered; bands that are wrong say so',
  { tag: WHOLE },
  async ({ page }) => {
    test.setTimeout(120_000);
    await signedIn(page, 'Ivo');
    await chooseUnits(page, 'mm');
    const job = await book(page, { customer: 'By a stand' });
    await openGate(page, 'Before');
    await page.goto(`${job}/before/alignment`);
    // A band that is upside down keeps what was typed, and the others are filed.
    const box = (name: string) => page.getByLabel(name, { exact: true });
    await page.getByLabel('The sheet’s ride height is').selectOption('floor-to-lip');
    await page.getByLabel('The sheet’s ride height is').selectOption('hub-to-lip');
    await box('Front camber, each wheel, from').fill('1');
    await box('Front camber, each wheel, to').fill('-1');
    await page.getByRole('button', { name: 'File the bands' }).click();
    await expect(page.getByText('Say where they stand: sheet and date.')).toBeVisible();
    await expect(page.getByText('The upper end must be above the lower one.')).toBeVisible();
    await expect(box('Front camber, each wheel, from')).toHaveValue('1');

    await page.locator('summary').filter({ hasText: 'A print of the alignment stand' }).click();
    const paste = page.getByLabel('Or paste it');
    await paste.fill('Rad;Was;Ist\nFL;camber;-0,3\nFR;camber;schief\nFL;toe;2');
    await expect(page.getByText('Choose the column of: wheel, figure, value.')).toBeVisible();
    await page.getByLabel('Wheel', { exact: true }).selectOption('Rad');
    await page.getByLabel('Figure', { exact: true }).selectOption('Was');
    await page.getByLabel('Value', { exact: true }).selectOption('Ist');
    await expect(page.getByRole('button', { name: '1 lines are not understood' })).toBeDisabled();
    await expect(page.getByRole('cell', { name: /schief.* is not an angle/ })).toBeVisible();
    const good = [
      'FL;camber;-0,3',
      'FR;camber;-0,1',
      'FL;caster;4,4',
      'FR;caster;4,6',
      'FL;toe;0,1',
      'FR;toe;0,08',
      'RL;toe;0,05',
      'RR;toe;0,02',
    ];
    await paste.fill(['Rad;Was;Ist', ...good].join('\n'));
    await page.getByRole('button', { name: 'File 8 figures' }).click();
    await expect(page.getByText('8 figures filed from pasted.')).toBeVisible();
    await expect(page.getByRole('img', { name: /^Caster: .*found \+4\.40° left/ })).toBeVisible();
    // How this stand names its columns is kept on the tablet.
    await page.reload();
    await page.locator('summary').filter({ hasText: 'A print of the alignment stand' }).click();
    await page.getByLabel('Or paste it').fill(['Rad;Was;Ist', ...good].join('\n'));
    await expect(page.getByRole('button', { name: 'File 8 figures' })).toBeEnabled();
    await page.getByLabel('A file of the stand').setInputFiles({
      name: 'huge.csv',
      mimeType: 'text/csv',
      buffer: Buffer.alloc(2 * 1024 * 1024 + 10, 'x'),
    });
    await expect(page.getByText('The file is over 2 MB')).toBeVisible();

    // With bands it is judged at once, and without them it never is.
    await fileBands(page, job);
    await page.goto(`${job}/before/alignment`);
    // What was read of the rear wants its own band; in front every figure is judged.
    await expect(
      page.getByRole('heading', { level: 2 }).filter({ hasText: 'Total toe, rear: enter the maker’s band' }),
    ).toBeVisible();
    await page
      .locator('summary')
      .filter({ hasText: /\d+ clear/ })
      .click();
    await expect(page.getByRole('button', { name: /Caster, front left/ })).toContainText('band +3.00° to +6.00°');
  },
);

test(
  'live figures of the stand-in stand are taken while they stand still, and say that they are simulated',
  { tag: WHOLE },
  async ({ page, baseURL }) => {
    const address = process.env.HIGH_GATE_STAND ?? '';
    await signedIn(page, 'Runa');
    await chooseUnits(page, 'mm');
    const job = await book(page, { customer: 'On the stand' });
    await openGate(page, 'Before');
    await page.goto(`${job}/before/alignment`);
    const live = page.locator('details').filter({ hasText: 'Live from the alignment stand' });
    await live.locator('summary').click();
    await expect(live.getByRole('alert')).toContainText('it does not answer');
    const running = await stand({ port: new URL(address).port, app: baseURL });
    try {
      await expect(live.getByText('They stand still.')).toBeVisible();
      await expect(live.getByText('Simulated: a stand-in makes these figures up.')).toBeVisible();
      await expect(live.getByRole('row', { name: /Front left/ })).toContainText('+3.3');
      await live.getByRole('button', { name: 'Take these figures' }).click();
      await expect(live.getByRole('status')).toHaveText('10 figures filed.');
    } finally {
      await running.stop();
    }
    await expect(live.getByRole('alert')).toContainText('it does not answer');
    await expect(page.getByRole('img', { name: /^Caster: .*found \+3\.(29|30|31)° left/ })).toBeVisible();
    await expect
      .poll(async () => {
        const csv = await (await page.request.get(`${job}/readings.csv`)).text();
        return csv.split(/\r?\n/).filter((line) => line.includes('simulated-stand')).length;
      })
      .toBe(10);
    await page.goto(`${job}/story`);
    await expect(page.getByText('simulated, live from the stand, mean of 8').first()).toBeVisible();
  },
);
