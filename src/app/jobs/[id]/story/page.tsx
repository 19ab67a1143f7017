import { spotName } from '@/core/job/figures';
import { jobView } from '@/server/jobView';
import { whenShort } from '@/server/when';
import { filedAt } from '@/ui/job/ReadPage';
import { FiledHere } from '@/ui/reading/FiledHere';

export default async function Story({ params }: { params: Promise<{ id: string }> }) {
  const { id, job, member, open } = await jobView((await params).id);
  const spots = new Map(job.readings.map((r) => [`${r.gate}/${r.point}/${r.place}/${r.state}`, r]));
  return (
    <main className="p-5">
      <h1 className="pb-3">Every reading, with its story</h1>
      {spots.size === 0 && <p className="hint">Nothing read yet. Open the Before gate and take the first.</p>}
      <div className="grid gap-x-10 gap-y-5 md:grid-cols-2">
        {[...spots].map(([key, spot]) => (
          <section key={key}>
            <h2 className="border-b border-graphite pb-1 text-base first-letter:uppercase">{spotName(spot)}</h2>
            <FiledHere
              jobId={id}
              open={open}
              filed={filedAt(job, spot, (iso) => whenShort(iso, member.shop.timeZone))}
            />
          </section>
        ))}
      </div>
    </main>
  );
}
