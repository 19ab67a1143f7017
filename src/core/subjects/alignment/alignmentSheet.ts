import type { ReadingGate } from '../../document/job';
import { say } from '../../kernel/phrase';
import { cornersOf, type Axle, type Corner } from '../../kernel/places';
import { isSimulated } from '../../kernel/uncertainty/instruments';
import { show } from '../../kernel/units/format';
import type { UnitChoice } from '../../kernel/units/quantity';
import { standingReadings } from '../../record/figures';
import type { Verdict } from '../../record/checks/types';
import type { Workings } from '../../record/workings';
import type { FigureId } from './adjusters';
import { adviceAt, type Advice } from './advice';
import { bandOf, type BandedId } from './bands';
import { NOT_MOVED, standsAt } from './bench';
import { SIGNED_AWAY } from './checks';
import { camberAt, casterAt, floor, totalToeAt } from './read';
import { settingSaid } from './setting';

/** A line of the sheet: a figure of a side with its band, as found, as left, as advised. Empty: to be written in. */
export interface AlignmentRow {
  figure: string;
  band: string;
  found: string;
  left: string;
  advised: string;
  /** Of what was left; null where nothing was. */
  verdict: Verdict['verdict'] | null;
}
export interface AlignmentSheet {
  datum: string;
  heights: readonly string[];
  load: readonly string[];
  rows: readonly AlignmentRow[];
  /** Left against right, thrust, set-back: in words, with their verdicts. */
  across: readonly { title: string; words: string; verdict: Verdict['verdict'] }[];
  /** Every adjustment that was recorded, with from, to and mark. */
  settings: readonly string[];
  /** What brings it in, settings in no order; null while figures or bands are wanting. */
  advice: Advice | null;
  notMoved: string;
  /** Some of it was made up by a stand-in. */
  simulated: boolean;
}

const LIST: readonly {
  of: BandedId;
  name: string;
  axle: Axle;
  check: string;
  advised: readonly [FigureId, FigureId] | null;
}[] = [
  {
    of: 'front-caster',
    name: 'Caster',
    axle: 'front',
    check: 'alignment-caster',
    advised: ['casterLeft', 'casterRight'],
  },
  {
    of: 'front-camber',
    name: 'Camber',
    axle: 'front',
    check: 'alignment-camber',
    advised: ['camberLeft', 'camberRight'],
  },
  { of: 'rear-camber', name: 'Rear camber', axle: 'rear', check: 'rear-camber', advised: null },
  { of: 'front-lean', name: 'Axis lean', axle: 'front', check: 'alignment-lean', advised: null },
];
const REARLY: ReadonlySet<BandedId> = new Set<BandedId>(['rear-camber', 'front-lean', 'rear-toe']);

/**
 * What is handed to whoever aligns the vehicle, or kept of it: how it stands, every figure in its band as found, as left
 * and as advised, what was set from where to where, and what is not to be moved.
 *
 * @param verdicts of the same job
 */
export function alignmentSheet(w: Workings, verdicts: readonly Verdict[], units: UnitChoice): AlignmentSheet {
  const deg = (value: number | null | undefined): string =>
    value === null || value === undefined ? '' : show('fineAngle', value, units, true).text;
  // Once it is lifted, what would have set it as it came says nothing.
  const advice = adviceAt(w, ['after', 'release'].includes(w.job.job.gate) ? 'after' : 'before');
  const band = (of: BandedId, place: Corner | Axle): string => {
    const found = bandOf(w, 'after', of, place);
    return found.state === 'band' ? `${deg(found.low)} to ${deg(found.high)}` : '';
  };
  const at = (of: BandedId, gate: ReadingGate, corner: Corner): number | null => {
    if (of === 'front-caster') return casterAt(w, gate, corner)?.value ?? null;
    if (of !== 'front-lean') return camberAt(w, gate, corner)?.value ?? null;
    const lean = w.figures.figure(floor(gate, 'axisLean', corner));
    return lean.status === 'read' ? lean.value : null;
  };
  const verdictOf = (check: string, place: Corner | Axle) =>
    verdicts.find((v) => v.gate === 'after' && v.check === check && v.place === place)?.verdict ?? null;
  const wheels = LIST.flatMap(({ of, name, axle, check, advised }) =>
    cornersOf(axle).map((corner, i): [BandedId, AlignmentRow] => {
      const left = at(of, 'after', corner);
      const row: AlignmentRow = {
        figure: `${name}, ${i === 0 ? 'left' : 'right'}`,
        band: band(of, corner),
        found: deg(at(of, 'before', corner)),
        left: deg(left),
        advised: advised && advice && advice.settings.length > 0 ? deg(advice.values[advised[i === 0 ? 0 : 1]]) : '',
        verdict: left === null ? null : verdictOf(check, corner),
      };
      return [of, row];
    }),
  );
  const toes = (['front', 'rear'] as const).map((axle): [BandedId, AlignmentRow] => {
    const left = totalToeAt(w, 'after', axle);
    const row: AlignmentRow = {
      figure: axle === 'front' ? 'Total toe' : 'Rear total toe',
      band: band(`${axle}-toe`, axle),
      found: deg(totalToeAt(w, 'before', axle)?.value),
      left: deg(left?.value),
      advised: axle === 'front' && advice && advice.settings.length > 0 ? deg(advice.values.toe) : '',
      verdict: left ? verdictOf(axle === 'front' ? 'total-toe' : 'rear-toe', axle) : null,
    };
    return [`${axle}-toe`, row];
  });
  // What few vehicles have stands there only where something is known of it.
  const known = ([of, row]: [BandedId, AlignmentRow]) => !REARLY.has(of) || row.band + row.found + row.left !== '';
  const across = new Set(['cross-camber', 'cross-caster', 'thrust', 'axis-lean', 'set-back']);
  return {
    ...standsAt(w, units),
    rows: [...wheels, ...toes].filter(known).map(([, row]) => row),
    across: verdicts
      .filter((v) => v.gate === 'after' && across.has(v.check) && SIGNED_AWAY.includes(v.check) && v.value !== null)
      .map((v) => ({ title: v.title, words: say(v.summary, units), verdict: v.verdict })),
    settings: w.job.changes.flatMap((c) => (c.setting ? [`${settingSaid(c.setting, units)}; ${c.by}`] : [])),
    advice,
    notMoved: NOT_MOVED,
    simulated: standingReadings(w.job).some((r) => isSimulated(r.instrument)),
  };
}
