'use client';

import { useState, useTransition } from 'react';
import { LANGUAGE_IDS, LANGUAGES, type Language } from '@/core/document/language';
import { saveCustomerLanguage } from '@/server/actions/job';
import { SelectField } from '../forms/fields';
import { useRoom } from '../room/view';

/** In which language this customer is written to. */
export function CustomerLanguage({ jobId, language }: { jobId: string; language: Language }) {
  const { refresh } = useRoom();
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <SelectField
      label="Language of the customer’s page"
      value={language}
      disabled={busy}
      wrong={wrong}
      onChange={(event) => {
        const chosen = event.target.value;
        start(async () => {
          const answer = await saveCustomerLanguage(jobId, chosen).catch(() => ({
            ok: false as const,
            message: 'The server does not answer. Try again.',
          }));
          setWrong(answer.ok ? '' : answer.message);
          await refresh();
        });
      }}
      options={LANGUAGE_IDS.map((id) => [id, LANGUAGES[id].name] as const)}
    />
  );
}
