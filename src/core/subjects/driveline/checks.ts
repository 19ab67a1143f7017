import { deg } from '../../kernel/phrase';

import type { ReadingGate } from '../../document/job';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition } from '../../record/checks/types';

import { changedSince } from '../../record/pointRules';
import { JOINT_TITLE, OPERATING_TITLE, type RowId } from './judged';
import { alikeLimit, ballJointLimit, doubleJointLimit, equivalentLimit, pinionLine, torsionalLimit } from './limits';
import type { LimitFigure } from '../../record/checks/limit';
import { below } from './parts';
import { CASE_ROOM } from './caseRoom';

import { hasTrain } from '../common/where';
import { saidAt } from './shape';

import {
  AXLES_BOTH,
  axleAt,
  crawlNeeds,
  hasRow,
  isWorked,
  judgedAt,
  nothing,
  jointsTold,
  trains,
  trainsAfter,
} from './crawl';
import { overTravelChecks } from './overTravel';

/** The shop's limit from which a row works its own. */
const EVEN = [doubleJointLimit, ballJointLimit];
const ROW_LIMIT: Partial<Record<RowId, LimitFigure | readonly LimitFigure[]>> = {
  'operating-case': EVEN,
  'operating-centre-2': EVEN,
  'operating-centre': EVEN,
  'operating-axle': EVEN,
  'pinion-line': pinionLine,
  'two-alike': alikeLimit,
  'equivalent-angle': equivalentLimit,
  torsional: torsionalLimit,
};

const crawlRow = (id: RowId, title: string, gate: ReadingGate): CheckDefinition => ({
  id,
  title,
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: null,
  ...(ROW_LIMIT[id] ? { judgedBy: ROW_LIMIT[id] } : {}),
  quantity: id === 'torsional' ? 'torsion' : 'angle',
  // The pinion points above or below the shaft's line; every other is an angle between two lines, or made of such.
  ...(id === 'pinion-line' ? {} : { magnitude: true }),
  places: (h) =>
    trains(h, gate).filter((axle) =>
      // Until the shafts are counted, one row asks for it.
      h.choices('shaftCount', axle, gate).length === 0
        ? id === 'joint-axle'
        : jointsTold(h, axle, gate).some((joints) => hasRow(joints, id)),
    ),
  needs: (w, place) => crawlNeeds(w, place, gate),
  work: ({ w, place }) => {
    const found = judgedAt(w, axleAt(place), gate);
    if (isWorked(found)) return found;
    const row = found.rows.find((r) => r.id === id);
    if (!row) return nothing('the joints are told otherwise now', 'Look at the joints again.');
    return {
      value: row.value,
      u: row.u,
      limit: row.limit,
      formula: row.formula,
      summary: row.summary,
      next: row.next,
      steps: row.steps,
      cap: row.caps,
      mark: 'by gauge and tape',
    };
  },
});
export const ROWS: readonly (readonly [RowId, string])[] = [
  ['joint-case', JOINT_TITLE.case],
  ['joint-centre-2', JOINT_TITLE['centre-2']],
  ['joint-centre', JOINT_TITLE.centre],
  ['joint-axle', JOINT_TITLE.axle],
  ['pinion-line', 'Pinion to the shaft’s line'],
  ['operating-case', OPERATING_TITLE.case],
  ['operating-centre-2', OPERATING_TITLE['centre-2']],
  ['operating-centre', OPERATING_TITLE.centre],
  ['operating-axle', OPERATING_TITLE.axle],
  ['two-alike', 'Two joints alike'],
  ['equivalent-angle', 'Equivalent angle'],
  ['torsional', 'Torsional acceleration'],
];

const gaugeHeld = (gate: ReadingGate): CheckDefinition => ({
  id: 'gauge-held',
  title: 'The gauge held its zero',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: null,
  quantity: 'angle',
  places: (h) => trains(h, gate).slice(-1),
  needs: (_w, place) => ({
    required: {
      first: below(gate, 'outputAngle', axleAt(place)),
      again: below(gate, 'outputAgain', axleAt(place)),
    },
  }),
  work: (input) => {
    const [first, again] = [input.get('first'), input.get('again')];
    const most = 3 * Math.max(first.u, again.u);
    const apart = again.value - first.value;
    return {
      value: apart,
      u: 0,
      limit: { clear: most, stop: 2 * most, source: 'three times what the gauge itself may be out', rule: 'comfort' },
      formula: 'the crawl’s last reading − its first, at the same place',
      summary: [deg(apart, true), ' from the first reading to the last'],
      next: ['Zero the gauge again and read the crawl anew.'],
      cap:
        Math.abs(apart) > most
          ? { at: 'Not measured', why: `the gauge moved by ${apart.toFixed(1)}° during the crawl` }
          : undefined,
    };
  },
});

const turned: CheckDefinition = {
  ...seen('shafts-turned', 'Shaft turned by hand at droop', 'shaftsTurned', true, {
    places: trainsAfter,
    state: 'droop',
  }),
  says: (_w, _place, choice) =>
    choice === 'free'
      ? { verdict: 'Clear', summary: ['free all round at full droop, the slip with room both ways'], next: [] }
      : {
          verdict: 'Stop',
          summary: [choice === 'binds' ? 'a joint binds' : 'the slip is at an end'],
          next: [
            choice === 'binds'
              ? 'Less droop (strap or shock), another joint, or another pinion angle.'
              : 'Another shaft: its two lengths stand at this station.',
          ],
        },
};

/**
 * Whether the shafts are there that the drive needs: a shaft that is gone takes its rows with it, so that it is a row of
 * its own that says so.
 */
const there: CheckDefinition = {
  ...seen('shafts-there', 'Shafts that the drive needs', 'shaftCount', false),
  required: true,
  places: (h) =>
    AXLES_BOTH.filter((axle) => hasTrain(h.job, axle) && h.choices('shaftCount', axle, 'after').includes('none')),
  needs: (_w, place) => ({ required: { seen: below('after', 'shaftCount', axleAt(place)) } }),
  says: ({ job }, place, choice) => {
    const axle = axleAt(place);
    if (choice !== 'none') return { verdict: 'Clear', summary: ['there'], next: [] };
    const came = saidAt(job, 'shaftCount', axle, 'before');
    if (axle === 'rear')
      return {
        verdict: 'Stop',
        summary: ['no shaft to the rear axle, which every drive turns'],
        next: ['Look again: count the shafts from below.'],
      };
    if (came !== null && came !== 'none' && !changedSince(job, 'driveshaft'))
      return {
        verdict: 'Stop',
        summary: ['no front shaft, but it came with one and nothing is recorded'],
        next: ['Record what was done with it, or look again.'],
      };
    return {
      verdict: 'Watch',
      summary: [came === 'none' || came === null ? 'it came without its front shaft' : 'its front shaft is out'],
      next: ['Told to the customer, on the sheet: the front wheels are not driven.'],
    };
  },
};

const engage: readonly CheckDefinition[] = [
  seen('gears-engage', 'Every gear and range engages and holds', 'gearsEngage', true, {
    places: (h) => (trainsAfter(h).length > 0 ? ['vehicle'] : []),
  }),
  { ...seen('warning-lamps', 'No warning lamp stays on', 'warningLamps', false), required: true },
  ...CASE_ROOM.map((point) => ({
    ...seen(`case-${point.id}`, point.label, point.id, false, {
      places: (h) => point.where(h.job).map(({ place }) => place),
    }),
    required: true,
  })),
];

const crawl = (gate: ReadingGate): CheckDefinition[] => [
  ...ROWS.map(([id, title]) => crawlRow(id, title, gate)),
  gaugeHeld(gate),
];

export const drivelineChecks: readonly CheckDefinition[] = [
  ...crawl('before'),
  ...crawl('after'),
  there,
  turned,
  ...overTravelChecks,
  ...engage,
];
/**
 * What a lead may sign away as not done here: the shafts, never what is a check by hand of the whole vehicle. What of it
 * can hurt somebody stays where a change bears on it (`signedAway`).
 */
export const SIGNED_AWAY: readonly string[] = [
  ...ROWS.map(([id]) => id),
  'gauge-held',
  'shafts-turned',
  'joint-bind',
  'slip-room',
  'spline-engagement',
  'shaft-gap',
];
