import Link from 'next/link';

interface Line {
  id: number;
  at: string;
  who: string;
  what: string;
  about: string;
  jobId: string | null;
  detail: Record<string, unknown> | null;
  address: string;
}

/** A detail in words: nested parts as what differs between them. */
function words(detail: Record<string, unknown> | null): string {
  if (!detail) return '';
  const { from, to, ...rest } = detail;
  const plain = (value: unknown): string =>
    value === null || value === '' ? 'none' : typeof value === 'string' ? value : JSON.stringify(value);
  const both =
    from && to && typeof from === 'object' && typeof to === 'object'
      ? Object.entries(to)
          .filter(([key, value]) => (from as Record<string, unknown>)[key] !== value)
          .map(([key, value]) => `${key} ${plain((from as Record<string, unknown>)[key])} → ${plain(value)}`)
      : from !== undefined
        ? [`${plain(from)} → ${plain(to)}`]
        : [];
  return [...both, ...Object.entries(rest).map(([key, value]) => `${key} ${plain(value)}`)].join(', ');
}

/** The shop's audit as a table. */
export function AuditTable({ rows }: { rows: readonly Line[] }) {
  if (rows.length === 0) return <p className="hint">Nothing of that kind was done.</p>;
  return (
    <div className="overflow-x-auto">
      <table className="plain">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>About</th>
            <th>From where</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td className="whitespace-nowrap text-pencil">{row.at}</td>
              <td className="font-semibold">{row.who}</td>
              <td>{row.what}</td>
              <td>
                {row.jobId ? (
                  <Link prefetch={false} className="underline underline-offset-4" href={`/jobs/${row.jobId}`}>
                    {row.about}
                  </Link>
                ) : (
                  row.about
                )}
                {row.detail && <span className="block text-sm break-all text-pencil">{words(row.detail)}</span>}
              </td>
              <td className="fig text-sm text-pencil">{row.address}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
