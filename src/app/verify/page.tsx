import { askedFor, type SearchParams } from '@/server/asked';
import { verifySheet } from '@/server/verifying';
import { Brand } from '@/ui/Brand';
import { VerifyFile } from '@/ui/VerifyFile';

export const metadata = { title: 'High Gate: verify a sheet' };

const day = (at: Date | string) => new Date(at).toISOString().slice(0, 10);

/** Tells whether a sheet is the one that was signed: by the hash it prints, or by its file. */
export default async function Verify({ searchParams }: { searchParams: SearchParams }) {
  const typed = (await askedFor(searchParams))('sha256', 200);
  const hash = typed.toLowerCase().replace(/[^0-9a-z]/g, '');
  const found = hash ? await verifySheet(hash) : null;
  return (
    <main className="mx-auto max-w-[760px] space-y-6 p-6 pt-10">
      <Brand />
      <h1>Is this the sheet that was signed?</h1>
      <form className="space-y-3">
        <label className="field">
          The SHA-256 printed on the sheet, 64 letters and digits
          <textarea name="sha256" rows={2} defaultValue={typed} className="fig" spellCheck={false} autoComplete="off" />
        </label>
        <button className="btn btn-main">Verify</button>
      </form>
      <VerifyFile />
      {typed && (
        <section role="status" aria-label="Answer" className="border-y-2 border-graphite py-4">
          {!/^[0-9a-f]{64}$/.test(hash) ? (
            <p className="text-lg font-bold text-stop">
              That is not a SHA-256: it has {hash.length} letters and digits, or others than 0 to 9 and a to f.
            </p>
          ) : found ? (
            <>
              <p className="text-lg font-bold text-clear">
                Yes. {found.kind === 'sheet' ? 'Sheet' : 'An amendment of sheet'} {found.number}, {found.shop_name}
              </p>
              <p>
                {found.state === 'released' ? 'Released' : 'Left unreleased'}, signed by {found.signed_by} on{' '}
                {day(found.signed_at)}. It is kept here as it was signed, unchanged.
              </p>
              {found.brought_in && (
                <p className="pt-2 font-semibold text-watch">
                  Its job was brought in from a file: this shop signed it, and did not take those readings itself.
                </p>
              )}
              {found.amended > 0 && found.last_amended_at && (
                <p className="pt-2 font-semibold text-watch">
                  Amended {found.amended} {found.amended === 1 ? 'time' : 'times'}, last on {day(found.last_amended_at)}
                  : ask the shop for the amendments.
                </p>
              )}
            </>
          ) : (
            <p className="text-lg font-bold text-stop">
              No. No sheet signed here has that hash: it was altered, mistyped, or signed elsewhere.
            </p>
          )}
        </section>
      )}
      <p className="hint">
        A signed sheet’s file, taken out as JSON, has the printed hash itself: sha256sum of the file gives the same 64
        letters.
      </p>
    </main>
  );
}
