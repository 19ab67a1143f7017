import type { JobDocument } from '../../document/job';
import { CORNERS, PLACE_NAME } from '../../kernel/places';
import { day } from '../../kernel/time/when';
import { show } from '../../kernel/units/format';
import type { Quantity, UnitChoice } from '../../kernel/units/quantity';
import { lineSaid } from '../../record/checks/leadsLines';
import type { Verdict } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { BANDED, heightIn, leadsOf, rowsFor } from './bands';

const bandsSaid = (job: Pick<JobDocument, 'entries'>, units: UnitChoice): string[] =>
  BANDED.flatMap(({ id, name }) =>
    rowsFor(job, id).map(
      (row) =>
        `${name.toLowerCase()} ${show('fineAngle', row.low, units, true).text} to ${show('fineAngle', row.high, units, true).text}${row.height === null ? '' : ` at ${show('length', row.height, units).text}`}`,
    ),
  ).concat(
    leadsOf(job).map(
      ({ figure, lead }) => `${figure} left more than right by ${show('fineAngle', lead, units, true).text}`,
    ),
  );

/** What whoever aligns it leaves as it is. */
export const NOT_MOVED =
  'Not to be moved: ride heights, bump stops, track bar and arm lengths; any of them comes back here first.';

/** How the vehicle stands After: its heights in the datum that its tables ask for, load and pressures, as read. */
export function standsAt(w: Workings, units: UnitChoice): { datum: string; heights: string[]; load: string[] } {
  const floorBased = BANDED.some(({ id }) =>
    rowsFor(w.job, id).some((r) => r.height !== null && r.datum === 'floor-to-lip'),
  );
  const at = (point: string, place: Spot['place'], quantity: Quantity): string | null => {
    const figure = w.figures.figure({ gate: 'after', point, place, state: 'floor' });
    return figure.status === 'read' ? show(quantity, figure.value, units).text : null;
  };
  const datum = floorBased ? 'floor-to-lip' : 'hub-to-lip';
  return {
    datum: floorBased ? 'floor to lip' : 'hub centre to lip',
    heights: CORNERS.map((corner) => {
      const height = heightIn(w, 'after', corner, datum);
      return `${PLACE_NAME[corner].toLowerCase()} ${height === null ? 'not read' : show('length', height, units).text}`;
    }),
    load: [
      ['fuel', at('fuelLevel', 'vehicle', 'share')],
      ['load', at('loadMass', 'vehicle', 'mass')],
      ...CORNERS.map((corner) => [`tyre ${PLACE_NAME[corner].toLowerCase()}`, at('tyrePressure', corner, 'pressure')]),
    ].flatMap(([name, text]) => (text ? [`${name} ${text}`] : [])),
  };
}

/** The bands that the alignment was judged by, and where they stand, for the sheet. */
export function bandFacts(
  { job }: Workings,
  _verdicts: readonly Verdict[],
  units: UnitChoice,
): readonly { name: string; text: string }[] {
  const said = bandsSaid(job, units);
  const sources = [...new Set(BANDED.flatMap(({ id }) => rowsFor(job, id).map((row) => row.source)))];
  return said.length > 0 ? [{ name: 'Alignment bands', text: `${said.join('; ')} (${sources.join('; ')})` }] : [];
}

/**
 * What whoever aligns it elsewhere has to know, on the sheet of a vehicle that leaves unaligned: at which heights, load
 * and pressures it stands, in the datum that the maker's table asks for, its bands, and what may not be moved there.
 */
export function benchFacts(
  w: Workings,
  _verdicts: readonly Verdict[],
  units: UnitChoice,
): readonly { name: string; text: string }[] {
  const { job } = w;
  const own = w.book.leadsLine('alignment');
  const found = own && lineSaid(w, own);
  if (!found || found.stale || found.said.answer !== 'not-done-here') return [];
  const { datum, heights, load } = standsAt(w, units);
  const bands = bandsSaid(job, units);
  return [
    {
      name: 'For whoever aligns it',
      text: [
        `It stands at (${datum}): ${heights.join(', ')}.`,
        load.length > 0 ? `Read with ${load.join(', ')}.` : '',
        bands.length > 0 ? `Wanted: ${bands.join('; ')}.` : 'The maker’s bands are not known here.',
        found.said.due ? `Due by ${day(found.said.due)}.` : '',
        NOT_MOVED,
      ]
        .filter(Boolean)
        .join(' '),
    },
  ];
}
