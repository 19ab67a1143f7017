import { reachAcross } from '../../gauge/axle';
import type { ReadingGate } from '../../document/job';
import { deg, fine, mm, type Phrase } from '../../kernel/phrase';
import { K } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition, WorkedFigure } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { withTrackBar } from '../axlePlace/points';
import { barsAlike, bumpSteerLimit } from './limits';
import { BUMPS, steeredBeam } from './points';
import { judge } from '../../kernel/judge';
import { limitOn } from '../../record/checks/limit';
import { filedSays } from '../../record/told';
import { builtOpposite } from './entries';
import { below, BUMP_BY, bumpMeasured, bumpsOf, crossBar, dragLinkAt, jackedAt, trackBarAt, valueOf } from './read';

import { BAR_POINTS, DRAG_POINTS, from, judged, leans, sure } from './shared';
/** A bar whose ends stand farther apart than it is long was not read as it stands. */
const cannotReach = (w: Workings, gate: ReadingGate): { why: string; next: string } | null => {
  const [drag, track] = [dragLinkAt(w, gate), trackBarAt(w, gate)];
  const name = [['drag link', drag] as const, ['track bar', track] as const].find(
    ([, bar]) => bar && reachAcross(crossBar(bar), bar.height.value) === null,
  )?.[0];
  return name
    ? {
        why: `a ${name} of that length cannot reach between its ends`,
        next: `Read the ${name}’s length, height and run fore and aft again.`,
      }
    : null;
};

/** Drag link and track bar alike in slope: what they are unlike by, bump turns into steering. */
const bars = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'drag-link-track-bar',
  title: 'Drag link against track bar',
  gate,
  required: gate === 'after',
  limit: barsAlike,
  places: (w) => withTrackBar(w.job).filter((axle) => axle === 'front'),
  needs: () => ({ required: { ...from(gate, BAR_POINTS), ...from(gate, DRAG_POINTS) } }),
  notWorkable: (w) => cannotReach(w, gate),
  work: ({ w }) => {
    const [drag, track] = [sure(dragLinkAt(w, gate)), sure(trackBarAt(w, gate))];
    // Bars that hang from opposite sides lean alike where their slopes are mirror images; unlike ends never are.
    const apart = drag.inclination.value - track.inclination.value;
    const longer = drag.length.value - track.length.value;
    return {
      value: apart,
      u: Math.hypot(drag.inclination.u, track.inclination.u),
      formula:
        'inclination of the drag link − that of the track bar, asin(height ÷ length) of its ends; + left end lower',
      summary: [deg(Math.abs(apart)), ' apart; lengths ', mm(Math.abs(longer)), ' apart'],
      next: [
        drag.frame !== track.frame
          ? 'They hang from opposite sides: bump steers it whatever their slopes; bring both frame ends to one side.'
          : 'Bring them parallel: track bar bracket, drop pitman arm or drag link over the knuckle. Try each at this station.',
      ],
      steps: [
        { name: 'Drag link', amount: [deg(Math.abs(drag.inclination.value)), `, ${leans(drag.inclination.value)}`] },
        { name: 'Track bar', amount: [deg(Math.abs(track.inclination.value)), `, ${leans(track.inclination.value)}`] },
        { name: 'Drag link less track bar, length', amount: [mm(longer, true)] },
      ],
      cap:
        drag.frame === track.frame
          ? undefined
          : {
              at: 'Watch',
              why: 'drag link and track bar hang from opposite sides: their ends swing against one another',
            },
    };
  },
});

/**
 * Drag link and track bar that hang from opposite sides swing against one another: bump steers it, unless it was measured
 * that it does not, or its maker built it so. Source: docs/figures.md "Default limits".
 */
const opposite: CheckDefinition = {
  id: 'bars-opposite',
  title: 'Drag link and track bar from one side',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: null,
  quantity: null,
  places: (h) => withTrackBar(h.job).filter((axle) => axle === 'front'),
  needs: () => ({
    required: { drag: below('after', 'dragLinkSide'), seen: below('after', 'trackBarSide') },
    optional: Object.fromEntries(
      BUMPS.flatMap((n) =>
        ['bumpHeight', 'bumpToe'].map((point): [string, Spot] => [
          `${point}${n}`,
          { gate: 'after', point: `${point}${n}`, place: 'FL', state: 'floor' },
        ]),
      ),
    ),
  }),
  says: (w) => {
    const side = (point: string): string | null => {
      const figure = w.figures.figure(below('after', point));
      return figure.status === 'observed' ? figure.choice : null;
    };
    const [drag, track] = [side('dragLinkSide'), side('trackBarSide')];
    if (drag === track) return { verdict: 'Clear', summary: [`both hang from the ${drag ?? ''}`], next: [] };
    const apart: Phrase = [`drag link from the ${drag ?? ''}, track bar from the ${track ?? ''}`];
    const maker = w.job.entries.findLast(({ kind, broughtIn }) => kind === builtOpposite.kind && !broughtIn);
    if (maker)
      return {
        verdict: 'Watch',
        summary: [...apart, '; ', ...filedSays(w.book, maker)],
        next: ['Measure bump steer at jacked heights: it is so made, and a lift changes it.'],
      };
    const measured = bumpMeasured(w, 'after');
    if (measured) {
      const { clear, stop, rule } = limitOn(w.job, bumpSteerLimit);
      const word = judge(measured.value, measured.u, { clear, stop, sense: 'most' }, rule).verdict;
      if (word === 'Clear')
        return {
          verdict: 'Watch',
          summary: [...apart, '; bump steer measured: ', fine(Math.abs(measured.value)), ' a ', mm(25)],
          next: ['Told to the customer: their ends swing against one another.'],
        };
    }
    return {
      verdict: 'Stop',
      summary: [...apart, ': their ends swing against one another'],
      next: [
        'Bring both frame ends to one side; or measure bump steer at jacked heights; or a lead enters that its maker built it so.',
      ],
    };
  },
};

/** Tie rod against lower arm: the same question where the wheels hang on wishbones. */
const tieRod = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'tie-rod-arm',
  title: 'Tie rod against lower arm',
  gate,
  required: gate === 'after',
  limit: barsAlike,
  places: (w) => (steeredBeam(w.job) ? [] : ['FL', 'FR']),
  needs: (_w, place) => ({
    required: from(gate, ['tieRodAngle', 'armAngle'], place),
    optional: from(gate, ['tieRodLength', 'armLength']),
  }),
  work: ({ get, maybe }) => {
    const [rod, arm] = [get('tieRodAngle'), get('armAngle')];
    const apart = rod.value - arm.value;
    const [rodLength, armLength] = [maybe('tieRodLength'), maybe('armLength')];
    const longer = rodLength && armLength ? rodLength.value - armLength.value : null;
    return {
      value: apart,
      u: Math.hypot(rod.u, arm.u),
      formula: 'inclination of the tie rod − slope of the lower arm; + outer end lower',
      summary: [
        deg(Math.abs(apart)),
        ' apart',
        ...(longer === null ? [] : ['; lengths ', mm(Math.abs(longer)), ' apart']),
      ],
      next: ['A rack lowered with its crossmember, or a knuckle that carries the rod’s end as high as the arm’s.'],
      steps: [
        { name: 'Tie rod', amount: [deg(rod.value, true)] },
        { name: 'Lower arm', amount: [deg(arm.value, true)] },
        ...(longer === null ? [] : [{ name: 'Tie rod less arm, length', amount: [mm(longer, true)] }]),
      ],
    };
  },
});

const jackedSpots = (w: Workings, gate: ReadingGate): Record<string, Spot> =>
  Object.fromEntries(
    BUMPS.flatMap((n) =>
      ['bumpHeight', 'bumpToe'].map((point): [string, Spot] => [
        `${point}${n}`,
        { gate, point: `${point}${n}`, place: 'FL', state: 'floor' },
      ]),
    ).filter(([, spot]) => jackedAt(w, gate).length === 0 || valueOf(w, spot) !== null),
  );

/** Bump steer by the surest that is known of it: measured, by the linkage, from the bars. */
const bump = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  quantity: 'fineAngle',
  id: 'bump-steer',
  title: 'Bump steer, per 25 mm',
  gate,
  limit: bumpSteerLimit,
  places: () => ['front'],
  needs: (w) => {
    const measured = jackedAt(w, gate).length > 1;
    const byGeometry = bumpsOf(w, gate).some(({ by }) => by === 'geometry');
    const tape = {
      ...from(gate, [...DRAG_POINTS, 'steeringArm']),
      ...(withTrackBar(w.job).includes('front') ? from(gate, BAR_POINTS) : {}),
    };
    if (measured) return { required: jackedSpots(w, gate), optional: steeredBeam(w.job) ? tape : {} };
    // What became of a measured figure is looked at although another stands in for it.
    const jacked = jackedSpots(w, gate);
    if (byGeometry) return { required: {}, optional: steeredBeam(w.job) ? { ...tape, ...jacked } : jacked };
    // On wishbones only the toe at jacked heights, or the linkage, tells it.
    return steeredBeam(w.job) ? { required: tape, optional: jacked } : { required: jacked };
  },
  notWorkable: (w) => (bumpsOf(w, gate).length === 0 ? cannotReach(w, gate) : null),
  work: ({ w }): WorkedFigure | null => {
    const all = bumpsOf(w, gate);
    const [told] = all;
    if (!told) return null;
    const others = all.slice(1);
    const off = others.find((o) => Math.abs(Math.abs(o.value) - Math.abs(told.value)) > K * Math.hypot(o.u, told.u));
    return {
      value: told.value,
      u: told.u,
      formula:
        told.by === 'measured'
          ? 'least-squares slope of this wheel’s toe over its travel, a 25 mm'
          : told.by === 'geometry'
            ? 'heading of the left wheel 12.5 mm up − 12.5 mm down, by the linkage'
            : '(change of the drag link’s reach across − the axle’s shift by its track bar) ÷ steering arm, a 25 mm',
      summary: [fine(Math.abs(told.value)), ` a `, mm(25), `, by ${BUMP_BY[told.by]}`],
      next: [
        told.by === 'measured'
          ? 'Drag link and track bar, or tie rod and arm, parallel and alike in length.'
          : 'Measure it: toe of one wheel at three jacked heights, from this station; then bring the bars parallel.',
      ],
      steps: others.map((o) => ({ name: `By ${BUMP_BY[o.by]}`, amount: [fine(o.value, true)] as Phrase })),
      cap: [
        told.assumed && gate === 'after' ? { at: 'Watch', why: 'part of the linkage is only assumed' } : undefined,
        off
          ? { at: 'Watch', why: `${BUMP_BY[told.by]} and ${BUMP_BY[off.by]} disagree by more than both are unsure` }
          : undefined,
      ],
    };
  },
});

export const barChecks: readonly CheckDefinition[] = [
  bars('before'),
  bars('after'),
  opposite,
  tieRod('before'),
  tieRod('after'),
  bump('before'),
  bump('after'),
];
