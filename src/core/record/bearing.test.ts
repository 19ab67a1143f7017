import { TARN } from '../../../scripts/demo/vehicles';
import { lifted } from '../../../tests/support/lifted';
import { pointById } from '../assembly/book';
import { ChangeKind } from '../document/changes';
import type { Place } from '../kernel/places';
import { bearsOn } from './bearing';

const job = lifted({ vehicle: TARN });
const bears = (kind: ChangeKind, from: Place | undefined, point: string, to: Place): boolean => {
  const there = pointById(point);
  if (!there) throw new Error(point);
  const change = {
    id: crypto.randomUUID(),
    kind,
    gate: 'after' as const,
    what: kind,
    by: 'Ivo',
    at: '2026-11-20T09:00:00Z',
  };
  return bearsOn({ ...change, ...(from && { place: from }) }, job, there, { place: to, state: 'floor' });
};

/** "Whose it is", said once more: the change, where it was made, and what it bears on and what it leaves. */
const TABLE: readonly (readonly [ChangeKind, Place, readonly [string, Place][], readonly [string, Place][]])[] = [
  [
    'spring',
    'front',
    [
      ['gapInner', 'FL'],
      ['hubToLip', 'FR'],
      ['hubToLip', 'RL'],
      ['caster', 'FL'],
      ['lampAim', 'vehicle'],
      ['hoseProof', 'FL'],
    ],
    [
      ['gapInner', 'RL'],
      ['hoseProof', 'RL'],
      ['frameToTyre', 'RL'],
      ['bumpStopGap', 'RR'],
      ['hubToLipDroop', 'RL'],
    ],
  ],
  [
    'shock-or-strap',
    'rear',
    [
      ['hubToLipDroop', 'RL'],
      ['shockOpen', 'RL'],
    ],
    [
      ['hubToLipDroop', 'FL'],
      ['hoseSpan', 'FL'],
    ],
  ],
  [
    'track-bar-or-arm',
    'rear',
    [
      ['frameToTyre', 'RL'],
      ['wheelbaseSide', 'FL'],
      ['wheelOff', 'vehicle'],
    ],
    [
      ['frameToTyre', 'FL'],
      ['gapInner', 'FL'],
    ],
  ],
  [
    'tyre-or-wheel',
    'front',
    [
      ['gapLip', 'FL'],
      ['threadEngagement', 'front'],
      ['poke', 'FR'],
    ],
    [
      ['gapLip', 'RL'],
      ['threadEngagement', 'rear'],
      ['tyreDiameter', 'rear'],
    ],
  ],
  [
    'alignment',
    'front',
    [
      ['camber', 'FL'],
      ['wheelOff', 'vehicle'],
    ],
    [['camber', 'RL']],
  ],
  [
    'trim',
    'FL',
    [['gapLinerRear', 'FL']],
    [
      ['gapLinerRear', 'FR'],
      ['gapLinerRear', 'RL'],
    ],
  ],
  [
    'lip',
    'RR',
    [['hubToLip', 'RR']],
    [
      ['hubToLip', 'RL'],
      ['hubToLip', 'FR'],
    ],
  ],
  [
    'brake-hose',
    'FL',
    [
      ['hoseFree', 'FL'],
      ['pedal', 'vehicle'],
      ['leaks', 'vehicle'],
      ['gapHose', 'FL'],
    ],
    [
      ['hoseFree', 'FR'],
      ['gapHose', 'FR'],
      ['hoseFree', 'rear'],
    ],
  ],
  [
    'sway-link',
    'front',
    [
      ['barAngle', 'front'],
      ['swayLinkLength', 'front'],
    ],
    [
      ['barAngle', 'rear'],
      ['swayLinkLength', 'rear'],
    ],
  ],
  [
    'driveshaft',
    'rear',
    [
      ['slipExposed', 'rear'],
      ['pinionAngle', 'rear'],
    ],
    [
      ['slipExposed', 'front'],
      ['pinionAngle', 'front'],
    ],
  ],
  [
    'body-lift',
    'front',
    [
      ['hubToLip', 'RL'],
      ['pedal', 'vehicle'],
    ],
    [],
  ],
  [
    'load',
    'front',
    [
      ['hubToLip', 'RL'],
      ['camber', 'RL'],
    ],
    [['hoseFree', 'FL']],
  ],
];
describe('whose a change is', () => {
  test.each(TABLE)('%s made at %s', (kind, from, touched, left) => {
    for (const [point, to] of touched) expect([point, to, bears(kind, from, point, to)]).toEqual([point, to, true]);
    for (const [point, to] of left) expect([point, to, bears(kind, from, point, to)]).toEqual([point, to, false]);
    // Without a place it counts for the whole vehicle.
    for (const [point, to] of left.filter(([p]) => bears(kind, undefined, p, from)))
      expect([point, to, bears(kind, undefined, point, to)]).toEqual([point, to, true]);
  });
  test('a collar turned leaves what hangs or was flexed, and every fastener; a spring taken out does not', () => {
    const made = (part?: string) => (point: string, place: Place, state: 'floor' | 'droop' | 'ramp') => {
      const there = pointById(point);
      if (!there) throw new Error(point);
      const change = {
        id: crypto.randomUUID(),
        kind: 'spring' as const,
        gate: 'after' as const,
        what: 'x',
        by: 'Ivo',
        at: '2026-11-20T09:00:00Z',
      };
      return bearsOn({ ...change, place: 'front', ...(part && { part }) }, job, there, { place, state });
    };
    for (const [point, place, state, turned] of [
      ['hubToLip', 'FL', 'floor', true],
      ['gapInner', 'FL', 'floor', true],
      ['camber', 'FR', 'floor', true],
      ['hubToLipDroop', 'FL', 'droop', false],
      ['hoseProof', 'FL', 'droop', false],
      ['rampInner', 'FL', 'ramp', false],
      ['wheelFastening', 'vehicle', 'floor', false],
      ['torqueOpened', 'vehicle', 'floor', false],
    ] as const) {
      expect([point, made('collar')(point, place, state)]).toEqual([point, turned]);
      expect([point, made('coil')(point, place, state)]).toEqual([point, true]);
    }
  });
  test('a place never makes more stale than none does', () => {
    for (const kind of ChangeKind.options)
      for (const point of [
        'hubToLip',
        'gapInner',
        'camber',
        'hoseSpan',
        'barAngle',
        'pinionAngle',
        'rubBody',
        'wheelFastening',
      ])
        for (const from of ['FL', 'RR', 'front', 'rear'] as const)
          for (const to of ['FL', 'FR', 'RL', 'front', 'rear', 'vehicle'] as const)
            if (bears(kind, from, point, to))
              expect([kind, point, to, bears(kind, undefined, point, to)]).toEqual([kind, point, to, true]);
  });
});
