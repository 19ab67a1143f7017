import Link from 'next/link';
import { askedFor, type SearchParams } from '@/server/asked';
import { AUDITED } from '@/server/audit';
import { peopleOf } from '@/server/people/membership';
import { requireMember } from '@/server/session';
import { auditOf } from '@/server/shopView';
import { whenFull } from '@/core/kernel/time/when';
import { Frame } from '@/ui/Frame';
import { AuditTable } from '@/ui/people/AuditTable';

export default async function Audit({ searchParams }: { searchParams: SearchParams }) {
  const member = await requireMember('/audit');
  const text = await askedFor(searchParams);
  const before = /^\d{1,15}$/.test(text('before')) ? Number(text('before')) : null;
  const filter = { who: text('who'), what: text('what'), before };
  const [{ rows, more, words }, people] = await Promise.all([auditOf(member, filter), peopleOf(member)]);
  const name = (what: string) => (what in AUDITED ? AUDITED[what as keyof typeof AUDITED] : what);
  const older = new URLSearchParams({
    ...(filter.who && { who: filter.who }),
    ...(filter.what && { what: filter.what }),
    before: String(rows.at(-1)?.id ?? ''),
  });
  return (
    <Frame member={member} where="Who did what">
      <main className="p-5">
        <div className="flex flex-wrap items-end gap-4 pb-4">
          <h1 className="grow">Who did what, latest first</h1>
          <form className="flex flex-wrap items-end gap-3">
            <label className="field">
              Who
              <select name="who" defaultValue={filter.who}>
                <option value="">anybody</option>
                {people.map((p) => (
                  <option key={p.id}>{p.name}</option>
                ))}
                <option>Customer</option>
              </select>
            </label>
            <label className="field">
              What
              <select name="what" defaultValue={filter.what}>
                <option value="">anything</option>
                {words.map((what) => (
                  <option key={what} value={what}>
                    {name(what)}
                  </option>
                ))}
              </select>
            </label>
            <button className="btn">Show</button>
          </form>
        </div>
        <AuditTable
          rows={rows.map((row) => ({
            id: row.id,
            at: whenFull(new Date(row.at).toISOString(), member.shop.timeZone),
            who: row.who,
            what: name(row.what),
            about: row.about,
            jobId: row.jobId,
            detail: row.detail as Record<string, unknown> | null,
            address: row.address,
          }))}
        />
        <p className="flex flex-wrap gap-3 pt-5">
          {before !== null && (
            <Link prefetch={false} className="btn" href="/audit">
              Latest
            </Link>
          )}
          {more && (
            <Link prefetch={false} className="btn" href={`/audit?${older}`}>
              Older
            </Link>
          )}
        </p>
      </main>
    </Frame>
  );
}
