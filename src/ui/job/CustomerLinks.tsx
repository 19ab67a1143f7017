'use client';

import { useCallback, useEffect, useState, useTransition } from 'react';
import { whenShort } from '@/core/kernel/time/when';
import { makeSheetLink, revokeSheetLink, sheetLinks } from '@/server/actions/job';
import type { SheetLink } from '@/server/jobs/afterSigning';
import { CopyLink } from '../CopyLink';
import { useRoom } from '../room/view';

/** Links by which the customer opens this one sheet: made, shown once, counted, revoked. */
export function CustomerLinks() {
  const { view } = useRoom();
  const [links, setLinks] = useState<SheetLink[] | null>(null);
  const [made, setMade] = useState('');
  const [days, setDays] = useState('30');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const load = useCallback(async () => {
    const answer = await sheetLinks(view.id).catch(() => null);
    if (answer?.ok) setLinks(answer.links);
  }, [view.id]);
  useEffect(() => {
    void (async () => load())();
  }, [load]);
  const act = (run: () => Promise<{ ok: boolean; message?: string }>) =>
    start(async () => {
      const answer = await run().catch(() => ({ ok: false, message: 'The server does not answer. Try again.' }));
      setWrong(answer.ok ? '' : (answer.message ?? ''));
      await load();
    });
  const zone = view.member.shop.timeZone;
  return (
    <section aria-labelledby="links" className="space-y-3">
      <h2 id="links">Link for the customer</h2>
      {view.desk && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            act(async () => {
              const answer = await makeSheetLink(view.id, { days: Number(days) });
              setMade(answer.ok ? answer.path : '');
              return answer;
            });
          }}
        >
          <label className="field w-40">
            Good for
            <select value={days} onChange={(e) => setDays(e.target.value)}>
              {[
                ['7', 'a week'],
                ['30', 'a month'],
                ['365', 'a year'],
              ].map(([value, name]) => (
                <option key={value} value={value}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <button className="btn" disabled={busy}>
            Make a link
          </button>
        </form>
      )}
      {made && <CopyLink path={made} hint="Shown this once: copy it now. It opens this sheet and nothing else." />}
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      {links && links.length > 0 && (
        <ul className="ruled text-[15px]">
          {links.map((link) => {
            const over = link.revoked || Date.parse(link.expiresAt) < Date.parse(new Date().toISOString());
            return (
              <li key={link.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
                <span className={over ? 'text-pencil' : ''}>
                  {link.by}, {whenShort(link.at, zone)}
                  <span className="block text-sm text-pencil">
                    {link.revoked ? 'revoked' : `good until ${whenShort(link.expiresAt, zone)}`} · opened {link.opened}{' '}
                    {link.opened === 1 ? 'time' : 'times'}
                  </span>
                </span>
                {view.desk && !over && (
                  <button
                    type="button"
                    className="btn"
                    disabled={busy}
                    onClick={() => act(() => revokeSheetLink(view.id, { link: link.id }))}
                  >
                    Revoke
                  </button>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
