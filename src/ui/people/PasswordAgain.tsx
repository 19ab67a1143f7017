'use client';

import { useCallback, useState, useTransition, type ReactNode } from 'react';
import { Dialog } from 'radix-ui';
import { TextField } from '../forms/fields';

type Said = { ok: boolean; message?: string };
interface Asked {
  what: string;
  run: (password: string) => Promise<Said>;
}

/**
 * The password, asked for again before an act that whoever finds a tablet lying must not do. What was refused is told
 * in the same place, with what was typed gone, and nothing is done by closing it.
 *
 * @returns how to ask, and the dialog to put on the page
 */
export function usePasswordAgain(): [(what: string, run: Asked['run']) => void, ReactNode] {
  const [asked, setAsked] = useState<Asked | null>(null);
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const ask = useCallback((what: string, run: Asked['run']) => {
    setPassword('');
    setWrong('');
    setAsked({ what, run });
  }, []);
  const go = () =>
    start(async () => {
      const answer = await asked
        ?.run(password)
        .catch(() => ({ ok: false, message: 'The server does not answer. Try again.' }));
      setPassword('');
      if (answer?.ok) setAsked(null);
      else setWrong(answer?.message ?? '');
    });
  const dialog = (
    <Dialog.Root open={asked !== null} onOpenChange={(open) => !open && setAsked(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-40 w-[min(92vw,480px)] -translate-x-1/2 -translate-y-1/2 border border-graphite bg-panel p-6"
        >
          <Dialog.Title className="pb-3 text-[20px]">{asked?.what}</Dialog.Title>
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
                {asked?.what}
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
  return [ask, dialog];
}
