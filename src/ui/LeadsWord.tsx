'use client';

import { useState } from 'react';
import { askedNotFitted, noSuchPart, toldWrong } from '@/core/record/leadsWords';
import type { Verdict } from '@/core/record/checks/types';
import { PLACE_NAME, type Place } from '@/core/kernel/places';
import { Choice } from './room/Choice';
import { useFiling } from './room/useFiling';

const where = (place: Place): string => (place === 'vehicle' ? '' : `, ${PLACE_NAME[place].toLowerCase()}`);

/**
 * A lead's word on what a row lacks: that this vehicle has no such part, or which of two tellings was wrong. The reason
 * prints on the customer's sheet.
 */
export function LeadsWord({ verdict }: { verdict: Verdict }) {
  const file = useFiling();
  const { lacking = [], toldOtherwise = [], asked } = verdict;
  const [reason, setReason] = useState('');
  const [choice, setChoice] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  if (lacking.length === 0 && toldOtherwise.length === 0 && !asked) return null;
  const say = async (): Promise<string | null> => {
    if (asked)
      return file(
        'entry',
        { kind: askedNotFitted.kind, fields: { ...asked, reason } },
        `${askedNotFitted.name}: ${asked.what}${where(asked.place)}`,
      );
    for (const { point, place, what } of lacking) {
      const fields = { point, place, what, reason };
      const why = await file('entry', { kind: noSuchPart.kind, fields }, `${noSuchPart.name}: ${what}${where(place)}`);
      if (why) return why;
    }
    const told = toldOtherwise.find((each) => each.choice === choice);
    if (toldOtherwise.length > 0 && !told) return 'Say which of the two was told wrong.';
    return told
      ? file(
          'entry',
          { kind: toldWrong.kind, fields: { ...told, reason } },
          `${toldWrong.name}: ${told.what}${where(told.place)}`,
        )
      : null;
  };
  const submit = async () => {
    setBusy(true);
    const why = reason.trim() === '' ? 'Say why: it prints on the customer’s sheet.' : await say();
    setWrong(why ?? '');
    setBusy(false);
  };
  const parts = lacking.map(({ what, place }) => `${what}${where(place)}`).join('; ');
  return (
    <form className="mt-6 space-y-3 border-t border-rule pt-4" action={submit}>
      {toldOtherwise.length > 0 && (
        <Choice
          label="Which was told wrong?"
          options={toldOtherwise.map(({ choice: id, said }) => [id, `Not ${said}`] as const)}
          value={choice}
          onValue={setChoice}
        />
      )}
      <label className="field">
        {asked
          ? `${asked.what} was not fitted because`
          : lacking.length > 0
            ? `This vehicle has none (${parts}) because`
            : 'It was told wrong because'}{' '}
        (prints on the customer’s sheet)
        <textarea rows={2} value={reason} onChange={(e) => setReason(e.target.value)} />
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        {asked
          ? 'Say that it was not fitted'
          : lacking.length > 0
            ? 'Say that there is none'
            : 'Say that it was told wrong'}
      </button>
    </form>
  );
}
