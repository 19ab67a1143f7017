'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { show } from '@/core/kernel/units/format';
import { spotName } from '@/core/assembly/book';
import { pointById } from '@/core/assembly/book';
import type { Reading } from '@/core/document/job';
import { whenShort } from '@/core/kernel/time/when';
import { store } from '../device/store';
import { useRoom } from './view';

/** Tells whoever filed a reading that somebody else read the same point, and whose stands. Each is told once. */
export function MetNotice() {
  const { view } = useRoom();
  const { job, mine, member } = view;
  const seen = useLiveQuery(
    async () => new Set((await store().facts.where('key').startsWith(`met ${member.id} `).toArray()).map((f) => f.key)),
    [member.id],
    null,
  );
  if (!seen) return null;
  const byId = new Map(job.readings.map((r) => [r.id, r]));
  const struck = new Set(job.strikes.map((s) => s.reading));
  const news = new Map<string, { keys: string[]; stands: Reading; yields: Reading[] }>();
  for (const o of job.overlaps) {
    const key = `met ${member.id} ${o.stands} ${o.yields}`;
    const [stands, yields] = [byId.get(o.stands), byId.get(o.yields)];
    const own = mine.has(o.stands) || mine.has(o.yields);
    if (!own || !stands || !yields || struck.has(o.stands) || seen.has(key)) continue;
    const told = news.get(o.stands) ?? { keys: [], stands, yields: [] };
    news.set(o.stands, { stands, keys: [...told.keys, key], yields: [...told.yields, yields] });
  }
  if (news.size === 0) return null;
  const figure = (r: Reading) => {
    const quantity = pointById(r.point)?.quantity;
    const text =
      r.value !== null && quantity && quantity !== 'observation'
        ? show(quantity, r.value, member.units).text
        : r.answer.replaceAll('-', ' ');
    return `${text} (${mine.has(r.id) ? 'you' : r.takenBy}, ${whenShort(r.takenAt, member.shop.timeZone)})`;
  };
  return (
    // It comes by itself: at the foot it moves nothing that is being pressed.
    <section
      role="status"
      aria-label="Read twice"
      className="no-print sticky bottom-0 z-20 space-y-2 border-t-2 border-watch bg-panel px-5 py-3 max-lg:bottom-14"
    >
      {[...news.values()].map(({ keys, stands, yields }) => (
        <div key={stands.id} className="flex flex-wrap items-center gap-x-5 gap-y-2">
          <p className="min-w-0 flex-1 basis-96">
            <strong className="inline-block first-letter:uppercase">{spotName(stands)}</strong> was read by two people:
            the later, {figure(stands)}, stands; {yields.map(figure).join(' and ')}{' '}
            {yields.length === 1 ? 'stays' : 'stay'} in the story.
          </p>
          <button
            type="button"
            className="btn"
            onClick={() => void store().facts.bulkPut(keys.map((key) => ({ key, value: 'seen' })))}
          >
            Understood
          </button>
        </div>
      ))}
    </section>
  );
}
