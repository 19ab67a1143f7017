'use client';

import { useRef, useState, useTransition } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { type Vehicle } from '@/core/document/job';
import { FRONT_KINDS, REAR_KINDS, SUSPENSION_NAME, type SuspensionKind } from '@/core/document/suspensionNames';
import { show } from '@/core/kernel/units/format';
import { parseLength } from '@/core/kernel/units/parseLength';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { bookVehicle, seenBefore } from '@/server/actions/job';
import type { SeenVehicle } from '@/server/jobs/seen';
import { VehicleFront } from '../drawings/VehicleFront';
import { VehicleSide } from '../drawings/VehicleSide';
import { SelectField, TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';
import { useUnits } from '../Units';
import { SeenBefore } from './SeenBefore';

type Form = Parameters<typeof bookVehicle>[0];
const GRADES = [
  ['Street', 'Street'],
  ['Trail', 'Trail'],
  ['Crossed', 'Crossed'],
] as const;
const kinds = (of: readonly SuspensionKind[]) => of.map((kind) => [kind, SUSPENSION_NAME[kind]] as const);
const FRONT = kinds(FRONT_KINDS);
const REAR = kinds(REAR_KINDS);

/** Which shafts turn, and whether the one in front can stand still. */
const DRIVES = [
  ['rear', 'Rear only', 'no front shaft'],
  ['part-time', 'Part-time', 'front by lever or button'],
  ['full-time', 'Full-time', 'front always turns'],
  ['free-hubs', 'Free hubs', 'front freed at the wheels'],
] as const;

/** Sizes to start from, mm: an unremarkable four-wheel-drive; every one is to be measured over. */
const START = { wheelbase: 2850, trackFront: 1580, trackRear: 1580, tyreDiameter: 800 };

function startValues(units: UnitChoice): Form {
  const shown = (v: number) => show('length', v, units).text.replace(/ (in|mm)$/, '');
  return {
    customer: '',
    contact: '',
    make: '',
    model: '',
    tag: '',
    body: 'wagon',
    frontSuspension: 'beam-links',
    rearSuspension: 'beam-links',
    wheelbase: shown(START.wheelbase),
    trackFront: shown(START.trackFront),
    trackRear: shown(START.trackRear),
    tyreDiameter: shown(START.tyreDiameter),
    rearHose: 'centre',
    swayLink: 'down',
    // Nobody has said yet: it is asked.
    drive: '' as Form['drive'],
    use: '',
    bay: '',
    heightSchool: 'hub-to-lip',
    lipWillChange: false,
    promiseFront: 'Trail',
    promiseRear: 'Trail',
    wantedTyre: '',
    notes: '',
    referenceKind: 'before',
    referenceFront: '',
    referenceRear: '',
    referenceSource: '',
    again: '',
  };
}

/** Books a vehicle in; the drawing beside it takes shape from what is typed. */
export function BookingForm() {
  const units = useUnits();
  const { register, control, handleSubmit, setValue } = useForm<Form>({ defaultValues: startValues(units) });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [message, setMessage] = useState('');
  const [seen, setSeen] = useState<readonly SeenVehicle[]>([]);
  const [busy, start] = useTransition();
  const typed = useWatch({ control });
  const book = handleSubmit((form) =>
    start(async () => {
      const answer = await bookVehicle(form).catch(() => ({
        ok: false as const,
        errors: {},
        message: 'The server did not answer. Nothing is lost: book it again.',
      }));
      if (!answer || answer.ok) return;
      setErrors(answer.errors);
      setMessage(answer.message);
      const first = Object.keys(answer.errors)[0];
      if (first) document.querySelector<HTMLElement>(`[name="${first}"]`)?.focus();
    }),
  );
  const looked = useRef('');
  const look = async (tag: string) => {
    const name = tag.trim();
    if (name === looked.current) return;
    looked.current = name;
    setValue('again', '');
    // Without the server it is booked as a new one: nothing waits for this.
    const answer = name ? await seenBefore(name).catch(() => null) : null;
    if (looked.current === name) setSeen(answer?.ok ? answer.seen : []);
  };
  const text = (name: keyof Form, label: string, more: { hint?: string; placeholder?: string } = {}) => (
    <TextField label={label} wrong={errors[name]} {...more} {...register(name)} />
  );
  const size = (name: 'wheelbase' | 'trackFront' | 'trackRear' | 'tyreDiameter') => {
    const parsed = parseLength(typed[name] ?? '', units.length === 'mm' ? 'mm' : 'in');
    return parsed.ok && parsed.value > START[name] / 3 && parsed.value < START[name] * 3 ? parsed.value : START[name];
  };
  const vehicle: Vehicle = {
    make: '',
    model: '',
    tag: '',
    body: typed.body ?? 'wagon',
    frontSuspension: typed.frontSuspension ?? 'beam-links',
    rearSuspension: typed.rearSuspension ?? 'beam-links',
    wheelbase: size('wheelbase'),
    trackFront: size('trackFront'),
    trackRear: size('trackRear'),
    tyreDiameter: size('tyreDiameter'),
    rearHose: 'centre',
    swayLink: 'down',
    drive: null,
  };
  const unit = units.length === 'mm' ? 'mm' : 'in';
  const group = 'grid gap-4 sm:grid-cols-2';
  return (
    <form
      onSubmit={(event) => void book(event)}
      noValidate
      className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]"
    >
      <LiveFields>
        <div className="space-y-7 p-5">
          <h1>Book a vehicle</h1>
          <section className={group} aria-label="Who brings it">
            {text('customer', 'Customer')}
            {text('contact', 'How to reach them', { hint: 'may stay empty' })}
          </section>
          <section aria-labelledby="vehicle">
            <h2 id="vehicle" className="pb-3">
              Vehicle
            </h2>
            <div className="grid gap-4 sm:grid-cols-4">
              {text('make', 'Make')}
              {text('model', 'Model')}
              <TextField
                label="Known by"
                wrong={errors.tag}
                placeholder="fleet number, plate"
                {...register('tag', {
                  onBlur: (event: { target: { value: string } }) => void look(event.target.value),
                })}
              />
              <SelectField
                label="Body"
                options={[
                  ['wagon', 'wagon'],
                  ['pickup', 'pickup'],
                  ['van', 'van-body'],
                ]}
                {...register('body')}
              />
              {text('wheelbase', `Wheelbase, ${unit}`)}
              {text('trackFront', `Front track, ${unit}`)}
              {text('trackRear', `Rear track, ${unit}`)}
              {text('tyreDiameter', `Tyre diameter, ${unit}`)}
            </div>
            <SeenBefore
              seen={seen}
              taken={typed.again ?? ''}
              onTake={(each) => {
                for (const [name, value] of Object.entries(each.form)) setValue(name as keyof Form, value);
                setValue('again', each.jobId);
              }}
              onLeave={() => setValue('again', '')}
            />
            <div className={`${group} pt-4`}>
              <SelectField label="Front suspension" options={FRONT} {...register('frontSuspension')} />
              <SelectField label="Rear suspension" options={REAR} {...register('rearSuspension')} />
              <SelectField
                label="Rear brake hose"
                options={[
                  ['centre', 'one, body to axle'],
                  ['per-wheel', 'one a wheel'],
                ]}
                {...register('rearHose')}
              />
              <SelectField
                label="Sway link runs from the bar"
                options={[
                  ['down', 'down'],
                  ['up', 'up'],
                ]}
                {...register('swayLink')}
              />
            </div>
            <fieldset
              className="mt-6"
              aria-invalid={errors.drive !== undefined}
              aria-describedby={errors.drive ? 'drive-wrong' : undefined}
            >
              <legend className="pb-1 font-semibold">Driven wheels</legend>
              <div className="grid gap-2 sm:grid-cols-2">
                {DRIVES.map(([value, name, says]) => (
                  <label
                    key={value}
                    className="flex min-h-16 cursor-pointer items-center gap-3 border border-rule px-3 has-checked:border-graphite has-checked:bg-panel"
                  >
                    <input type="radio" className="size-5 shrink-0" value={value} {...register('drive')} />
                    <span className="min-w-0">
                      <span className="block font-semibold">{name}</span>
                      <span className="block text-sm text-pencil">{says}</span>
                    </span>
                  </label>
                ))}
              </div>
              {errors.drive && (
                <p id="drive-wrong" role="alert" className="pt-1 font-semibold text-stop">
                  {errors.drive}
                </p>
              )}
            </fieldset>
          </section>
          <section aria-labelledby="job">
            <h2 id="job" className="pb-3">
              The job
            </h2>
            <div className={group}>
              {text('use', 'Use', { placeholder: 'daily, towing, trail, crossed-axle trail' })}
              {text('bay', 'Bay', { hint: 'empty: waiting' })}
              {text('wantedTyre', 'Tyre wanted')}
              <SelectField
                label="Heights are read"
                options={[
                  ['hub-to-lip', 'hub centre to fender lip'],
                  ['floor-to-lip', 'floor to lip, and the loaded radius'],
                ]}
                {...register('heightSchool')}
              />
              <SelectField
                label="Fit promised, front"
                options={GRADES}
                hint="Street: daily bumps. Trail: full travel. Crossed: one wheel up, one down."
                {...register('promiseFront')}
              />
              <SelectField label="Fit promised, rear" options={GRADES} {...register('promiseRear')} />
              <label className="flex min-h-12 items-center gap-3 sm:col-span-2">
                <input type="checkbox" className="size-6" {...register('lipWillChange')} /> A lip will be trimmed or
                moved: read a fixed body mark too
              </label>
            </div>
          </section>
          <section aria-labelledby="reference">
            <h2 id="reference" className="pb-3">
              What the kit’s claim is measured from
            </h2>
            <div className={group}>
              <SelectField
                label="Reference"
                options={[
                  ['before', 'stock unknown: Before is used'],
                  ['maker-stock', 'maker’s stock figure'],
                  ['like-vehicle', 'a like vehicle, measured'],
                ]}
                {...register('referenceKind')}
              />
              {typed.referenceKind !== 'before' && (
                <>
                  {text('referenceSource', 'Where it stands')}
                  {text('referenceFront', `Hub to lip, front, ${unit}`)}
                  {text('referenceRear', `Hub to lip, rear, ${unit}`)}
                </>
              )}
            </div>
          </section>
          <label className="field">
            Notes
            <textarea rows={2} {...register('notes')} />
          </label>
        </div>
        <aside className="border-l border-rule p-5">
          <div className="space-y-4 lg:sticky lg:top-5">
            <p className="text-sm font-semibold text-pencil">From these numbers</p>
            <VehicleSide vehicle={vehicle} corners={[]} height={170} posts={false} />
            <VehicleFront vehicle={vehicle} corners={[]} height={170} />
            {message && (
              <p role="alert" className="font-semibold text-stop">
                {message}
              </p>
            )}
            <button className="btn btn-main w-full" disabled={busy}>
              Book it in
            </button>
          </div>
        </aside>
      </LiveFields>
    </form>
  );
}
