import { inHand } from '../../../../tests/support/inHand';
import { found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { TARN } from '../../../../scripts/demo/vehicles';
import type { JobDocument } from '../../document/job';
import { liftDid } from './moved';
import { camberAt } from './read';
import { blocking, words } from '../../../../tests/support/alignment';

describe('what the lift did', () => {
  test('both sides gone alike is nothing; one alone is a finding, and never in the way by itself', () => {
    expect(found(lifted(), 'caster-moved', 'front').verdict).toBe('Clear');
    const one = lifted({ after: { 'casterGauge.FL.floor': 3.2 } });
    expect(found(one, 'caster-moved', 'front')).toMatchObject({ verdict: 'Watch' });
    expect(words(one, 'caster-moved', 'front')).toContain('left went −1.40°, right −0.20°');
    expect(blocking(one)).not.toContain('caster-moved front');
    // Set since, it no longer tells what the lift did.
    expect(verdictOf(withChange(one, 'alignment'), 'caster-moved', 'front')).toBeNull();
  });
  test('a taped vehicle’s caster goes as its linkage has it, and one that was read otherwise is a finding', () => {
    const [rescue] = demoJobs().filter((j) => j.job.number === 'HG-0142');
    if (!rescue) throw new Error('no demo job');
    const read = (value: number): JobDocument => ({
      ...rescue,
      readings: rescue.readings.map((r) =>
        r.gate === 'after' && r.point === 'caster' && r.place === 'FR' ? { ...r, value, text: String(value) } : r,
      ),
    });
    // As the demo's true linkage stands at After: 6.3.
    expect(found(read(6.3), 'caster-predicted', 'FR').verdict).toBe('Clear');
    expect(found(read(3.9), 'caster-predicted', 'FR').verdict).toBe('Watch');
  });
  test('a beam keeps its camber, whatever it hangs on: one that went is a bent tube or a loose joint', () => {
    expect(found(lifted(), 'camber-predicted', 'FL').verdict).toBe('Clear');
    const bent = lifted({ after: { 'camberGauge.FR.floor': 1.4 } });
    expect(found(bent, 'camber-predicted', 'FR')).toMatchObject({ verdict: 'Watch' });
    expect(words(bent, 'camber-predicted', 'FR')).toMatch(/straight housing.*bent tube/);
    expect(found(bent, 'camber-predicted', 'FL').verdict).toBe('Clear');
    // A wishbone without geometry is not predicted, and says nothing.
    expect(verdictOf(lifted({ vehicle: TARN }), 'camber-predicted', 'FL')).toBeNull();
  });
  test('axis lean and camber are one angle of the knuckle: together they stay, or it is bent', () => {
    const both = (camber: number, lean: number) =>
      lifted({
        before: { axisLean: 11.8 },
        after: { 'camberGauge.FL.floor': camber, 'axisLean.FL.floor': lean, 'axisLean.FR.floor': 11.8 },
      });
    const [was] = [inHand(both(0, 11.8))].map((w) => camberAt(w, 'before', 'FL')?.value ?? NaN);
    // Camber set by a degree takes a degree of lean with it.
    expect(found(both((was ?? NaN) + 1, 10.8), 'knuckle-angle', 'FL').verdict).toBe('Clear');
    expect(found(both((was ?? NaN) + 1, 11.8), 'knuckle-angle', 'FL')).toMatchObject({
      verdict: 'Watch',
      value: expect.closeTo(1, 6),
    });
    expect(verdictOf(lifted(), 'knuckle-angle', 'FL')?.verdict ?? 'Clear').toBe('Clear');
  });
  test('what the lift did is told apart: body’s pitch, axle or arms, and what neither explains', () => {
    const job = demoJobs().find((j) => j.job.number === 'HG-0142');
    if (!job) throw new Error('no demo job');
    const rows = liftDid(inHand(job));
    expect(rows).toHaveLength(4);
    const [left] = rows;
    expect(left).toMatchObject({ corner: 'FL', figure: 'caster', went: { value: expect.closeTo(-3.5, 6) } });
    const over = (left?.went.value ?? NaN) - (left?.pitch?.value ?? NaN) - (left?.linkage?.value ?? NaN);
    expect(over).toBeCloseTo(found(job, 'caster-predicted', 'FL').value ?? NaN, 9);
    // Without geometry the axle's part is not predicted; the body's pitch still is.
    const bare = liftDid(inHand(lifted()));
    expect(bare[0]).toMatchObject({ linkage: null, pitch: { value: expect.any(Number) } });
    expect(bare.find((r) => r.figure === 'camber')).toMatchObject({ linkage: { value: 0 } });
  });
});
