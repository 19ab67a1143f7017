'use client';

import type { TypedSetting } from '@/core/subjects/alignment/setting';
import { OTHER } from '@/core/subjects/alignment/setting';
import { adjusterById, adjustersOf } from '@/core/subjects/alignment/adjusters';
import type { Workings } from '@/core/record/workings';
import { SelectField, TextField } from '../forms/fields';
import { useUnits } from '../Units';

export const NO_SETTING: TypedSetting = { adjuster: '', from: '', to: '', mark: '', words: '' };
export type SettingWrong = Partial<Record<'adjuster' | 'from' | 'to' | 'mark' | 'words', string>>;

/** Which adjuster, from, to and by which mark: what puts a setting back where it was. */
export function SettingFields({
  w,
  typed,
  wrong,
  onTyped,
}: {
  w: Workings;
  typed: TypedSetting;
  wrong: SettingWrong;
  onTyped: (typed: TypedSetting) => void;
}) {
  const units = useUnits();
  const unit = adjusterById(typed.adjuster)?.unit;
  const counted =
    unit === 'notch'
      ? 'notches from the mark'
      : unit === 'turn'
        ? 'turns, half ones as 1/2'
        : unit === 'mm'
          ? units.length === 'mm'
            ? 'mm'
            : 'inches'
          : unit === 'degree'
            ? 'degrees'
            : 'in its own unit';
  const field = (name: 'from' | 'to' | 'mark', label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      value={typed[name]}
      maxLength={name === 'mark' ? 120 : 20}
      wrong={wrong[name]}
      onChange={(e) => onTyped({ ...typed, [name]: e.target.value })}
    />
  );
  return (
    <div className="grid grid-cols-2 items-start gap-3 *:first:col-span-2 *:last:col-span-2">
      <SelectField
        label="Which adjuster"
        value={typed.adjuster}
        wrong={wrong.adjuster}
        onChange={(e) => onTyped({ ...typed, adjuster: e.target.value })}
        options={[
          ['', 'Choose'],
          ...adjustersOf(w, 'after').map(({ id, name }) => [id, name] as const),
          [OTHER, 'Another, named below'],
        ]}
      />
      {field('from', 'From', counted)}
      {field('to', 'To', counted)}
      {field('mark', 'Read off by', 'Paint, a notch, threads showing')}
    </div>
  );
}
