import { CAIRN } from '../../../../scripts/demo/vehicles';
import { BY_SUSPENSION } from '../../../../tests/support/vehicles';
import { inHand } from '../../../../tests/support/inHand';
import { lifted } from '../../../../tests/support/lifted';
import { built } from '../../../../tests/support/walk';
import type { Change, JobDocument, Vehicle } from '../../document/job';
import { axleAt } from '../../kernel/places';
import { buildRoute } from './route';

const VEHICLES = [...BY_SUSPENSION, ['triangulated links', { ...CAIRN, rearSuspension: 'beam-triangulated' }] as const];
/** What a lift makes: coils with arms, a levelling spacer, tyre and wheel, shaft and case, a body lift, nothing told of a place. */
const LIFTS: readonly (readonly [string, readonly Partial<Change>[]])[] = [
  ['coils and arms all round', [{ kind: 'spring' }, { kind: 'track-bar-or-arm' }]],
  ['a spacer in front', [{ kind: 'spring', place: 'front', part: 'spring-spacer' }]],
  ['tyres and wheels', [{ kind: 'tyre-or-wheel' }]],
  ['shaft and case', [{ kind: 'driveshaft', place: 'rear' }, { kind: 'case-or-bearing' }]],
  ['a body lift', [{ kind: 'body-lift' }]],
];
const SCHOOLS = ['hub-to-lip', 'floor-to-lip'] as const;

const came = (vehicle: Vehicle, school: (typeof SCHOOLS)[number]): JobDocument => {
  const job = lifted({ vehicle, bare: true, job: { heightSchool: school } });
  return { ...job, readings: job.readings.filter((r) => r.gate === 'before') };
};

describe.each(VEHICLES)('After on %s', (_name, vehicle) => {
  const jobs = SCHOOLS.map((school) => came(vehicle, school));
  test.each(LIFTS)('%s: by hand and hanging before anything is rolled, flexed or driven', (_lift, changes) => {
    for (const whole of jobs)
      for (const kind of ['short', 'full']) {
        const job = built(whole, changes);
        const stops = buildRoute(inHand(job), 'after', kind);
        const at = (asked: (s: (typeof stops)[number]) => boolean): number[] =>
          stops.flatMap((s, i) => (asked(s) ? [i] : []));
        // Said without the laps: pairs of which the first is done while the second is still dangerous or moves it.
        const before = (first: number[], second: number[]): void => {
          if (first.length > 0 && second.length > 0) expect(Math.max(...first)).toBeLessThan(Math.min(...second));
        };
        const everywhere = changes.some((c) => c.place === undefined);
        const turnedByHand = at(
          (s) =>
            ['hoseProof', 'shaftsTurned'].includes(s.point.id) &&
            (everywhere || changes.some((c) => c.place !== undefined && axleAt(c.place) === axleAt(s.place))) &&
            // What a change does not bear on stands as Before once the heights say so.
            !(
              changes.every((c) => c.kind === 'driveshaft' || c.kind === 'case-or-bearing') &&
              s.point.id === 'hoseProof'
            ) &&
            !(changes.every((c) => c.kind === 'tyre-or-wheel') && s.point.id === 'shaftsTurned') &&
            !(changes.every((c) => c.kind === 'body-lift') && s.point.id === 'shaftsTurned'),
        );
        const rolled = at((s) => s.point.rideHeight === true);
        const flexed = at((s) => s.state === 'ramp');
        const turned = at((s) => s.state === 'floor-left' || s.state === 'floor-right');
        const pedal = at((s) => ['pedal', 'leaks', 'wheelFastening'].includes(s.point.id));
        const fit = at((s) => s.point.tells.includes('wheel fit'));
        const hung = at((s) => s.state.startsWith('droop'));
        const aligned = at((s) => s.state === 'floor' && s.point.tells.includes('alignment'));
        const lamps = at((s) => s.point.tells.includes('lamps') && s.state === 'floor');
        const drives = at((s) => s.point.tells.includes('engages'));
        before(turnedByHand, rolled);
        before(fit, rolled);
        before(pedal, rolled);
        before(rolled, aligned);
        before(hung, flexed);
        before(hung, turned);
        before(aligned, flexed);
        before(flexed, turned);
        before(turned, lamps);
        before(lamps, drives);
        expect(rolled.length).toBeGreaterThan(0);
      }
  });
});
