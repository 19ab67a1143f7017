'use client';

import { saidName } from '@/core/subjects/clearance/engine/catalogue';
import type { Candidate } from '@/core/subjects/clearance/engine/fitFinder';
import type { FitRules } from '@/core/document/fitRules';
import type { Axle } from '@/core/kernel/places';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { FindAnswer } from '@/workers/clearanceApi';
import { Arm } from '../drawings/Arm';
import { Figure } from '../Figure';
import { useUnits } from '../Units';

/** What a candidate's outcome reads as. */
export const OUTCOME = { fits: 'Clear', close: 'Watch', refused: 'Stop' } as const;

/** What is missing to Clear is never shown as nothing: the least is the finest step of the tape. */
const finest = (units: UnitChoice): number => (units.length === 'mm' ? 1 : 25.4 / 16);
const shortText = (by: number, units: UnitChoice): string => show('length', Math.max(by, finest(units)), units).text;
/** So much short, in the units in use. */
export function Short({ by }: { by: number }) {
  return <Figure quantity="length" value={Math.max(by, finest(useUnits()))} />;
}

type Trimming = FitRules['trimming']['value'];
const TRIMMING: Record<Trimming, string> = { none: 'none', unseen: 'unseen only', any: 'any' };

/** The answer in words: the asked-for one's place, the least lift, what stands in the way most often. */
export function Answer({ found, axle, trimming }: { found: FindAnswer; axle: Axle; trimming: Trimming }) {
  const units = useUnits();
  const length = (v: number) => show('length', v, units).text;
  const { asked, lists, lifts, smallest, refusals, names, missing } = found;
  const own = asked
    ? found.found.filter(
        (c) => c.tyre === asked.tyre && c.wheel === asked.wheel && c.spacer === asked.spacer && c.stop === asked.stop,
      )
    : [];
  const best = own.find((c) => c.outcome === 'fits') ?? own.find((c) => c.outcome === 'close') ?? own[0];
  const tyre = asked ? lists.tyres[asked.tyre] : null;
  const fits = found.found.filter((c) => c.outcome === 'fits');
  return (
    <div className="space-y-1">
      {!asked && <p>No tyre is asked for yet, so only the shop’s own list is gone through.</p>}
      {best && tyre && (
        <p className="flex items-center gap-2">
          <Arm verdict={OUTCOME[best.outcome]} />
          <span>
            <strong>Asked for, {tyre.name}</strong>, as it is:{' '}
            {best.outcome === 'fits'
              ? best.trims.length > 0
                ? `fits with ${best.trims.map((t) => `${length(t.by)} off the ${saidName(names[t.id] ?? t.id)}`).join(', ')}.`
                : 'fits.'
              : best.impossible
                ? `${best.impossible}.`
                : `${best.outcome === 'close' ? 'close' : 'refused'} by the ${saidName(names[best.first?.id ?? ''] ?? best.first?.id ?? '')}, ${shortText(best.first?.short ?? 0, units)} short of Clear.`}
          </span>
        </p>
      )}
      {tyre && (
        <p>
          {smallest ? (
            <>
              <strong>Smallest lift that does it: {length(smallest.lift)}</strong>
              {smallest.lift === 0 && ' (none)'} with {lists.wheels[smallest.candidate.wheel]?.name}
              {lists.spacers[smallest.candidate.spacer]?.thickness
                ? `, spacer ${length(lists.spacers[smallest.candidate.spacer]?.thickness ?? 0)}`
                : ''}
              {lists.stops[smallest.candidate.stop]?.extra
                ? `, stop ${length(lists.stops[smallest.candidate.stop]?.extra ?? 0)} longer`
                : ''}
              {smallest.candidate.trims
                .map((t) => `, ${length(t.by)} off the ${saidName(names[t.id] ?? t.id)}`)
                .join('')}
              .
            </>
          ) : (
            <>
              <strong>No lift does it</strong> up to {length(Math.max(...lifts))} at the {axle}, with what the shop can
              get: a lift moves where the wheel rests, not where it stops.
            </>
          )}
        </p>
      )}
      <p className="text-pencil">
        {fits.length} of {found.found.length} tried fit.
        {refusals.length > 0 &&
          ` First in the way: ${refusals
            .slice(0, 3)
            .map(
              (r) =>
                `${r.id === 'impossible' ? 'tyre and wheel do not go together' : saidName(names[r.id] ?? r.id)} (${r.count})`,
            )
            .join(', ')}.`}{' '}
        Trimming that counts as fitting here: {TRIMMING[trimming]}.
      </p>
      {missing.length > 0 && (
        <p className="border-l-4 border-watch pl-3">
          “Fits” counts only what was measured. Nobody measured: {missing.map(saidName).join(', ')}.
        </p>
      )}
    </div>
  );
}

/** Why the others do not: what stands first in the way, and how near the nearest of them came. */
export function Refused({ found }: { found: FindAnswer }) {
  const { names, lists } = found;
  const nearest = (id: string): Candidate | undefined =>
    found.found
      .filter((c) => c.outcome !== 'fits' && c.first?.id === id)
      .sort((a, b) => (a.first?.short ?? 0) - (b.first?.short ?? 0))[0];
  const rows = found.refusals.filter((r) => r.id !== 'impossible').slice(0, 5);
  if (rows.length === 0) return null;
  return (
    <section aria-labelledby="refused">
      <h2 id="refused">What stands in the way of the others</h2>
      <table className="plain">
        <thead>
          <tr>
            <th>First obstacle</th>
            <th className="text-right">Refused</th>
            <th>Nearest miss</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => {
            const c = nearest(r.id);
            return (
              <tr key={r.id}>
                <th scope="row">{names[r.id] ?? r.id}</th>
                <td className="fig text-right">{r.count}</td>
                <td>
                  {c && (
                    <>
                      {lists.tyres[c.tyre]?.name}, {lists.wheels[c.wheel]?.name}: <Short by={c.first?.short ?? 0} />{' '}
                      short of Clear
                    </>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
