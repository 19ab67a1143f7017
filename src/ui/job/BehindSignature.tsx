import { PLACE_NAME } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { lineSaid } from '@/core/record/checks/leadsLines';
import { isDoubtful, standingReadings } from '@/core/record/figures';
import type { Workings } from '@/core/record/workings';

interface Behind {
  what: string;
  lines: string[];
}

/** What a lead puts a name to besides what is Clear: signed away, accepted, doubtful, assumed, late, out of a file. */
export function behindSignature(w: Workings, verdicts: readonly Verdict[]): Behind[] {
  const after = verdicts.filter((v) => v.gate === 'after');
  const named = (v: Verdict) => `${v.title}${v.place === 'vehicle' ? '' : `, ${PLACE_NAME[v.place].toLowerCase()}`}`;
  const standing = standingReadings(w.job);
  const point = (r: (typeof standing)[number]) =>
    `${w.book.byId(r.point)?.short ?? r.point}, ${PLACE_NAME[r.place].toLowerCase()}: ${r.text || String(r.value)}, ${r.takenBy}`;
  return [
    {
      what: 'Not done here',
      lines: w.book.leadsLines.flatMap((line) => {
        const said = lineSaid(w, line)?.said;
        return said?.answer === 'not-done-here' ? [`${line.title}: ${said.text}, ${said.by}`] : [];
      }),
    },
    {
      what: 'Accepted',
      lines: after.flatMap((v) => (v.accepted ? [`${named(v)}: ${v.accepted.reason}, ${v.accepted.by}`] : [])),
    },
    { what: 'Watch', lines: after.filter((v) => v.verdict === 'Watch').map(named) },
    { what: 'Stands on assumed figures', lines: after.filter((v) => v.assumed).map(named) },
    { what: 'Unlikely, unconfirmed', lines: standing.filter((r) => isDoubtful(w.book, w.job, r)).map(point) },
    { what: 'Filed late, on a word', lines: standing.filter((r) => r.late?.basis === 'word').map(point) },
    { what: 'Out of a file', lines: standing.filter((r) => r.broughtIn).map(point) },
  ].filter(({ lines }) => lines.length > 0);
}

/** The same as a list, folded: each opens in place. */
export function BehindSignature({ behind }: { behind: readonly Behind[] }) {
  return (
    <section aria-labelledby="behind">
      <h2 id="behind" className="text-base">
        What stands behind the signature
      </h2>
      {behind.length === 0 && <p className="hint">Everything is Clear, read here and in time.</p>}
      {behind.map(({ what, lines }) => (
        <details key={what} className="border-t border-rule">
          <summary className="flex min-h-10 items-center justify-between gap-3 font-semibold">
            <span>{what}</span>
            <span className="fig">{lines.length}</span>
          </summary>
          <ul className="max-h-64 overflow-y-auto pb-2 text-[15px]" tabIndex={0}>
            {lines.map((line, i) => (
              <li key={i} className="py-0.5">
                {line}
              </li>
            ))}
          </ul>
        </details>
      ))}
    </section>
  );
}
