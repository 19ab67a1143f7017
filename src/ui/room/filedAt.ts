import type { Spot } from '@/core/record/figures';
import { toldAt, type ToldReading } from '@/core/record/story';
import { comesFrom, lateWords, timesOf } from '@/core/record/provenance';
import type { FiledReading } from '../reading/FiledHere';
import type { JobView } from './view';

/** A told reading as it is listed: when, in the shop's words, and whether the server has it yet. */
export const listed = (told: readonly ToldReading[], stateOf: JobView['stateOf'], when: (iso: string) => string) =>
  told.map((t): FiledReading => ({
    ...t,
    when: when(t.reading.takenAt),
    filed: t.reading.filedAt ? when(t.reading.filedAt) : '',
    late: t.reading.late ? lateWords(t.reading.late, when) : '',
    struckAt: t.struck ? timesOf(t.struck, when) : '',
    from: comesFrom(t.reading.broughtIn, when),
    state: stateOf(t.reading.id),
  }));

/** Everything filed at a spot, latest first, with its story. */
export const filedAt = ({ workings, stateOf }: JobView, spot: Spot, when: (iso: string) => string): FiledReading[] =>
  listed(toldAt(workings, spot), stateOf, when);
