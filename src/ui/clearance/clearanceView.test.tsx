import { workingsOf } from '@/core/assembly/book';
import { renderToStaticMarkup } from 'react-dom/server';
import { workJob } from '@/core/assembly/workJob';
import { demoJobs } from '../../../scripts/demo/jobs';
import { exactly, obstacle, problemOf } from '../../../tests/support/levelCorner';
import { assess } from '@/core/subjects/clearance/engine/assess';
import { RING, RingSweep } from '@/core/subjects/clearance/engine/ring';
import type { Cure, ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { say } from '@/core/kernel/phrase';
import { compareGaps } from '@/core/subjects/clearance/fit/gaps';
import { problemAt } from '@/core/subjects/clearance/fit/problemAt';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { UnitsProvider } from '../Units';
import { ClockRing } from './ClockRing';
import { GapsPanel } from './GapsPanel';
import { Doubts, StandsOn } from './StandsOn';
import { Tried } from './Tried';
import { cured, fittedText, plainFitment } from './trial';
import { Needs } from './Waiting';
import { WheelViews } from './WheelViews';
import { cureWords, curesInOrder, headline, hourFigure, hourWords, poseWords, steerWords } from './words';

const drawn = (node: React.ReactNode): string =>
  renderToStaticMarkup(<UnitsProvider units={METRIC_SHOP}>{node}</UnitsProvider>);
const lip = obstacle(
  'fender-lip',
  [
    [-300, 800, 900],
    [300, 800, 900],
  ],
  { name: 'Fender lip' },
);
const rail = obstacle(
  'frame',
  [
    [-30, 640, 400],
    [30, 640, 400],
  ],
  { name: 'Frame', meets: 'arm', gives: null },
);
const limits = exactly({ rest: 0, bump: 90, droop: -80 });
const problem = problemOf([lip, rail], { own: limits, across: limits, steer: { from: 0, to: 0, u: 0 } });
const { swept, results } = assess(problem);
const ring = new RingSweep(swept, problem.tyre).all();
const hives = demoJobs().find((j) => j.job.number === 'HG-0144');
if (!hives) throw new Error('demo');

describe('the clock ring', () => {
  const markup = drawn(
    <ClockRing
      gaps={ring.gaps}
      nearest={ring.nearest}
      obstacles={problem.obstacles}
      limits={problem.limits}
      results={results}
      tyre={problem.tyre}
      now={[{ id: 'fender-lip', hour: 0, gap: 40 }]}
      selected="fender-lip"
      onSelect={() => {}}
    />,
  );
  test('has twelve hours, the tyre’s figures, and every obstacle named with its gap', () => {
    for (let h = 1; h <= 12; h++) expect(markup).toContain(`>${h}</text>`);
    expect(markup).toContain('Ø 800 mm');
    for (const r of results) expect(markup).toContain(r.name);
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
  });
  test('is drawn only where something stands, and no more wedges than places', () => {
    const wedges = markup.match(/<path /g)?.length ?? 0;
    expect(wedges).toBeGreaterThan(4);
    expect(wedges).toBeLessThan(RING);
  });
  test('with nothing swept yet there is a tyre and no ring', () => {
    const empty = drawn(
      <ClockRing
        gaps={new Float32Array(0)}
        nearest={new Int16Array(0)}
        obstacles={problem.obstacles}
        limits={problem.limits}
        results={[]}
        tyre={problem.tyre}
        now={[]}
        selected={null}
        onSelect={() => {}}
      />,
    );
    expect(empty.match(/<path /g)).toBeNull();
    expect(empty).toContain('Ø 800 mm');
  });
});

describe('side and plan view', () => {
  const scene = (side: 'left' | 'right') =>
    drawn(
      <WheelViews
        least="−8 mm"
        scene={{
          side,
          end: problem.end,
          tyre: problem.tyre,
          centre: [0, side === 'left' ? 800 : -800, 400],
          axis: [0, side === 'left' ? 1 : -1, 0],
          joints: {},
          obstacles: [
            {
              id: 'frame',
              soft: true,
              points: [
                [100, side === 'left' ? 640 : -640, 400],
                [-30, side === 'left' ? 640 : -640, 400],
              ],
            },
          ],
          selected: 'frame',
          rest: [0, side === 'left' ? 800 : -800, 400],
        }}
      />,
    );
  test('forward is right from outside and up from above; outboard right, on both sides', () => {
    expect(scene('left')).toContain('points="100.0,-400.0 -30.0,-400.0"');
    expect(scene('left')).toContain('points="640.0,-100.0 640.0,30.0"');
    expect(scene('right')).toContain('points="640.0,-100.0 640.0,30.0"');
  });
  test('the least gap of the pose is written once, by the view it is seen in', () => {
    expect(scene('left').match(/Least at this pose, nothing giving:.*−8 mm/g)).toHaveLength(1);
  });
  test('soft is dashed, the picked one in witness paint', () => {
    expect(scene('left')).toContain('stroke-dasharray="22 14"');
    expect(scene('left')).toContain('var(--paint)');
  });
});

describe('words', () => {
  const [worst] = results;
  if (!worst) throw new Error('nothing judged');
  test('hours as one says them', () => {
    expect([0, 0.2, 3, 8.4, 11.9].map(hourWords)).toEqual([
      '12 o’clock',
      '12 o’clock',
      '3 o’clock',
      'half past 8',
      '12 o’clock',
    ]);
    expect(hourFigure(8.5)).toBe('8:30');
  });
  test('the headline says what happens at the worst', () => {
    const as = (more: Partial<ObstacleResult>) => headline([{ ...worst, name: 'Liner, rear', hour: 8, ...more }]);
    expect(as({ gap: -3, verdict: 'Stop' })).toBe('Touches the rear liner at 8 o’clock');
    expect(as({ gap: 3, verdict: 'Stop' })).toBe('Too near the rear liner at 8 o’clock');
    expect(as({ gap: 9, verdict: 'Watch' })).toBe('Close to the rear liner at 8 o’clock');
    expect(as({ gap: 40, verdict: 'Clear' })).toBe('Clear: the rear liner is nearest, at 8 o’clock');
    expect(headline([])).toBe('Nothing to meet');
    // Clear is said of what was measured, never of what was not.
    expect(headline([{ ...worst, gap: 40, verdict: 'Clear' }], 3)).toBe('Clear of the 1 measured; 3 not measured');
    expect(headline([{ ...worst, name: 'Frame', hour: 9, gap: -1, verdict: 'Stop' }], 3)).toMatch(/^Touches the frame/);
  });
  test('a pose from ride height and lock, left and right by the wheel and not by the mechanism', () => {
    const pose = (own: number, steer: number, left: number) =>
      say(poseWords({ own, across: 0, steer, grade: 'Trail' }, -50, left, { from: -1, to: 1 }), METRIC_SHOP);
    expect(pose(-50, 0, 1)).toBe('ride height, straight');
    expect(pose(40, 1, 1)).toBe('90 mm up from ride height, left lock');
    expect(pose(-80, 1, -1)).toBe('30 mm down from ride height, right lock');
    expect(pose(-50, -0.5, -1)).toBe('ride height, 50 % left');
    // Where the stops were measured, lock is there and not at the file's own.
    expect(steerWords(0.9, 1, { from: -1.05, to: 0.9 })).toBe('left lock');
    expect(steerWords(-1.05, 1, { from: -1.05, to: 0.9 })).toBe('right lock');
    expect(steerWords(0.45, 1, { from: -1.05, to: 0.9 })).toBe('50 % left');
    expect(steerWords(0, 1, { from: -1, to: 1 })).toBe('straight');
    expect(pose(-50, 0, 0)).toBe('ride height');
  });
  test('cures in words, what the part cannot give last', () => {
    const cure = (kind: Cure['kind'], amount: number, beyond = false): Cure => ({ kind, amount, beyond, spoils: [] });
    const list = [
      cure('diameter', 20),
      cure('offset', 8),
      cure('trim', 12, true),
      cure('axle', -4),
      cure('steering-stop', 6),
    ];
    expect(curesInOrder(list).map((c) => c.kind)).toEqual(['offset', 'axle', 'diameter', 'steering-stop', 'trim']);
    expect(list.map((c) => say(cureWords(c), METRIC_SHOP))).toEqual([
      'tyre 20 mm less tall',
      'offset +8 (wheel in)',
      'trim 12 mm',
      'axle 4 mm back',
      'steering stops in by 6 %',
    ]);
    expect(say(cureWords(cure('offset', -8)), METRIC_SHOP)).toContain('wheel out');
    expect(say(cureWords(cure('width', 8)), METRIC_SHOP)).toBe('tyre 8 mm narrower');
    expect(say(cureWords(cure('move', 8)), METRIC_SHOP)).toBe('move it 8 mm');
    expect(say(cureWords(cure('bump-stop', 8)), METRIC_SHOP)).toBe('bump stop 8 mm longer');
  });
});

describe('a trial', () => {
  test('starts from what came, each cure put where it belongs', () => {
    const came = plainFitment(workingsOf(hives), 'FL');
    // As it was taped: a sixteenth beside what is written on it.
    expect(Math.abs(came.diameter - 806)).toBeLessThan(3);
    const cure = (kind: Cure['kind'], amount: number): Cure => ({ kind, amount, beyond: false, spoils: [] });
    expect(cured(came, cure('offset', 8), 'frame', 'front').offset).toBe(came.offset + 8);
    expect(cured(came, cure('diameter', 8), 'frame', 'front').diameter).toBe(came.diameter - 8);
    expect(cured(came, cure('width', 8), 'frame', 'front').sectionWidth).toBe(came.sectionWidth - 8);
    const stop = cured(cured(came, cure('bump-stop', 8), 'x', 'front'), cure('bump-stop', 5), 'x', 'front');
    expect(stop.bumpStop).toEqual({ front: 13, rear: 0 });
    const trim = cured(cured(came, cure('trim', 8), 'fender-lip', 'front'), cure('trim', 4), 'fender-lip', 'front');
    expect(trim.trim).toEqual({ 'fender-lip': 12 });
    expect(cured(came, cure('steering-stop', 8), 'x', 'front')).toEqual(came);
    expect(fittedText(workingsOf(hives), 'FL', 'plan', METRIC_SHOP)).toMatch(/^80\d × 268 mm, \+18$/);
  });
  test('the tyres side by side carry their worst verdict, or that they are swept', () => {
    const ready = { state: 'ready' as const, results, gaps: ring.gaps, nearest: ring.nearest, poses: 1, unreached: 0 };
    expect(drawn(<Tried name="Fitted" text="x" weighed={ready} missing={0} on onPick={() => {}} />)).toContain(
      `Fitted: ${results[0]?.verdict}`,
    );
    expect(
      drawn(
        <Tried
          name="Asked for"
          text="x"
          weighed={{ state: 'working', share: 0 }}
          missing={2}
          on={false}
          onPick={() => {}}
        />,
      ),
    ).toContain('sweeping');
    const clear = { ...ready, results: results.map((r) => ({ ...r, verdict: 'Clear' as const })) };
    const of = (missing: number) =>
      drawn(<Tried name="Fitted" text="x" weighed={clear} missing={missing} on onPick={() => {}} />);
    expect(of(0)).toContain('Fitted: Clear');
    expect(of(2)).toContain('Fitted: clear so far, 2 not measured');
  });
});

describe('what it stands on', () => {
  const found = problemAt(workingsOf(hives), 'FL', 'plan');
  if (!found.ok) throw new Error('needs');
  test('limits of travel with where they come from, and what was assumed', () => {
    const markup = drawn(<StandsOn posed={found.posed} weighed={undefined} />);
    expect(markup).toContain('through the shock’s motion ratio');
    expect(markup).toContain('nothing read: assumed (assumed)'.replace(' (assumed)', ''));
    expect(markup).toMatch(/\d+ known, \d+ not measured/);
  });
  test('an obstacle inside the tyre and a gap that cannot be are said aloud', () => {
    const posed = {
      ...found.posed,
      inside: ['fender-lip'],
      obstacles: { ...found.posed.obstacles, faults: [{ id: 'frame', fault: 'Frame: nothing so far in' }] },
    };
    const markup = drawn(<Doubts posed={posed} />);
    expect(markup).toContain('Inside the tyre as measured: Fender lip');
    expect(markup).toContain('Frame: nothing so far in.');
  });
  test('without anything to sweep: what is wanted, and the gaps as it stands at that corner', () => {
    const { readings } = hives;
    const bare = { ...hives, readings: readings.filter((r) => !r.point.startsWith('ob.')) };
    const needs = (verdicts: ReturnType<typeof workJob>) =>
      drawn(<Needs needs={['what stands there']} jobId="x" readable={false} corner="FL" verdicts={verdicts} />);
    const verdicts = workJob(bare);
    const still = verdicts.filter((v) => v.check.startsWith('static-') && v.place === 'FL' && v.value !== null);
    expect(still.length).toBeGreaterThan(0);
    const markup = needs(verdicts);
    expect(markup).toContain('what stands there');
    expect(markup.match(/Static gap/g)).toHaveLength(still.length);
    expect(needs([])).toContain('none read at this corner yet');
  });
  test('gaps beside the model, findings counted; none says what to measure', () => {
    const gaps = compareGaps(workingsOf(hives), 'before', 'FL', found.posed.obstacles.known);
    expect(drawn(<GapsPanel gaps={gaps} after={false} />)).toContain('on the floor, full left lock, Before');
    const [first] = gaps;
    if (!first) throw new Error('no gap');
    expect(drawn(<GapsPanel gaps={[{ ...first, finding: true }]} after />)).toContain('1 gap disagrees');
    expect(drawn(<GapsPanel gaps={[]} after />)).toContain('at both locks, and flexed');
    // What disagrees stands first, whatever was measured before it.
    const ordered = [
      { ...first, state: 'floor-left' as const },
      { ...first, gate: 'after' as const, state: 'ramp' as const },
      { ...first, state: 'floor-right' as const, finding: true },
    ];
    const rows = drawn(<GapsPanel gaps={ordered} after />).match(/full (left|right) lock|on the ramp/g);
    expect(rows?.[0]).toBe('full right lock');
    expect(rows?.at(-1)).toBe('full left lock');
  });
});
