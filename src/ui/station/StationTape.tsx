'use client';

import { useRef, type KeyboardEvent } from 'react';
import type { TapeLength } from '@/core/assembly/stations';
import type { ReadingGate } from '@/core/document/job';
import { PLACE_NAME } from '@/core/kernel/places';
import type { StationId } from '@/core/record/station';
import { Arm } from '../drawings/Arm';
import { Figure } from '../Figure';
import { goTo, RoomLink } from '../room/RoomLink';

/** Where a length of the tape leads: its station at a gate. */
export const stationHref = (id: string, gate: string, station: StationId): string => `/jobs/${id}/${gate}/${station}`;

/**
 * One tape across the job, a length for each station: its worst verdict's arm and figure, and what is left to read. The
 * way between stations: by touch, by arrow keys, and by 1 to 8 while it has the focus.
 */
export function StationTape({
  id,
  lengths: states,
  gate,
  shown,
}: {
  id: string;
  /** Its lengths at that gate, Before's at Plan; see {@link readGate}. */
  lengths: readonly TapeLength[];
  gate: 'before' | 'plan' | 'after';
  /** The station looked at; null on the gate's own page. */
  shown: StationId | null;
}) {
  const tape = useRef<HTMLElement>(null);
  const links = () => [...(tape.current?.querySelectorAll('a') ?? [])];
  const onKey = (event: KeyboardEvent) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const all = links();
    const at = all.findIndex((each) => each === document.activeElement);
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const digit = /^[1-8]$/.test(event.key) ? Number(event.key) - 1 : null;
    const to = digit ?? (step && at >= 0 ? (at + step + all.length) % all.length : null);
    const next = to === null ? undefined : all[to];
    const station = to === null ? undefined : states[to];
    if (!next || !station) return;
    event.preventDefault();
    next.focus();
    next.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    if (digit !== null) goTo(stationHref(id, gate, station.id));
  };
  return (
    <nav
      ref={tape}
      aria-label="Stations"
      aria-keyshortcuts="1 2 3 4 5 6 7 8"
      className="tape relative flex overflow-x-auto border-b border-rule bg-panel"
    >
      {states.map((state) => (
        <RoomLink
          key={state.id}
          href={stationHref(id, gate, state.id)}
          aria-current={state.id === shown ? 'page' : undefined}
          onKeyDown={onKey}
          className={`min-w-36 flex-1 border-r border-rule px-3 pt-2 pb-5 last:border-r-0 ${
            state.id === shown ? 'bg-paper shadow-[inset_0_4px_0_var(--graphite)]' : 'hover:bg-paper'
          }`}
        >
          <Length state={state} />
        </RoomLink>
      ))}
    </nav>
  );
}

/** At Plan the vehicle is seen as it came. */
export const readGate = (gate: 'before' | 'plan' | 'after'): ReadingGate => (gate === 'after' ? 'after' : 'before');

function Length({ state: { name, word, worst, left, seconds } }: { state: TapeLength }) {
  return (
    <>
      <span className="block font-bold whitespace-nowrap">{name}</span>
      <span className="flex items-center gap-2">
        <Arm verdict={word} safetyCritical={worst?.safetyCritical ?? false} size={26} />
        <span className="sr-only">{word}, </span>
        <span className="text-[17px] font-bold whitespace-nowrap">
          {worst?.quantity && worst.value !== null ? (
            <Figure quantity={worst.quantity} value={worst.value} signed={worst.signed} />
          ) : (
            <span aria-hidden="true" className="fig text-pencil">
              {word === 'Clear' ? 'good' : word === 'Not measured' ? '–' : word === 'Stop' ? 'fault' : 'noted'}
            </span>
          )}
        </span>
      </span>
      <span className="line-clamp-2 min-h-9 text-sm leading-tight text-pencil">
        {left > 0
          ? `${left} to read, ${Math.ceil(seconds / 60)} min`
          : worst
            ? [worst.title, worst.place === 'vehicle' ? '' : PLACE_NAME[worst.place].toLowerCase()]
                .filter(Boolean)
                .join(', ')
            : 'nothing read here'}
      </span>
    </>
  );
}
