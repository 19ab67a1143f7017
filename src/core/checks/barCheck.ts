import { Figures, type Spot } from '../job/figures';
import { AXLES, axleOf, isCorner, type Axle, type Place } from '../job/places';
import type { ReadingGate } from '../job/schema';
import { barRotation, neutralLinkLength } from '../swayBar/neutral';
import { K, propagate } from '../uncertainty/propagate';
import { barByGeometry } from './geometryAid';
import { deg, marked, mm } from './phrase';
import type { CheckDefinition, Worked } from './types';

/** The sway bar's rotation from where it stood: by the gauge, beside the geometry; by the geometry alone without it. */
export const swayBarCheck: CheckDefinition = {
  id: 'sway-bar-neutral',
  title: 'Sway bar back to neutral',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  staleOn: ['spring', 'load', 'sway-link'],
  limit: 'barRotation',
  quantity: 'angle',
  places: () => AXLES,
  needs: (job, place) => {
    const at = (gate: ReadingGate, point: string): Spot => ({ gate, point, place, state: 'floor' });
    const angles = { 'angle before': at('before', 'barAngle'), 'angle after': at('after', 'barAngle') };
    // The geometry can stand in for the gauge, not for a bar that is not there.
    const figures = new Figures(job);
    const status = Object.values(angles).map((spot) => figures.figure(spot).status);
    const byGeometry =
      !status.includes('not-fitted') && status.some((s) => s !== 'read') && barByGeometry(job, axleAt(place)) !== null;
    return {
      required: byGeometry ? {} : angles,
      optional: {
        ...(byGeometry ? angles : {}),
        arm: at('after', 'barArmLength'),
        'arm before': at('before', 'barArmLength'),
        link: at('after', 'swayLinkLength'),
        lean: at('after', 'swayLinkLean'),
      },
    };
  },
  work: (input) => {
    const aid = barByGeometry(input.job, axleAt(input.place));
    const before = input.maybe('angle before');
    const after = input.maybe('angle after');
    if (!before || !after) return aid ? barFromGeometry(aid) : null;
    const rotation = propagate(
      ([now = 0, neutral = 0]) => barRotation({ angleNow: now, angleNeutral: neutral }),
      [after, before],
    );
    const apart = aid ? Math.abs(aid.value - rotation.value) : 0;
    const contradicts = aid !== null && apart > K * Math.hypot(aid.u, rotation.u);
    const arm = input.maybe('arm') ?? input.maybe('arm before');
    const link = input.maybe('link');
    const lean = input.maybe('lean');
    const advice: Worked['next'] = (() => {
      if (!arm || !link)
        return ['Measure the bar’s arm and the fitted link: they give the link length that brings it back.'];
      const wanted = propagate(
        ([a = 0, l = 0, now = 0, neutral = 0, tilt = 0]) =>
          neutralLinkLength({
            arm: a,
            link: l,
            angleNow: now,
            angleNeutral: neutral,
            lean: tilt,
            runs: input.job.vehicle.swayLink,
          }),
        // An unread lean is taken as upright, give or take five degrees.
        [arm, link, after, before, lean ?? { value: 0, u: 5 }],
      );
      return [
        'Link of ',
        mm(wanted.value),
        ' (± ',
        mm(K * wanted.u),
        lean ? ')' : ', link taken as upright)',
        ' brings it back; fitted ',
        mm(link.value),
        '.',
      ];
    })();
    return {
      ...rotation,
      formula:
        'rotation = bar angle after − before; link for neutral = distance from the link’s far end to where the arm’s end stood before (exact circles)',
      summary: ['rotated ', deg(rotation.value, true), ' from where it stood before'],
      next: contradicts
        ? [...advice, ' Gauge and geometry disagree beyond their uncertainty: see the linkage’s calibration.']
        : advice,
      mark: marked([
        `neutral: the angle found Before${input.job.reference.kind === 'before' ? ', stock unknown' : ''}`,
        ...(aid ? [`geometry ${contradicts ? 'contradicts' : 'agrees'}${aid.assumed ? ', partly assumed' : ''}`] : []),
      ]),
      steps: aid
        ? [
            { name: 'By the geometry', amount: [deg(aid.value, true), ' ± ', deg(K * aid.u)] },
            ...(aid.neutral === null
              ? []
              : [{ name: 'Link for neutral, by the geometry', amount: [mm(aid.neutral, true), ' on the fitted one'] }]),
          ]
        : [],
    };
  },
};

const axleAt = (place: Place): Axle => (isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front');

/** The bar's rotation where no gauge was put on it after the build. */
function barFromGeometry(aid: NonNullable<ReturnType<typeof barByGeometry>>): Worked {
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
