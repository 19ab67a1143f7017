import type { VerdictWord } from '@/core/kernel/judge';

const INK: Record<VerdictWord, string> = {
  Clear: 'var(--clear)',
  Watch: 'var(--watch)',
  Stop: 'var(--stop)',
  'Not measured': 'var(--pencil)',
};

/** The verdict mark: a gate arm raised, half or lowered, doubled for a safety-critical Stop; a dashed post when not measured. */
export function Arm({
  verdict,
  safetyCritical = false,
  size = 28,
}: {
  verdict: VerdictWord;
  safetyCritical?: boolean;
  size?: number;
}) {
  const ink = INK[verdict];
  return (
    <svg width={size} height={size} viewBox="0 0 28 28" aria-hidden="true" className="shrink-0">
      {verdict === 'Not measured' ? (
        <line x1="5" y1="5" x2="5" y2="25" stroke={ink} strokeWidth="3.5" strokeDasharray="4 3" />
      ) : (
        <>
          <line x1="5" y1="11" x2="5" y2="25" stroke={ink} strokeWidth="3.5" />
          <circle cx="5" cy="14" r="3.4" fill={ink} />
          {verdict === 'Clear' && <line x1="5" y1="14" x2="15" y2="2" stroke={ink} strokeWidth="3.5" />}
          {verdict === 'Watch' && <line x1="5" y1="14" x2="25" y2="6" stroke={ink} strokeWidth="3.5" />}
          {verdict === 'Stop' && <line x1="5" y1="14" x2="27" y2="14" stroke={ink} strokeWidth="3.5" />}
          {verdict === 'Stop' && safetyCritical && (
            <line x1="5" y1="20.5" x2="27" y2="20.5" stroke={ink} strokeWidth="3.5" />
          )}
        </>
      )}
    </svg>
  );
}

/** The same ink as a colour, for drawings. */
export const verdictFill = (verdict: VerdictWord): string => INK[verdict];
export const verdictInk = (verdict: VerdictWord): string =>
  ({ Clear: 'text-clear', Watch: 'text-watch', Stop: 'text-stop', 'Not measured': 'text-pencil' })[verdict];
