'use client';

import { useRef, useState, useTransition } from 'react';
import { whenShort } from '@/core/kernel/time/when';
import { readGeometryFile } from '@/core/suspension/readFile';
import { keepGeometry, pinGeometry } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';
import { useAsk } from '../room/useAsk';
import { useRoom } from '../room/view';

/** Versions of the vehicle's geometry: keep one, bring one in from a file, take one out, go by another. */
export function FilePanel({ mayKeepBuilt }: { mayKeepBuilt: boolean }) {
  const { view } = useRoom();
  const { id, job, versions, open, bay, member } = view;
  const [stage, setStage] = useState<'before' | 'as-built'>('before');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState('');
  const [done, setDone] = useState('');
  const [busy, start] = useTransition();
  const picker = useRef<HTMLInputElement>(null);
  const ask = useAsk();
  const pinned = { before: job.geometry.before?.version, 'as-built': job.geometry.asBuilt?.version };

  const keep = (file?: { name: string; text: string }) =>
    start(async () => {
      setWrong('');
      setDone('');
      if (file) {
        // Told at once, and without network too; the server looks again.
        const read = readGeometryFile(file.text);
        if (!read.ok) return setWrong(`${file.name}: ${read.fault.path}: ${read.fault.fault}`);
      }
      const answer = await ask(() => keepGeometry(id, { stage, note, ...(file ? { file: file.text } : {}) }));
      if (!answer.ok) return setWrong(file ? `${file.name}: ${answer.message}` : answer.message);
      setNote('');
      setDone(`Kept as version ${answer.version}; this job goes by it.`);
    });
  return (
    <div className="space-y-5">
      {open && bay && (
        <section className="space-y-3">
          <h3>Keep a version</h3>
          <SelectField
            label="Which stance"
            value={stage}
            onChange={(e) => setStage(e.target.value as typeof stage)}
            options={[['before', 'as it came'], ...(mayKeepBuilt ? ([['as-built', 'as built']] as const) : [])]}
          />
          <TextField label="Note" value={note} maxLength={300} onChange={(e) => setNote(e.target.value)} />
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => keep()}>
              Keep these points
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => picker.current?.click()}>
              Bring in a file
            </button>
            <input
              ref={picker}
              type="file"
              accept="application/json,.json"
              aria-label="Geometry file"
              className="sr-only"
              tabIndex={-1}
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) void file.text().then((text) => keep({ name: file.name, text }));
              }}
            />
          </div>
          <p className="hint">Points from a file count as assumed until they are measured on this vehicle.</p>
        </section>
      )}
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      {done && (
        <p role="status" className="font-semibold text-clear">
          {done}
        </p>
      )}
      <section>
        <h3>Take out</h3>
        <div className="flex flex-wrap gap-2 pt-1">
          <a className="btn" href={`/jobs/${id}/geometry.json`} download>
            Geometry file
          </a>
          <a className="btn" href={`/jobs/${id}/curves.csv?end=front`} download>
            Curves, front
          </a>
          <a className="btn" href={`/jobs/${id}/curves.csv?end=rear`} download>
            Curves, rear
          </a>
        </div>
      </section>
      <section>
        <h3>Versions of this vehicle</h3>
        {versions.length === 0 ? (
          <p className="hint">None kept yet. The points show as read; keeping them pins this job to them.</p>
        ) : (
          <ul className="ruled">
            {versions.map((v) => (
              <li key={v.id} className="flex flex-wrap items-center gap-2 py-2">
                <span className="grow">
                  <span className="font-semibold">
                    Version {v.version}, {v.stage === 'before' ? 'as it came' : 'as built'}
                  </span>
                  <span className="block text-sm text-pencil">
                    {v.by}, {whenShort(v.at, member.shop.timeZone)}
                    {v.note && ` · ${v.note}`}
                  </span>
                </span>
                {pinned[v.stage] === v.version ? (
                  <span className="text-sm font-semibold">this job goes by it</span>
                ) : (
                  open &&
                  bay && (
                    <button
                      type="button"
                      className="btn"
                      disabled={busy}
                      onClick={() =>
                        start(async () => {
                          setWrong('');
                          const answer = await ask(() => pinGeometry(id, { stage: v.stage, geometry: v.id }));
                          if (!answer.ok) setWrong(answer.message);
                        })
                      }
                    >
                      Go by this one
                    </button>
                  )
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}
