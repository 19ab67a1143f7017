import { sealed } from '@/core/assembly/sheet/signed';
import { whenFull } from '@/core/kernel/time/when';
import { customerSheet } from '@/server/customerSheet';
import { isTooMany } from '@/server/threads/pool';
import { Brand } from '@/ui/Brand';
import { CustomerPageView } from '@/ui/job/CustomerPageView';
import { Amendments, SheetOnScreen } from '@/ui/job/SheetOnScreen';

export const metadata = { title: 'High Gate: your sheet', robots: { index: false } };

/** A customer's own signed sheet, by the link the shop gave them. Nothing else can be reached from here. */
export default async function CustomerSheet({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const found = await customerSheet(token).catch((error: unknown) => {
    if (isTooMany(error)) return 'too often' as const;
    throw error;
  });
  if (found === 'too often')
    return (
      <main className="mx-auto max-w-[560px] space-y-4 p-6 pt-10">
        <Brand />
        <h1>Opened too often</h1>
        <p>This sheet was opened many times within a minute. Wait a minute, then open it again.</p>
      </main>
    );
  if (!found?.snapshot.signed)
    return (
      <main className="mx-auto max-w-[560px] space-y-4 p-6 pt-10">
        <Brand />
        <h1>This link is no longer good</h1>
        <p>It was revoked or has run out. Ask the shop for a new one.</p>
      </main>
    );
  const { snapshot, shop, units } = found;
  const { signed } = snapshot;
  if (!signed) return null;
  const of = units.length === 'mm' ? 'mm' : 'in';
  const words = signed.printed?.[of];
  const seal = sealed(signed, (iso) => whenFull(iso, shop.timeZone));
  const record = (
    <SheetOnScreen sheet={signed.sheets[of]} shop={shop.name} seal={seal} corrected={words !== undefined} />
  );
  return (
    <main className="follows-device mx-auto max-w-[1000px] space-y-6 p-5">
      <div className="no-print flex flex-wrap items-center justify-between gap-4">
        <Brand />
        <span className="flex flex-wrap gap-3">
          <a className="btn" href={`/sheet/${token}/sheet.pdf?paper=a4`} download>
            PDF, A4
          </a>
          <a className="btn" href={`/sheet/${token}/sheet.pdf?paper=letter`} download>
            PDF, Letter
          </a>
          {words && words.page.back.said.some(({ date }) => date) && (
            <a className="btn" href={`/sheet/${token}/back.ics`} download>
              {words.page.back.title}
            </a>
          )}
        </span>
      </div>
      {words && <Amendments of={seal.amendments} />}
      {words && <CustomerPageView page={words.page} shop={shop.name} sha256={signed.sha256} />}
      {words ? (
        <details className="border-t border-rule">
          <summary className="flex min-h-12 items-center text-lg font-semibold">{words.record.title}</summary>
          {record}
        </details>
      ) : (
        record
      )}
    </main>
  );
}
