'use client';

import { useMemo, useState, useTransition } from 'react';
import { CHANGE_NAME, ChangeKind } from '@/core/document/changes';
import type { Setting } from '@/core/document/job';
import { readSetting } from '@/core/subjects/alignment/setting';
import { SelectField, TextField } from '../forms/fields';
import { changeCost } from '@/core/assembly/route/changeCost';
import { useFiling } from '../room/useFiling';
import { useRoom } from '../room/view';
import { useUnits } from '../Units';
import { NO_SETTING, SettingFields, type SettingWrong } from './SettingFields';

/** Records what was adjusted, fitted, trimmed or loaded. @param first the kind that stands there to begin with */
export function ChangeForm({
  first = 'spring',
  only = false,
}: {
  first?: ChangeKind;
  /** No other kind. */ only?: boolean;
}) {
  const file = useFiling();
  const { view } = useRoom();
  const [kind, setKind] = useState<ChangeKind>(first);
  const [what, setWhat] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  // Said before it is recorded: an adjustment after the last proofs asks them again.
  const cost = useMemo(() => changeCost(view.workings, kind, new Date().toISOString()), [view.workings, kind]);
  const [setting, setSetting] = useState(NO_SETTING);
  const [unset, setUnset] = useState<SettingWrong>({});
  const units = useUnits();
  // An alignment is set by something, from a mark to a mark: without both nobody puts it back.
  const sets = kind === 'alignment';
  const record = () =>
    start(async () => {
      let body: { kind: ChangeKind; what: string; setting?: Setting } = { kind, what };
      if (sets) {
        if (setting.adjuster === '') return setUnset({ adjuster: 'say which was set' });
        const read = readSetting({ ...setting, words: what }, units);
        setUnset(read.ok ? {} : read.wrong);
        if (!read.ok) return setWrong(read.wrong.words ?? '');
        body = { kind, what: read.what, setting: read.setting };
      }
      const fault = await file('change', body, `change: ${body.what}`);
      if (fault) return setWrong(fault);
      setWhat('');
      setSetting(NO_SETTING);
      setWrong('');
    });
  return (
    // Not a form action: React resets a form after one, and a choice then shows what it is not.
    <form
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
      className={`grid items-end gap-3 ${only ? 'md:grid-cols-[minmax(0,1fr)_auto]' : 'md:grid-cols-[320px_minmax(0,1fr)_auto]'}`}
    >
      {!only && (
        <SelectField
          label="Kind of change"
          value={kind}
          onChange={(e) => setKind(ChangeKind.parse(e.target.value))}
          options={ChangeKind.options.map((k) => [k, CHANGE_NAME[k]] as const)}
        />
      )}
      {sets && <SettingFields w={view.workings} typed={setting} wrong={unset} onTyped={setSetting} />}
      <TextField
        label={sets ? 'What else there is to say' : 'What was changed, where'}
        value={what}
        maxLength={300}
        onChange={(e) => setWhat(e.target.value)}
        wrong={wrong}
      />
      <button className="btn" disabled={busy}>
        Record change
      </button>
      {cost.readings > 0 && (
        <p className="text-[15px] md:col-span-full">
          Recorded now it asks {cost.readings} readings again, about {cost.minutes} min:{' '}
          {cost.which.slice(0, 4).join(', ')}
          {cost.which.length > 4 && ` and ${cost.which.length - 4} more`}.
        </p>
      )}
    </form>
  );
}
