'use client';

import { useState, useTransition } from 'react';
import {
  fitmentName,
  formOf,
  readFitmentForm,
  type FitmentForm,
  type FormErrors,
} from '@/core/subjects/clearance/fit/form';
import { fittedBefore } from '@/core/subjects/clearance/fit/fitted';
import { assemble } from '@/core/subjects/linkage/assemble';
import { referenceWheel } from '@/core/subjects/clearance/fit/obstacles';
import { axleOf, type Corner } from '@/core/kernel/places';
import type { Workings } from '@/core/record/workings';
import { poke, scrubRadius, turnsPerMile, tyreChange } from '@/core/subjects/tyre/change';
import type { Fitment } from '@/core/document/fitment';
import { backspacingFromOffset, calliperRoom } from '@/core/subjects/tyre/wheel';
import { sidesOf } from '@/core/suspension/mirror';
import { saveFitment } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';
import { Figure } from '../Figure';
import { useAsk } from '../room/useAsk';
import { useRoom } from '../room/view';
import { useUnits } from '../Units';

interface Props {
  corner: Corner;
  /** The one looked at; null for the one fitted. */
  fitment: Fitment | null;
  /** mm outboard of the hub centre where the fender's edge is; null where no lip is known. */
  edge: number | null;
  editable: boolean;
  onTry: (fitment: Fitment) => void;
  onSaved: (which: 'asked' | 'suggested') => void;
}

/** The tyre and wheel in words and figures, and the form for another. */
export function FitmentPanel({ corner, fitment, edge, editable, onTry, onSaved }: Props) {
  const { view } = useRoom();
  const units = useUnits();
  const ask = useAsk();
  const [form, setForm] = useState<FitmentForm>(() => formOf(fitment, units));
  const [errors, setErrors] = useState<FormErrors>({});
  const [message, setMessage] = useState('');
  const [busy, start] = useTransition();
  const set = (field: keyof FitmentForm) => ({
    value: String(form[field]),
    onChange: (e: { target: { value: string } }) => setForm({ ...form, [field]: e.target.value }),
    wrong: errors[field],
  });
  const read = (): Fitment | null => {
    const done = readFitmentForm(form, units, fitment?.trim ?? {});
    setErrors(done.ok ? {} : done.errors);
    setMessage('');
    return done.ok ? done.fitment : null;
  };
  const save = (which: 'asked' | 'suggested') => {
    const wanted = read();
    if (!wanted) return;
    start(async () => {
      const answer = await ask(() => saveFitment(view.id, { which, fitment: wanted, was: view.job.fitments[which] }));
      if (answer.ok) onSaved(which);
      else setMessage(answer.message);
    });
  };
  return (
    <div className="space-y-5">
      <Arithmetic w={view.workings} corner={corner} fitment={fitment} edge={edge} />
      {editable ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            const wanted = read();
            if (wanted) onTry(wanted);
          }}
          className="space-y-3"
          noValidate
        >
          <h3>Another tyre or wheel</h3>
          <TextField label="Printed size" placeholder="255/75R17 or 34x10.50R17" {...set('size')} />
          <div className="grid grid-cols-2 gap-3">
            <TextField label="Diameter, if measured" {...set('diameter')} />
            <TextField label="Width, if measured" {...set('sectionWidth')} />
            <TextField label="Offset" hint="or backspacing" {...set('offset')} />
            <TextField label="Backspacing" {...set('backspacing')} />
            <TextField label="Rim width" {...set('rimWidth')} />
            <TextField label="Spacer" {...set('spacer')} />
            <TextField label="Stop longer, front" hint="as wheel travel" {...set('stopFront')} />
            <TextField label="Stop longer, rear" hint="as wheel travel" {...set('stopRear')} />
          </div>
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={form.measured}
              onChange={(e) => setForm({ ...form, measured: e.target.checked })}
            />
            These were measured on such a tyre
          </label>
          <details>
            <summary className="flex min-h-12 items-center font-semibold">Fastening, brakes, load</summary>
            <div className="grid grid-cols-2 gap-3">
              <SelectField
                label="Centred by"
                options={[
                  ['unknown', 'not known'],
                  ['hub', 'the hub'],
                  ['stud', 'the studs'],
                ]}
                {...set('centring')}
              />
              <TextField label="Bolt pattern" placeholder="6 × 139.7" {...set('boltPattern')} />
              <TextField label="Barrel, inner radius" hint="over the calliper" {...set('barrelRadius')} />
              <TextField label="Load rating, a tyre" {...set('loadRating')} />
            </div>
          </details>
          {message && (
            <p role="alert" className="font-semibold text-stop">
              {message}
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            <button className="btn btn-main">Try it</button>
            <button type="button" className="btn" disabled={busy} onClick={() => save('asked')}>
              Set as asked for
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => save('suggested')}>
              Set as suggested
            </button>
          </div>
        </form>
      ) : (
        <p className="hint">
          {view.bay ? 'The build has begun: what was asked for stands as it was.' : 'The bay tries tyres and wheels.'}
        </p>
      )}
    </div>
  );
}

/** What the change does by plain arithmetic: it needs no geometry and no obstacle. */
function Arithmetic({
  w,
  corner,
  fitment,
  edge,
}: {
  w: Workings;
  corner: Corner;
  fitment: Fitment | null;
  edge: number | null;
}) {
  const units = useUnits();
  const axle = axleOf(corner);
  const was = fittedBefore(w, axle);
  const old = {
    diameter: was.diameter.value,
    sectionWidth: was.sectionWidth.value,
    offset: was.offset.value,
    spacer: was.spacer.value,
  };
  const now = fitment ?? old;
  const change = tyreChange(old, now);
  const figures = w.figures;
  const reach = figures.figure({ gate: 'before', point: 'calliperReach', place: axle, state: 'floor' });
  const radius = figures.figure({ gate: 'before', point: 'loadedRadius', place: corner, state: 'floor' });
  const scrub = scrubChange(
    w,
    corner,
    was.plane.value,
    was.plane.value + change.plane,
    radius.status === 'read' ? radius.value : old.diameter * 0.485,
    change.rise,
  );
  const rows: [string, React.ReactNode][] = [
    ['Tyre stands', <Both key="d" values={[change.rise]} />],
    ['Outer side moves out', <Both key="o" values={[change.outer]} />],
    ['Inner side moves out', <Both key="i" values={[change.inner]} />],
    ['Track', <Both key="t" values={[change.track]} />],
    ...(fitment?.rimWidth != null
      ? ([
          [
            'Backspacing',
            <Figure key="b" quantity="length" value={backspacingFromOffset(fitment.offset, fitment.rimWidth)} />,
          ],
        ] as [string, React.ReactNode][])
      : []),
    ...(edge !== null
      ? ([
          [
            'Past the fender’s edge',
            <Both key="p" values={[poke(was.plane.value + change.plane, now.sectionWidth, edge)]} />,
          ],
        ] as [string, React.ReactNode][])
      : []),
    ...(scrub
      ? ([
          [
            'Scrub radius',
            <span key="s">
              <Figure quantity="length" value={scrub[0]} signed /> →{' '}
              <Figure quantity="length" value={scrub[1]} signed />
            </span>,
          ],
        ] as [string, React.ReactNode][])
      : []),
    [
      'True speed at 100 shown',
      <span key="v" className="fig">
        {change.trueAt100.toFixed(1)}
      </span>,
    ],
    [
      'Gearing',
      <span key="g" className="fig">
        {change.ratio === 1
          ? 'as it was'
          : `${Math.abs(100 * (change.ratio - 1)).toFixed(1)} % ${change.ratio > 1 ? 'taller' : 'shorter'}`}
      </span>,
    ],
    [
      units.length === 'mm' ? 'Turns a kilometre' : 'Turns a mile',
      <span key="r" className="fig">
        {[change.turnsBefore, change.turnsAfter]
          .map((turns) => (units.length === 'mm' ? turns : turnsPerMile(turns)).toFixed(0))
          .join(' → ')}
      </span>,
    ],
    ...(fitment?.barrelRadius != null && reach.status === 'read'
      ? ([['Barrel to calliper', <Both key="c" values={[calliperRoom(fitment.barrelRadius, reach.value)]} />]] as [
          string,
          React.ReactNode,
        ][])
      : []),
  ];
  const cautions = [
    ...(was.offset.assumed ? ['The offset of the wheel that came was not read: in and out are as if it were 0.'] : []),
    ...(fitment && fitment.spacer > 0
      ? [
          fitment.centring === 'hub'
            ? 'A spacer must carry the hub’s centring on; thread engagement at least one stud diameter.'
            : 'With a spacer the studs carry the wheel: thread engagement at least one stud diameter, measured; re-torque.',
        ]
      : []),
    ...(fitment?.centring === 'stud' ? ['Stud-centred: tighten in sequence with the wheel off the ground.'] : []),
    ...(fitment && fitment.loadRating === null ? ['Load rating not recorded: compare it with the axle’s load.'] : []),
    ...(Math.abs(change.ratio - 1) > 0.02
      ? ['Speedometer and gearing are off: recalibrate, and tell the customer.']
      : []),
  ];
  return (
    <section aria-labelledby="arithmetic">
      <h3 id="arithmetic">{fitment ? `${fitmentName(fitment, units)} against the one that came` : 'As it came'}</h3>
      <table className="plain">
        <tbody>
          {rows.map(([name, cell]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td className="text-right whitespace-nowrap">{cell}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {cautions.map((c) => (
        <p key={c} className="hint border-l-4 border-watch pl-2">
          {c}
        </p>
      ))}
    </section>
  );
}

const Both = ({ values }: { values: number[] }) => (
  <>
    {values.map((v, i) => (
      <Figure key={i} quantity="length" value={v} signed />
    ))}
  </>
);

function scrubChange(
  w: Workings,
  corner: Corner,
  was: number,
  now: number,
  radius: number,
  rise: number,
): [number, number] | null {
  const { end } = assemble(w, axleOf(corner));
  const wheel = referenceWheel(w, corner);
  const side = sidesOf(end)[wheel.side];
  const axis =
    'lowerArm' in side && 'upperArm' in side
      ? {
          lower: (side as { lowerArm: { outer: [number, number, number] } }).lowerArm.outer,
          upper: (side as { upperArm: { outer: [number, number, number] } }).upperArm.outer,
        }
      : side.kingpin;
  if (!axis) return null;
  return [
    scrubRadius(axis, wheel.centre, wheel.axis, was, radius),
    scrubRadius(axis, wheel.centre, wheel.axis, now, radius + rise),
  ];
}
