import type { Spot } from '../../record/figures';
import { AXLES, CORNERS, type Corner } from '../../kernel/places';
import type { ReadingGate } from '../../document/job';
import { propagate } from '../../kernel/uncertainty/propagate';
import { swayBarCheck } from '../swayBar/barCheck';
import { bumpGapCheck } from './bumpCheck';
import { hoseSlackCheck } from '../lines/hoseCheck';
import type { LimitKey } from '../../record/checks/limits';
import { mm } from '../../kernel/phrase';
import { spotsOf } from '../../record/checks/spotsOf';
import type { CheckDefinition } from '../../record/checks/types';

const pressure = (gate: ReadingGate): CheckDefinition => ({
  id: 'tyre-pressure',
  title: 'Tyre pressures alike',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  limit: 'tyrePressure',
  quantity: 'pressure',
  places: () => AXLES,
  needs: (_w, place) => {
    const at = (corner: Corner): Spot => ({ gate, point: 'tyrePressure', place: corner, state: 'floor' });
    return { required: place === 'front' ? { left: at('FL'), right: at('FR') } : { left: at('RL'), right: at('RR') } };
  },
  work: (input) => {
    const left = input.get('left');
    const right = input.get('right');
    const amount = (value: number) => ({ quantity: 'pressure', value }) as const;
    return {
      ...propagate(([l = 0, r = 0]) => l - r, [left, right]),
      formula: 'left − right',
      summary: ['left ', amount(left.value), ', right ', amount(right.value)],
      next: ['Set both to the shop’s figure, cold, and read the heights again.'],
    };
  },
});

const STATIC_GAPS: readonly { point: string; limit: LimitKey; safety: boolean; title: string }[] = [
  { point: 'gapLip', limit: 'tyreToBody', safety: false, title: 'Static gap, fender lip' },
  { point: 'gapLinerFront', limit: 'tyreToBody', safety: false, title: 'Static gap, liner ahead' },
  { point: 'gapLinerRear', limit: 'tyreToBody', safety: false, title: 'Static gap, liner behind' },
  { point: 'gapInner', limit: 'tyreToArm', safety: true, title: 'Static gap, arm, spring or frame' },
  { point: 'gapHose', limit: 'tyreToHose', safety: true, title: 'Static gap, hose or harness' },
];

const staticGap = (
  gate: ReadingGate,
  { point, limit, safety, title }: (typeof STATIC_GAPS)[number],
): CheckDefinition => ({
  id: `static-${point.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`,
  title,
  gate,
  safetyCritical: safety,
  calculationMayClear: true,
  limit,
  quantity: 'length',
  places: (w) => CORNERS.filter((corner) => spotsOf(w, gate, point, corner).length > 0),
  needs: (w, place) => ({ required: Object.fromEntries(spotsOf(w, gate, point, place).map((s) => [s.state, s])) }),
  // A liner or lip that was taken away is recorded as trimmed; arms, frame and hoses are never gone.
  gone: (w) => {
    const change = safety ? null : w.job.changes.findLast((c) => c.kind === 'trim' || c.kind === 'lip');
    return change ? [`no longer there: ${change.what}`] : null;
  },
  work: (input) => {
    const spots = spotsOf(input.w, gate, point, input.place);
    const gaps = spots.map((s) => input.get(s.state));
    const least = propagate((values) => Math.min(...values), gaps);
    const where = spots[gaps.findIndex((gap) => gap.value === least.value)];
    const at =
      where?.state === 'floor-left'
        ? ', at left lock'
        : where?.state === 'floor-right'
          ? ', at right lock'
          : ', straight';
    return {
      ...least,
      formula: 'least of the gaps measured straight and at both locks, on the floor',
      summary: [mm(least.value), ` least${spots.length > 1 ? at : ''}`],
      next: ['More room at this point: offset, tyre, trim or stop; then prove it flexed.'],
      mark: 'static: says nothing about bump',
    };
  },
});

export const fitChecks: readonly CheckDefinition[] = (['before', 'after'] as const).flatMap((gate) => [
  pressure(gate),
  hoseSlackCheck(gate),
  ...(gate === 'after' ? [swayBarCheck] : []),
  ...STATIC_GAPS.map((gap) => staticGap(gate, gap)),
  bumpGapCheck(gate),
]);
