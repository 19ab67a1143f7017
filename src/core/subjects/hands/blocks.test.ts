import { TARN } from '../../../../scripts/demo/vehicles';
import { found, lifted, verdictOf } from '../../../../tests/support/lifted';
import type { JobDocument } from '../../document/job';

describe('blocks', () => {
  const leaves = { ...TARN, frontSuspension: 'beam-leaves' as const };
  test.each([
    ['rear', 'one', 'Clear'],
    ['rear', 'stacked', 'Stop'],
    ['front', 'one', 'Stop'],
    ['front', 'stacked', 'Stop'],
    ['front', 'none', 'Clear'],
  ] as const)('%s, %s: %s', (place, choice, verdict) => {
    const job = lifted({ vehicle: leaves, after: { [`blocks.${place}.floor`]: { choice } }, changes: ['spring'] });
    expect(found(job, 'axle-blocks', place)).toMatchObject({ verdict, safetyCritical: true });
  });
  test('told otherwise than Before with no spring recorded, it is not measured; a Stop stays one', () => {
    const told = (choice: string) =>
      found(lifted({ vehicle: leaves, after: { 'blocks.rear.floor': { choice } }, bare: true }), 'axle-blocks', 'rear');
    expect(told('one')).toMatchObject({
      verdict: 'Not measured',
      toldOtherwise: [{ choice: 'none' }, { choice: 'one' }],
    });
    expect(told('stacked').verdict).toBe('Stop');
  });
  test('what a kit puts there counts, seen or not', () => {
    const job = lifted({ vehicle: leaves });
    const block = (axle: 'front' | 'rear') => ({ kind: 'axle-block' as const, axle, by: 38 });
    const withKit = (...patches: ReturnType<typeof block>[]): JobDocument => ({
      ...job,
      kit: job.kit && { ...job.kit, patches },
    });
    expect(found(withKit(block('rear')), 'axle-blocks', 'rear').verdict).toBe('Clear');
    expect(found(withKit(block('rear'), block('rear')), 'axle-blocks', 'rear').verdict).toBe('Stop');
    expect(found(withKit(block('front')), 'axle-blocks', 'front').verdict).toBe('Stop');
  });
  test('a coil axle has none to look for', () => expect(verdictOf(lifted(), 'axle-blocks', 'rear')).toBeNull());
});
