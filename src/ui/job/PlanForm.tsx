'use client';

import { useState, useTransition } from 'react';
import { useForm } from 'react-hook-form';
import type { Plan } from '@/core/job/schema';
import { exactText, show } from '@/core/units/format';
import { savePlanAction } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';
import { useUnits } from '../Units';

interface KitChoice {
  id: string;
  name: string;
  claimFront: number;
  claimRear: number;
  source: string;
}
type Lengths =
  'liftFront' | 'liftRear' | 'bodyLift' | 'movedHubFront' | 'movedHubRear' | 'lipAlteredFront' | 'lipAlteredRear';
const PARTS: readonly (readonly [Lengths, string])[] = [
  ['bodyLift', 'Body on frame, both axles'],
  ['movedHubFront', 'Moved hub or pivots, front'],
  ['movedHubRear', 'Moved hub or block, rear'],
  ['lipAlteredFront', 'Lip raised by trimming, front'],
  ['lipAlteredRear', 'Lip raised by trimming, rear'],
];

/** Kit and wanted lift per axle, and what of it is not suspension travel. */
export function PlanForm({
  jobId,
  version,
  kitId,
  plan,
  kits,
  editable,
}: {
  jobId: string;
  version: number;
  kitId: string;
  plan: Plan;
  kits: readonly KitChoice[];
  editable: boolean;
}) {
  const units = useUnits();
  const shown = (v: number | null) => (v === null ? '' : exactText('length', v, units));
  const { register, handleSubmit, getValues, setValue } = useForm<Record<Lengths | 'kitId' | 'heaviestLoad', string>>({
    defaultValues: {
      kitId,
      heaviestLoad: plan.heaviestLoad === null ? '' : exactText('mass', plan.heaviestLoad, units),
      liftFront: shown(plan.liftFront),
      liftRear: shown(plan.liftRear),
      bodyLift: shown(plan.bodyLift),
      movedHubFront: shown(plan.movedHubFront),
      movedHubRear: shown(plan.movedHubRear),
      lipAlteredFront: shown(plan.lipAlteredFront),
      lipAlteredRear: shown(plan.lipAlteredRear),
    },
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [message, setMessage] = useState('');
  const [busy, start] = useTransition();
  const save = handleSubmit((form) =>
    start(async () => {
      const answer = await savePlanAction(jobId, { ...form, version });
      setErrors(answer.ok ? {} : answer.errors);
      setMessage(answer.ok ? '' : answer.message);
    }),
  );
  const kitField = register('kitId');
  const fromKit = (id: string) => {
    const kit = kits.find((k) => k.id === id);
    if (!kit) return;
    if (!getValues('liftFront')) setValue('liftFront', shown(kit.claimFront));
    if (!getValues('liftRear')) setValue('liftRear', shown(kit.claimRear));
  };
  return (
    <form onSubmit={save} noValidate>
      <fieldset disabled={!editable} className="space-y-4">
        <div className="grid gap-4 sm:grid-cols-[minmax(0,2fr)_1fr_1fr]">
          <SelectField
            label="Kit"
            wrong={errors.kitId}
            {...kitField}
            onChange={(e) => {
              void kitField.onChange(e);
              fromKit(e.target.value);
            }}
            options={[
              ['', 'no kit'],
              ...kits.map(
                (k) =>
                  [
                    k.id,
                    `${k.name}: claims ${show('length', k.claimFront, units).text} front, ${show('length', k.claimRear, units).text} rear`,
                  ] as const,
              ),
            ]}
            hint="A claim. What counts is measured After."
          />
          <TextField label="Wanted lift, front" wrong={errors.liftFront} {...register('liftFront')} />
          <TextField label="Wanted lift, rear" wrong={errors.liftRear} {...register('liftRear')} />
        </div>
        <TextField
          label="Heaviest load it will carry"
          wrong={errors.heaviestLoad}
          hint="people, tools and cargo; for the record and the checks at load that follow"
          {...register('heaviestLoad')}
        />
        <details>
          <summary className="flex min-h-12 items-center font-semibold">
            Parts of it that are not suspension travel
          </summary>
          <div className="grid gap-4 pt-2 sm:grid-cols-3">
            {PARTS.map(([name, label]) => (
              <TextField key={name} label={label} wrong={errors[name]} {...register(name)} />
            ))}
          </div>
        </details>
        {message && (
          <p role="alert" className="font-semibold text-stop">
            {message}
          </p>
        )}
        {editable ? (
          <button className="btn btn-main" disabled={busy}>
            Set the plan
          </button>
        ) : (
          <p className="hint">The build has begun: the plan stands as it was.</p>
        )}
      </fieldset>
    </form>
  );
}
