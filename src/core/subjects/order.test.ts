import { readdirSync } from 'node:fs';
import path from 'node:path';
import { BOOK } from '../assembly/book';
import { SUBJECTS } from '../assembly/subjects';
import { MAKES_STALE, staleAfter } from '../record/stale';
import order from './order.json';

const folders = readdirSync(__dirname, { withFileTypes: true }).flatMap((e) => (e.isDirectory() ? [e.name] : []));

test('every subject’s folder has its place in the written order, and is named by the one list', () => {
  expect([...order].sort()).toEqual([...folders].sort());
  expect(SUBJECTS.map((s) => s.id).sort()).toEqual(folders.filter((name) => name !== 'common').sort());
  expect(path.basename(__dirname)).toBe('subjects');
});

test('every reading kind says when it is asked, and what it says agrees with the gates at which it may be read', () => {
  for (const { id, asked, gates, tells } of BOOK.points) {
    const wanted =
      asked === 'both gates'
        ? ['before', 'after']
        : asked === 'before'
          ? ['before']
          : asked === 'after'
            ? ['after']
            : null;
    if (wanted) expect([id, ...gates]).toEqual([id, ...wanted]);
    else if (typeof asked === 'object') expect([id, gates.includes('after')]).toEqual([id, true]);
    // What is read once a vehicle and again after the build has to say what would change it; no change here is of gears.
    else if (gates.includes('after'))
      expect([id, staleAfter(...tells).length > 0 || id === 'axleRatio']).toEqual([id, true]);
  }
});

test('every limit is some check’s or some gap’s, and every change makes something stale', () => {
  const used = new Set(
    BOOK.checks.flatMap((check) => [check.limit ?? check.judgedBy ?? []].flat().map((limit) => limit.id)),
  );
  expect(BOOK.limits.map((limit) => limit.id).filter((id) => !used.has(id))).toEqual([]);
  for (const tells of Object.values(MAKES_STALE)) expect(tells.length).toBeGreaterThan(0);
});
