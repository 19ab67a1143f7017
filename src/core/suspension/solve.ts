import { solveEnd, type EndResult } from './endResult';
import { linkageOf } from './linkage';
import { ENDS, type SolveFile } from './schema';

/** What `solve` prints. */
export interface Solved {
  states: { front?: EndResult; rear?: EndResult }[];
}

/**
 * Works every state of a file on its own, each from the reference state, so that no answer depends on the order.
 *
 * @param file as `readSolveFile` gives it
 */
export function solve(file: SolveFile): Solved {
  const linkages = ENDS.map((name) => {
    const end = file.geometry[name];
    return end ? { name, linkage: linkageOf(end) } : null;
  });
  return {
    states: file.states.map((state) => {
      const out: Solved['states'][number] = {};
      for (const entry of linkages) {
        const asked = entry && state[entry.name];
        if (!entry || !asked) continue;
        entry.linkage.restart();
        out[entry.name] = solveEnd(entry.linkage, asked);
      }
      return out;
    }),
  };
}
