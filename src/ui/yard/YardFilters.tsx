'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { GATE_TITLE } from '@/core/document/gateTitles';
import { GATES, type GateName } from '@/core/document/gate';

/** Search and filters of the Yard, kept in the address so that a view can be sent to a colleague. */
export function YardFilters({ words, show, gate }: { words: string; show: string; gate: GateName | null }) {
  const router = useRouter();
  const [find, setFind] = useState(words);
  const go = (change: Record<string, string>) => {
    const next = { find, show, gate: gate ?? '', ...change };
    const query = new URLSearchParams(
      Object.entries(next).filter(([key, value]) => value !== '' && !(key === 'show' && value === 'open')),
    );
    router.push(`/yard?${query}`);
  };
  const select = 'min-h-12 rounded-[3px] border border-graphite bg-panel px-3';
  return (
    <form
      role="search"
      className="flex flex-wrap gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        go({});
      }}
    >
      <input
        type="search"
        value={find}
        onChange={(e) => setFind(e.target.value)}
        placeholder="Find a vehicle or customer"
        aria-label="Find a vehicle or customer"
        className={`${select} w-[260px]`}
      />
      <select className={select} aria-label="Which jobs" value={show} onChange={(e) => go({ show: e.target.value })}>
        <option value="open">in the yard</option>
        <option value="released">released</option>
        <option value="left-unreleased">left unreleased</option>
      </select>
      <select
        className={select}
        aria-label="At which gate"
        value={gate ?? ''}
        onChange={(e) => go({ gate: e.target.value })}
      >
        <option value="">any gate</option>
        {GATES.map((g) => (
          <option key={g} value={g}>
            {GATE_TITLE[g]}
          </option>
        ))}
      </select>
      <button className="sr-only">Find</button>
    </form>
  );
}
