'use client';

import { useState, useTransition } from 'react';
import { priceKit } from '@/server/actions/job';
import { money } from '@/core/kernel/units/money';

/** What a kit costs, to be set or taken back; what was typed stays until it is kept. */
export function KitPrice({ id, name, price, may }: { id: string; name: string; price: number | null; may: boolean }) {
  const standing = price === null ? '' : money(price);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, start] = useTransition();
  if (!may) return price === null ? <span className="text-pencil">not priced</span> : <span>{standing}</span>;
  const changed = typed !== null && typed.trim() !== standing;
  return (
    <form
      className="field min-w-[150px]"
      onSubmit={(event) => {
        event.preventDefault();
        start(async () => {
          try {
            const answer = await priceKit(id, typed ?? standing);
            setWrong(answer.ok ? null : answer.message);
            if (answer.ok) setTyped(null);
          } catch {
            setWrong('The server did not answer. What you typed is still here: keep it again.');
          }
        });
      }}
    >
      <div className="flex gap-2">
        <input
          aria-label={`Price of ${name}`}
          aria-invalid={wrong !== null}
          aria-describedby={wrong ? `price-${id}` : undefined}
          inputMode="decimal"
          autoComplete="off"
          placeholder="not priced"
          className="fig w-32"
          value={typed ?? standing}
          onChange={(e) => setTyped(e.target.value)}
        />
        {changed && (
          <button className="btn" disabled={busy}>
            Keep price
          </button>
        )}
      </div>
      {wrong && (
        <span id={`price-${id}`} role="alert" className="wrong">
          {wrong}
        </span>
      )}
    </form>
  );
}
