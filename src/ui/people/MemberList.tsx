'use client';

import { useState, useTransition } from 'react';
import { whenShort } from '@/core/time/when';
import { changeMember, makePasswordLink, revokeInvitation } from '@/server/actions/members';
import type { Role } from '@/server/session';
import { CopyLink } from '../CopyLink';
import { ROLE_NAME } from './roles';

interface Person {
  id: string;
  name: string;
  email: string;
  role: Role;
  ended: boolean;
}
interface Invitation {
  id: string;
  kind: string;
  name: string;
  email: string;
  role: Role;
  until: string;
}
type Said = { ok: boolean; message?: string; path?: string };

/** The shop's people and open invitations, each with what the owner may do. */
export function MemberList({
  me,
  people,
  invitations,
  timeZone,
}: {
  me: string;
  people: readonly Person[];
  invitations: readonly Invitation[];
  timeZone: string;
}) {
  const [said, setSaid] = useState<{ about: string; answer: Said } | null>(null);
  const [busy, start] = useTransition();
  const act = (about: string, run: () => Promise<Said>) =>
    start(async () =>
      setSaid({
        about,
        answer: await run().catch(() => ({ ok: false, message: 'The server does not answer. Try again.' })),
      }),
    );
  const note = (about: string) =>
    said?.about === about && (
      <>
        {!said.answer.ok && (
          <p role="alert" className="basis-full font-semibold text-stop">
            {said.answer.message}
          </p>
        )}
        {said.answer.path && (
          <div className="basis-full">
            <CopyLink path={said.answer.path} hint="Shown this once, good for a day. Hand it on yourself." />
          </div>
        )}
      </>
    );
  return (
    <div className="space-y-6">
      <ul className="ruled">
        {people.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-3 py-3">
            <span className="min-w-0 flex-1 basis-60">
              <span className={`text-lg font-bold ${p.ended ? 'text-pencil line-through' : ''}`}>{p.name}</span>
              <span className="block truncate text-sm text-pencil">
                {p.email}
                {p.id === me && ' · you'}
                {p.ended && ' · left'}
              </span>
            </span>
            <label>
              <span className="sr-only">Role of {p.name}</span>
              <select
                className="min-h-12 border border-rule bg-panel px-2"
                value={p.role}
                disabled={busy || p.ended}
                onChange={(e) => act(p.id, () => changeMember({ member: p.id, role: e.target.value }))}
              >
                {Object.entries(ROLE_NAME).map(([role, name]) => (
                  <option key={role} value={role}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            {!p.ended && (
              <button
                type="button"
                className="btn"
                disabled={busy}
                onClick={() => act(p.id, () => makePasswordLink({ member: p.id }))}
              >
                New password link
              </button>
            )}
            <button
              type="button"
              className="btn"
              disabled={busy}
              onClick={() => act(p.id, () => changeMember({ member: p.id, ended: p.ended ? 'no' : 'yes' }))}
            >
              {p.ended ? 'Take back' : 'End membership'}
            </button>
            {note(p.id)}
          </li>
        ))}
      </ul>
      {invitations.length > 0 && (
        <section aria-labelledby="open-invitations">
          <h2 id="open-invitations">Invitations not taken up</h2>
          <ul className="ruled">
            {invitations.map((i) => (
              <li key={i.id} className="flex flex-wrap items-center gap-3 py-2">
                <span className="min-w-0 flex-1 basis-60">
                  <span className="font-semibold">{i.name}</span>, {ROLE_NAME[i.role].toLowerCase()}
                  {i.kind === 'password' && ', new password'}
                  <span className="block text-sm text-pencil">
                    {i.email}, until {whenShort(i.until, timeZone)}
                  </span>
                </span>
                <button
                  type="button"
                  className="btn"
                  disabled={busy}
                  onClick={() => act(i.id, () => revokeInvitation({ invitation: i.id }))}
                >
                  Revoke
                </button>
                {note(i.id)}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
