import { rollSteer } from '../../gauge/steering';
import { deg, mm, type Phrase } from '../../kernel/phrase';
import { axleOf, cornersOf, isCorner, type Axle, type Place } from '../../kernel/places';
import { K } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import { shiftAt } from '../axlePlace/place';
import { beams } from '../axlePlace/points';
import { noseUpAt } from '../stance/rise';
import { armSlope } from './limits';
import { armed, steeredBeam } from './points';
import { below } from './read';

import { judged, sure } from './shared';
const placeAxle = (place: Place): Axle => (isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front');

/** A lower arm's slope; on links and radius arms against the body, whose pitch a gauge zeroed on the floor has in it. */
const slope: CheckDefinition = {
  ...judged,
  id: 'arm-slope',
  title: 'Lower arm’s slope at ride height',
  gate: 'after',
  limit: armSlope,
  places: (w) => [...(steeredBeam(w.job) ? [] : cornersOf('front')), ...armed(w.job)],
  needs: (_w, place) => ({
    required: { slope: below('after', 'armAngle', place) },
    optional: { before: below('before', 'armAngle', place) },
  }),
  work: ({ w, place, get, maybe }) => {
    const read = get('slope');
    const across = isCorner(place);
    const axle = placeAxle(place);
    const nose = across ? null : noseUpAt(w);
    // Nose up raises the axle end of arms that run rearward from a front axle, and lowers that of a rear axle’s.
    const way = axle === 'front' ? 1 : -1;
    const value = read.value + (nose ? way * nose.value : 0);
    const u = Math.hypot(read.u, nose?.u ?? 0);
    const came = maybe('before');
    return {
      value,
      u,
      formula: across
        ? 'slope of the lower arm across the vehicle, + outer end lower'
        : 'slope of the lower arm by the gauge, the body’s pitch since Before taken out; + axle end lower',
      summary: [
        deg(Math.abs(value)),
        value >= 0
          ? across
            ? ', outer end lower'
            : ', axle end lower'
          : across
            ? ', outer end higher'
            : ', axle end higher',
      ],
      next: [
        across
          ? 'A crossmember or differential drop, or less lift: an arm so steep pushes the wheel in and out.'
          : axle === 'front'
            ? 'Arm drop brackets or longer arms: an arm so steep turns every bump into a push rearward.'
            : 'Arm brackets lower on the body: an arm so steep steers the axle as the body leans.',
      ],
      steps: [
        ...(came ? [{ name: 'It came', amount: [deg(came.value, true)] as Phrase }] : []),
        ...(axle === 'rear' && !across
          ? [
              {
                name: 'Roll steer of the rear axle, a degree of roll (lower arms alone)',
                amount: [deg(Math.abs(rollSteer(value))), value >= 0 ? ' out of the turn' : ' into the turn'] as Phrase,
              },
            ]
          : []),
        ...(nose ? [{ name: 'Body nose up since Before', amount: [deg(nose.value, true)] as Phrase }] : []),
      ],
      cap:
        !across && !nose
          ? { at: 'Watch', why: 'the body’s pitch is not known: heights of Before and After are missing' }
          : undefined,
    };
  },
};

const poke = (place: Place): Record<string, Spot> =>
  Object.fromEntries(
    cornersOf(placeAxle(place)).map((corner, i) => [
      i === 0 ? 'left' : 'right',
      { gate: 'after' as const, point: 'poke', place: corner, state: 'floor' as const },
    ]),
  );
/** Unlike poke left and right: what of it the axle’s own place explains, and what is left to wheels or body. */
const unequalPoke: CheckDefinition = {
  ...judged,
  quantity: 'length',
  id: 'poke-even',
  title: 'Poke left against right',
  gate: 'after',
  limit: null,
  places: (h) => beams(h.job).filter((axle) => Object.values(poke(axle)).every((spot) => h.wasRead(spot))),
  needs: (_w, place) => ({
    required: {
      ...poke(place),
      ...Object.fromEntries(
        cornersOf(placeAxle(place)).map((corner) => [
          corner,
          { gate: 'after' as const, point: 'frameToTyre', place: corner, state: 'floor' as const },
        ]),
      ),
    },
  }),
  work: ({ w, place, get }) => {
    const [left, right] = [get('left'), get('right')];
    const shift = sure(shiftAt(w, placeAxle(place), 'after'));
    const half = (left.value - right.value) / 2;
    const rest = half - shift.value;
    const u = Math.hypot(left.u / 2, right.u / 2, shift.u);
    const explained = Math.abs(rest) <= K * u;
    return {
      value: rest,
      u,
      limit: { clear: Math.max(K * u, 3), stop: 1000, source: 'what both are unsure by', rule: 'comfort' },
      neverStop: true,
      formula: '(poke left − right) ÷ 2 − the axle’s shift to the left',
      summary: explained
        ? [mm(Math.abs(half) * 2), ' apart: the axle’s place explains it']
        : [mm(Math.abs(half) * 2), ' apart: ', mm(Math.abs(rest)), ' a side more than the axle’s place explains'],
      next: [
        'Wheels of unlike offset or spacer, a bent arch, or body off the frame’s middle: look at offset stamps first.',
      ],
      steps: [
        { name: 'By the axle’s place', amount: [mm(shift.value, true)] },
        { name: 'Left to wheels or body', amount: [mm(rest, true)] },
      ],
    };
  },
};

export const armChecks: readonly CheckDefinition[] = [slope, unequalPoke];
