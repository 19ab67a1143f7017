import { randomUUID } from 'node:crypto';
import type { ReadingBody } from '@/core/record/filing/entry';
import { INCH_SHOP } from '@/core/kernel/units/quantity';

/** A good reading of the front left height, 18 9/16 in. */
export const reading = (more: Partial<ReadingBody> = {}): ReadingBody => ({
  gate: 'before',
  point: 'hubToLip',
  place: 'FL',
  state: 'floor',
  set: 1,
  answer: 'measured',
  text: '18 9/16',
  units: INCH_SHOP,
  good: null,
  instrument: 'tape',
  note: '',
  supersedes: null,
  asked: false,
  knew: [],
  ...more,
});

export const entry = (jobId: string, kind: string, body: unknown, more: { id?: string; at?: string } = {}) => ({
  kind,
  id: randomUUID(),
  jobId,
  at: new Date().toISOString(),
  body,
  ...more,
});
