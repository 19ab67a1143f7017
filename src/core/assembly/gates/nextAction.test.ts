import { demoJobs } from '../../../../scripts/demo/jobs';
import { inHand } from '../../../../tests/support/inHand';
import type { JobDocument } from '../../document/job';
import { VehicleState } from '../../kernel/places';
import { STATIONS } from '../../record/station';
import { LAP_NAME } from '../../record/afterLaps';
import { buildRoute } from '../route/route';
import { rowsOf, stationStates } from '../stations';
import { workJob } from '../workJob';
import { nextAction } from './nextAction';
import { blocksRelease, releaseBlockers } from './release';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(`no demo job ${number}`);
  return job;
};
const worked = (job: JobDocument) => {
  const w = inHand(job);
  return { w, verdicts: workJob(job, w) };
};
/** The clean release as it stood before it was signed. */
const clean = demoJobs().find((j) => j.job.state === 'released');
if (!clean) throw new Error('no released demo job');
const unsigned: JobDocument = { ...clean, signOffs: [], job: { ...clean.job, state: 'open', gate: 'after' } };
const all = demoJobs().map((job) => [job.job.number, job] as const);

describe('rows of checks', () => {
  test.each(all)('%s: every verdict stands in one row, none twice, the worst of each leading', (_, job) => {
    const { verdicts } = worked(job);
    const rows = rowsOf(verdicts);
    expect(rows.flatMap((r) => r.all)).toHaveLength(verdicts.length);
    expect(new Set(rows.flatMap((r) => r.all))).toEqual(new Set(verdicts));
    const rank = { Stop: 0, 'Not measured': 1, Watch: 2, Clear: 3 };
    for (const { worst, all: places } of rows) {
      expect(new Set(places.map((v) => v.check)).size).toBe(1);
      for (const v of places) {
        expect(rank[worst.verdict]).toBeLessThanOrEqual(rank[v.verdict]);
        if (v.verdict === worst.verdict && v.margin !== null && worst.margin !== null)
          expect(worst.margin).toBeLessThanOrEqual(v.margin);
      }
    }
  });
});

describe('the station tape', () => {
  test.each(all)(
    '%s: eight lengths, what is left adds up to the short route, every verdict has a station',
    (_, job) => {
      const { w, verdicts } = worked(job);
      for (const gate of ['before', 'after'] as const) {
        const tape = stationStates(w, verdicts, gate);
        expect(tape.map((s) => s.id)).toEqual(STATIONS.map((s) => s.id));
        const open = buildRoute(w, gate, 'short').filter((s) => s.status !== 'answered');
        expect(tape.reduce((sum, s) => sum + s.left, 0)).toBe(open.length);
        expect(tape.reduce((sum, s) => sum + s.seconds, 0)).toBe(open.reduce((sum, s) => sum + s.seconds, 0));
        const here = verdicts.filter((v) => v.gate === gate);
        // A Stop anywhere stands on the tape.
        const stopped = new Set(here.filter((v) => v.verdict === 'Stop').map((v) => w.book.stationOf(v.check)));
        expect(tape.filter((s) => s.word === 'Stop').map((s) => s.id)).toEqual(
          STATIONS.map((s) => s.id).filter((id) => stopped.has(id)),
        );
        for (const v of here) expect(w.book.stationOf(v.check)).toBeDefined();
      }
    },
  );
  test('what is not measured reads so until it is read, or a lead says why it is not done here', () => {
    const words = (job: JobDocument) => Object.fromEntries(stationStates(...tapeOf(job)).map((s) => [s.id, s.word]));
    expect(words(unsigned)).toMatchObject({ driveline: 'Clear', axle: 'Clear', alignment: 'Clear' });
    const bare = { ...unsigned, entries: [] };
    expect(words(bare)).toMatchObject({ alignment: 'Not measured' });
    expect(
      words({
        ...bare,
        stationLines: [
          {
            id: crypto.randomUUID(),
            line: 'alignment',
            answer: 'not-done-here',
            text: 'the stand in town',
            by: 'Ivo',
            at: '2026-11-30T08:00:00Z',
          },
        ],
      }),
    ).toMatchObject({ alignment: 'Watch' });
  });
  const tapeOf = (job: JobDocument) => {
    const { w, verdicts } = worked(job);
    return [w, verdicts, 'after'] as const;
  };
});

describe('the one next action', () => {
  test('a clean job has none', () => {
    const { w, verdicts } = worked(unsigned);
    expect(releaseBlockers(verdicts)).toEqual([]);
    expect(nextAction(w, verdicts, 'after')).toBeNull();
  });
  test.each(all)('%s: a Stop that can hurt somebody leads, whatever else is open', (_, job) => {
    const { w, verdicts } = worked(job);
    const safety = verdicts.filter((v) => blocksRelease(v) && v.verdict === 'Stop' && v.safetyCritical);
    const next = nextAction(w, verdicts, 'after');
    if (safety.length > 0) {
      expect(next).toMatchObject({ kind: 'mend' });
      expect(next?.kind === 'mend' && safety).toContain(next?.kind === 'mend' && next.row.worst);
    } else if (releaseBlockers(verdicts).length > 0) expect(next).not.toBeNull();
  });
  // The second way: what a lap is said to answer is what disappears once its readings are there again.
  const states = VehicleState.options.filter((state) =>
    unsigned.readings.some((r) => r.gate === 'after' && r.state === state),
  );
  test.each(states)('%s not read: it is what is left, and answers what it says', (state) => {
    const without: JobDocument = {
      ...unsigned,
      readings: unsigned.readings.filter((r) => r.gate !== 'after' || r.state !== state),
    };
    const { w, verdicts } = worked(without);
    const open = buildRoute(w, 'after', 'short').filter((s) => s.status !== 'answered');
    const next = nextAction(w, verdicts, 'after');
    if (open.length === 0) return expect(next?.kind).not.toBe('read');
    // Its first lap leads; whatever else is open is in the figures beside it.
    const first = open.filter((s) => s.lap === open[0]?.lap);
    expect(next).toMatchObject({ kind: 'read', lap: LAP_NAME[open[0]?.lap ?? 'road'], stops: first });
    expect(next?.seconds).toBe(open.reduce((sum, s) => sum + s.seconds, 0));
    // Nothing was in the way before; what is in the way now waits for this lap alone.
    expect(next?.blocks).toBe(releaseBlockers(verdicts).length);
  });
  test('every station judges by its readings: no line waits for an answer', () => {
    const { w, verdicts } = worked({ ...unsigned, stationLines: [] });
    expect(w.book.leadsLines.every((line) => line.covers)).toBe(true);
    expect(nextAction(w, verdicts, 'after')).toBeNull();
  });
  test('at Before what is still to read comes first, in the order of the route', () => {
    const { w, verdicts } = worked(demo('HG-0138'));
    const open = buildRoute(w, 'before', 'short').filter((s) => s.status !== 'answered');
    expect(open.length).toBeGreaterThan(0);
    expect(nextAction(w, verdicts, 'before')).toMatchObject({ kind: 'read', stop: open[0], blocks: open.length });
  });
  // The second way: the change is recorded, and what is stale then is counted.
  test.each(all)('%s: what is to be read again after a mend is no more than what its change makes stale', (_, job) => {
    const { w, verdicts } = worked(job);
    const next = nextAction(w, verdicts, 'after');
    if (next?.kind !== 'mend') return;
    const costs = next.row.worst.staleOn.map((kind) => {
      const at = '2031-01-01T00:00:00Z';
      const changed = {
        ...job,
        changes: [...job.changes, { id: at, kind, gate: 'after' as const, what: 'x', by: 'Runa', at }],
      };
      const before = new Set(
        buildRoute(w, 'after', 'short')
          .filter((s) => s.status === 'answered')
          .map((s) => s.key),
      );
      return buildRoute(inHand(changed), 'after', 'short')
        .filter((s) => s.status === 'stale' && before.has(s.key))
        .reduce((sum, s) => sum + s.seconds, 0);
    });
    expect(costs).toContain(next.seconds);
    if (next.row.all.length === 1) expect(next.seconds).toBe(Math.min(...costs));
  });
});
