/** Work that goes on in steps; `step` answers false when all is done. */
export interface Steps {
  readonly total: number;
  readonly done: number;
  step(most: number): boolean;
}

/** Poses worked before telling how far it is and looking whether it should stop. */
const BATCH = 2_000;

/**
 * Drives work in batches, so that whoever asked for it sees how far it is and can stop it.
 *
 * @param progress told the share done, 0 to 1, after every batch
 * @param stopped asked after every batch, once messages that came meanwhile were heard
 * @returns false where it was stopped before the end
 */
export async function inBatches(
  work: Steps,
  { progress, stopped, batch = BATCH }: { progress?: (share: number) => void; stopped: () => boolean; batch?: number },
): Promise<boolean> {
  while (work.step(batch)) {
    progress?.(work.done / work.total);
    // Lets a message that stops it come in.
    await new Promise((go) => setTimeout(go));
    if (stopped()) return false;
  }
  progress?.(1);
  return true;
}
