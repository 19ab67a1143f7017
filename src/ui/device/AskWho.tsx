'use client';

import { Dialog } from 'radix-ui';
import type { Ref } from 'react';

/** The question of a tablet that lay untouched: who files from here on. */
export function AskWho({
  ref,
  name,
  minutes,
  other,
  onMine,
  onOther,
}: {
  ref: Ref<HTMLDivElement>;
  name: string;
  minutes: number;
  /** Somebody else was answered. */
  other: boolean;
  onMine: () => void;
  onOther: () => void;
}) {
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
        <Dialog.Content
          aria-describedby={undefined}
          ref={ref}
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed top-1/2 left-1/2 z-40 w-[min(92vw,560px)] -translate-x-1/2 -translate-y-1/2 space-y-4 border border-graphite bg-panel p-6"
        >
          <Dialog.Title className="text-[24px]">Who has the tablet?</Dialog.Title>
          <p>
            It lay untouched for more than {minutes} minutes, and there is no network: what is filed now goes under
            {` ${name}’s`} name.
          </p>
          {other && (
            <p className="border-l-4 border-watch pl-3">
              Somebody else takes it over where there is network, by PIN or password. Until then it files nothing; what
              {` ${name}`} filed stays on it.
            </p>
          )}
          <div className="flex flex-wrap gap-3">
            <button type="button" className="btn btn-main grow" onClick={onMine}>
              I am {name}
            </button>
            <button type="button" className="btn" onClick={onOther}>
              Somebody else
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
