'use client';

import type { Correction } from '@/core/subjects/linkage/corrections';
import { Figure } from '../Figure';

/** The lengths that would put the end right at the heights of the stage. */
export function LengthsPanel({
  corrections,
  stage,
  changed,
}: {
  corrections: readonly Correction[];
  stage: string;
  changed: readonly string[];
}) {
  if (stage === 'before')
    return <p className="hint">Choose Plan or As built: the lengths follow from the lifted heights.</p>;
  if (corrections.length === 0)
    return (
      <p className="hint">Set the wanted lift at Plan, or read the heights After: the lengths follow from them.</p>
    );
  return (
    <div className="space-y-3">
      <ul className="ruled">
        {corrections.map((c) => (
          <li key={`${c.part}`} className="flex items-baseline justify-between gap-3 py-2">
            <span>
              <span className="font-semibold">{c.part}</span>
              <span className="block text-sm text-pencil">{c.puts}</span>
            </span>
            <Figure quantity="length" value={c.add} signed />
          </li>
        ))}
      </ul>
      {changed.length > 0 && <p className="hint">Counted in already: {changed.join(', ').replaceAll('-', ' ')}.</p>}
      <p className="hint">
        Added to the part as it is. Each alone; set one, then look again. The maker’s own range decides.
      </p>
    </div>
  );
}
