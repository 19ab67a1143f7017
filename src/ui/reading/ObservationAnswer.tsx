'use client';

import { Check, TriangleAlert } from 'lucide-react';

interface Props {
  busy: boolean;
  wrong: string;
  note: string;
  onNote: (note: string) => void;
  onFile: (good: boolean) => void;
  onCannot: () => void;
}

/** The answer to something that is looked at: good, or a fault with its note. */
export function ObservationAnswer({ busy, wrong, note, onNote, onFile, onCannot }: Props) {
  return (
    <div className="space-y-4">
      <button
        type="button"
        className="btn btn-main min-h-24 w-full text-xl"
        disabled={busy}
        onClick={() => onFile(true)}
      >
        <Check className="size-7" aria-hidden /> Seen and good
      </button>
      <label className="field">
        Note (a fault needs one)
        <textarea rows={3} value={note} maxLength={500} onChange={(e) => onNote(e.target.value)} />
      </label>
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <button
          type="button"
          className="btn min-h-16 grow text-lg text-stop"
          disabled={busy}
          onClick={() => onFile(false)}
        >
          <TriangleAlert className="size-6" aria-hidden /> File a fault
        </button>
        <button type="button" className="btn min-h-16" disabled={busy} onClick={onCannot}>
          Cannot reach
        </button>
      </div>
    </div>
  );
}
