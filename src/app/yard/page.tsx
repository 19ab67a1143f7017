import Link from 'next/link';
import { GateName } from '@/core/document/job';
import { askedFor, type SearchParams } from '@/server/asked';
import { followed } from '@/server/jobs/withJob';
import { requireMember } from '@/server/session';
import { yardPage } from '@/server/shopView';
import { weekday, whenShort } from '@/core/kernel/time/when';
import { KeepPage } from '@/ui/device/KeepPage';
import { Frame } from '@/ui/Frame';
import { YardFilters } from '@/ui/yard/YardFilters';
import { YardLanes } from '@/ui/yard/YardLanes';

/** So long the Yard waits at most for what was just filed to show in it, ms. */
const FOLLOWS = 400;

export default async function Yard({ searchParams }: { searchParams: SearchParams }) {
  const member = await requireMember('/yard');
  const asked = await askedFor(searchParams);
  const shown = asked('show');
  const show = shown === 'released' || shown === 'left-unreleased' ? shown : 'open';
  const gate = GateName.safeParse(asked('gate')).data ?? null;
  const page = Math.min(400, Math.max(0, Math.trunc(Number(asked('page'))) || 0));
  const words = asked('find');
  await followed(member.shop.id, FOLLOWS);
  const { rows, more } = await yardPage(member, { words, show, gate, page });
  const zone = member.shop.timeZone;
  const at = (to: number) =>
    `/yard?${new URLSearchParams({ ...(words && { find: words }), ...(show !== 'open' && { show }), ...(gate && { gate }), page: String(to) })}`;
  return (
    <Frame member={member} where={`${member.shop.name} · ${weekday(new Date().toISOString(), zone)}`}>
      <KeepPage path="/yard" minutes={2} />
      <KeepPage path="/waiting" minutes={60} />
      <main className="px-6 py-5">
        <div className="flex flex-wrap items-center gap-4 pb-4">
          <h1 className="grow">
            {show === 'open' ? 'What may open next' : show === 'released' ? 'Released' : 'Left unreleased'}
          </h1>
          <YardFilters words={words} show={show} gate={gate} />
          <Link prefetch={false} href="/book" className="btn btn-main">
            Book a vehicle
          </Link>
        </div>
        <YardLanes
          rows={rows.map((row) => ({ ...row, booked: whenShort(row.bookedAt, zone) }))}
          filtered={words !== '' || gate !== null}
          show={show}
        />
        {(page > 0 || more) && (
          <div className="flex gap-3 pt-5">
            {page > 0 && (
              <Link prefetch={false} className="btn" href={at(page - 1)}>
                Earlier in the list
              </Link>
            )}
            {more && (
              <Link prefetch={false} className="btn" href={at(page + 1)}>
                Further down the list
              </Link>
            )}
          </div>
        )}
      </main>
    </Frame>
  );
}
