'use client';

import { useEffect, useState, useTransition } from 'react';
import type { ReadingGate } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import { CORNERS, PLACE_NAME } from '@/core/kernel/places';
import { Live, moving, SAMPLES, steadied } from '@/core/subjects/alignment/live';
import { useFilingAll } from '../room/useFiling';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';
import { standReadings } from './standReadings';

/** How often a stand is asked what it shows, ms. */
const EVERY = 400;

/**
 * What the shop's alignment stand shows now, read by this browser alone, at the one address that the operator has set.
 * Figures are taken while they stand still, as the mean of the last answers.
 */
export function LiveStand({ view, gate, address }: { view: JobView; gate: ReadingGate; address: string }) {
  const units = useUnits();
  const fileAll = useFilingAll();
  const [samples, setSamples] = useState<readonly Live[]>([]);
  const [lost, setLost] = useState('');
  const [said, setSaid] = useState('');
  const [fault, setFault] = useState('');
  const [busy, start] = useTransition();
  useEffect(() => {
    const gone = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      try {
        const response = await fetch(`${address}/live`, { cache: 'no-store', signal: gone.signal });
        const read = Live.safeParse(await response.json());
        if (!read.success) throw new Error('what it answers is not understood');
        setSamples((now) => [...now, read.data].slice(-SAMPLES));
        setLost('');
      } catch (error) {
        if (gone.signal.aborted) return;
        // What was shown before it fell silent is no figure of now.
        setSamples([]);
        setLost(error instanceof Error && error.message.startsWith('what') ? error.message : 'it does not answer');
      }
      timer = setTimeout(() => void ask(), EVERY);
    };
    void ask();
    return () => {
      gone.abort();
      clearTimeout(timer);
    };
  }, [address]);
  const { figures, steady } = steadied(samples);
  const simulated = samples.some((s) => s.simulated);
  const take = () =>
    start(async () => {
      const no = await fileAll(
        standReadings(
          view,
          gate,
          figures.map(({ point, place, mean }) => ({ point, place, text: mean.toFixed(3) })),
          { note: `${simulated ? 'simulated, ' : ''}live from the stand, mean of ${samples.length}`, simulated },
        ),
      );
      setFault(no?.why ?? '');
      setSaid(no ? '' : `${figures.length} figures filed.`);
    });
  const at = (place: string, point: string) => figures.find((f) => f.place === place && f.point === point);
  return (
    <div className="space-y-3" data-steady={steady}>
      {simulated && (
        <p className="font-semibold text-watch">
          Simulated: a stand-in makes these figures up. Each reading says so, here and on the sheet.
        </p>
      )}
      {lost ? (
        <p role="alert" className="font-semibold text-stop">
          The stand at {address}: {lost}.
        </p>
      ) : (
        <table className="plain w-full">
          <caption className="sr-only">What the stand shows now</caption>
          <thead>
            <tr>
              <th scope="col">Wheel</th>
              <th scope="col">Camber</th>
              <th scope="col">Caster</th>
              <th scope="col">Toe</th>
            </tr>
          </thead>
          <tbody>
            {CORNERS.map((place) => (
              <tr key={place}>
                <th scope="row">{PLACE_NAME[place]}</th>
                {(['camber', 'caster', 'toe'] as const).map((point) => {
                  const figure = at(place, point);
                  return (
                    <td key={point} className="fig text-2xl">
                      {figure ? show('fineAngle', figure.mean, units, true).text : '–'}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {fault && (
        <p role="alert" className="font-semibold text-stop">
          {fault}
        </p>
      )}
      {said && <p role="status">{said}</p>}
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="btn btn-main" disabled={busy || !steady} onClick={take}>
          Take these figures
        </button>
        {!lost && (
          <span className="text-[15px]">
            {steady
              ? 'They stand still.'
              : moving(figures)
                ? `Moving: ${moving(figures)}. Hold still.`
                : 'Listening to the stand.'}
          </span>
        )}
      </div>
    </div>
  );
}
