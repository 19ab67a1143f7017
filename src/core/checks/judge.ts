export type VerdictWord = 'Clear' | 'Watch' | 'Stop' | 'Not measured';

export interface Judged {
  verdict: 'Clear' | 'Watch' | 'Stop';
  /** Room to the Clear limit; negative when past it. */
  margin: number;
  /** Room to the Stop limit; negative when past it. */
  marginToStop: number;
}

/**
 * Judges a figure. Its margin to Clear must be at least its expanded uncertainty to read Clear; past Stop reads Stop;
 * for a safety-critical figure a margin to Stop smaller than the uncertainty reads Stop too; between is Watch.
 * Source: product.md "Verdicts".
 *
 * @param value the figure; its size counts where `sense` is most
 * @param expanded expanded uncertainty (k = 2), same unit, not negative
 * @param limit Clear and Stop, same unit
 */
export function judge(
  value: number,
  expanded: number,
  limit: { clear: number; stop: number; sense: 'most' | 'least' },
  safetyCritical: boolean,
): Judged {
  const toward = limit.sense === 'most' ? Math.abs(value) : -value;
  const clear = limit.sense === 'most' ? limit.clear : -limit.clear;
  const stop = limit.sense === 'most' ? limit.stop : -limit.stop;
  const margin = clear - toward;
  const marginToStop = stop - toward;
  const stopped = marginToStop < 0 || (safetyCritical && marginToStop < expanded);
  const verdict = stopped ? 'Stop' : margin >= expanded && margin >= 0 ? 'Clear' : 'Watch';
  return { verdict, margin, marginToStop };
}

/** True where the instrument cannot ever read Clear: its uncertainty is wider than the room Clear allows. */
export const cannotDecide = (
  expanded: number,
  limit: { clear: number; stop: number; sense: 'most' | 'least' },
): boolean => (limit.sense === 'most' ? expanded > limit.clear : false);

/** Worst first. */
export const RANK: Record<VerdictWord, number> = { Stop: 0, 'Not measured': 1, Watch: 2, Clear: 3 };
