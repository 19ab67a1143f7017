'use client';

import { useCallback } from 'react';
import { v4 as newId } from 'uuid';
import { applyEntry } from '@/core/assembly/filing';
import { Entry } from '@/core/record/filing/entry';
import { useDevice } from '../device/DeviceProvider';
import { useRoom } from './view';

type Kind = Entry['kind'];
type BodyOf<K extends Kind> = Extract<Entry, { kind: K }>['body'];

/** One thing to be filed, with the words that the list of what waits has for it. */
export interface ToFile<K extends Kind = Kind> {
  kind: K;
  body: BodyOf<K>;
  what: string;
}
const FULL = 'This tablet cannot keep it: its storage is full or switched off. Nothing was filed.';

/**
 * Files something on the job in hand: checked here by the very rule the server uses, put on this device's disk, and
 * sent as soon as the server answers.
 *
 * @returns a sentence where it cannot be filed, else null
 */
export function useFiling(): <K extends Kind>(kind: K, body: BodyOf<K>, what: string) => Promise<string | null> {
  const fileAll = useFilingAll();
  return useCallback(async (kind, body, what) => (await fileAll([{ kind, body, what }]))?.why ?? null, [fileAll]);
}

/**
 * The same of several things that belong together, such as the lines of a print: all of them are kept, or none is.
 *
 * @returns which of them cannot be filed (from 0; -1: the device keeps nothing) and why, else null
 */
export function useFilingAll(): (list: readonly ToFile[]) => Promise<{ at: number; why: string } | null> {
  const { view } = useRoom();
  const { fileAll } = useDevice();
  return useCallback(
    async (list) => {
      let job = view.job;
      const entries: { entry: Entry; what: string }[] = [];
      for (const [at, { kind, body, what }] of list.entries()) {
        const parsed = Entry.safeParse({
          kind,
          id: newId(),
          jobId: view.id,
          at: new Date().toISOString(),
          mark: view.mark,
          body,
        });
        if (!parsed.success) return { at, why: parsed.error.issues[0]?.message ?? 'That was not understood.' };
        const tried = applyEntry(job, parsed.data, view.member.name);
        if (!tried.ok) return { at, why: tried.message };
        job = tried.made.job;
        entries.push({ entry: parsed.data, what });
      }
      try {
        await fileAll(entries, view.job.job.number);
        return null;
      } catch {
        return { at: -1, why: FULL };
      }
    },
    [view, fileAll],
  );
}
