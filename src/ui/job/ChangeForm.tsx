'use client';

import { useMemo, useState, useTransition } from 'react';
import { BOOK } from '@/core/assembly/book';
import { changeCost } from '@/core/assembly/route/changeCost';
import { CHANGE_NAME, ChangeKind } from '@/core/document/changes';
import type { Change } from '@/core/document/job';
import type { Place } from '@/core/kernel/places';
import { partById, partsAt, saidOf } from '@/core/record/fittedParts';
import { movesHeightOnly } from '@/core/record/stale';
import { OTHER, readSetting } from '@/core/subjects/alignment/setting';
import { SelectField, TextField } from '../forms/fields';
import { Choice } from '../room/Choice';
import { useFiling } from '../room/useFiling';
import { useRoom } from '../room/view';
import { useUnits } from '../Units';
import { NO_SETTING, SettingFields, type SettingWrong } from './SettingFields';
import { NO_PART, WhereAndWhich } from './WhereAndWhich';

type Body = Pick<Change, 'kind' | 'what' | 'place' | 'part' | 'condition' | 'setting'>;
const CONDITIONS = [
  ['new', 'New'],
  ['used', 'Used'],
  ['as-it-was', 'Put back'],
] as const;

/**
 * Records what was adjusted, fitted, trimmed or loaded: where and which part in two taps, words only where it is none of
 * the parts there, or to say more.
 *
 * @param first the kind that is asked for: its part is taken as soon as a place has it
 */
export function ChangeForm({ first, only = false }: { first?: ChangeKind; /** No other kind. */ only?: boolean }) {
  const file = useFiling();
  const { view } = useRoom();
  const [place, setPlace] = useState<Place | null>(null);
  const [part, setPart] = useState('');
  const [other, setOther] = useState<ChangeKind>(first ?? 'spring');
  const [condition, setCondition] = useState('');
  const [words, setWords] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const [setting, setSetting] = useState(NO_SETTING);
  const [unset, setUnset] = useState<SettingWrong>({});
  const units = useUnits();
  const { vehicle } = view.job;
  const kind = only ? first : part === NO_PART ? other : partById(BOOK, part)?.kind;
  // Said before it is recorded: an adjustment after the last proofs asks them again.
  const cost = useMemo(
    () =>
      kind === undefined
        ? null
        : changeCost(view.workings, kind, new Date().toISOString(), (only ? 'front' : place) ?? undefined, part),
    [view.workings, kind, place, part, only],
  );
  // An alignment is set by something, from a mark to a mark: without both nobody puts it back.
  const sets = kind === 'alignment';
  const choosePlace = (next: Place) => {
    setPlace(next);
    const there = partsAt(BOOK, vehicle, next).flatMap(({ parts }) => parts);
    const same = there.some(({ id }) => id === part);
    const asked = there.filter((each) => each.kind === first);
    if (!same) setPart(asked.length === 1 ? (asked[0]?.id ?? '') : '');
  };
  const body = (): Body | null => {
    if (!only && place === null) {
      setWrong('Say where: press a wheel, an axle or the whole vehicle.');
      return null;
    }
    if (kind === undefined) {
      setWrong('Say which part, or “None of these”.');
      return null;
    }
    const at = place !== null && { place, ...(part !== NO_PART && { part }) };
    if (sets) {
      if (setting.adjuster === '') {
        setUnset({ adjuster: 'say which was set' });
        return null;
      }
      const read = readSetting({ ...setting, words }, units);
      setUnset(read.ok ? {} : read.wrong);
      if (!read.ok) {
        setWrong(read.wrong.words ?? '');
        return null;
      }
      // The adjusters that are in the list are the front axle's.
      const front = only && setting.adjuster !== OTHER && { place: 'front' as const, part: 'setting' };
      return { kind, what: read.what, setting: read.setting, ...at, ...front };
    }
    if (part === NO_PART && words.trim() === '') {
      setWrong('Say what was changed.');
      return null;
    }
    const how = CONDITIONS.find(([id]) => id === condition)?.[1].toLowerCase();
    const said =
      part === NO_PART ? '' : [saidOf(BOOK, { place: place ?? undefined, part }), how].filter(Boolean).join(', ');
    return {
      kind,
      what: [said, words.trim()].filter(Boolean).join(': ').slice(0, 300),
      ...at,
      ...(condition !== '' && { condition: condition as NonNullable<Change['condition']> }),
    };
  };
  const record = () => {
    const made = body();
    if (made)
      start(async () => {
        const fault = await file('change', made, `change: ${made.what}`);
        if (fault) return setWrong(fault);
        setPart('');
        setCondition('');
        setWords('');
        setSetting(NO_SETTING);
        setWrong('');
      });
  };
  const more = (
    <>
      {part === NO_PART && (
        <SelectField
          label="Kind of change"
          value={other}
          onChange={(e) => setOther(ChangeKind.parse(e.target.value))}
          options={ChangeKind.options.map((k) => [k, CHANGE_NAME[k]] as const)}
        />
      )}
      {sets && <SettingFields w={view.workings} typed={setting} wrong={unset} onTyped={setSetting} />}
      {!sets && kind !== undefined && part !== NO_PART && (
        <Choice label="Condition" value={condition} options={CONDITIONS} onValue={setCondition} />
      )}
      <TextField
        label={part === NO_PART ? 'What was changed' : 'What else there is to say'}
        value={words}
        maxLength={240}
        onChange={(e) => setWords(e.target.value)}
        wrong={wrong}
      />
      <button className="btn w-full" disabled={busy}>
        Record change
      </button>
      {cost !== null && cost.readings > 0 && (
        <p className="text-[15px]">
          Recorded now it asks {cost.readings} readings again, about {cost.minutes} min:{' '}
          {cost.which.slice(0, 4).join(', ')}
          {cost.which.length > 4 && ` and ${cost.which.length - 4} more`}.{' '}
          {kind !== undefined &&
            movesHeightOnly({ kind, part }) &&
            'Where every corner then reads within 3 mm of what it was, most of that stands.'}
          {setting.adjuster === 'sleeve' &&
            'Where the toe then reads within 0.4° of what it was, gaps at lock and rub tests stand if there is room.'}
        </p>
      )}
    </>
  );
  return (
    // Not a form action: React resets a form after one, and a choice then shows what it is not.
    <form
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
      className="space-y-4"
    >
      {only ? (
        more
      ) : (
        <WhereAndWhich vehicle={vehicle} place={place} part={part} onPlace={choosePlace} onPart={setPart}>
          {more}
        </WhereAndWhich>
      )}
    </form>
  );
}
