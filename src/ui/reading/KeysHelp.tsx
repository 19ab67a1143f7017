'use client';

import { Dialog } from 'radix-ui';

const KEYS = [
  ['Enter', 'file the reading and go to the next'],
  ['Alt + N', 'not fitted'],
  ['Alt + C', 'cannot reach'],
  ['Alt + S', 'same as the other side, confirmed'],
  ['Alt + ←  Alt + →', 'the stop before, the stop after'],
  ['?', 'this list'],
  ['Esc', 'close'],
] as const;

export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-40 w-[min(92vw,480px)] -translate-x-1/2 -translate-y-1/2 border border-graphite bg-panel p-6"
        >
          <Dialog.Title className="pb-3 text-[20px]">Keys</Dialog.Title>
          <table className="plain">
            <tbody>
              {KEYS.map(([key, what]) => (
                <tr key={key}>
                  <th scope="row" className="fig whitespace-nowrap">
                    {key}
                  </th>
                  <td>{what}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <Dialog.Close className="btn mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
