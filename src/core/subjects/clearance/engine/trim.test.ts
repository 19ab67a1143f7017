import { answered, hubOf, problemOfQuestion, type FitQuestion } from '../../../../../tests/support/fitCases';
import { exactly, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { readStockCsv, stockCsv } from '../../../assembly/formats/stockCsv';
import { RULER, trimDxf, trimSvg, trimTitle } from '../../../assembly/formats/trimFiles';
import { DEFAULT_STOCK } from '../../../document/fitRules';
import { assess } from './assess';
import { sweepOf } from './sweptCorner';
import { sampled } from './sampled';
import { depthsFor, trimTemplate } from './trim';

const still = { steer: { from: 0, to: 0, u: 0 } };
/** A lip 495 over the hub: 495 − 90 − 400 = 5 mm at full bump, straight above. */
const low = obstacle('fender-lip', [
  [-300, 800, 895],
  [300, 800, 895],
]);
function template(gap: number, more: Parameters<typeof problemOf>[1] = {}, lip = low) {
  const problem = problemOf([lip], { ...still, ...more });
  const { sweep, swept } = sweepOf(problem);
  sweep.all();
  return trimTemplate(swept, 0, problem.tyre, gap, 0);
}

describe('a trim template', () => {
  test('is as deep as the gap lacks, straight above, and runs out to both sides', () => {
    const t = template(20);
    if (!t) throw new Error('no template');
    expect(t.patches).toHaveLength(1);
    // 20 wanted, 5 there.
    expect(t.patches[0]?.depth).toBeCloseTo(15, 0);
    const { edge = [], cut = [] } = t.patches[0] ?? {};
    expect(edge).toHaveLength(cut.length);
    expect(cut[0]).toEqual(edge[0]);
    expect(t.height).toBeCloseTo(15, 0);
    // By pencil: the tyre's circle of 420 about the hub 405 under the lip meets it ±√(420² − 405²) = ±111 out.
    expect(t.width).toBeGreaterThan(2 * 105);
    expect(t.width).toBeLessThan(2 * 125);
  });

  test('cutting along it leaves the gap that was chosen', () => {
    const t = template(20);
    const edge = t?.patches[0]?.edge ?? [];
    const cut = t?.patches[0]?.cut ?? [];
    const x0 = (edge[0]?.[0] ?? 0) + (edge.at(-1)?.[0] ?? 0);
    const trimmed = obstacle(
      'fender-lip',
      cut.map(([x, y], i): [number, number, number] => [x - x0 / 2, 800, 895 + y - (edge[i]?.[1] ?? 0)]),
    );
    const [r] = assess(problemOf([trimmed], still)).results;
    expect(r?.gap ?? 0).toBeGreaterThan(19.3);
    expect(r?.gap ?? 0).toBeLessThan(21);
  });

  test.each(['four-link-front', 'wishbone', 'radius-arm-front'] as const)(
    'an edge met at lock, cut along it and swept again, keeps the gap: %s',
    (name) => {
      let deepest = 0;
      for (const [ahead, out] of [
        [-402, -205],
        [404, -232],
        [-396, -236],
      ] as const) {
        const q: FitQuestion = {
          name,
          grade: 'Crossed',
          tyre: { diameter: 803, sectionWidth: 271, shoulderRadius: 34, planeOffset: 4 },
          left: { bump: 83, droop: -77 },
          right: { bump: 97, droop: -84 },
          steer: 1,
          compliance: 4,
          uncertainty: 0,
          obstacle: {
            id: 'liner-rear',
            points: [
              [ahead, out, -30],
              [ahead * 1.02, out - 10, 60],
            ],
          },
        };
        const problem = problemOfQuestion(q);
        const { sweep, swept } = sweepOf(problem);
        sweep.all();
        const [hx, hy, hz] = hubOf(name);
        const edge = sampled(problem.obstacles[0]?.points ?? []);
        const depths = depthsFor(swept, 0, problem.tyre, edge, 11);
        if (!depths) throw new Error(`${name} ${ahead}: no cut does it`);
        deepest = Math.max(deepest, ...depths);
        const cut = edge.map(([x, y, z], k): [number, number, number] => {
          const angle = Math.atan2(z - hz, x - hx);
          const d = depths[k] ?? 0;
          return [x + d * Math.cos(angle) - hx, y - hy, z + d * Math.sin(angle) - hz];
        });
        const after = answered({ ...q, obstacle: { id: 'liner-rear', points: cut } }, false);
        expect(after.gap).toBeGreaterThan(10.9);
      }
      expect(deepest).toBeGreaterThan(3);
    },
  );

  test('none where nothing needs to be cut, or no cut does it', () => {
    expect(template(4)).toBeNull();
    expect(template(4000)).toBeNull();
  });

  test('says when it is deeper than the part was said to give', () => {
    expect(template(20, {}, { ...low, givesBy: 8 })?.beyond).toBe(true);
    expect(template(20, {}, { ...low, givesBy: 30 })?.beyond).toBe(false);
  });

  test('on the right side it says which way is forward', () => {
    const right = { ...low, points: low.points.map(([x, y, z]): [number, number, number] => [x, -y, z]) };
    const own = exactly({ rest: 0, bump: 90, droop: -80 });
    const t = template(20, { side: 'right', own, across: own }, right);
    if (!t) throw new Error('no template');
    expect(trimTitle(t).join(' ')).toMatch(/right.*forward is to the right/);
    const left = template(20);
    expect(left && trimTitle(left).join(' ')).toMatch(/turn the sheet over/);
  });

  test('SVG in mm with a check ruler, the cut solid and the edge dashed', () => {
    const t = template(20);
    if (!t) throw new Error('no template');
    const svg = trimSvg({ ...t, name: 'Liner <rear> & "more"' });
    expect(svg).toMatch(/width="[\d.]+mm" height="[\d.]+mm" viewBox="0 0 /);
    expect(svg).toContain(`id="ruler-${RULER}-mm"`);
    expect(svg).toContain('Liner &lt;rear&gt; &amp; &quot;more&quot;');
    expect(svg.match(/<polyline/g)).toHaveLength(2);
    // True size: the cut on paper is as wide as it is.
    const cut =
      /class="cut" points="([^"]+)"/
        .exec(svg)?.[1]
        ?.split(' ')
        .map((p) => p.split(',').map(Number)) ?? [];
    const xs = cut.map((p) => p[0] ?? 0);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(t.width, 1);
  });

  test('DXF with a layer for the cut, the edge and the ruler, in mm', () => {
    const t = template(20);
    if (!t) throw new Error('no template');
    const dxf = trimDxf(t);
    for (const layer of ['CUT', 'EDGE', 'RULER']) expect(dxf).toContain(layer);
    expect(dxf).toMatch(/\$INSUNITS\s+70\s+4\s/);
    expect(dxf.trimEnd().endsWith('EOF')).toBe(true);
  });
});

describe('the shop’s list as CSV', () => {
  test('comes back as it went', () => {
    const back = readStockCsv(stockCsv(DEFAULT_STOCK));
    if (!back.ok) throw new Error(back.reason);
    expect(back.stock.tyres.map((t) => t.name)).toEqual(DEFAULT_STOCK.tyres.map((t) => t.name));
    expect(back.stock.tyres[3]?.diameter).toBeCloseTo(DEFAULT_STOCK.tyres[3]?.diameter ?? 0, 1);
    expect(back.stock.wheels).toHaveLength(DEFAULT_STOCK.wheels.length);
    expect(back.stock.spacers).toEqual([...DEFAULT_STOCK.spacers]);
    expect(back.stock.stops).toEqual([...DEFAULT_STOCK.stops]);
  });

  test('a printed size needs no figures; measured ones go before it', () => {
    const read = readStockCsv(
      'kind,name\ntyre,265/70R17\ntyre,33x12.5R15,830,305,,,yes,4000\nwheel,steel,,203,15,-12\n',
    );
    if (!read.ok) throw new Error(read.reason);
    expect(read.stock.tyres[0]).toMatchObject({ diameter: 802.8, measured: false, price: null });
    expect(read.stock.tyres[1]).toMatchObject({ diameter: 830, sectionWidth: 305, measured: true, price: 4000 });
    expect(read.stock.wheels[0]).toMatchObject({ offset: -12, rimDiameter: 381 });
    // None and no longer stop are always among them.
    expect(read.stock.spacers).toEqual([{ thickness: 0, price: null }]);
    expect(read.stock.stops).toEqual([{ extra: 0, price: null }]);
  });

  test.each([
    ['tyre,large\nwheel,x,,,,0', /line 1: the tyre “large” needs/],
    ['tyre,265/70R17\nwheel,x', /line 2: the wheel “x” needs its offset/],
    ['tyre,265/70R17\nwheel,x,,,,far', /“far” is not a number \(offset\)/],
    ['nut,m14', /“nut” is none of/],
    ['wheel,x,,,,0', /no tyre in it/],
    ['tyre,265/70R17', /no wheel in it/],
    ['tyre,giant,9000,300\nwheel,x,,,,0', /tyres “giant”: a figure no such part has/],
    ['tyre,265/70R17\nwheel,x,,,,0\nspacer', /a spacer needs its width/],
  ])('%j is refused by its line', (text, why) => {
    const read = readStockCsv(text);
    expect(read.ok ? '' : read.reason).toMatch(why);
  });
});
