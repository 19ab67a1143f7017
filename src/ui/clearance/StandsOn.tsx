'use client';

import type { Posed } from '@/core/subjects/clearance/fit/problemAt';
import { Words } from '../Figure';
import type { Weighed } from './useWeighed';

/** What the answer stands on: limits of travel, points of the linkage, and what was assumed. */
export function StandsOn({ posed, weighed }: { posed: Posed; weighed: Weighed | undefined }) {
  const { limits, wheel, measured, obstacles, cuts } = posed;
  const rows: [string, React.ReactNode][] = [
    [
      'Full bump',
      <>
        <Words phrase={[{ quantity: 'length', value: limits.bump - limits.rest, signed: true }]} /> from ride height,{' '}
        {limits.from.bump}
        {limits.assumed.bump && ' (assumed)'}
      </>,
    ],
    [
      'Full droop',
      <>
        <Words phrase={[{ quantity: 'length', value: limits.droop - limits.rest, signed: true }]} /> from ride height,{' '}
        {limits.from.droop}
        {limits.assumed.droop && ' (assumed)'}
      </>,
    ],
    ['Linkage', `${measured.measured} of ${measured.total} points measured`],
    [
      'Tyre',
      <>
        <Words
          phrase={[
            { quantity: 'length', value: wheel.diameter.value },
            ' × ',
            { quantity: 'length', value: wheel.sectionWidth.value },
          ]}
        />
        {wheel.diameter.assumed ? ', printed or booked: assumed' : ', measured'}
      </>,
    ],
    ['Wheel’s place', wheel.plane.assumed ? 'offset not read: assumed' : 'from measured offset'],
    ['Obstacles', `${obstacles.known.length} known, ${obstacles.missing.length} not measured`],
    ...cuts.map((c): [string, React.ReactNode] => [
      `${c.name}, cut`,
      c.by ? (
        <>
          <Words phrase={[{ quantity: 'length', value: c.by.value }]} />, measured
          {c.planned !== null && <Words phrase={[' of ', { quantity: 'length', value: c.planned }, ' planned']} />}
        </>
      ) : (
        'not measured After: worked as if nothing were cut'
      ),
    ]),
    ...(weighed?.state === 'ready'
      ? ([['Poses swept', `${weighed.poses}${weighed.unreached > 0 ? `, ${weighed.unreached} out of reach` : ''}`]] as [
          string,
          React.ReactNode,
        ][])
      : []),
  ];
  return (
    <div className="space-y-3">
      <table className="plain">
        <tbody>
          {rows.map(([name, cell]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{cell}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="hint">
        A lift moves where the wheel rests, not where it stops: the stops stay where they were measured unless a longer
        one is planned.
      </p>
    </div>
  );
}

/** Readings round the wheel that cannot be: what stands inside the tyre as measured, what no point can be. */
export function Doubts({ posed: { obstacles, inside } }: { posed: Posed }) {
  const names = inside.map((i) => obstacles.known.find((o) => o.id === i)?.name ?? i);
  return (
    <>
      {names.length > 0 && (
        <p role="alert" className="my-2 border-l-4 border-stop pl-3 font-semibold text-stop">
          Inside the tyre as measured: {names.join(', ')}. Either a reading is wrong, or it rubs already.
        </p>
      )}
      {obstacles.faults.map((f) => (
        <p key={f.id} role="alert" className="my-2 border-l-4 border-stop pl-3 font-semibold text-stop">
          {f.fault}.
        </p>
      ))}
    </>
  );
}
