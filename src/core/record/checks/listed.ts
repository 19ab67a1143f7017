import type { Book } from '../book';
import { spotName, type Spot } from '../figures';
import type { Verdict } from './types';

/** Spots as a verdict names what it lacks. */
export const listed = (book: Book, spots: readonly Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => ({
  missing: spots.map((spot) => spotName(book, spot)),
  missingSpots: [...spots],
});

/** The spots of readings, each once. */
export const listedReadings = (book: Book, readings: readonly Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => {
  const spots = readings.map(({ gate, point, place, state }) => ({ gate, point, place, state }));
  const known = new Map(spots.map((spot) => [spotName(book, spot), spot]));
  return { missing: [...known.keys()], missingSpots: [...known.values()] };
};
