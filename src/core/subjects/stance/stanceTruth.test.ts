import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import fc from '../../../../tests/support/properties';
import { bothSets, found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { TARN } from '../../../../scripts/demo/vehicles';
import { agreeingPair } from '../../record/figures';
import { CORNERS } from '../../kernel/places';
import type { JobDocument, Reading } from '../../document/job';
import { noseUpAt } from './rise';
import { readAgainFirst } from './twist';
import { instrumentOf, instrumentsFor } from '../../kernel/uncertainty/instruments';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { roundedUp } from '../../kernel/units/format';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import { say } from '../../kernel/phrase';

const FL = 'lift-against-plan';
const words = (job: JobDocument, check: string, place: string) => say(found(job, check, place).summary, METRIC_SHOP);

describe('an altered lip tells nothing of a rise: the fixed body mark alone does', () => {
  // Wanted 65, the springs gave 45, and 20 cut off the lip make the tape read 65.
  const low = {
    after: { ...bothSets('hubToMark.FL.floor', 665), ...bothSets('hubToLip.FL.floor', 538) },
    job: { lipWillChange: true },
  };
  test('a trim and a low spring do not cancel', () => {
    const v = found(lifted(low), FL, 'FL');
    // The second set lies a millimetre off the first: 45.5.
    expect(v.value).toBeCloseTo(45.5 - 65, 9);
    expect(v.verdict).toBe('Watch');
    expect(found(lifted({ ...low, plan: { lipAlteredFront: 20, lipAlteredRear: 20 } }), FL, 'FL').value).toBeCloseTo(
      -19.5,
      9,
    );
  });
  test('a trim as planned counts neither for nor against the kit', () => {
    const cut = { after: bothSets('hubToLip.FL.floor', 558), plan: { lipAlteredFront: 20 } };
    for (const job of [lifted(cut), withChange(lifted({ ...cut, plan: {}, job: { lipWillChange: true } }), 'lamp')]) {
      expect(found(job, 'lift-against-claim', 'FL').value).toBeCloseTo(0.5, 9);
      expect(found(job, FL, 'FL').value).toBeCloseTo(0.5, 9);
    }
  });
  test('against a stock height it is the lip as it came and the rise of the mark', () => {
    const reference = { kind: 'maker-stock' as const, front: 478, rear: 501, source: 'sheet 7' };
    const v = found(
      lifted({ after: bothSets('hubToLip.FL.floor', 558), plan: { lipAlteredFront: 20 }, reference }),
      'lift-against-claim',
      'FL',
    );
    // 473 came, 478 is stock, the mark rose 65.5: 60.5 over stock, 65 claimed.
    expect(v.value).toBeCloseTo(473 + 65.5 - 478 - 65, 9);
  });
  test('recorded only after Before was read, it is Not measured and asks for the mark', () => {
    const job = withChange(lifted(), 'lip', '2026-11-01T20:00:00Z', 'build');
    expect(found(job, FL, 'FL')).toMatchObject({ verdict: 'Not measured', required: true });
    expect(found(job, FL, 'FL').missingSpots.map((s) => [s.gate, s.point])).toEqual([
      ['before', 'hubToMark'],
      ['after', 'hubToMark'],
    ]);
    // A liner cut back is no altered lip.
    expect(found(withChange(lifted(), 'trim', '2026-11-01T20:00:00Z', 'build'), FL, 'FL').verdict).toBe('Clear');
  });
  test('rake and pitch go by the marks too: no cut lip tips the body', () => {
    const all = Object.assign(
      {},
      ...CORNERS.filter((c) => c.startsWith('F')).map((c) => bothSets(`hubToLip.${c}.floor`, 558)),
    );
    const job = lifted({ after: all, job: { lipWillChange: true } });
    expect(found(job, 'rake', 'vehicle').value).toBeCloseTo(0, 9);
    expect(noseUpAt(inHand(job))?.value).toBeCloseTo(0, 9);
  });
});

describe('loads that are unlike', () => {
  const u = (kg: number, fuel = 0.75) => found(lifted({ after: { loadMass: kg, fuelLevel: fuel } }), FL, 'FL');
  test('up to ten kilograms and an eighth of a tank are compared as they are', () => {
    const plain = u(40).u ?? NaN;
    for (const [kg, fuel] of [
      [50, 0.75],
      [30, 0.75],
      [40, 0.63],
      [40, 0.87],
    ] as const)
      expect(u(kg, fuel).u).toBeCloseTo(plain, 12);
  });
  test('beyond, each corner is less sure by g × a quarter / 30 N/mm; above a hundred nothing is compared', () => {
    const plain = u(40).u ?? NaN;
    for (const more of [11, 37, 99]) {
      const added = Math.sqrt((u(40 + more).u ?? NaN) ** 2 - plain ** 2);
      expect(added).toBeCloseTo((9.80665 * more) / 4 / 30, 6);
      // It is an uncertainty, not an assumed figure: the verdict stays as the comfort rule has it.
      expect(u(40 + more).assumed).toBe(false);
    }
    expect(u(141).verdict).toBe('Not measured');
    // A quarter of a tank counts as twenty kilograms.
    const tank = Math.sqrt((u(40, 0.5).u ?? NaN) ** 2 - plain ** 2);
    expect(tank).toBeCloseTo((9.80665 * 20) / 4 / 30, 6);
  });
});

describe('settling', () => {
  const sets = (...heights: number[]): Reading[] => {
    const [like] = lifted().readings.filter((r) => r.point === 'hubToLip' && r.gate === 'after' && r.place === 'FL');
    if (!like) throw new Error('no height');
    return heights.map((value, i) => ({ ...like, id: crypto.randomUUID(), set: i + 1, value, text: `${value} mm` }));
  };
  const withSets = (...heights: number[]): JobDocument => {
    const job = lifted();
    const rest = job.readings.filter((r) => !(r.point === 'hubToLip' && r.gate === 'after' && r.place === 'FL'));
    return { ...job, readings: [...rest, ...sets(...heights)] };
  };
  const height = (job: JobDocument) => {
    const f = inHand(job).figures.figure({ gate: 'after', point: 'hubToLip', place: 'FL', state: 'floor' });
    return f.status === 'read' ? f.value : NaN;
  };
  test('of three sets the agreeing pair is the height, not the mean of all', () => {
    expect(height(withSets(546, 539, 538))).toBeCloseTo(538.5, 9);
    expect(height(withSets(538, 545, 539))).toBeCloseTo(538.5, 9);
    expect(height(withSets(538, 545, 551))).toBeCloseTo(551, 9);
    expect(agreeingPair(sets(538, 540, 542))).toEqual([2, 3]);
  });
  test('another way: over all pairs, the last whose difference is within 3 mm', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 530, max: 550 }), { minLength: 2, maxLength: 6 }), (heights) => {
        let last: [number, number] | null = null;
        heights.forEach((b, later) =>
          heights.slice(0, later).forEach((a, earlier) => {
            if (Math.abs(a - b) <= 3) last = [earlier + 1, later + 1];
          }),
        );
        expect(agreeingPair(sets(...heights))).toEqual(last);
      }),
    );
  });
  test('heights that have not settled, or were read once, leave lift and rake at Watch', () => {
    for (const job of [withSets(538), withSets(546, 539)])
      for (const [check, place] of [
        [FL, 'FL'],
        ['lift-against-claim', 'FL'],
        ['left-right', 'front'],
        ['rake', 'vehicle'],
      ] as const)
        expect([check, found(job, check, place).verdict]).toEqual([check, 'Watch']);
    expect(found(withSets(539, 538), FL, 'FL').verdict).toBe('Clear');
  });
  test('a second set taken over from the other side is no second set', () => {
    const job = withSets(538, 538);
    const taken: JobDocument = {
      ...job,
      readings: job.readings.map((r) =>
        r.point === 'hubToLip' && r.gate === 'after' && r.place === 'FL' && r.set === 2
          ? { ...r, answer: 'same-as-other-side' as const, text: '' }
          : r,
      ),
    };
    expect(found(taken, 'settled', 'FL').verdict).toBe('Not measured');
    expect(found(taken, FL, 'FL').verdict).toBe('Watch');
  });
  test('its uncertainty is that of a difference of two tapes, shown; with one tape it can decide 3 mm', () => {
    const v = found(withSets(538, 540.5), 'settled', 'FL');
    // √2 × 1.0: settling is what is looked for, the graduation of one tape is in both.
    expect(v.u).toBeCloseTo(Math.SQRT2, 9);
    expect(v).toMatchObject({ verdict: 'Clear', rule: 'comfort' });
    expect(found(withSets(538, 541.2), 'settled', 'FL').verdict).toBe('Watch');
    const hidden = withSets(538, 540);
    const coarse = {
      ...hidden,
      readings: hidden.readings.map((r) => (r.set === 2 ? { ...r, instrument: 'tape-hidden' } : r)),
    };
    const c = found(coarse, 'settled', 'FL');
    expect(c.verdict).toBe('Watch');
    expect(say(c.next, METRIC_SHOP)).toMatch(/This tool cannot decide it: repeat it, or use a tape straight on it/);
  });
});

describe('two instruments at one point', () => {
  const ids = instrumentsFor('length').map(([id]) => id);
  test('whichever was typed first, the figure is as sure; never as sure as the better alone says', () => {
    const base = lifted();
    const [like] = base.readings.filter((r) => r.point === 'gapInner' && r.gate === 'after');
    if (!like) throw new Error('no gap');
    const u = (instruments: readonly string[]) => {
      const readings = instruments.map((instrument, i) => ({
        ...like,
        id: crypto.randomUUID(),
        instrument,
        takenAt: `2026-11-02T10:0${i}:00Z`,
      }));
      const f = inHand({ ...base, readings }).figures.figure(like);
      return f.status === 'read' ? f.u : NaN;
    };
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...ids), { minLength: 1, maxLength: 6 }), (some) => {
        expect(u(some)).toBeCloseTo(u([...some].reverse()), 12);
        // By hand: random parts in quadrature over the count (four at most), the largest graduation on top.
        const random =
          some.map((id) => (instrumentOf(id)?.standard ?? NaN) ** 2).reduce((a, b) => a + b, 0) / some.length;
        const mark = Math.max(...some.map((id) => instrumentOf(id)?.graduation.metric ?? NaN));
        expect(u(some)).toBeCloseTo(Math.sqrt(random / Math.min(4, some.length) + mark ** 2 / 12), 9);
      }),
    );
  });
});

describe('the corner to read again', () => {
  test('the widest repeats first, by however little; among equals the one farthest from plan', () => {
    const none = { FL: 0, FR: 0, RL: 0, RR: 0 };
    expect(readAgainFirst({ ...none, FL: 2.6, RR: 3 }, { ...none, FL: 30 })).toBe('RR');
    expect(readAgainFirst({ ...none, FL: 3, RR: 3 }, { ...none, FL: 4, RR: 9 })).toBe('RR');
  });
  test('After goes by where it came and what was planned, whatever stock is unknown', () => {
    const job = lifted({ after: bothSets('hubToLip.RL.floor', 575) });
    expect(say(found(job, 'twist', 'vehicle').next, METRIC_SHOP)).toMatch(/^Read rear left height again first/);
  });
  test('in the school that reads from the floor as well', () => {
    const job = lifted({ job: { heightSchool: 'floor-to-lip' }, after: bothSets('floorToLip.FR.floor', 957) });
    expect(say(found(job, 'twist', 'vehicle').next, METRIC_SHOP)).toMatch(/^Read front right height again first/);
  });
});

describe('assumed is not measured', () => {
  test('a like vehicle’s reference never reads Clear; a maker’s figure is given, with its 2 mm', () => {
    const from = (kind: 'maker-stock' | 'like-vehicle') =>
      found(lifted({ reference: { kind, front: 473, rear: 494, source: 'x' } }), 'lift-against-claim', 'FL');
    expect(from('maker-stock').verdict).toBe('Clear');
    expect(from('maker-stock').u).toBeCloseTo(Math.hypot(1.307, 2), 3);
    expect(from('like-vehicle').verdict).toBe('Watch');
  });
  test('an optional figure that was taken over keeps a check from Clear', () => {
    const job = lifted();
    const taken = (point: string, state: string): JobDocument => ({
      ...job,
      readings: job.readings.map((r) =>
        r.gate === 'after' && r.point === point && r.place === 'FR' && r.state === state
          ? { ...r, answer: 'same-as-other-side' as const, text: '' }
          : r,
      ),
    });
    expect(found(job, 'gap-at-bump', 'FR').verdict).toBe('Clear');
    expect(found(taken('tyreToBody', 'ramp'), 'gap-at-bump', 'FR')).toMatchObject({ verdict: 'Watch', assumed: true });
    expect(found(taken('bumpStopGap', 'ramp'), 'gap-at-bump', 'FR')).toMatchObject({ verdict: 'Watch', assumed: true });
  });
});

describe('what is told to be ordered is enough', () => {
  const typed = (text: string, units: typeof INCH_SHOP): number => {
    const read = parseQuantity('length', text, units);
    if (!read.ok) throw new Error(read.reason);
    return read.value;
  };
  test.each([
    ['metric', METRIC_SHOP],
    ['inch', INCH_SHOP],
  ] as const)('a hose of the length advised, as it is shown, reads Clear: %s', (_, units) => {
    for (const [span, shop] of [
      [361, 25],
      [344, 31],
      [612, 25],
      [803, 25],
    ] as const) {
      const at = (free: number): JobDocument => {
        const job = lifted({ after: { 'hoseFree.rear.droop': free, 'hoseSpan.rear.droop': span } });
        return { ...job, limits: { ...job.limits, hoseSlack: { clear: shop, stop: 15, source: 'x', rule: null } } };
      };
      const short = say(found(at(span + 4), 'brake-hose-slack', 'rear').next, units);
      const advised = typed(/flexible part (.+?) or more/.exec(short)?.[1] ?? '', units);
      expect(found(at(advised), 'brake-hose-slack', 'rear').verdict).toBe('Clear');
      // And no longer than a step over what would do.
      expect(found(at(advised - 2.2), 'brake-hose-slack', 'rear').verdict).not.toBe('Clear');
    }
  });
  test('rounded up is never less, and at most a step more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.constantFrom(INCH_SHOP, METRIC_SHOP),
        (v, units) => {
          const step = units === INCH_SHOP ? 25.4 / 16 : 1;
          const up = roundedUp('length', v, units);
          return up >= v - 1e-4 && up - v < step + 1e-6;
        },
      ),
    );
  });
});

describe('a rule for when to say Watch', () => {
  test('a millimetre left to right no longer reads Watch', () => {
    expect(found(lifted({ after: bothSets('hubToLip.FL.floor', 539) }), 'left-right', 'front')).toMatchObject({
      verdict: 'Clear',
      rule: 'comfort',
    });
  });
  test('every judged verdict names its rule, and safety ones the safety rule', () => {
    for (const v of verdictsOf(lifted({ changes: ['spring', 'tyre-or-wheel'] }))) {
      if (v.limit === null) continue;
      expect([v.check, v.rule !== null, v.u !== null]).toEqual([v.check, true, v.value !== null]);
      if (v.safetyCritical) expect([v.check, v.rule]).toEqual([v.check, 'safety']);
      else expect([v.check, v.rule === 'safety']).toEqual([v.check, false]);
    }
  });
  test('a shop may tighten a rule, and a file cannot loosen it', () => {
    const job = lifted({ after: bothSets('hubToLip.FL.floor', 543) });
    const ruled = (rule: 'safety' | 'function' | 'comfort' | null) => ({
      ...job,
      limits: { ...job.limits, leftRight: { clear: 6, stop: 15, source: 'x', rule } },
    });
    expect(found(ruled(null), 'left-right', 'front').verdict).toBe('Clear');
    expect(found(ruled('function'), 'left-right', 'front')).toMatchObject({ verdict: 'Watch', rule: 'function' });
    const hose = {
      ...job,
      limits: { ...job.limits, hoseSlack: { clear: 25, stop: 15, source: 'x', rule: 'comfort' as const } },
    };
    expect(found(hose, 'brake-hose-slack', 'rear').rule).toBe('safety');
  });
  test('not shown safe with this tool, where the figure itself is not past it, and a finer tool is named', () => {
    const v = found(lifted({ after: { 'gapInner.FL.floor-left': 5 } }), 'static-gap-inner', 'FL');
    expect(v.verdict).toBe('Stop');
    expect(words(lifted({ after: { 'gapInner.FL.floor-left': 5 } }), 'static-gap-inner', 'FL')).toMatch(
      /not shown safe with this tool/,
    );
    expect(say(v.next, METRIC_SHOP)).toMatch(/use a calliper or feeler gauge/);
    expect(words(lifted({ after: { 'gapInner.FL.floor-left': 3 } }), 'static-gap-inner', 'FL')).not.toMatch(
      /not shown safe/,
    );
  });
});

test('both schools come to the same lift, side by side and settled', () => {
  for (const vehicle of [TARN]) {
    const [hub, floor] = (['hub-to-lip', 'floor-to-lip'] as const).map((heightSchool) =>
      lifted({ vehicle, job: { heightSchool } }),
    );
    if (!hub || !floor) throw new Error();
    for (const corner of CORNERS)
      expect(found(floor, FL, corner).value).toBeCloseTo(found(hub, FL, corner).value ?? NaN, 9);
    expect(verdictOf(floor, 'rake', 'vehicle')?.value).toBeCloseTo(verdictOf(hub, 'rake', 'vehicle')?.value ?? NaN, 9);
  }
});
