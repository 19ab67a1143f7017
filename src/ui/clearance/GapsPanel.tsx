'use client';

import { obstacleKind } from '@/core/subjects/clearance/engine/catalogue';
import type { ComparedGap } from '@/core/subjects/clearance/fit/gaps';
import { STATE_NAME } from '@/core/kernel/places';
import { Figure, PlusMinus } from '../Figure';

/** What disagrees most for its uncertainty first, and what was measured After before what was Before. */
const worstFirst = (gaps: readonly ComparedGap[]): ComparedGap[] =>
  [...gaps].sort(
    (a, b) =>
      Number(b.finding) - Number(a.finding) ||
      Number(b.gate === 'after') - Number(a.gate === 'after') ||
      Math.abs(b.difference) / b.U - Math.abs(a.difference) / a.U,
  );

/** Gaps measured on the vehicle beside what the model says; where they disagree it is a finding. */
export function GapsPanel({ gaps, after }: { gaps: readonly ComparedGap[]; after: boolean }) {
  if (gaps.length === 0)
    return (
      <p className="hint">
        {after
          ? 'No gap of this corner is measured After yet: on the floor straight and at both locks, and flexed.'
          : 'No gap of this corner is measured yet. Straight and at both locks they tell whether the obstacles were taped right.'}
      </p>
    );
  const findings = gaps.filter((g) => g.finding).length;
  return (
    <div>
      <p className={findings > 0 ? 'font-semibold text-watch' : 'hint'}>
        {findings > 0
          ? `${findings} ${findings === 1 ? 'gap disagrees' : 'gaps disagree'} with the model by more than the uncertainty: something is bent, moved or mis-measured.`
          : 'All within their uncertainty.'}
      </p>
      <table className="plain">
        <thead>
          <tr>
            <th>Where</th>
            <th className="text-right">Measured</th>
            <th className="text-right">Model</th>
            <th className="text-right">Off by</th>
          </tr>
        </thead>
        <tbody>
          {worstFirst(gaps).map((g) => (
            <tr key={`${g.gate}${g.name}${g.state}`}>
              <th scope="row">
                {obstacleKind(g.obstacle)?.name ?? g.obstacle}
                <span className="block text-sm font-normal">
                  {STATE_NAME[g.state]}, {g.gate === 'before' ? 'Before' : 'After'}
                </span>
              </th>
              <td className="text-right whitespace-nowrap">
                <Figure quantity="length" value={g.measured.value} />
              </td>
              <td className="text-right whitespace-nowrap">
                <Figure quantity="length" value={g.predicted.value} />
              </td>
              <td className={`text-right whitespace-nowrap ${g.finding ? 'font-bold text-watch' : ''}`}>
                <Figure quantity="length" value={g.difference} signed />
                <span className="block text-sm">
                  <PlusMinus quantity="length" value={g.U} />
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
