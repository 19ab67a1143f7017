import { workingsOf } from '@/core/assembly/book';
import { renderToStaticMarkup } from 'react-dom/server';
import type { ReactNode } from 'react';
import { workJob } from '@/core/assembly/workJob';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { BOOK } from '@/core/assembly/book';
import { VehicleState } from '@/core/kernel/places';
import { cornerStances } from '@/core/subjects/stance/cornerStances';
import { show } from '@/core/kernel/units/format';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';
import { demoJobs } from '../../../scripts/demo/jobs';
import { CAIRN, PACKHORSE, TARN } from '../../../scripts/demo/vehicles';
import { Figure, PlusMinus, Words } from '../Figure';
import { SheetOnScreen } from '../job/SheetOnScreen';
import { Keypad } from '../reading/Keypad';
import { UnitsProvider } from '../Units';
import { Arm } from './Arm';
import { HeightPosts } from './HeightPosts';
import { PointDrawing } from './PointDrawing';
import { SvgFigure } from './SvgFigure';
import { VehicleFront } from './VehicleFront';
import { VehicleSide } from './VehicleSide';
import { sideShape } from '@/core/subjects/stance/vehicleShape';

const drawn = (what: ReactNode, units: UnitChoice = INCH_SHOP) =>
  renderToStaticMarkup(<UnitsProvider units={units}>{what}</UnitsProvider>);
const words = (markup: string) => markup.replace(/<[^>]+>/g, ' ').replace(/\s+/g, ' ');
const rescue = demoJobs().find((j) => j.job.number === 'HG-0142');
if (!rescue) throw new Error('no demo job');

describe('figures', () => {
  test('a fraction is raised and lowered, and read out in full', () => {
    const markup = drawn(<Figure quantity="length" value={471.4875} />);
    expect(markup).toContain('<span class="sr-only">18 9/16 in</span>');
    expect(markup).toContain('<sup class="ml-[0.18em]">9</sup>⁄<sub>16</sub>');
    expect(markup).toContain('aria-hidden="true"');
  });
  test('no fraction, no marks; mm and degrees', () => {
    expect(drawn(<Figure quantity="length" value={508} />)).not.toContain('<sup');
    expect(words(drawn(<Figure quantity="length" value={-3} signed />, METRIC_SHOP))).toContain('−3 mm');
    expect(words(drawn(<Figure quantity="angle" value={3.25} signed />))).toContain('+3.3°');
    expect(words(drawn(<PlusMinus quantity="length" value={3.72} />, METRIC_SHOP))).toContain('± 3.7');
  });
  test('a phrase keeps its order', () => {
    expect(words(drawn(<Words phrase={['left ', { quantity: 'length', value: 25.4 }, ' and right']} />))).toMatch(
      /left 1 in ?and right/,
    );
  });
  test('in a drawing the fraction comes back to the line it left', () => {
    const markup = drawn(
      <svg>
        <text>
          <SvgFigure shown={show('length', 471.4875, INCH_SHOP)} size={10} />
        </text>
      </svg>,
    );
    const steps = [...markup.matchAll(/dy="(-?[\d.]+)"/g)].map((m) => Number(m[1]));
    expect(steps.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 9);
  });
});

describe('verdict marks', () => {
  const lines = (markup: string) => (markup.match(/<line/g) ?? []).length;
  test('the four differ by shape, not by colour alone', () => {
    const marks = (['Clear', 'Watch', 'Stop', 'Not measured'] as const).map((v) =>
      renderToStaticMarkup(<Arm verdict={v} />).replace(/var\(--\w+\)/g, 'ink'),
    );
    expect(new Set(marks).size).toBe(4);
  });
  test('a safety-critical Stop has a doubled arm, nothing else has', () => {
    expect(lines(renderToStaticMarkup(<Arm verdict="Stop" safetyCritical />))).toBe(
      lines(renderToStaticMarkup(<Arm verdict="Stop" />)) + 1,
    );
    expect(renderToStaticMarkup(<Arm verdict="Watch" safetyCritical />)).toBe(
      renderToStaticMarkup(<Arm verdict="Watch" />),
    );
    expect(renderToStaticMarkup(<Arm verdict="Not measured" />)).toContain('stroke-dasharray');
  });
});

describe('height posts', () => {
  const corners = cornerStances(workingsOf(rescue));
  test('a table says the same figures', () => {
    const table = words(drawn(<HeightPosts corners={corners} />).split('<table')[1] ?? '');
    const [fl] = cornerStances(workingsOf(rescue));
    const inches = (mm: number | undefined, signed = false) => show('length', mm ?? NaN, INCH_SHOP, signed).text;
    expect(table).toContain(
      `Front left ${inches(fl?.before?.value)} ${inches(fl?.plan ?? NaN)} ${inches(fl?.after?.value)} ${inches(fl?.rise?.value, true)}`,
    );
  });
  test('before is a tick, plan a dashed line, after a notch: one of each a corner, higher figures higher up', () => {
    const markup = drawn(<HeightPosts corners={corners} />, METRIC_SHOP).split('<figcaption')[0] ?? '';
    const ys = (pattern: RegExp) => [...markup.matchAll(pattern)].map((m) => Number(m[1]));
    const before = ys(/y1="([\d.]+)" y2="[\d.]+" stroke="var\(--chalk\)"/g);
    const plan = ys(/y1="([\d.]+)" y2="[\d.]+" stroke="var\(--graphite\)" stroke-width="2.5"/g);
    const after = ys(/d="M44 ([\d.]+) l 26/g);
    expect([before.length, plan.length, after.length]).toEqual([4, 4, 4]);
    before.forEach((y, i) => expect(after[i]).toBeLessThan(y));
    before.forEach((y, i) => expect(plan[i]).toBeLessThan(y));
  });
  test('words never stand on each other', () => {
    const close = corners.map((c) => ({
      ...c,
      plan: c.before && c.before.value + 1,
      after: c.before && { ...c.before, value: c.before.value + 2 },
    }));
    const markup = drawn(<HeightPosts corners={close} />, METRIC_SHOP).split('<figcaption')[0] ?? '';
    const firstPost = markup.split('<h3')[1] ?? '';
    const ys = [...firstPost.matchAll(/<text x="94" y="([\d.]+)"/g)].map((m) => Number(m[1])).sort((a, b) => a - b);
    expect(ys).toHaveLength(3);
    for (let i = 1; i < ys.length; i++) expect((ys[i] ?? 0) - (ys[i - 1] ?? 0)).toBeGreaterThanOrEqual(19);
  });
  test('nothing read: the next step', () => {
    const empty = corners.map((c) => ({ ...c, before: null, plan: null, after: null, rise: null }));
    expect(words(drawn(<HeightPosts corners={empty} />))).toContain('No height read yet');
  });
});

describe('vehicle from its own numbers', () => {
  test('a longer wheelbase draws longer, a raised tail draws higher', () => {
    const lips = { front: 473, rear: 494 };
    expect(sideShape({ ...CAIRN, wheelbase: 3200 }, lips).width).toBeGreaterThan(sideShape(CAIRN, lips).width);
    expect(sideShape(CAIRN, { front: 473, rear: 594 }).rearLip).toBe(sideShape(CAIRN, lips).rearLip + 100);
    expect(sideShape(CAIRN, lips).frontLip).toBe(CAIRN.tyreDiameter / 2 + 473);
  });
  test('every body kind and every corner draws without a broken number', () => {
    for (const vehicle of [CAIRN, TARN, PACKHORSE]) {
      const markup = drawn(
        <>
          <VehicleSide vehicle={vehicle} corners={cornerStances(workingsOf(rescue))} height={100} />
          <VehicleFront vehicle={vehicle} corners={cornerStances(workingsOf(rescue))} height={100} />
        </>,
      );
      expect(markup).not.toMatch(/NaN|undefined|Infinity/);
    }
  });
  test('a lean to one side turns the body from the front', () => {
    const corners = cornerStances(workingsOf(rescue));
    const level = corners.map((c) => ({ ...c, after: null, before: { value: 473, U: 3 } }));
    const lean = level.map((c) => (c.corner === 'FL' ? { ...c, before: { value: 493, U: 3 } } : c));
    expect(drawn(<VehicleFront vehicle={CAIRN} corners={level} height={100} />)).toContain('rotate(0.000');
    expect(drawn(<VehicleFront vehicle={CAIRN} corners={lean} height={100} />)).toMatch(/rotate\(2\.1\d\d/);
  });
});

describe('the reading in hand', () => {
  test('every point has a drawing in every state it is taken in', () => {
    for (const point of BOOK.points) {
      // The linkage's are drawn from the vehicle's own points; see ui/linkage.
      const { drawing } = point;
      if (drawing.of === 'linkage') continue;
      for (const state of VehicleState.options) {
        const markup = renderToStaticMarkup(<PointDrawing drawing={drawing} state={state} />);
        expect(markup.length).toBeGreaterThan(300);
        expect(markup).not.toMatch(/NaN|undefined/);
      }
    }
  });
  test('the keypad has every sixteenth once, in lowest terms, for inches only', () => {
    const names = (markup: string) => [...markup.matchAll(/aria-label="(\d+\/\d+)"/g)].map((m) => m[1]);
    const keys = names(renderToStaticMarkup(<Keypad quantity="length" inches signed={false} onKey={() => {}} />));
    expect(keys).toHaveLength(15);
    expect(new Set(keys).size).toBe(15);
    expect(keys).toEqual(expect.arrayContaining(['1/16', '1/8', '3/16', '1/4', '1/2', '7/8', '15/16']));
    expect(
      names(renderToStaticMarkup(<Keypad quantity="length" inches={false} signed={false} onKey={() => {}} />)),
    ).toEqual([]);
    expect(renderToStaticMarkup(<Keypad quantity="angle" inches signed={false} onKey={() => {}} />)).toContain(
      'plus / minus',
    );
    expect(renderToStaticMarkup(<Keypad quantity="length" inches signed onKey={() => {}} />)).toContain('plus / minus');
    expect(renderToStaticMarkup(<Keypad quantity="length" inches signed={false} onKey={() => {}} />)).not.toContain(
      'plus / minus',
    );
  });
});

test('the sheet on screen says what core worked: verdicts, heights, cautions, disclaimer', () => {
  const sheet = makeSheet(workingsOf(rescue), METRIC_SHOP, (iso) => iso);
  const text = words(drawn(<SheetOnScreen sheet={sheet} shop="Skarn Valley" />, METRIC_SHOP));
  for (const v of workJob(rescue).filter((v) => v.gate === 'after')) expect(text).toContain(v.title.replace('’', '’'));
  for (const row of sheet.heights) expect(text).toContain(`${row.before} ${row.plan} ${row.after}`);
  for (const caution of sheet.cautions) expect(text).toContain(caution);
  expect(text).toContain(sheet.disclaimer);
  expect(text).toContain('In the way of release');
});
