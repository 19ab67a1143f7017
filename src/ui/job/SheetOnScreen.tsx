import { OTHERWISE, sheetFacts, type Sheet, type SheetRow } from '@/core/assembly/sheet/sheet';
import type { Seal } from '@/core/assembly/sheet/signed';
import { Arm, verdictInk } from '../drawings/Arm';

/** The before-and-after sheet, as it prints; a signed one with its hash and its amendments. */
export function SheetOnScreen({
  sheet,
  shop,
  seal = null,
  corrected = false,
}: {
  sheet: Sheet;
  shop: string;
  seal?: Seal | null;
  /** Its amendments stand above it already. */
  corrected?: boolean;
}) {
  return (
    <article className="space-y-6">
      <div className="flex flex-wrap items-baseline justify-between gap-3 border-b-[3px] border-graphite pb-2">
        <h1>
          {sheet.number} · {sheet.status}
        </h1>
        <p className="text-pencil">{shop}</p>
      </div>
      {sheet.signed && (
        <p className="font-semibold">
          {sheet.signed.kind} by {sheet.signed.by}, {sheet.signed.at}
          {sheet.signed.note && `: ${sheet.signed.note}`}
        </p>
      )}
      {seal && !corrected && <Amendments of={seal.amendments} />}
      <table className="plain">
        <tbody>
          {sheetFacts(sheet).map(([name, text]) => (
            <tr key={name}>
              <th scope="row" className="w-44">
                {name}
              </th>
              <td>{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {sheet.open.length > 0 && (
        <section>
          <h2 className="pb-1 text-stop">In the way of release</h2>
          <ul className="ruled">
            {sheet.open.map((o) => (
              <li key={o.why} className="py-1.5">
                {o.why} <span className="text-pencil">{o.cure}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Rows title="Ride heights, hub centre to lip" rows={sheet.heights} plan />
      <section>
        <h2 className="pb-1">Checks</h2>
        <div className="overflow-x-auto">
          <table className="plain">
            <thead>
              <tr>
                <th>Verdict</th>
                <th>Check</th>
                <th>Figure</th>
                <th>Clear</th>
                <th>What was found</th>
              </tr>
            </thead>
            <tbody>
              {sheet.verdicts.map((v, i) => (
                <tr key={i}>
                  <td className={`whitespace-nowrap font-bold ${verdictInk(v.verdict)}`}>
                    <span className="flex items-center gap-2">
                      <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} size={22} />
                      {v.verdict}
                    </span>
                  </td>
                  <td>
                    {v.title}
                    <span className="block text-sm text-pencil">{v.place}</span>
                  </td>
                  <td className="fig whitespace-nowrap">{v.figure}</td>
                  <td className="text-sm">{v.limit}</td>
                  <td>
                    {v.words}
                    {v.accepted && <strong className="block">{v.accepted}</strong>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      {sheet.otherwise && sheet.otherwise.length > 0 && (
        <section>
          <h2 className="pb-1">{OTHERWISE}</h2>
          <dl className="ruled">
            {sheet.otherwise.map(({ name, text }) => (
              <div key={name} className="grid gap-x-4 py-1.5 sm:grid-cols-[220px_minmax(0,1fr)]">
                <dt>{name}</dt>
                <dd className="text-pencil">{text}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      {sheet.readings.length > 0 && <Rows title="Readings, before and after" rows={sheet.readings} />}
      {sheet.changes.length > 0 && (
        <section>
          <h2 className="pb-1">Changed on the vehicle</h2>
          <ul className="ruled">
            {sheet.changes.map((c) => (
              <li key={c.at + c.what} className="py-1.5">
                {c.what}{' '}
                <span className="text-pencil">
                  {c.by}, {c.at}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="break-inside-avoid">
        <h2 className="pb-1">For the owner</h2>
        <ul className="list-disc space-y-1 pl-5">
          {sheet.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
        <p className="pt-3 font-semibold">{sheet.disclaimer}</p>
        {seal && (
          <p className="pt-3">
            Kept as it was signed. SHA-256, to compare under Verify a sheet:{' '}
            <span className="fig break-all">{seal.sha256}</span>
          </p>
        )}
        <p className="hint">Worked by High Gate core {sheet.coreVersion}. ± is the expanded uncertainty (k = 2).</p>
      </section>
    </article>
  );
}

function Rows({ title, rows, plan = false }: { title: string; rows: readonly SheetRow[]; plan?: boolean }) {
  return (
    <section className="overflow-x-auto">
      <h2 className="pb-1">{title}</h2>
      <table className="plain">
        <thead>
          <tr>
            <th></th>
            <th>Before</th>
            {plan && <th>Plan</th>}
            <th>After</th>
            <th>Change</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.name}>
              <th scope="row">{r.name}</th>
              <td className="fig">{r.before}</td>
              {plan && <td className="fig">{r.plan}</td>}
              <td className="fig">{r.after}</td>
              <td className="fig">{r.change}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What was corrected since a sheet was signed. */
export const Amendments = ({ of }: { of: Seal['amendments'] }) => (
  <>
    {of.map((a) => (
      <section key={a.sha256} className="border-2 border-graphite p-3" aria-label={`Amendment ${a.ordinal}`}>
        <p className="font-bold">
          Amendment {a.ordinal}, {a.by}, {a.at}
        </p>
        <p className="whitespace-pre-line">{a.text}</p>
        <p className="fig break-all text-xs text-pencil">
          amends {a.amends}
          <br />
          SHA-256 {a.sha256}
        </p>
      </section>
    ))}
  </>
);
