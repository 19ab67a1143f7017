import { CORNERS, PLACE_NAME } from '../../kernel/places';
import { show } from '../../kernel/units/format';
import type { UnitChoice } from '../../kernel/units/quantity';
import { lineSaid } from '../../record/checks/leadsLines';
import type { Verdict } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { hubToLipAt, readAt } from '../stance/rise';
import { BANDED, rowsFor } from './bands';

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
  const found = own && lineSaid(job, own);
  if (!found || found.stale || found.said.answer !== 'not-done-here') return [];
  const floorBased = BANDED.some(({ id }) =>
    rowsFor(job, id).some((r) => r.height !== null && r.datum === 'floor-to-lip'),
  );
  const heights = CORNERS.map((corner) => {
    const height = floorBased
      ? readAt(w.figures, 'after', 'floorToLip', corner)
      : hubToLipAt(w.figures, 'after', corner);
    return `${PLACE_NAME[corner].toLowerCase()} ${height ? show('length', height.value, units).text : 'not read'}`;
  });
  const at = (point: string, place: Spot['place']): string | null => {
    const figure = w.figures.figure({ gate: 'after', point, place, state: 'floor' });
    return figure.status === 'read' ? figure.readings.at(-1)?.text || null : null;
  };
  const stands = [
    ['fuel', at('fuelLevel', 'vehicle')],
    ['load', at('loadMass', 'vehicle')],
    ['tyres front', at('tyrePressure', 'FL')],
    ['tyres rear', at('tyrePressure', 'RL')],
  ].flatMap(([name, text]) => (text ? [`${name} ${text}`] : []));
  const bands = BANDED.flatMap(({ id, name }) =>
    rowsFor(job, id).map(
      (row) =>
        `${name.toLowerCase()} ${show('fineAngle', row.low, units, true).text} to ${show('fineAngle', row.high, units, true).text}${row.height === null ? '' : ` at ${show('length', row.height, units).text}`}`,
    ),
  );
  return [
    {
      name: 'For whoever aligns it',
      text: [
        `It stands at (${floorBased ? 'floor to lip' : 'hub centre to lip'}): ${heights.join(', ')}.`,
        stands.length > 0 ? `Read with ${stands.join(', ')}.` : '',
        bands.length > 0 ? `Wanted: ${bands.join('; ')}.` : 'The maker’s bands are not known here.',
        'Not to be moved: ride heights, bump stops, track bar and arm lengths; any of them comes back here first.',
      ]
        .filter(Boolean)
        .join(' '),
    },
  ];
}
