'use client';

import { useState } from 'react';
import type { Verdict } from '@/core/record/checks/types';
import { ChecksPanel } from '../ChecksPanel';
import { Arm } from '../drawings/Arm';

interface Counted {
  key: string;
  mark: Verdict['verdict'];
  name: string;
  verdicts: readonly Verdict[];
}

/** Verdicts that want nothing now, as counts that open in place, one at a time. */
function Counts({ jobId, counts, lead }: { jobId: string; counts: readonly Counted[]; lead: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = counts.find((c) => c.key === open);
  return (
    <section aria-label="The other checks">
      <div className="flex flex-wrap gap-x-6 border-t border-rule">
        {counts.map(({ key, mark, name, verdicts }) => (
          <button
            key={key}
            type="button"
            className="flex min-h-14 items-center gap-3 font-semibold disabled:text-pencil"
            aria-expanded={open === key}
            disabled={verdicts.length === 0}
            onClick={() => setOpen(open === key ? null : key)}
          >
            <Arm verdict={mark} size={24} />
            <span>
              <span className="fig">{verdicts.length}</span>{' '}
              <span className={open === key ? 'underline underline-offset-4' : ''}>{name}</span>
            </span>
          </button>
        ))}
      </div>
      {shown && <ChecksPanel jobId={jobId} verdicts={shown.verdicts} lead={lead} brief />}
    </section>
  );
}

/** What is not in the way: accepted, to watch, not measured, clear. */
export function CountsOf({ verdicts, ...rest }: { jobId: string; verdicts: readonly Verdict[]; lead: boolean }) {
  const of = (word: Verdict['verdict']) => verdicts.filter((v) => v.verdict === word);
  const accepted = of('Stop');
  return (
    <Counts
      {...rest}
      counts={[
        ...(accepted.length > 0
          ? [{ key: 'accepted', mark: 'Stop' as const, name: 'accepted by a lead', verdicts: accepted }]
          : []),
        { key: 'watch', mark: 'Watch', name: 'to watch', verdicts: of('Watch') },
        { key: 'unread', mark: 'Not measured', name: 'not measured', verdicts: of('Not measured') },
        { key: 'clear', mark: 'Clear', name: 'clear', verdicts: of('Clear') },
      ]}
    />
  );
}
