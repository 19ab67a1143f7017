import type { Verdict, WorkedVerdict } from './types';

type Named = 'check' | 'title' | 'gate' | 'place' | 'safetyCritical' | 'required' | 'staleOn' | 'quantity';

/**
 * A verdict before anything is worked: Not measured, no figure, nothing missing yet. Each call makes its own lists,
 * since what is found is put into them.
 */
export const bareVerdict = (known: Pick<Verdict, Named> & Partial<WorkedVerdict>): WorkedVerdict => ({
  verdict: 'Not measured',
  value: null,
  uncertainty: null,
  u: null,
  rule: null,
  limit: null,
  margin: null,
  marginToStop: null,
  summary: [],
  next: [],
  missing: [],
  missingSpots: [],
  stale: null,
  mark: null,
  assumed: false,
  accepted: null,
  working: { formula: '', inputs: [], steps: [] },
  ...known,
});
