import { AXLES, CORNERS, type Place } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { kg, mm } from '../../kernel/phrase';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition } from '../../record/checks/types';
import { wheelToCalliper } from './limits';
import { wheelsChanged } from './points';

/** Asked once wheels, tyres or spacers were changed, whether or not a tyre was asked for; or where it was read anyway. */
const wasRead = (job: JobDocument, point: string, place: Place): boolean =>
  job.readings.some((r) => r.point === point && r.gate === 'after' && r.place === place);

const calliper: CheckDefinition = {
  id: 'wheel-to-calliper',
  title: 'Wheel clear of calliper and weights',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: wheelToCalliper,
  quantity: 'length',
  places: (w) => CORNERS.filter((place) => wheelsChanged(w.job, place) || wasRead(w.job, 'calliperGap', place)),
  needs: (_w, place) => ({ required: { gap: { gate: 'after', point: 'calliperGap', place, state: 'floor' } } }),
  work: (input) => {
    const gap = input.get('gap');
    return {
      value: gap.value,
      u: gap.u,
      formula: 'least room between wheel or weights and calliper, turned by hand',
      summary: [mm(gap.value), ' least'],
      next: ['Another wheel, or move the weights; never grind a calliper.'],
    };
  },
};

const threads: CheckDefinition = {
  id: 'thread-engagement',
  title: 'Wheel nuts hold a stud diameter',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: null,
  quantity: 'length',
  places: (w) => AXLES.filter((place) => wheelsChanged(w.job, place) || wasRead(w.job, 'threadEngagement', place)),
  needs: (_w, place) => ({
    required: {
      thread: { gate: 'after', point: 'threadEngagement', place, state: 'floor' },
      stud: { gate: 'after', point: 'studDiameter', place, state: 'floor' },
    },
  }),
  work: (input) => {
    const [thread, stud] = [input.get('thread'), input.get('stud')];
    return {
      value: thread.value,
      u: Math.hypot(thread.u, stud.u),
      limit: {
        clear: stud.value,
        stop: stud.value,
        sense: 'least',
        source: 'at least one stud diameter',
        rule: 'safety',
      },
      formula: 'thread that the nut holds ≥ stud diameter',
      summary: [mm(thread.value), ' held on a ', mm(stud.value), ' stud'],
      next: ['Longer studs, a thinner spacer or none: the maker’s figure decides.'],
    };
  },
};

/** Two tyres carry an axle: each must be rated for half of the most that it may carry. Source: docs/figures.md "Wheels". */
const loadRating: CheckDefinition = {
  id: 'tyre-load-rating',
  title: 'Tyres rated for the axle load',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: null,
  quantity: 'mass',
  places: (w) => AXLES.filter((place) => wheelsChanged(w.job, place) || wasRead(w.job, 'tyreLoadRating', place)),
  needs: (_w, place) => ({
    required: {
      rating: { gate: 'after', point: 'tyreLoadRating', place, state: 'floor' },
      load: { gate: 'after', point: 'axleLoad', place, state: 'floor' },
    },
  }),
  work: (input) => {
    const [rating, load] = [input.get('rating'), input.get('load')];
    const half = load.value / 2;
    return {
      value: rating.value,
      u: Math.hypot(rating.u, load.u / 2),
      limit: {
        clear: half,
        stop: half,
        sense: 'least',
        source: 'the maker’s plate: half of the axle load on each tyre',
        rule: 'safety',
      },
      formula: 'load rating of one tyre ≥ half of the axle load',
      summary: [kg(rating.value), ' a tyre, ', kg(half), ' on each of two'],
      next: ['A tyre of a higher load rating, or less load: the maker’s plate decides, not the customer.'],
    };
  },
};

/** What the tyre is that it came on: the flex After goes by it. */
const OF_MAKER: Readonly<Record<string, string>> = {
  size: 'as on the maker’s plate, all four',
  other: 'another size or wheel than the maker’s: flexed After, whatever is done',
  unread: 'no plate to be read: flexed After, whatever is done',
};
const ofMaker: CheckDefinition = {
  ...seen('tyre-of-maker', 'Tyre as it came', 'tyreOfMaker', false, { gate: 'before' }),
  says: (_w, _place, choice) => ({ verdict: 'Clear', summary: [OF_MAKER[choice] ?? choice], next: [] }),
};

export const tyreChecks: readonly CheckDefinition[] = [
  ofMaker,
  calliper,
  threads,
  loadRating,
  {
    ...seen('behind-wheel', 'What stands behind the wheel', 'behindWheel', true, { places: CORNERS }),
    says: (_w, _place, choice) =>
      choice === 'spacer'
        ? {
            verdict: 'Clear',
            summary: ['a spacer'],
            next: ['Its maker’s torque, and again after the first drive; local rules may not allow it.'],
          }
        : { verdict: 'Clear', summary: ['nothing between wheel and hub'], next: [] },
  },
  seen('bolt-pattern', 'Bolt pattern and bore', 'boltPattern', true, {
    places: ({ job }) => AXLES.filter((place) => wheelsChanged(job, place) || wasRead(job, 'boltPattern', place)),
  }),
];
