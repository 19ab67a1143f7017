import { comesFrom } from '@/core/record/provenance';
import type { JobDocument } from '@/core/document/job';
import { whenShort } from '@/core/kernel/time/when';

/** Over every page of a job that came out of a file: by whom, from what, and that what was decided there is not here. */
export function BroughtInBand({ job, timeZone }: { job: JobDocument; timeZone: string }) {
  const { broughtIn } = job;
  if (!broughtIn) return null;
  const when = (iso: string) => whenShort(iso, timeZone);
  const from = comesFrom(broughtIn, when);
  const { signed } = broughtIn;
  return (
    <p className="border-b border-watch bg-panel px-5 py-2">
      <strong className="text-watch">{signed ? 'Signed elsewhere, not here. ' : 'Not taken here. '}</strong>
      {from.charAt(0).toUpperCase() + from.slice(1)}.{' '}
      {signed
        ? `It says: ${signed.kind === 'released' ? 'released' : 'left unreleased'} by ${signed.by}, ${when(signed.at)}. That counts for nothing until it is decided here.`
        : 'What the file says that somebody decided is in the notes, and counts for nothing until it is decided here.'}
    </p>
  );
}
