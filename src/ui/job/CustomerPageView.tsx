import type { CustomerPage } from '@/core/assembly/sheet/customer/customerPage';
import { LANGUAGES } from '@/core/document/language';
import { Arm, verdictInk } from '../drawings/Arm';

/**
 * The customer's page on a screen, as it prints: in its own language, on a phone one column.
 *
 * @param props.dense about as small as it prints, for the lead who has it beside the signature
 */
export function CustomerPageView({
  page,
  shop,
  sha256,
  dense = false,
}: {
  page: CustomerPage;
  shop: string;
  sha256: string | null;
  dense?: boolean;
}) {
  const { fits, heights } = page;
  return (
    <article
      lang={LANGUAGES[page.language].locale}
      className={`border border-rule bg-panel ${dense ? 'space-y-1.5 p-3 text-[13.5px] leading-tight sm:p-4' : 'space-y-4 p-4 sm:p-6'}`}
    >
      <header className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1 border-b-[3px] border-graphite pb-2">
        <div>
          <h1 className={dense ? 'text-2xl' : 'text-2xl sm:text-3xl'}>{page.title}</h1>
          <p className="font-semibold">
            {page.vehicle} · {page.owner}
          </p>
        </div>
        <p className="text-[0.9em] text-pencil">
          {shop}
          <br />
          {page.sheet} · {page.state.word}
        </p>
      </header>
      {page.state.why && <p className="text-lg font-bold text-stop">{page.state.why}</p>}
      <section aria-label={heights.title} className="space-y-1">
        <div className="grid grid-cols-2 items-center gap-x-4 gap-y-3 sm:grid-cols-[auto_minmax(0,1fr)_auto]">
          <Heights page={page} side="F" />
          <div className="order-last col-span-2 sm:order-none sm:col-span-1">
            <Drawn page={page} low={dense} />
          </div>
          <Heights page={page} side="R" />
        </div>
        <p className="text-[0.9em] text-pencil">{heights.how}</p>
      </section>
      <section className="flex items-start gap-4 border-y border-rule py-3">
        <Arm verdict={fits.verdict} size={40} />
        <div className="min-w-0 flex-1">
          <h2 className={`text-xl ${verdictInk(fits.verdict)}`}>{fits.title}</h2>
          <p className="text-pencil">{fits.proved.join(' ')}</p>
        </div>
        {fits.share !== null && <Share share={fits.share} />}
      </section>
      <div className="grid gap-x-6 gap-y-2 sm:grid-cols-3">
        <div className="min-w-0 space-y-2">
          <Listed title={page.good.title} said={page.good.said} />
          <Listed title={page.done.title} said={page.done.said} />
          <Listed title={page.found.title} said={page.found.said} />
        </div>
        <div className="min-w-0 space-y-2">
          <Told title={page.watch.title} said={page.watch.said} />
        </div>
        <div className="min-w-0 space-y-2">
          <Told
            title={page.back.title}
            none={page.back.none}
            said={page.back.said.map(({ when, by, what }) => ({
              what: when,
              why: [what, by].filter(Boolean).join(', '),
            }))}
          />
          <Listed title={page.notDone.title} said={page.notDone.said} />
        </div>
      </div>
      {[page.drives, page.law].map(
        ({ title, said }) =>
          said.length > 0 && (
            <section key={title}>
              <h2 className="text-[1em]">{title}</h2>
              <p>{said.join(' ')}</p>
            </section>
          ),
      )}
      <footer className="space-y-1 border-t border-graphite pt-2 text-[0.9em] text-pencil">
        <p className="font-bold text-graphite">{page.signed}</p>
        <p>
          {page.disclaimer} {page.behind}
        </p>
        {sha256 && <p className="fig break-all">SHA-256 {sha256}</p>}
      </footer>
    </article>
  );
}

const Told = ({
  title,
  said,
  none = '',
}: {
  title: string;
  said: readonly { what: string; why: string }[];
  none?: string;
}) => (
  <section>
    <h2 className="pb-1 text-[1em] text-pencil">{title}</h2>
    {said.length === 0 && <p>{none}</p>}
    <ul className="ruled">
      {said.map(({ what, why }) => (
        <li key={`${what}${why}`} className="py-[0.22em] break-words">
          <p className="font-bold">{what}</p>
          <p className="text-[0.9em] text-pencil">{why}</p>
        </li>
      ))}
    </ul>
  </section>
);

const Listed = ({ title, said }: { title: string; said: readonly string[] }) => (
  <section className="min-w-0">
    <h2 className="pb-1 text-[1em] text-pencil">{title}</h2>
    <ul className="ruled">
      {said.map((text) => (
        <li key={text} className="py-[0.22em] break-words">
          {text}
        </li>
      ))}
    </ul>
  </section>
);

function Heights({ page, side }: { page: CustomerPage; side: 'F' | 'R' }) {
  const { head, corners } = page.heights;
  return (
    <table className={side === 'R' ? 'text-right' : 'text-left'}>
      <caption className="sr-only">{page.heights.title}</caption>
      {corners
        .filter(({ corner }) => corner.startsWith(side))
        .map(({ corner, name, before, now, change }) => (
          <tbody key={corner}>
            <tr>
              <th scope="rowgroup" className={`text-[0.9em] text-pencil ${side === 'R' ? 'text-right' : 'text-left'}`}>
                {name}
              </th>
            </tr>
            <tr>
              <td className="fig text-[0.85em] text-chalk">
                {head.before}: <span className="whitespace-nowrap">{before}</span>
              </td>
            </tr>
            <tr>
              <td className="fig text-lg font-bold whitespace-nowrap">
                <span className="sr-only">{head.now}: </span>
                {now}
              </td>
            </tr>
            <tr>
              <td className="fig pb-2 text-sm whitespace-nowrap">
                <span className="sr-only">{head.change}: </span>
                {change}
              </td>
            </tr>
          </tbody>
        ))}
    </table>
  );
}

/** The vehicle as it came, in chalk, and as it stands now over it. */
function Drawn({ page: { drawing, title, vehicle }, low }: { page: CustomerPage; low: boolean }) {
  const shown = drawing.now ?? drawing.before;
  if (!shown) return null;
  const top = Math.max(drawing.before?.top ?? 0, drawing.now?.top ?? 0);
  const chalk = drawing.before && drawing.now ? drawing.before : null;
  return (
    <svg
      role="img"
      aria-label={`${title}: ${vehicle}`}
      viewBox={`${shown.left} ${-top} ${shown.width} ${top + 40}`}
      className={`mx-auto w-full ${low ? 'max-h-28' : 'max-h-48'}`}
    >
      <line x1={shown.left} x2={shown.left + shown.width} y1={0} y2={0} stroke="var(--rule)" strokeWidth="14" />
      {chalk && (
        <g fill="none" stroke="var(--chalk)" strokeWidth="12">
          <path d={chalk.body} />
          {[0, chalk.wheelbase].map((x) => (
            <circle key={x} cx={x} cy={-chalk.radius} r={chalk.radius} />
          ))}
        </g>
      )}
      <g fill="none" stroke="var(--graphite)" strokeWidth="20" strokeLinejoin="round">
        <path d={shown.body} />
        {shown.windows.map((d) => (
          <path key={d} d={d} strokeWidth="14" />
        ))}
        {[0, shown.wheelbase].map((x) => (
          <g key={x}>
            <circle cx={x} cy={-shown.radius} r={shown.radius} />
            <circle cx={x} cy={-shown.radius} r={shown.radius * 0.56} />
          </g>
        ))}
      </g>
    </svg>
  );
}

const Share = ({ share }: { share: number }) => (
  <div className="w-20 shrink-0">
    <p className="fig text-right text-lg font-bold">{Math.floor(100 * share + 1e-9)} %</p>
    <div aria-hidden="true" className="h-2.5 border border-graphite">
      <div className="h-full bg-graphite" style={{ width: `${100 * share}%` }} />
    </div>
  </div>
);
