import { isDoubtful, spotName, staleBecause, standingReadings, type Spot } from './figures';
import { standsBecause } from './stands';
import type { Workings } from './workings';
import type { Filed, Reading, ReadingGate, Strike } from '../document/job';
import type { Phrase } from '../kernel/phrase';
import { filedSays } from './told';

/** A reading as the story tells it. */
export interface ToldReading {
  reading: Reading;
  struck: Strike | null;
  /** It no longer counts: struck, superseded, or yielding to another. */
  superseded: boolean;
  /** Who read it later without knowing of this one. */
  yieldsTo: string | null;
  /** The recorded change that made it stale, in words. */
  staleBecause: string | null;
  /** Why it counts all the same, or After as read Before. */
  stands: { words: string; amount: Phrase } | null;
  /** Unlikely there, and nobody here has confirmed it; or who did. */
  doubtful: boolean;
  confirmedBy: string | null;
}

/** All that was ever read at one spot, the latest first. */
export interface StorySpot {
  key: string;
  spot: Spot;
  name: string;
  told: ToldReading[];
}

const spotKey = ({ gate, point, place, state }: Spot): string => `${gate}/${point}/${place}/${state}`;

/** Every reading of a job by the spot it was taken at, struck and superseded ones too; the spot read last comes first. */
export const storyOf = (w: Workings): readonly StorySpot[] => w.once(storyOf, '', () => tellStory(w));

function tellStory({ job, book, figures }: Workings): StorySpot[] {
  const stands = (reading: Reading, spot: Spot): ToldReading['stands'] => {
    const figure = figures.figure(spot);
    return 'readings' in figure && figure.readings.some((r) => r.id === reading.id) ? standsBecause(figure) : null;
  };
  const standing = new Set(standingReadings(job).map((r) => r.id));
  const byId = new Map(job.readings.map((r) => [r.id, r]));
  const spots = new Map<string, StorySpot>();
  const latestFirst = [...job.readings].sort((a, b) => Date.parse(b.takenAt) - Date.parse(a.takenAt));
  for (const reading of latestFirst) {
    const { gate, point, place, state } = reading;
    const spot = { gate, point, place, state };
    const key = spotKey(spot);
    const later = job.overlaps.find((o) => o.yields === reading.id);
    // What was read Before may count After.
    const counts = standing.has(reading.id) ? stands(reading, { ...spot, gate: 'after' }) : null;
    const told: ToldReading = {
      reading,
      struck: job.strikes.find((s) => s.reading === reading.id) ?? null,
      superseded: !standing.has(reading.id),
      yieldsTo: (later && byId.get(later.stands)?.takenBy) ?? null,
      staleBecause: counts ? null : (staleBecause(book, job, reading)?.what ?? null),
      stands: counts,
      doubtful: isDoubtful(book, job, reading),
      confirmedBy: job.confirmations.find((c) => c.reading === reading.id)?.by ?? null,
    };
    const known = spots.get(key);
    if (known) known.told.push(told);
    else spots.set(key, { key, spot, name: spotName(book, spot), told: [told] });
  }
  return [...spots.values()];
}

/** What was told at one spot; nothing where nobody read there. */
export const toldAt = (w: Workings, spot: Spot): readonly ToldReading[] =>
  storyOf(w).find(({ key }) => key === spotKey(spot))?.told ?? [];

/**
 * Looks through a story.
 *
 * @param words every one of them has to be in the spot's name, or in a reading's text, note or reader; none finds all
 * @param gate only what was read at that gate
 */
export function findInStory(
  story: readonly StorySpot[],
  words: string,
  gate: ReadingGate | null = null,
): readonly StorySpot[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return story.filter((spot) => {
    if (gate && spot.spot.gate !== gate) return false;
    const all = [spot.name, ...spot.told.flatMap(({ reading: r }) => [r.text, r.note, r.takenBy])]
      .join(' ')
      .toLowerCase();
    return wanted.every((word) => all.includes(word));
  });
}

/** What else was filed, the latest first, in words. */
export interface ToldEntry {
  filed: Filed;
  says: Phrase;
}
export const entriesTold = ({ job, book }: Workings): readonly ToldEntry[] =>
  [...job.entries]
    .sort((a, b) => Date.parse(b.at) - Date.parse(a.at))
    .map((filed) => ({ filed, says: filedSays(book, filed) }));

/**
 * Looks through what else was filed.
 *
 * @param said writes a phrase out, as the one who looks sees it
 */
export function findEntries(
  told: readonly ToldEntry[],
  words: string,
  said: (phrase: Phrase) => string,
): readonly ToldEntry[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return told.filter(({ filed, says }) => {
    const all = `${said(says)} ${filed.by}`.toLowerCase();
    return wanted.every((word) => all.includes(word));
  });
}
