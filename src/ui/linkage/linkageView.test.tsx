import { workingsOf } from '@/core/assembly/book';
import { renderToStaticMarkup } from 'react-dom/server';
import { demoJobs } from '../../../scripts/demo/jobs';
import { calibrate } from '@/core/subjects/linkage/calibrate';
import { corrections } from '@/core/subjects/linkage/corrections';
import { staged, stateOf } from '@/core/subjects/linkage/stages';
import { ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { UnitsProvider } from '../Units';
import { CalibrationPanel } from './CalibrationPanel';
import { Figures } from './Figures';
import { LengthsPanel } from './LengthsPanel';
import { LinkageView } from './LinkageView';
import { barsOf, hull, jointsOf, onPaper, tyreRings } from './shape';
import { Sliders } from './Sliders';

const job = (number: string) => {
  const found = demoJobs().find((j) => j.job.number === number);
  if (!found) throw new Error(number);
  return found;
};
const rescue = job('HG-0142');
const posed = (axle: 'front' | 'rear', which = rescue, stage: 'before' | 'after' = 'before') => {
  const end = staged(workingsOf(which), axle, stage);
  const linkage = linkageOf(end.end);
  const state = stateOf(end) ?? { left: 0, right: 0 };
  if (linkage.pose(state.left, state.right, 0)) throw new Error('out of reach');
  const row = new Float64Array(ROW);
  linkage.measure(row);
  return { end, row, joints: linkage.joints(), named: jointsOf(end) };
};
const drawn = (node: React.ReactNode) =>
  renderToStaticMarkup(<UnitsProvider units={METRIC_SHOP}>{node}</UnitsProvider>);
const words = (markup: string) =>
  markup
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const ENDS = [
  ['links', rescue, 'front'],
  ['five links', rescue, 'rear'],
  ['wishbone', job('HG-0138'), 'front'],
  ['leaves', job('HG-0144'), 'rear'],
  ['radius arms', job('HG-0143'), 'front'],
  ['triangulated', job('HG-0143'), 'rear'],
] as const;

describe.each(ENDS)('%s', (_, which, axle) => {
  const { end, row, joints, named } = posed(axle, which);
  test('every named point is among the joints that are drawn', () => {
    for (const joint of named) expect([joint.at, joints[joint.at] !== undefined]).toEqual([joint.at, true]);
  });
  test('every part that has both its ends is a line of some length', () => {
    const bars = barsOf(end.end).filter((bar) => joints[bar.from] && joints[bar.to]);
    expect(bars.length).toBeGreaterThan(8);
    for (const bar of bars) {
      const [a, b] = [joints[bar.from], joints[bar.to]];
      if (a && b) expect([bar.part, Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) > 1]).toEqual([bar.part, true]);
    }
  });
  test('each view draws it from the numbers; the large one is walked by keyboard and has its figures', () => {
    for (const view of ['side', 'front', 'top', 'below'] as const) {
      const large = view === 'below';
      const markup = drawn(
        <LinkageView
          view={view}
          end={end.end}
          tyre={end.end.tyre ?? null}
          now={joints}
          chalk={joints}
          radius={390}
          joints={named}
          selected={named[0]?.at ?? null}
          onSelect={() => {}}
          {...(large ? { large: { row } } : {})}
        />,
      );
      expect(markup).not.toMatch(/NaN|undefined/);
      expect(markup.includes('role="listbox"')).toBe(large);
      expect(markup.includes('toe ')).toBe(large);
      expect(markup).toContain('var(--paint)');
    }
  });
});

test('what is assumed is dashed and hollow, what is measured is solid', () => {
  const show = (which: typeof rescue, axle: 'front' | 'rear') => {
    const { end, joints, named } = posed(axle, which);
    return drawn(
      <LinkageView
        view="top"
        end={end.end}
        tyre={null}
        now={joints}
        chalk={null}
        radius={390}
        joints={named}
        selected={null}
        onSelect={() => {}}
      />,
    );
  };
  expect(show(rescue, 'front')).not.toContain('stroke-dasharray="9 6"');
  const half = show(job('HG-0138'), 'front');
  expect(half).toContain('stroke-dasharray="9 6"');
  expect(half).toContain('stroke-dasharray="26 20"');
});

test('paper: forward is left from the side and from above, up is up, the vehicle’s left is right from the front', () => {
  expect(onPaper('side', [100, 5, 30])).toEqual([-100, -30]);
  expect(onPaper('front', [100, 5, 30])).toEqual([5, -30]);
  expect(onPaper('top', [100, 5, 30])).toEqual([-100, 5]);
  // Lying under it, head to the front, the vehicle’s left is on the other hand.
  expect(onPaper('below', [100, 5, 30])).toEqual([-100, -5]);
});

test('a tyre’s rings are as large as the tyre, and its hull leaves no point outside', () => {
  const rings = tyreRings([0, 800, 400], [0, 1, 0], {
    diameter: 800,
    sectionWidth: 280,
    shoulderRadius: 40,
    planeOffset: 0,
  });
  const heights = rings.outer.map((p) => p[2]);
  expect(Math.max(...heights)).toBeCloseTo(800, 6);
  expect(Math.min(...heights)).toBeCloseTo(0, 6);
  expect(new Set(rings.outer.map((p) => Math.round(p[1])))).toEqual(new Set([900]));
  expect(
    hull([
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
      [2, 2],
      [2, 0],
    ]),
  ).toHaveLength(4);
});

test('figures: left beside right, with the change from Before, and a link that cannot reach said so', () => {
  const before = posed('front');
  const after = posed('front', rescue, 'after');
  const text = words(drawn(<Figures row={after.row} before={before.row} />));
  expect(text).toMatch(/Caster −?\d+\.\d\d° [−+]\d+\.\d\d°/);
  expect(text).toMatch(/Axle nose up/);
  const short = after.row.slice();
  short[14] = NaN;
  expect(words(drawn(<Figures row={short} before={before.row} />))).toContain('Sway bar turned cannot reach');
  expect(text).not.toContain('Half shaft');
});

test('sliders: travels, roll and steer, with the stances to go back to', () => {
  const markup = drawn(
    <Sliders
      pose={{ left: -60, right: -40, steer: 0.5 }}
      onPose={() => {}}
      stops={[
        { name: 'Before', left: 0, right: 0 },
        { name: 'After', left: -60, right: -40 },
      ]}
      steered
    />,
  );
  const text = words(markup);
  expect(text).toContain('Both −50 mm');
  expect(text).toContain('Roll, left up −10 mm');
  expect(text).toContain('50 % lock');
  expect(markup).toMatch(/aria-pressed="true"[^>]*>After/);
  expect(
    words(drawn(<Sliders pose={{ left: 0, right: 0, steer: 0 }} onPose={() => {}} stops={[]} steered={false} />)),
  ).not.toContain('lock');
});

test('gauges beside the geometry: the wrong caster is a finding, with the points most likely wrong', () => {
  const text = words(drawn(<CalibrationPanel calibrations={[calibrate(workingsOf(rescue), 'before')]} />));
  expect(text).toMatch(/Caster, front left · finding/);
  expect(text).toMatch(/Caster, front right · agrees/);
  expect(text).toMatch(/knuckle joint, left, front: read again\. Moved by \d+ mm/);
  expect(words(drawn(<CalibrationPanel calibrations={[]} />))).toMatch(/Nothing to hold the geometry against yet/);
});

test('lengths: the parts that put it right, or what they wait for', () => {
  const [before, after] = [staged(workingsOf(rescue), 'front', 'before'), staged(workingsOf(rescue), 'front', 'after')];
  const list = corrections(after, before);
  expect(list.length).toBeGreaterThan(4);
  const text = words(drawn(<LengthsPanel corrections={list} stage="after" changed={after.changed} />));
  expect(text).toMatch(/Track bar the axle back under the middle [−+]\d+ mm/);
  expect(words(drawn(<LengthsPanel corrections={[]} stage="before" changed={[]} />))).toMatch(
    /Choose Plan or As built/,
  );
  expect(words(drawn(<LengthsPanel corrections={[]} stage="plan" changed={[]} />))).toMatch(/Set the wanted lift/);
});
