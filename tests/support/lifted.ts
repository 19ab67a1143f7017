import type { WorkedVerdict } from '@/core/record/checks/types';
import type { Change, JobDocument, Vehicle } from '@/core/document/job';
import { fillGate, startJob, type FillOptions } from '../../scripts/demo/builder';
import { verdictsOf } from './inHand';
import { CAIRN, STILE_65 } from '../../scripts/demo/vehicles';

export interface Lifted {
  after?: FillOptions['values'];
  before?: FillOptions['values'];
  vehicle?: Vehicle;
  job?: Partial<JobDocument['job']>;
  plan?: Partial<JobDocument['plan']>;
  reference?: JobDocument['reference'];
  /** Recorded at the build besides springs and links, before anything of After was read. */
  changes?: readonly Change['kind'][];
  /** Nothing but that is in the record: what was fitted nobody wrote down. */
  bare?: true;
  /** Whether both axles were cycled while they were built, springs out, besides one wheel up; so where it is whole. */
  cycled?: boolean;
}

/** What lifts it, and the links that its bars want then. */
const LIFTED_BY = ['spring', 'sway-link'] as const;

/** Made lately, by what was asked for: filling two gates takes as long as working the job. Nobody changes one in place. */
const made = new Map<string, JobDocument>();
const MOST = 60;

/** A vehicle lifted 65 mm with everything read, exactly; values by route key or point override what was typed. */
export function lifted(asked: Lifted = {}): JobDocument {
  const key = JSON.stringify(asked, (_name, value: unknown) =>
    value === undefined || (typeof value === 'number' && !Number.isFinite(value)) ? String(value) : value,
  );
  const known = made.get(key);
  if (known) return known;
  const job = liftedAnew(asked);
  const [oldest] = made.keys();
  if (made.size >= MOST && oldest !== undefined) made.delete(oldest);
  made.set(key, job);
  return job;
}

function liftedAnew({
  after = {},
  before = {},
  vehicle = CAIRN,
  job,
  plan,
  reference,
  changes = [],
  bare,
  cycled = !bare,
}: Lifted): JobDocument {
  const start = startJob({
    job: { number: 'HG-1', use: 'test', bookedAt: '2026-11-01T08:00:00Z', gate: 'before', ...job },
    customer: { name: 'Test', contact: '' },
    vehicle,
    kit: STILE_65,
    plan: { liftFront: 65, liftRear: 65, ...plan },
    ...(reference ? { reference } : {}),
  });
  const read = fillGate(start, 'before', { from: '2026-11-01T09:00:00Z', values: before });
  const did = bare ? changes : [...new Set([...LIFTED_BY, ...changes])];
  const built = did.reduce((far, kind) => withChange(far, kind, '2026-11-01T20:00:00Z', 'build'), read);
  const opened: JobDocument = { ...built, job: { ...built.job, gate: 'after' } };
  // On the tyres that it came on, but where others were fitted.
  const values = did.includes('tyre-or-wheel') || bare ? after : { tyreDiameter: 806, ...after };
  const whole = fillGate(opened, 'after', { from: '2026-11-02T09:00:00Z', values });
  return cycled
    ? ['cycled-front', 'cycled-rear'].reduce(
        (far, route) => fillGate(far, 'after', { from: '2026-11-02T15:00:00Z', route, values }),
        whole,
      )
    : whole;
}

/** A front and a rear beam lifted on springs, read Before and After; it came as its maker made it. */
export const onSprings = (
  after: FillOptions['values'] = {},
  vehicle = CAIRN,
  before: FillOptions['values'] = {},
): JobDocument =>
  lifted({
    after,
    before,
    vehicle,
    changes: ['spring'],
    reference: { kind: 'maker-stock', front: 474, rear: 495, source: 'maker' },
  });

export const withChange = (
  job: JobDocument,
  kind: Change['kind'],
  at = '2026-11-05T08:00:00Z',
  gate: Change['gate'] = 'after',
): JobDocument => ({
  ...job,
  changes: [...job.changes, { id: crypto.randomUUID(), kind, gate, what: `${kind} changed`, by: 'Ivo', at }],
});

/** The verdict of one check at one place; null where it has none there. */
export const verdictOf = (job: JobDocument, check: string, place: string, gate = 'after'): WorkedVerdict | null =>
  verdictsOf(job).find((v) => v.check === check && v.place === place && v.gate === gate) ?? null;

/** The same where there has to be one. */
export function found(job: JobDocument, check: string, place: string, gate = 'after'): WorkedVerdict {
  const verdict = verdictOf(job, check, place, gate);
  if (!verdict) throw new Error(`no verdict ${check} ${place} ${gate}`);
  return verdict;
}

/** A height or mark read the same in both sets, by its key. */
export const bothSets = (key: string, value: number) => ({ [key]: value, [`${key}.2`]: value });
