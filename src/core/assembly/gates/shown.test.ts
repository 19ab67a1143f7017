import { demoJobs } from '../../../../scripts/demo/jobs';
import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { STATIONS } from '../../record/station';
import { stationStates } from '../stations';
import { gateStates } from './gates';
import { nextAction } from './nextAction';
import { Shown, shownOf } from './shown';

const NOW = '2026-11-30T12:00:00Z';

describe('what a job’s page shows before the job is there', () => {
  test.each(demoJobs().map((job) => [job.job.number, job] as const))(
    '%s: as the page itself has it, and the same once it was kept',
    (_number, job) => {
      const [w, verdicts] = [inHand(job), verdictsOf(job)];
      const shown = shownOf(w, verdicts, NOW);
      expect(Shown.parse(JSON.parse(JSON.stringify(shown)))).toEqual(JSON.parse(JSON.stringify(shown)));
      expect(shown.gates).toEqual(gateStates(w, verdicts));
      for (const gate of ['before', 'after'] as const) {
        const states = stationStates(w, verdicts, gate);
        expect(shown.tape[gate].map((l) => [l.id, l.word, l.left, l.worst?.value ?? null])).toEqual(
          states.map((s) => [s.id, s.word, s.left, s.worst?.value ?? null]),
        );
        expect(shown.tape[gate]).toHaveLength(STATIONS.length);
        const next = nextAction(w, verdicts, gate);
        // A gate that takes nothing has nothing to be done next.
        if (shown.next[gate]) expect(shown.next[gate].reason).toEqual(next?.reason);
      }
      // Not the document over again: it is kept beside every job, and its gates and stations go with every page.
      expect(JSON.stringify({ ...shown, rows: null }).length).toBeLessThan(12_000);
      expect(JSON.stringify(shown).length).toBeLessThan(50_000);
      // A room, a load or an angle between two lines carries no plus.
      for (const row of Object.values(shown.rows.after).flat())
        if (['brake-hose-slack', 'shaft-gap', 'tyre-load-rating', 'equivalent-angle'].includes(row.check))
          expect([row.check, row.signed]).toEqual([row.check, false]);
    },
  );
  test('of the vehicle on the hoist the safety Stop leads, with what to do', () => {
    const job = demoJobs().find((j) => j.job.number === 'HG-0142');
    if (!job) throw new Error('HG-0142');
    const { next } = shownOf(inHand(job), verdictsOf(job), NOW);
    expect(next.after).toMatchObject({ mark: 'Stop', safetyCritical: true });
    expect(next.after?.does.length).toBeGreaterThan(0);
    expect(next.before).toBeNull();
  });
});
