import { drawnQuestions } from '../../../../../tests/support/drawnQuestions';
import { answered, applied } from '../../../../../tests/support/fitCases';
import { size } from '../../../../../tests/support/size';

/** With this one every kind of cure is told among the first ten questions already. */
const SEED = Number(process.env.CURES_SEED ?? 6);
const RUNS = Number(process.env.CURES_RUNS ?? size(18, 120));

test(`each cure told reads Clear when it is put on, and a whole step less does not (seed ${SEED})`, () => {
  const told: Record<string, number> = {};
  const wrong: string[] = [];
  for (const [n, q] of drawnQuestions(SEED, RUNS).entries()) {
    const was = answered(q);
    if (was.verdict === 'Clear') continue;
    for (const { kind, amount } of was.cures) {
      told[kind] = (told[kind] ?? 0) + 1;
      const with_ = answered(applied(q, kind, amount), false);
      const less = answered(applied(q, kind, amount - Math.sign(amount)), false);
      const said = `${n} ${q.name} ${q.grade} ${q.obstacle.id}: ${kind} ${amount}`;
      if (with_.verdict !== 'Clear') wrong.push(`${said} leaves ${with_.gap} ${with_.verdict}`);
      if (less.verdict === 'Clear') wrong.push(`${said} though one less does`);
    }
  }
  expect(wrong).toEqual([]);
  // It was not all Clear, and every kind of cure was told.
  expect(Object.keys(told).sort()).toEqual([
    'axle',
    'bump-stop',
    'diameter',
    'move',
    'offset',
    'steering-stop',
    'trim',
    'width',
  ]);
}, 240_000);
