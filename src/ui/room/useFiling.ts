'use client';

import { useCallback } from 'react';
import { v4 as newId } from 'uuid';
import { applyEntry } from '@/core/assembly/filing';
import { Entry } from '@/core/record/filing/entry';
import { useDevice } from '../device/DeviceProvider';
import { useRoom } from './view';

type Kind = Entry['kind'];
type BodyOf<K extends Kind> = Extract<Entry, { kind: K }>['body'];

/**
 * Files something on the job in hand: checked here by the very rule the server uses, put on this device's disk, and
 * sent as soon as the server answers.
 *
 * @returns a sentence where it cannot be filed, else null
 */
export function useFiling(): <K extends Kind>(kind: K, body: BodyOf<K>, what: string) => Promise<string | null> {
  const { view } = useRoom();
  const { file } = useDevice();
  return useCallback(
    async (kind, body, what) => {
      const parsed = Entry.safeParse({
        kind,
        id: newId(),
        jobId: view.id,
        at: new Date().toISOString(),
        mark: view.mark,
        body,
      });
      if (!parsed.success) return parsed.error.issues[0]?.message ?? 'That was not understood.';
      const tried = applyEntry(view.job, parsed.data, view.member.name);
      if (!tried.ok) return tried.message;
      try {
        await file(parsed.data, view.job.job.number, what);
        return null;
      } catch {
        return 'This tablet cannot keep it: its storage is full or switched off. Nothing was filed.';
      }
    },
    [view, file],
  );
}
