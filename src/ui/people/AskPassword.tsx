'use client';

import { useState, useTransition } from 'react';
import { Dialog } from 'radix-ui';
import { TextField } from '../forms/fields';

/** An act that wants the password again, and what it says. */
export interface AskedOfPassword {
  what: string;
  run: (password: string) => Promise<{ ok: boolean; message?: string }>;
}

/** Asks for it: what was refused is told in the same place, with what was typed gone, and nothing is done by closing it. */
export function AskPassword({ asked, onClose }: { asked: AskedOfPassword; onClose: () => void }) {
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const go = () =>
    start(async () => {
      const answer = await asked
        .run(password)
        .catch(() => ({ ok: false, message: 'The server does not answer. Try again.' }));
      setPassword('');
      if (answer.ok) onClose();
      else setWrong(answer.message ?? '');
    });
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-40 w-[min(92vw,480px)] -translate-x-1/2 -translate-y-1/2 border border-graphite bg-panel p-6"
        >
          <Dialog.Title className="pb-3 text-[20px]">{asked.what}</Dialog.Title>
          <form
            className="space-y-4"
            onSubmit={(event) => {
              event.preventDefault();
              go();
            }}
          >
            <TextField
              label="Your password, again"
              type="password"
              autoComplete="current-password"
              autoFocus
              value={password}
              wrong={wrong}
              onChange={(e) => setPassword(e.target.value)}
            />
            <div className="flex flex-wrap gap-3">
              <button className="btn btn-main grow" disabled={busy || password === ''}>
                {asked.what}
              </button>
              <Dialog.Close type="button" className="btn">
                Leave it
              </Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
