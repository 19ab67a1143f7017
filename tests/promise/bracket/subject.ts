import { z } from 'zod';
import { mm, type Amount } from '@/core/kernel/phrase';
import type { CheckDefinition } from '@/core/record/checks/types';
import { OWN, type LimitFigure } from '@/core/record/checks/limit';
import { AFTER, spots, type Point } from '@/core/record/point';
import { entryKind, planPart, type Subject } from '@/core/record/subject';
import type { QuantityDefinition } from '@/core/kernel/units/quantity';
import type { Workings } from '@/core/record/workings';

declare module '../../../src/core/kernel/units/quantity' {
  interface Quantities {
    torque: true;
  }
}

/** Newton metres, and foot-pounds for a shop that reads those: 1 lbf·ft is 1.3558179483 N·m by definition. */
const torque: QuantityDefinition = {
  base: 'N·m',
  units: {
    'N·m': { inBase: 1, typed: ['nm', 'n·m'], places: 0 },
    'lb·ft': { inBase: 1.3558179483, typed: ['lbft', 'lb·ft'], places: 0, inch: true },
  },
  wanted: (choice) => (choice.length === 'mm' ? 'N·m' : 'lb·ft'),
  bounds: () => [0, 1000],
  takenOver: 5,
};

const amount = (value: number, signed = false): Amount => ({ quantity: 'torque', value, signed });

const Wanted = z.strictObject({ wanted: z.number().min(1, 'no bolt is that loose').max(400, 'no bracket holds that') });
const wantedIn = ({ job }: Pick<Workings, 'job'>): number | null =>
  Wanted.safeParse(job.plan.parts['bracket-torque']).data?.wanted ?? null;

/** Both sides: too little lets go, too much stretches it. */
const offTorque: LimitFigure = {
  id: 'bracketTorque',
  name: 'Bracket bolt, off its torque',
  quantity: 'torque',
  sense: 'most',
  clear: 8,
  stop: 20,
  source: OWN,
  rule: 'comfort',
};

const boltTorque: Point = {
  id: 'bracketTorque',
  label: 'Bracket bolt, torque it turns on at',
  short: 'bracket bolt torque',
  how: 'Beam wrench, slowly, until the bolt just moves on.',
  quantity: 'torque',
  instrument: 'beam-wrench',
  drawing: { of: 'hand' },
  gates: AFTER,
  asked: 'after',
  essential: false,
  rideHeight: false,
  range: [20, 300],
  seconds: 30,
  tells: ['axle place bar'],
  where: () => spots(['front'], 'floor'),
};

const check: CheckDefinition = {
  id: 'bracket-bolt',
  title: 'Bracket bolt at its torque',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  limit: offTorque,
  quantity: 'torque',
  places: (h) => (wantedIn(h) === null ? [] : ['front']),
  needs: (_w, place) => ({ required: { now: { gate: 'after', point: 'bracketTorque', place, state: 'floor' } } }),
  work: (input) => {
    const wanted = wantedIn(input.w);
    const now = input.get('now');
    if (wanted === null) return null;
    return {
      value: now.value - wanted,
      u: now.u,
      formula: 'torque read − torque wanted by the plan',
      summary: [amount(now.value), ', wanted ', amount(wanted)],
      next: ['Loosen it and torque it anew.'],
    };
  },
};

const Shim = z.strictObject({ side: z.enum(['left', 'right']), thickness: z.number().min(0.1).max(20) });

/** A made-up part of the work: a bracket, its bolt, and the shims under it. */
export const bracket: Subject = {
  id: 'bracket',
  station: 'axle',
  points: [boltTorque],
  checks: [check],
  limits: [offTorque],
  quantities: { torque },
  instruments: {
    'beam-wrench': {
      name: 'beam wrench',
      quantity: 'torque',
      standard: 2,
      graduation: { metric: 5, inch: 5 * 1.3558 },
    },
  },
  planParts: [
    planPart({
      id: 'bracket-torque',
      name: 'Bracket bolt',
      schema: Wanted,
      fields: [{ name: 'wanted', label: 'Torque wanted', kind: 'quantity', quantity: 'torque' }],
      says: ({ wanted }) => ['torqued to ', amount(wanted)],
    }),
  ],
  entries: [
    entryKind({
      kind: 'bracket-shim',
      name: 'Shim fitted',
      schema: Shim,
      gates: ['build', 'after'],
      fields: [
        {
          name: 'side',
          label: 'Side',
          kind: 'choice',
          choices: [
            { id: 'left', name: 'Left' },
            { id: 'right', name: 'Right' },
          ],
        },
        { name: 'thickness', label: 'Thickness', kind: 'quantity', quantity: 'length' },
      ],
      says: ({ side, thickness }) => [`${side}, `, mm(thickness)],
    }),
  ],
  sheetFacts: (w) => {
    const shims = w.job.entries.filter((e) => e.kind === 'bracket-shim').length;
    return shims > 0 ? [{ name: 'Bracket', text: `${shims} shimmed.` }] : [];
  },
  room: { id: 'bracket', title: 'Bracket', says: 'Its bolt and what was put under it.' },
};
