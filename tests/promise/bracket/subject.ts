import { z } from 'zod';
import { mm, type Amount } from '@/core/kernel/phrase';
import type { CheckDefinition } from '@/core/record/checks/types';
import { OWN, type LimitFigure } from '@/core/record/checks/limit';
import { AFTER, spots, type Point } from '@/core/record/point';
import { entryKind } from '@/core/record/entryKind';
import { standingEntries } from '@/core/record/standingEntries';
import { planPart, type Subject } from '@/core/record/subject';
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

const shim = entryKind({
  kind: 'bracket-shim',
  name: 'Shim fitted',
  schema: Shim,
  staleOn: ['track-bar-or-arm'],
  sample: () => ({ side: 'left', thickness: 3 }),
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
});

/** Nothing is read for it: it goes by what was filed, and that goes stale. */
const shimmed: CheckDefinition = {
  id: 'bracket-shimmed',
  title: 'Bracket shimmed',
  gate: 'after',
  safetyCritical: false,
  required: true,
  calculationMayClear: true,
  limit: null,
  quantity: 'length',
  places: (h) => (wantedIn(h) === null ? [] : ['front']),
  needs: () => ({ required: {} }),
  needsFiled: () => [shim],
  work: ({ job }) => {
    const { thickness } = Shim.parse(standingEntries(job, shim).at(-1)?.body);
    return {
      value: thickness,
      u: 0,
      limit: { clear: 0.5, stop: 0.2, sense: 'least', source: OWN, rule: 'comfort', alone: true },
      formula: 'thickness filed last',
      summary: [mm(thickness)],
      next: [],
    };
  },
};

/** Turned by so much, the bolt is off its torque by as much less. */
const tighter: NonNullable<Subject['cures']> = {
  for: ['bracket-bolt'],
  at: ({ job, figures }) => {
    const wanted = wantedIn({ job });
    const now = figures.figure({ gate: 'after', point: 'bracketTorque', place: 'front', state: 'floor' });
    const figure = { id: 'amount', name: 'Tighter by', quantity: 'torque', low: -200, high: 200, start: 0 } as const;
    const off = wanted !== null && now.status === 'read' ? now.value - wanted : null;
    const row = (by: number) => {
      const value = (off ?? 0) + by;
      const word = Math.abs(value) <= offTorque.clear ? 'Clear' : Math.abs(value) > offTorque.stop ? 'Stop' : 'Watch';
      return { id: 'bolt', title: 'Off its torque', quantity: 'torque', value, word } as const;
    };
    return [
      {
        id: 'turn',
        name: 'Bolt turned on',
        figures: [figure],
        for: ['bracket-bolt'],
        never: off === null ? 'the bolt is not read yet' : null,
        build: ['Beam wrench, slowly'],
        best: () => ({ amount: -(off ?? 0) }),
        tried: ({ amount = 0 }) => {
          const [was, is] = [row(0), row(amount)];
          return {
            groups: [{ title: 'Bracket', was: [was], is: [is], worstWas: was.word, worstIs: is.word, cannot: '' }],
            elsewhere: [],
            alone: null,
          };
        },
      },
    ];
  },
};

/** A made-up part of the work: a bracket, its bolt, and the shims under it. */
export const bracket: Subject = {
  id: 'bracket',
  station: 'axle',
  points: [boltTorque],
  checks: [check, shimmed],
  cures: tighter,
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
  entries: [shim],
  sheetFacts: (w) => {
    const shims = w.job.entries.filter((e) => e.kind === 'bracket-shim').length;
    return shims > 0 ? [{ name: 'Bracket', text: `${shims} shimmed.` }] : [];
  },
  room: { id: 'bracket', title: 'Bracket', says: 'Its bolt and what was put under it.' },
};
