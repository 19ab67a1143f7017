'use client';

import { useRef, useState, useTransition } from 'react';
import { useForm } from 'react-hook-form';
import { exactText, show } from '@/core/kernel/units/format';
import { savePlan } from '@/server/actions/job';
import type { PlanMeanwhile } from '@/server/jobs/gatework';
import { SelectField, TextField } from '../forms/fields';
import { useAsk } from '../room/useAsk';
import { useRoom } from '../room/view';
import { useUnits } from '../Units';
import { PlanDifference } from './PlanDifference';
import { PARTS, PLAN_LABEL, planFields, type PlanFields } from './planFields';

/** Kit and wanted lift per axle, and what of it is not suspension travel. */
export function PlanForm({ editable }: { editable: boolean }) {
  const { view } = useRoom();
  const ask = useAsk();
  const units = useUnits();
  const { kits } = view;
  const standing = planFields(view.job.plan, view.kitId ?? '', units);
  const { register, handleSubmit, getValues, setValue, reset, formState } = useForm<PlanFields>({
    defaultValues: standing,
  });
  // The version that what is typed here was built on. News of the plan is taken over while nothing is being typed;
  // otherwise it is met when this one is set.
  const based = useRef(view.version);
  const shownIn = useRef(units.length);
  const [theirs, setTheirs] = useState<PlanMeanwhile | null>(null);
  if ((view.version !== based.current || units.length !== shownIn.current) && !formState.isDirty && !theirs) {
    based.current = view.version;
    shownIn.current = units.length;
    queueMicrotask(() => reset(standing));
  }
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [message, setMessage] = useState('');
  const [done, setDone] = useState(false);
  const [busy, start] = useTransition();
  const send = (form: PlanFields, version: number) =>
    start(async () => {
      setDone(false);
      const answer = await ask(() => savePlan(view.id, { ...form, version }));
      if (answer.ok) {
        based.current = version + 1;
        setTheirs(null);
        setDone(true);
        reset(form);
      } else if ('theirs' in answer) setTheirs(answer.theirs);
      setErrors(answer.ok ? {} : answer.errors);
      setMessage(answer.ok || 'theirs' in answer ? '' : answer.message);
    });
  const kitField = register('kitId');
  const fromKit = (id: string) => {
    const kit = kits.find((k) => k.id === id);
    if (!kit) return;
    const claim = (v: number) => exactText('length', v, units);
    const dirty = { shouldDirty: true };
    if (!getValues('liftFront')) setValue('liftFront', claim(kit.claimFront), dirty);
    if (!getValues('liftRear')) setValue('liftRear', claim(kit.claimRear), dirty);
  };
  if (theirs)
    return (
      <PlanDifference
        mine={getValues()}
        theirs={planFields(theirs.plan, theirs.kitId, units)}
        by={theirs.by}
        at={theirs.at}
        busy={busy}
        message={message}
        onLeave={() => {
          based.current = theirs.version;
          reset(planFields(theirs.plan, theirs.kitId, units));
          setTheirs(null);
        }}
        onChoose={(chosen) => {
          reset(chosen, { keepDefaultValues: true });
          send(chosen, theirs.version);
        }}
      />
    );
  return (
    <form onSubmit={(event) => void handleSubmit((form) => send(form, based.current))(event)} noValidate>
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
          <TextField label={PLAN_LABEL.liftFront} wrong={errors.liftFront} {...register('liftFront')} />
          <TextField label={PLAN_LABEL.liftRear} wrong={errors.liftRear} {...register('liftRear')} />
        </div>
        <TextField
          label={PLAN_LABEL.heaviestLoad}
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
          <div className="flex flex-wrap items-center gap-4">
            <button className="btn btn-main" disabled={busy}>
              Set the plan
            </button>
            {done && !formState.isDirty && (
              <p role="status" className="font-semibold text-clear">
                The plan is set.
              </p>
            )}
          </div>
        ) : (
          <p className="hint">
            {view.bay ? 'The build has begun: the plan stands as it was.' : 'A technician or a lead sets the plan.'}
          </p>
        )}
      </fieldset>
    </form>
  );
}
