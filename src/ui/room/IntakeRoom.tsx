'use client';

import { SUSPENSION_NAME } from '@/core/document/suspensionKind';
import { shutBecause } from '@/core/assembly/gates/gates';
import { whenFull } from '@/core/kernel/time/when';
import { Words } from '../Figure';
import { OpenGate } from '../job/OpenGate';
import { Exports } from '../job/Exports';
import type { Phrase } from '@/core/kernel/phrase';
import type { JobView } from './view';

export function IntakeRoom({ view }: { view: JobView }) {
  const { id, job, member, open, bay } = view;
  const { vehicle, reference } = job;
  const mm = (value: number) => ({ quantity: 'length', value }) as const;
  const rows: [string, Phrase][] = [
    ['Customer', [[job.customer.name, job.customer.contact].filter(Boolean).join(' · ')]],
    ['Vehicle', [[vehicle.make, vehicle.model, vehicle.tag].filter(Boolean).join(' ')]],
    [
      'Suspension',
      [`front ${SUSPENSION_NAME[vehicle.frontSuspension]}; rear ${SUSPENSION_NAME[vehicle.rearSuspension]}`],
    ],
    [
      'Size',
      [
        'wheelbase ',
        mm(vehicle.wheelbase),
        ', track ',
        mm(vehicle.trackFront),
        ' and ',
        mm(vehicle.trackRear),
        ', tyre ',
        mm(vehicle.tyreDiameter),
      ],
    ],
    ['Use', [job.job.use]],
    ['Tyre wanted', [job.job.wantedTyre || 'not said']],
    ['Fit promised', [`front ${job.job.promiseFront}, rear ${job.job.promiseRear}`]],
    [
      'Heights are read',
      [
        job.job.heightSchool === 'hub-to-lip'
          ? 'hub centre to fender lip, Before and After alike'
          : 'floor to lip less the loaded radius, Before and After alike',
      ],
    ],
    [
      'Claim measured from',
      reference.kind === 'before' || reference.front === null || reference.rear === null
        ? ['stock unknown, Before is used']
        : [`${reference.source || reference.kind}: front `, mm(reference.front), ', rear ', mm(reference.rear)],
    ],
    ['Booked', [whenFull(job.job.bookedAt, member.shop.timeZone)]],
    ...(job.job.notes ? ([['Notes', [job.job.notes]]] as [string, Phrase][]) : []),
  ];
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="p-5">
        <h1 className="pb-3">{job.job.number}, as booked</h1>
        <table className="plain">
          <tbody>
            {rows.map(([name, words]) => (
              <tr key={name}>
                <th scope="row" className="w-48">
                  {name}
                </th>
                <td>
                  <Words phrase={words} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <aside className="space-y-5 border-l border-rule p-5">
        <h2>Next</h2>
        {open && bay && job.job.gate === 'intake' ? (
          <>
            <p>Level floor, tyres at pressure, steering straight. Then the Before readings can begin.</p>
            <OpenGate jobId={id} gate="intake" shut={shutBecause(view.workings)} />
          </>
        ) : (
          <p>{job.job.gate === 'intake' ? 'A technician opens the Before gate.' : 'Intake is done.'}</p>
        )}
        <Exports jobId={id} />
      </aside>
    </main>
  );
}
