import { demoJobs } from '../../../scripts/demo/jobs';
import { lifted } from '../../../tests/support/lifted';
import { BOOK, workingsOf } from '../assembly/book';
import { shutBecause } from '../assembly/gates/gates';
import { blocksRelease } from '../assembly/gates/release';
import { workJob } from '../assembly/workJob';
import type { ChangeKind } from '../document/changes';
import type { JobDocument, Reading } from '../document/job';
import type { Place } from '../kernel/places';
import { askedNotFitted, nothingDone } from './leadsWords';
import { raisedOn } from './raised';

const raised = (job: JobDocument): string[] => raisedOn(job, BOOK).map((r) => `${r.kind} ${r.place}`);
const inTheWay = (job: JobDocument): string[] =>
  workJob(job)
    .filter(blocksRelease)
    .map((v) => `${v.check} ${v.place}`);
const without = (job: JobDocument, kind: ChangeKind): JobDocument => ({
  ...job,
  changes: job.changes.filter((c) => c.kind !== kind),
});
const entry = (
  kind: string,
  body: Record<string, string>,
  broughtIn?: JobDocument['entries'][number]['broughtIn'],
) => ({
  id: crypto.randomUUID(),
  kind,
  body,
  gate: 'after' as const,
  by: 'Ivo',
  at: '2026-11-20T10:00:00Z',
  ...(broughtIn && { broughtIn }),
});
const [tyres] = demoJobs().filter((j) => j.job.number === 'HG-0139');
if (!tyres) throw new Error('HG-0139');

describe('what stands on the vehicle and in no record', () => {
  test('each change of each demo job at After left unrecorded in turn: none can be released', () => {
    const seen: string[] = [];
    for (const job of [tyres, ...demoJobs().filter((j) => j.job.gate === 'after')])
      for (const { kind } of job.changes) {
        const left = without(job, kind);
        // A trim and a setting of the alignment show in no length: what they bear on is read After anyway.
        if (['trim', 'alignment', 'shock-or-strap'].includes(kind)) continue;
        seen.push(`${job.job.number} ${kind}`);
        expect([job.job.number, raised(left)]).toEqual([
          job.job.number,
          expect.arrayContaining([expect.stringContaining(kind)]),
        ]);
        // Each is in the way of release; worked whole for the one that was ready for it.
        if (job === tyres)
          expect(inTheWay(left)).toEqual(expect.arrayContaining([expect.stringContaining(`unrecorded-${kind} `)]));
      }
    expect(seen.length).toBeGreaterThan(6);
    // Nothing is raised where all was written down.
    for (const job of demoJobs()) expect([job.job.number, raised(job)]).toEqual([job.job.number, []]);
  });

  test('a vehicle 65 mm higher on other tyres and nothing written: its rows come, with all that wheels bring', () => {
    const bare = lifted({ bare: true });
    expect(raised(bare)).toEqual(
      expect.arrayContaining(['spring front', 'spring rear', 'tyre-or-wheel front', 'tyre-or-wheel rear']),
    );
    expect(inTheWay(bare)).toEqual(
      expect.arrayContaining(['unrecorded-spring front', 'thread-engagement front', 'wheel-to-calliper RL']),
    );
  });

  test('recorded at one axle the other is still raised; a record of the whole vehicle covers both', () => {
    const bare = without(tyres, 'tyre-or-wheel');
    const at = (place?: Place): JobDocument => ({
      ...bare,
      changes: [
        ...bare.changes,
        {
          id: crypto.randomUUID(),
          kind: 'tyre-or-wheel',
          gate: 'build',
          what: 'wheels',
          by: 'Ivo',
          at: '2026-11-10T08:00:00Z',
          ...(place && { place }),
        },
      ],
    });
    expect(raised(bare)).toEqual(['tyre-or-wheel front', 'tyre-or-wheel rear']);
    expect(raised(at('front'))).toEqual(['tyre-or-wheel rear']);
    expect(raised(at())).toEqual([]);
  });

  test('another end’s springs, a load or a pressure explain some millimetres, never a lift', () => {
    const bare = lifted({ bare: true, after: { tyreDiameter: 806, swayLinkLength: 150, barAngle: 3 } });
    const made = (kind: ChangeKind, place?: Place): JobDocument => ({
      ...bare,
      changes: [
        {
          id: crypto.randomUUID(),
          kind,
          gate: 'build',
          what: kind,
          by: 'Ivo',
          at: '2026-11-01T20:00:00Z',
          ...(place && { place }),
        },
      ],
    });
    const springs = (job: JobDocument) => raised(job).filter((r) => r.startsWith('spring'));
    expect(springs(bare)).toEqual(['spring front', 'spring rear']);
    expect(springs(made('spring', 'rear'))).toEqual(['spring front']);
    for (const kind of ['load', 'tyre-pressure', 'tyre-or-wheel', 'alignment', 'brake-hose'] as const)
      expect([kind, springs(made(kind))]).toEqual([kind, ['spring front', 'spring rear']]);
    expect(springs(made('body-lift'))).toEqual([]);
    expect(springs(made('spring'))).toEqual([]);
  });

  test('read from the floor, taller tyres alone raise the tyre and no spring', () => {
    const floor = (rise: number, taller: number) =>
      raised(
        lifted({
          bare: true,
          job: { heightSchool: 'floor-to-lip' },
          before: { floorToLip: 900, loadedRadius: 390, tyreDiameter: 806, poke: -5 },
          after: {
            floorToLip: 900 + rise + taller,
            loadedRadius: 390 + taller,
            tyreDiameter: 806 + 2 * taller,
            poke: -5,
            swayLinkLength: 150,
            barAngle: 3,
          },
        }),
      ).filter((r) => /^(spring|tyre)/.test(r));
    expect(floor(0, 20)).toEqual(['tyre-or-wheel front', 'tyre-or-wheel rear']);
    expect(floor(40, 0)).toEqual(['spring front', 'spring rear']);
  });

  test('a spacer measured After where none was fitted Before is raised, and one that is gone too', () => {
    const [bare] = [without(tyres, 'tyre-or-wheel')];
    const spacer = (before: number | null, after: number | null): string[] => {
      const like = bare.readings.find((r) => r.point === 'tyreDiameter' && r.place === 'front');
      if (!like) throw new Error('a tyre is read');
      const of = (gate: Reading['gate'], value: number | null): Reading => ({
        ...like,
        id: crypto.randomUUID(),
        gate,
        point: 'wheelSpacer',
        answer: value === null ? 'not-fitted' : 'measured',
        value,
        text: value === null ? '' : `${value}`,
        unit: value === null ? '' : 'mm',
        takenAt: gate === 'before' ? '2026-11-01T09:00:00Z' : '2026-11-20T09:00:00Z',
      });
      const rest = bare.readings.filter((r) => r.point !== 'tyreDiameter' && r.point !== 'poke');
      return raised({ ...bare, readings: [...rest, of('before', before), of('after', after)] });
    };
    expect(spacer(null, 30)).toEqual(['tyre-or-wheel front']);
    expect(spacer(30, null)).toEqual(['tyre-or-wheel front']);
    expect(spacer(null, null)).toEqual([]);
    expect(spacer(30, 30)).toEqual([]);
  });

  test('struck, it stays raised, at either gate; read again as it came, it is cured', () => {
    const bare = without(tyres, 'tyre-or-wheel');
    const strike = (gate: Reading['gate']): JobDocument => ({
      ...bare,
      strikes: bare.readings
        .filter((r) => r.point === 'tyreDiameter' && r.gate === gate)
        .map((r) => ({ reading: r.id, reason: 'misread', by: 'Runa', at: '2026-11-20T09:00:00Z' })),
    });
    for (const gate of ['before', 'after'] as const)
      expect([gate, raised(strike(gate))]).toEqual([gate, ['tyre-or-wheel front', 'tyre-or-wheel rear']]);
    const again: JobDocument = {
      ...bare,
      readings: [
        ...bare.readings,
        ...bare.readings
          .filter((r) => r.point === 'tyreDiameter' && r.gate === 'before')
          .map((r) => ({
            ...r,
            id: crypto.randomUUID(),
            gate: 'after' as const,
            takenAt: '2026-11-20T09:00:00Z',
            supersedes:
              bare.readings.find((o) => o.gate === 'after' && o.point === r.point && o.place === r.place)?.id ?? null,
          })),
      ],
    };
    expect(raised(again)).toEqual([]);
  });

  test('three standard uncertainties and 3 mm: below either nothing is raised', () => {
    const tall = (by: number) =>
      raised(
        lifted({
          bare: true,
          before: { hubToLip: 500 },
          after: { hubToLip: 500 + by, tyreDiameter: 806, swayLinkLength: 150 },
        }),
      ).filter((r) => r.startsWith('spring'));
    // A height: tape and settling 1.8 mm once, 1.3 in the mean of two After; together 2.2, three times that 6.7 mm.
    expect(tall(6)).toEqual([]);
    expect(tall(7.5)).toEqual(['spring front', 'spring rear']);
  });

  test('what was asked for is to be recorded, or a lead says that it was not fitted; not a word out of a file', () => {
    const asked: JobDocument = {
      ...lifted(),
      kit: {
        ...(lifted().kit ?? tyres.kit),
        patches: [{ kind: 'lowered-crossmember', axle: 'front', by: 40 }],
      } as JobDocument['kit'],
    };
    expect(raised(asked)).toEqual(['case-or-bearing front']);
    const body = { kind: 'case-or-bearing', place: 'front', what: 'the lowered crossmember', reason: 'not wanted' };
    expect(raised({ ...asked, entries: [entry(askedNotFitted.kind, body)] })).toEqual([]);
    const file = { by: 'Runa', at: '2026-11-19T08:00:00Z', shop: 'Elsewhere' } as never;
    expect(raised({ ...asked, entries: [entry(askedNotFitted.kind, body, file)] })).toEqual(['case-or-bearing front']);
  });

  test('After stays shut until something is recorded, or a lead says that it is judged as it was brought in', () => {
    const build = {
      ...lifted({ bare: true }),
      readings: lifted({ bare: true }).readings.filter((r) => r.gate === 'before'),
    };
    const at = (job: JobDocument) => shutBecause(workingsOf({ ...job, job: { ...job.job, gate: 'build' } }));
    expect(at(build)).toEqual([expect.stringContaining('nothing is recorded')]);
    expect(at({ ...build, entries: [entry(nothingDone.kind, { reason: 'built elsewhere' })] })).toEqual([]);
  });
});
