import type { ChangeKind } from '../../document/changes';
import { staleAfter } from '../../document/changes';
import type { JobDocument, StationLine, StationLineName } from '../../document/job';
import { bareVerdict } from '../../record/checks/bareVerdict';
import type { Verdict } from '../../record/checks/types';

/** What a lead answers for until its station exists: each is asked at After and is in the way of release unsaid. */
export const STATION_LINES: readonly {
  line: StationLineName;
  title: string;
  /** What has to be attached where it was checked. */
  wants: string;
  staleOn: readonly ChangeKind[];
}[] = [
  {
    line: 'alignment',
    title: 'Alignment',
    wants: 'camber, caster and toe of each wheel and the thrust, with the height they were set at',
    staleOn: staleAfter('alignment'),
  },
  {
    line: 'driveline',
    title: 'Driveline angles',
    wants: 'the angle at each joint of each shaft, and slip and room at droop',
    staleOn: staleAfter('driveline', 'tyre size'),
  },
  {
    line: 'axle-place',
    title: 'Axle place',
    wants: 'each axle’s shift to a side and its place in the opening',
    staleOn: staleAfter('axle place'),
  },
];

export const stationLineTitle = (line: StationLineName): string =>
  STATION_LINES.find((l) => l.line === line)?.title ?? line;

/** What a lead last said of a line, and the change since then that takes it back. */
export function lineSaid(
  job: JobDocument,
  line: StationLineName,
): { said: StationLine; stale: JobDocument['changes'][number] | null } | null {
  const said = [...job.stationLines]
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .findLast((each) => each.line === line);
  const kinds = STATION_LINES.find((l) => l.line === line)?.staleOn ?? [];
  if (!said) return null;
  const since = job.changes.filter((c) => kinds.includes(c.kind) && Date.parse(c.at) >= Date.parse(said.at));
  return { said, stale: since.at(-1) ?? null };
}

/**
 * The lines as verdicts at After. Nothing here works a figure, so none reads Clear: checked with its figures in a note,
 * or not done here, it reads Watch and prints so; unsaid, it is Not measured and in the way of release.
 */
export const stationLines = (job: JobDocument): Verdict[] =>
  STATION_LINES.map(({ line, title, wants, staleOn }): Verdict => {
    const found = lineSaid(job, line);
    const base = bareVerdict({
      check: `line-${line}`,
      title,
      gate: 'after',
      place: 'vehicle',
      safetyCritical: false,
      required: true,
      staleOn,
      quantity: null,
      summary: ['no lead has answered for it'],
      next: [`A lead says at After: checked, with ${wants}; or not done here, and why.`],
      missing: [`a lead’s word on ${title.toLowerCase()}`],
      working: { formula: 'a lead’s word; no figure is worked here', inputs: [], steps: [] },
    });
    if (!found) return base;
    const { said, stale } = found;
    if (stale)
      return {
        ...base,
        stale: { what: stale.what, by: stale.by, at: stale.at },
        summary: [`stale: ${stale.what} was recorded after ${said.by} answered for it`],
      };
    return {
      ...base,
      verdict: 'Watch',
      missing: [],
      summary: [
        said.answer === 'checked'
          ? `checked, by ${said.by}: ${said.text}`
          : `not done here, by ${said.by}: ${said.text}`,
      ],
      next: [
        said.answer === 'checked'
          ? 'Figures as noted; not judged by this tool.'
          : 'To be done elsewhere before the vehicle is used as it was.',
      ],
      mark: 'signed by a lead',
    };
  });
