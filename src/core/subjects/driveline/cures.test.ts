import { inHand } from '../../../../tests/support/inHand';
import { onSprings as lifted } from '../../../../tests/support/lifted';
import { TARN } from '../../../../scripts/demo/vehicles';
import { DEG } from '../../kernel/geometry/point';
import { bestAmount, CURES, partsAt, tryCure } from './cures';
import { judgedTrain, wordOf } from './judged';
import { type TrainParts } from './parts';
import { movedTrain } from './predicted';

describe('cures', () => {
  const steep = lifted({ 'shaftAngle.rear.below': 8.9 });
  const w = inHand(steep);
  const rear = partsAt(w, 'rear', 'after') as TrainParts;
  const cure = (id: string) => CURES.find((c) => c.id === id) ?? CURES[0];
  const start = (id: string) => Object.fromEntries((cure(id)?.figures ?? []).map((f) => [f.id, f.start]));
  test('what cannot be on this suspension is not offered, and says why', () => {
    expect(cure('shim')?.never(w, rear)).toMatch(/only an axle on leaves/);
    expect(cure('arms')?.never(w, rear)).toBeNull();
    expect(cure('bearing-drop')?.never(w, rear)).toMatch(/no centre bearing/);
    const leaf = inHand(lifted({}, TARN));
    const onLeaves = partsAt(leaf, 'rear', 'after') as TrainParts;
    expect(cure('arms')?.never(leaf, onLeaves)).toMatch(/leaves/);
    expect(cure('shim')?.never(leaf, onLeaves)).toBeNull();
  });
  test('nothing of it leaves the train as it is', () => {
    for (const c of CURES.filter((each) => each.figures.length > 0 && each.never(w, rear) === null)) {
      const is = judgedTrain(w, 'after', c.apply(w, rear, start(c.id)));
      const was = judgedTrain(w, 'after', rear);
      was?.rows.forEach((row, i) => expect(is?.rows[i]?.value).toBeCloseTo(row.value, 6));
    }
  });
  test('turning the axle is what a moved axle with that turn and no travel is', () => {
    const turned = cure('arms')?.apply(w, rear, { amount: 2, reach: 320 });
    const moved = movedTrain(
      rear,
      { value: 0, u: 0 },
      { value: 2, u: 0, by: '', assumed: false },
      { value: 320, u: 0 },
    );
    expect(turned?.pinion.value).toBeCloseTo(moved.pinion.value, 9);
    expect(turned?.shafts[0]?.inclination.value).toBeCloseTo(moved.shafts[0]?.inclination.value ?? NaN, 9);
  });
  test('a case drop tilts both outputs alike, brings the rear shaft up and the front one down', () => {
    const [own, other] = tryCure(w, 'after', rear, cure('case-drop') as (typeof CURES)[0], {
      amount: 30,
      mount: 900,
      joint: 1000,
    });
    const drop = cure('case-drop')?.apply(w, rear, { amount: 30, mount: 900, joint: 1000 });
    // By hand: the output falls by atan(30/900), its joint by 30·1000/900.
    expect(drop?.output.value).toBeCloseTo(rear.output.value + Math.atan(30 / 900) * DEG, 9);
    const L = rear.shafts[0]?.length.value ?? 1;
    const sin = Math.sin((rear.shafts[0]?.inclination.value ?? 0) / DEG) - (30 * 1000) / 900 / L;
    expect(drop?.shafts[0]?.inclination.value).toBeCloseTo(Math.asin(sin) * DEG, 9);
    expect([own?.axle, other?.axle]).toEqual(['rear', 'front']);
    const front = partsAt(w, 'front', 'after') as TrainParts;
    const there = cure('case-drop')?.other?.(front, { amount: 30, mount: 900, joint: 1000 });
    expect(there?.shafts[0]?.inclination.value).toBeGreaterThan(front.shafts[0]?.inclination.value ?? NaN);
  });
  test('the amount that is proposed is the best there is, found again by trying every one', () => {
    for (const id of ['arms', 'case-drop']) {
      const c = cure(id) as (typeof CURES)[0];
      const best = bestAmount(w, 'after', rear, c, start(id));
      const count = (amount: number, word: string) =>
        tryCure(w, 'after', rear, c, { ...start(id), amount })
          .flatMap(({ is }) => is?.rows ?? [])
          .filter((r) => wordOf(r) === word).length;
      const range = c.figures[0];
      if (best === null || !range) continue;
      for (let a = range.low; a <= range.high; a += id === 'arms' ? 0.5 : 5)
        expect(count(a, 'Stop')).toBeGreaterThanOrEqual(count(best, 'Stop'));
    }
  });
});
