import { barRotation as barRotationLimit } from './limits';
import { type Spot } from '../../record/figures';
import { AXLES, axleOf, isCorner, type Axle, type Place } from '../../kernel/places';
import { BAR_STATES } from './points';
import type { ReadingGate } from '../../document/job';
import { noseUpAt } from '../stance/rise';
import { barRotation, neutralLinkLength, rotationFromHeight } from './neutral';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { barByGeometry } from '../linkage/geometryAid';
import { loadsOf } from '../stance/heightNeeds';
import { atLeastMm, deg, marked, mm } from '../../kernel/phrase';
import type { CheckDefinition, WorkedFigure, WorkInput } from '../../record/checks/types';

/** An arm that nobody measured is taken as short as they come: a height then makes the most of an angle. mm. */
const SHORTEST_ARM = 200;

/** The sway bar's rotation from where it stood: by the gauge, beside the geometry; by the geometry alone without it. */
export const swayBarCheck: CheckDefinition = {
  id: 'sway-bar-neutral',
  title: 'Sway bar back to neutral',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: barRotationLimit,
  quantity: 'angle',
  places: () => AXLES,
  needs: (w, place) => {
    const at = (gate: ReadingGate, point: string): Spot => ({ gate, point, place, state: 'floor' });
    const angles = { 'angle before': at('before', 'barAngle'), 'angle after': at('after', 'barAngle') };
    // The geometry can stand in for the gauge, not for a bar that is not there.
    const figures = w.figures;
    const status = Object.values(angles).map((spot) => figures.figure(spot).status);
    const byGeometry =
      !status.includes('not-fitted') && status.some((s) => s !== 'read') && barByGeometry(w, axleAt(place)) !== null;
    return {
      required: byGeometry ? {} : angles,
      optional: {
        ...(byGeometry ? angles : {}),
        runs: at('before', 'barArmRuns'),
        state: at('after', 'barState'),
        arm: at('after', 'barArmLength'),
        'arm before': at('before', 'barArmLength'),
        link: at('after', 'swayLinkLength'),
        lean: at('after', 'swayLinkLean'),
      },
    };
  },
  gone: (w, place) => {
    const seen = w.figures.figure({ gate: 'after', point: 'barState', place, state: 'floor' });
    const state = seen.status === 'observed' ? BAR_STATES.find((s) => s.id === seen.choice) : undefined;
    return state && !state.good ? [`${state.name.toLowerCase()}: it no longer holds the body level`] : null;
  },
  work: (input) => {
    const aid = barByGeometry(input.w, axleAt(input.place));
    const before = input.maybe('angle before');
    const after = input.maybe('angle after');
    if (!before || !after) return aid ? barFromGeometry(aid) : null;
    return barByGauge(input, before, after, aid);
  },
};

/** How the body's own pitch enters a gauge that was zeroed on the floor: against the body, it comes out again. */
function pitchOf(input: WorkInput): { by: Uncertain; u: number; said: string; unknown: boolean } {
  const nose = noseUpAt(input.w);
  if (!nose) return { by: { value: 0, u: 0 }, u: 0, said: 'the body’s pitch is not known', unknown: true };
  const runs = input.proof('runs')?.choice;
  // Nose up lifts the end of an arm that runs forward and lowers that of one that runs rearward.
  if (runs === 'forward') return { by: { value: -nose.value, u: nose.u }, u: 0, said: 'arm forward', unknown: false };
  if (runs === 'rearward') return { by: nose, u: 0, said: 'arm rearward', unknown: false };
  return {
    by: { value: 0, u: 0 },
    u: Math.hypot(nose.value, nose.u),
    said: 'which way the arm runs is not read: the body’s pitch stands as an uncertainty',
    unknown: false,
  };
}

function barByGauge(
  input: WorkInput,
  before: Uncertain,
  after: Uncertain,
  aid: ReturnType<typeof barByGeometry>,
): WorkedFigure {
  const arm = input.maybe('arm') ?? input.maybe('arm before');
  const link = input.maybe('link');
  const lean = input.maybe('lean');
  const pitch = pitchOf(input);
  const loads = loadsOf(input.figures);
  const loadU = rotationFromHeight(loads.u, arm?.value ?? SHORTEST_ARM);
  const turned = propagate(
    ([now = 0, neutral = 0, nose = 0]) => barRotation({ angleNow: now + nose, angleNeutral: neutral }),
    [after, before, pitch.by],
  );
  const rotation = { value: turned.value, u: Math.hypot(turned.u, pitch.u, loadU) };
  const apart = aid ? Math.abs(aid.value - rotation.value) : 0;
  const contradicts = aid !== null && apart > K * Math.hypot(aid.u, rotation.u);
  const advice: WorkedFigure['next'] = (() => {
    if (!arm || !link)
      return ['Measure the bar’s arm and the fitted link: they give the link length that brings it back.'];
    const wanted = propagate(
      ([a = 0, l = 0, now = 0, neutral = 0, tilt = 0, nose = 0]) =>
        neutralLinkLength({
          arm: a,
          link: l,
          angleNow: now + nose,
          angleNeutral: neutral,
          lean: tilt,
          runs: input.job.vehicle.swayLink,
        }),
      // An unread lean is taken as upright, give or take five degrees; a read one leans with the body's pitch.
      [
        arm,
        link,
        after,
        before,
        lean ? { value: lean.value, u: Math.hypot(lean.u, pitch.by.value, pitch.u) } : { value: 0, u: 5 },
        { value: pitch.by.value, u: Math.hypot(pitch.by.u, pitch.u) },
      ],
    );
    return [
      'Link of ',
      mm(wanted.value),
      ' (± ',
      atLeastMm(K * wanted.u),
      lean ? ')' : ', link taken as upright)',
      ' brings it back; fitted ',
      mm(link.value),
      '.',
    ];
  })();
  const state = input.proof('state');
  const gone = state && !state.good ? BAR_STATES.find((s) => s.id === state.choice)?.name.toLowerCase() : undefined;
  return {
    ...rotation,
    cap: [
      loads.cap,
      pitch.unknown
        ? { at: 'Watch', why: 'the gauge was zeroed on the floor and the body’s pitch is not known: read the heights' }
        : undefined,
      gone ? { at: 'Watch', why: `the bar leaves ${gone}` } : undefined,
    ],
    formula:
      'rotation = bar angle after − before, the body’s nose-up change taken out (gauge zeroed on the floor); link for neutral = distance from the link’s far end to where the arm’s end stood before (exact circles)',
    summary: ['rotated ', deg(rotation.value, true), ' from where it stood before'],
    next: contradicts
      ? [...advice, ' Gauge and geometry disagree beyond their uncertainty: see the linkage’s calibration.']
      : advice,
    mark: marked([
      `neutral: the angle found Before${input.job.reference.kind === 'before' ? ', stock unknown' : ''}`,
      pitch.said,
      ...(loads.u > 0 ? [`loads unlike: ${loads.said}`] : []),
      ...(aid ? [`geometry ${contradicts ? 'contradicts' : 'agrees'}${aid.assumed ? ', partly assumed' : ''}`] : []),
    ]),
    steps: [
      { name: 'By the gauge, against the floor', amount: [deg(after.value - before.value, true)] },
      { name: 'The body’s pitch taken out', amount: [deg(pitch.by.value, true)] },
      ...(aid
        ? [
            { name: 'By the geometry', amount: [deg(aid.value, true), ' ± ', deg(K * aid.u)] },
            ...(aid.neutral === null
              ? []
              : [{ name: 'Link for neutral, by the geometry', amount: [mm(aid.neutral, true), ' on the fitted one'] }]),
          ]
        : []),
    ],
  };
}

const axleAt = (place: Place): Axle => (isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front');

/** The bar's rotation where no gauge was put on it after the build. */
function barFromGeometry(aid: NonNullable<ReturnType<typeof barByGeometry>>): WorkedFigure {
  return {
    value: aid.value,
    u: aid.u,
    cap: aid.assumed
      ? { at: 'Watch', why: 'worked with points that are assumed: measure them, or put the gauge on the bar' }
      : undefined,
    formula: 'rotation of the bar in the measured geometry at the measured heights; link for neutral from the same',
    summary: ['rotated ', deg(aid.value, true), ' by the geometry'],
    next:
      aid.neutral === null
        ? ['Put the gauge on the bar’s arm.']
        : ['A link ', mm(aid.neutral, true), ' on the fitted one brings it back.'],
    mark: `worked from the vehicle’s geometry${aid.assumed ? ', partly assumed' : ''}`,
  };
}
