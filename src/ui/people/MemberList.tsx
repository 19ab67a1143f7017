'use client';

import { useState } from 'react';
import { whenShort } from '@/core/kernel/time/when';
import { changeMember, makePasswordLink, revokeInvitation } from '@/server/actions/members';
import type { Role } from '@/server/session';
import { CopyLink } from '../CopyLink';
import { usePasswordAgain } from './PasswordAgain';
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
  const [ask, dialog] = usePasswordAgain();
  /** Each of these asks for the password again; a link that it makes is shown beside whom it is for. */
  const act = (about: string, what: string, run: (password: string) => Promise<Said>) => {
    setSaid(null);
    ask(what, async (password) => {
      const answer = await run(password);
      if (answer.ok) setSaid({ about, answer });
      return answer;
    });
  };
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
      {dialog}
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
                disabled={p.ended}
                onChange={(e) => {
                  const role = e.target.value;
                  act(p.id, `Make ${p.name} ${ROLE_NAME[role as Role].toLowerCase()}`, (password) =>
                    changeMember({ member: p.id, role, password }),
                  );
                }}
              >
                {Object.entries(ROLE_NAME).map(([role, name]) => (
                  <option key={role} value={role}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            {!p.ended && p.id !== me && (
              <button
                type="button"
                className="btn"
                onClick={() =>
                  act(p.id, `New password link for ${p.name}`, (password) =>
                    makePasswordLink({ member: p.id, password }),
                  )
                }
              >
                New password link
              </button>
            )}
            <button
              type="button"
              className="btn"
              onClick={() =>
                act(p.id, `${p.ended ? 'Take back' : 'End the membership of'} ${p.name}`, (password) =>
                  changeMember({ member: p.id, ended: p.ended ? 'no' : 'yes', password }),
                )
              }
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
                  onClick={() =>
                    act(i.id, `Revoke the invitation of ${i.name}`, (password) =>
                      revokeInvitation({ invitation: i.id, password }),
                    )
                  }
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
