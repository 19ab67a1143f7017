import type { Store } from './store';

/** How it stands with the server, as far as this device knows. */
export type Link = 'good' | 'no-network' | 'away' | 'signed-out' | 'somebody-else' | 'outdated';

const loadAnswered = () => import('./answered').then((m) => m.Answered);

export interface Round {
  link: Link;
  /** How many were answered, and whether more wait behind them. */
  answered: number;
  more: boolean;
  /** Seconds the server asked to be left alone. */
  pause: number | null;
}
/** At most this many at once: a slow connection then still gets some through. */
export const AT_ONCE = 25;

/**
 * Sends what waits, oldest first, once round. Whatever the server has no answer for stays as it is and is sent again;
 * its id keeps it from being filed twice.
 *
 * @param member whose; nobody else's is ever sent
 * @param post sends a body and answers the response; throws where there is no network
 */
export async function sendRound(
  at: Store,
  member: string,
  post: (body: string) => Promise<Response>,
  now: () => Date = () => new Date(),
): Promise<Round> {
  const waiting = await at.waiting.where({ member, state: 'here' }).sortBy('seq');
  const batch = waiting.slice(0, AT_ONCE);
  if (batch.length === 0) return { link: 'good', answered: 0, more: false, pause: null };
  const stay = (link: Link, pause: number | null = null): Round => ({ link, answered: 0, more: true, pause });
  let response: Response;
  let Answered: Awaited<ReturnType<typeof loadAnswered>>;
  try {
    // Before anything is sent: an answer that cannot be read must not be asked for.
    Answered = await loadAnswered();
    response = await post(
      JSON.stringify({ member, sentAt: now().toISOString(), entries: batch.map(({ entry }) => entry) }),
    );
  } catch {
    return stay('no-network');
  }
  if (response.status === 401) return stay('signed-out');
  if (response.status === 409) return stay('somebody-else');
  const body = Answered.safeParse(await response.json().catch(() => null));
  const outcomes = body.success ? body.data.outcomes : [];
  const byId = new Map(batch.map((w) => [w.id, w.seq]));
  await at.transaction('rw', at.waiting, async () => {
    for (const outcome of outcomes) {
      const seq = byId.get(outcome.id);
      if (seq === undefined) continue;
      await at.waiting.update(
        seq,
        outcome.state === 'filed'
          ? { state: 'filed', why: '' }
          : { state: 'refused', why: outcome.why, needs: outcome.needs },
      );
    }
  });
  const heard = outcomes.filter(({ id }) => byId.has(id)).length;
  const pause = Number(response.headers.get('retry-after')) || null;
  if (!response.ok) return { ...stay('away', pause), answered: heard };
  // A good answer without a word on any of them would be asked for again at once, for ever.
  if (heard === 0) return stay('away');
  return { link: 'good', answered: heard, more: waiting.length > heard, pause: null };
}

/** Seconds to wait after so many rounds in a row that got nothing through: 1, 2, 4 … at most 20. */
export const backOff = (misses: number): number => Math.min(20, 2 ** Math.max(0, misses - 1));
