'use client';

import { Check, TriangleAlert } from 'lucide-react';
import type { Choice } from '@/core/record/point';
import { tapped } from '../tapped';

interface Props {
  busy: boolean;
  wrong: string;
  note: string;
  /** Its own answers, where “good” and “fault” do not say it. */
  choices: readonly Choice[] | null;
  onNote: (note: string) => void;
  onFile: (good: boolean, choice?: string) => void;
  onCannot: () => void;
  /** Null where every vehicle has it. */
  onAbsent: (() => void) | null;
}

/** The answer to something that is looked at: good, a fault with its note, or one of its own answers. */
export function ObservationAnswer({ busy, wrong, note, choices, onNote, onFile, onCannot, onAbsent }: Props) {
  // Where no answer is a fault none is marked: a tick beside each would look like the one that was given.
  const judges = choices?.some((choice) => !choice.good) ?? false;
  return (
    <div className="space-y-4">
      {choices ? (
        <div className="grid gap-3" role="group" aria-label="What is it?">
          {choices.map((choice) => (
            <button
              key={choice.id}
              type="button"
              className={`btn min-h-16 justify-start text-lg ${choice.good ? '' : 'text-watch'}`}
              disabled={busy}
              onClick={tapped(() => onFile(choice.good, choice.id))}
            >
              {judges &&
                (choice.good ? (
                  <Check className="size-6 shrink-0" aria-hidden />
                ) : (
                  <TriangleAlert className="size-6 shrink-0" aria-hidden />
                ))}
              {choice.name}
            </button>
          ))}
        </div>
      ) : (
        <button
          type="button"
          className="btn btn-main min-h-24 w-full text-xl"
          disabled={busy}
          onClick={tapped(() => onFile(true))}
        >
          <Check className="size-7" aria-hidden /> Seen and good
        </button>
      )}
      <label className="field">
        {choices ? 'Note' : 'Note (a fault needs one)'}
        <textarea rows={choices ? 2 : 3} value={note} maxLength={500} onChange={(e) => onNote(e.target.value)} />
      </label>
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        {!choices && (
          <button
            type="button"
            className="btn min-h-16 grow text-lg text-stop"
            disabled={busy}
            onClick={tapped(() => onFile(false))}
          >
            <TriangleAlert className="size-6" aria-hidden /> File a fault
          </button>
        )}
        {onAbsent && (
          <button type="button" className="btn min-h-16" disabled={busy} onClick={tapped(onAbsent)}>
            Not fitted
          </button>
        )}
        <button type="button" className="btn min-h-16" disabled={busy} onClick={tapped(onCannot)}>
          Cannot reach
        </button>
      </div>
    </div>
  );
}
