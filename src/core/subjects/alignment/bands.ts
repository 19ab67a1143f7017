import * as z from 'zod';
import { bandAt, type BandFound, type BandRow } from '../../gauge/alignment';
import type { JobDocument, ReadingGate } from '../../document/job';
import { fine, mm, type Phrase } from '../../kernel/phrase';
import { cornersOf, isCorner, type Place } from '../../kernel/places';
import { entryKind, type EntryKind } from '../../record/entryKind';
import type { Workings } from '../../record/workings';
import type { Spot } from '../../record/figures';
import { heightSpots } from '../stance/heightNeeds';
import { hubToLipAt, readAt } from '../stance/rise';
import { waitsForLead } from './bandsSeen';
import { everyWayTo, floor } from './read';

/** What a maker states of an axle's alignment: one band a figure, or rows of a table over ride height. */
export const BANDED = [
  { id: 'front-camber', name: 'Front camber, each wheel', axle: 'front', figure: 'camber' },
  { id: 'front-caster', name: 'Front caster, each wheel', axle: 'front', figure: 'caster' },
  { id: 'front-toe', name: 'Front total toe', axle: 'front', figure: 'toe' },
  { id: 'front-lean', name: 'Front steering-axis lean', axle: 'front', figure: 'lean' },
  { id: 'rear-camber', name: 'Rear camber, each wheel', axle: 'rear', figure: 'camber' },
  { id: 'rear-toe', name: 'Rear total toe', axle: 'rear', figure: 'toe' },
] as const;
export type BandedId = (typeof BANDED)[number]['id'];
const nameOf = (id: string): string => BANDED.find((b) => b.id === id)?.name ?? id;

/**
 * Between what a maker's band of a figure can lie, and how wide it can be at most, degrees. Source: docs/figures.md
 * "Alignment": what road wheels are set to, with room for lifted and for old vehicles.
 */
const PLAUSIBLE: Readonly<
  Record<(typeof BANDED)[number]['figure'], readonly [low: number, high: number, wide: number]>
> = {
  camber: [-5, 5, 4],
  caster: [-3, 16, 8],
  toe: [-2, 2, 1.5],
  lean: [0, 25, 8],
};
const plausible = (of: BandedId) => PLAUSIBLE[BANDED.find((b) => b.id === of)?.figure ?? 'camber'];

/** What no wheel leans by, degrees; between what a lip stands, mm. */
export const MOST_LEAN = 30;
export const [LOWEST_LIP, HIGHEST_LIP] = [100, 1500] as const;
const degrees = z.number().min(-MOST_LEAN, 'no wheel leans so far').max(MOST_LEAN, 'no wheel leans so far');
const Band = z
  .strictObject({
    of: z.enum(BANDED.map((b) => b.id) as [BandedId, ...BandedId[]]),
    low: degrees,
    high: degrees,
    height: z
      .number()
      .min(LOWEST_LIP, 'no hub stands so near to its lip')
      .max(HIGHEST_LIP, 'no lip stands so high')
      .optional(),
    datum: z.enum(['hub-to-lip', 'floor-to-lip']).default('hub-to-lip'),
    aim: degrees.optional(),
    watch: z.number().min(0.01, 'some of it must read Watch').max(5, 'that far out nothing is safe').optional(),
    source: z.string().trim().min(1, 'say where it stands').max(120),
  })
  .refine((b) => b.high > b.low, { path: ['high'], error: 'the upper end must be above the lower one' })
  .superRefine(({ of, low, high }, ctx) => {
    const [least, most, wide] = plausible(of);
    const fault = (path: 'low' | 'high', message: string): void =>
      ctx.addIssue({ code: 'custom', path: [path], message });
    if (low < least) fault('low', `no maker asks for that: ${nameOf(of)} lies from ${least} to ${most}°`);
    if (high > most) fault('high', `no maker asks for that: ${nameOf(of)} lies from ${least} to ${most}°`);
    if (high - low > wide) fault('high', `no maker’s band is so wide: ${wide}° at most`);
  })
  .refine((b) => b.aim === undefined || (b.aim >= b.low && b.aim <= b.high), {
    path: ['aim'],
    error: 'the shop’s target must lie in the band',
  });
type Band = z.infer<typeof Band>;

/** A band as its entry has it: what nobody said (null or left out) is not in it. */
export function bandFields({
  height,
  aim,
  watch,
  ...band
}: Pick<Band, 'of' | 'low' | 'high' | 'datum' | 'source'> & {
  [K in 'height' | 'aim' | 'watch']?: number | null | undefined;
}): Record<string, string | number> {
  const said = Object.entries({ height, aim, watch }).flatMap(([key, v]) => (v == null ? [] : [[key, v]]));
  return { ...band, ...(Object.fromEntries(said) as Record<string, number>) };
}

const says = ({ of, low, high, height, aim, watch, source }: Band): Phrase => [
  `${nameOf(of)} `,
  fine(low, true),
  ' to ',
  fine(high, true),
  ...(height === undefined ? [] : [' at ', mm(height)]),
  ...(aim === undefined ? [] : [', target ', fine(aim, true)]),
  ...(watch === undefined ? [] : [', Watch ', fine(watch), ' outside it']),
  `, ${source}`,
];

/** One band of the maker's, or one row of a table over ride height. The latest for a figure and height stands. */
export const alignmentBand: EntryKind = entryKind({
  kind: 'alignment-band',
  ownForm: true,
  name: 'Alignment band',
  stated: true,
  schema: Band,
  gates: ['intake', 'before', 'plan', 'build', 'after'],
  fields: [
    { name: 'of', label: 'Figure', kind: 'choice', choices: BANDED.map(({ id, name }) => ({ id, name })) },
    { name: 'low', label: 'From', kind: 'quantity', quantity: 'fineAngle' },
    { name: 'high', label: 'To', kind: 'quantity', quantity: 'fineAngle' },
    {
      name: 'height',
      label: 'At ride height',
      hint: 'Empty: at any height. A table over height is one row after another.',
      kind: 'quantity',
      quantity: 'length',
      optional: true,
    },
    {
      name: 'datum',
      label: 'Height read',
      kind: 'choice',
      choices: [
        { id: 'hub-to-lip', name: 'Hub centre to fender lip' },
        { id: 'floor-to-lip', name: 'Floor to fender lip' },
      ],
    },
    {
      name: 'aim',
      label: 'The shop’s target in it',
      hint: 'Empty: anywhere inside.',
      kind: 'quantity',
      quantity: 'fineAngle',
      optional: true,
    },
    {
      name: 'watch',
      label: 'Watch so far outside it, then Stop',
      hint: 'Empty: half its width, at least 0.25°.',
      kind: 'quantity',
      quantity: 'fineAngle',
      optional: true,
    },
    { name: 'source', label: 'Where it stands: sheet, date', kind: 'words', most: 120 },
  ],
  says,
});

/**
 * Which rows stand for a figure: of two at one height the later. A band that holds at any height takes the place of a
 * table that was filed before it, a row of a table that of such a band, or of rows in another datum: so a wrong one goes.
 */
export function rowsFor(
  job: Pick<JobDocument, 'entries'>,
  of: BandedId,
): (BandRow & Pick<Band, 'datum' | 'source' | 'watch' | 'aim'>)[] {
  const rows = new Map<string, BandRow & Pick<Band, 'datum' | 'source' | 'watch' | 'aim'>>();
  const filed = job.entries.filter((e) => e.kind === 'alignment-band');
  for (const { body } of [...filed].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))) {
    const read = Band.safeParse(body);
    if (!read.success || read.data.of !== of) continue;
    const { low, high, height, datum, aim, watch, source } = read.data;
    for (const [key, row] of rows)
      if (height === undefined || row.height === null || row.datum !== datum) rows.delete(key);
    rows.set(height === undefined ? 'any' : height.toFixed(2), {
      height: height ?? null,
      low,
      high,
      datum,
      aim,
      watch,
      source,
    });
  }
  return [...rows.values()];
}

/** One band of a job as another of its kind may take it over. */
export type BandKept = BandRow & Pick<Band, 'datum' | 'source' | 'watch' | 'aim'> & { of: BandedId };
/** Every band that stands on a job. */
export const bandRows = (job: Pick<JobDocument, 'entries'>): BandKept[] =>
  BANDED.flatMap(({ id }) => rowsFor(job, id).map((row) => ({ ...row, of: id })));

/** A ride height of a place in the datum that a table asks, mm; an axle's is the mean of its sides. Null where unread. */
export function heightIn(w: Workings, gate: ReadingGate, place: Place, datum: Band['datum']): number | null {
  const corners = isCorner(place) ? [place] : cornersOf(place === 'rear' ? 'rear' : 'front');
  const read = corners.map((corner) => {
    if (datum === 'hub-to-lip') return hubToLipAt(w.figures, gate, corner)?.value ?? null;
    const floor = readAt(w.figures, gate, 'floorToLip', corner)?.value;
    if (floor !== undefined) return floor;
    const [hub, radius] = [hubToLipAt(w.figures, gate, corner), readAt(w.figures, gate, 'loadedRadius', corner)];
    return hub && radius ? hub.value + radius.value : null;
  });
  return read.every((h) => h !== null) ? read.reduce((sum: number, h) => sum + (h ?? 0), 0) / read.length : null;
}

/** The height readings that a figure's table asks for; none where its band holds at any height. */
export function bandHeights(w: Workings, gate: ReadingGate, of: BandedId, place: Place): Record<string, Spot> {
  if (!rowsFor(w.job, of).some((row) => row.height !== null)) return {};
  const corners = isCorner(place) ? [place] : cornersOf(place === 'rear' ? 'rear' : 'front');
  return Object.assign({}, ...corners.map((corner) => heightSpots(w.job, gate, corner))) as Record<string, Spot>;
}

/** The band for a figure at the height that was measured there, and where it stands. */
export function bandOf(
  w: Workings,
  gate: ReadingGate,
  of: BandedId,
  place: Place,
): BandFound & { source: string; height: number | null; watch: number | null; aim: number | null } {
  const rows = rowsFor(w.job, of);
  const datum = rows.find((r) => r.height !== null)?.datum ?? 'hub-to-lip';
  const height = heightIn(w, gate, place, datum);
  const found = bandAt(rows, height);
  // Of a table whose rows were filed with and without, the last word stands; a target goes along the table as its band does.
  const last = rows.at(-1);
  const share = last?.aim === undefined ? null : (last.aim - last.low) / (last.high - last.low);
  return {
    ...found,
    height,
    source: last?.source ?? '',
    watch: last?.watch ?? null,
    aim: share !== null && found.state === 'band' ? found.low + share * (found.high - found.low) : null,
  };
}

/** Why a figure has no band here, and what then. */
export function lacksBand(
  w: Workings,
  gate: ReadingGate,
  of: BandedId,
  place: Place,
): { why: string; next: string } | null {
  const found = bandOf(w, gate, of, place);
  switch (found.state) {
    case 'none':
      return { why: 'enter the maker’s band', next: `${nameOf(of)}: from, to, and where it stands.` };
    case 'outside':
      return {
        why: 'the measured height is outside the maker’s table',
        next: 'A row for that height, or a band that holds at any height.',
      };
    case 'no height':
      // Unread heights are asked for by their own names; read, and still not in the table's datum, it is said.
      return Object.values(bandHeights(w, gate, of, place)).some((spot) => w.figures.figure(spot).status !== 'read')
        ? null
        : {
            why: 'the table goes by ride height in a datum that is not read',
            next: 'Read floor to lip, or the loaded radius, at this wheel.',
          };
    default:
      return gate === 'after' &&
        waitsForLead(w, (e) => e.kind === alignmentBand.kind && e.body.of === of, readFor(of, place))
        ? LATE_BAND
        : null;
  }
}

/** What a band that was filed after its figure was read waits for. */
export const LATE_BAND = {
  why: 'waits for a lead: what it is judged by was filed after it was read',
  next: 'A lead compares the bands with the maker’s sheet and says so on the alignment page.',
} as const;

/** Where a banded figure may have been read After, whichever way. */
function readFor(of: BandedId, place: Place): Spot[] {
  const { figure, axle } = BANDED.find((b) => b.id === of) ?? BANDED[0];
  const corners = isCorner(place) && figure !== 'toe' ? [place] : cornersOf(axle);
  return figure === 'lean'
    ? corners.map((corner) => floor('after', 'axisLean', corner))
    : everyWayTo('after', figure, corners);
}
export const bandSaid = (low: number, high: number): Phrase => [fine(low, true), ' to ', fine(high, true)];

const Lead = z.strictObject({
  figure: z.enum(['caster', 'camber']),
  lead: z.number().min(-2, 'no road leans so far').max(2, 'no road leans so far'),
  source: z.string().trim().min(1, 'say whose choice it is').max(120),
});
export type LeadKept = z.infer<typeof Lead>;

/** By how much the left wheel is to lead the right one, for the crown of the road: the shop's choice. Unsaid: alike. */
export const alignmentLead: EntryKind = entryKind({
  kind: 'alignment-lead',
  ownForm: true,
  name: 'Left-right lead',
  stated: true,
  schema: Lead,
  gates: ['intake', 'before', 'plan', 'build', 'after'],
  fields: [
    {
      name: 'figure',
      label: 'Lead in',
      kind: 'choice',
      choices: [
        { id: 'caster', name: 'Caster' },
        { id: 'camber', name: 'Camber' },
      ],
    },
    {
      name: 'lead',
      label: 'Left more than right by',
      hint: 'For a road that falls to the right: caster minus, camber plus. 0: alike.',
      kind: 'quantity',
      quantity: 'fineAngle',
    },
    { name: 'source', label: 'Whose choice, and why', kind: 'words', most: 120 },
  ],
  says: ({ figure, lead, source }): Phrase => [`${figure} left more than right by `, fine(lead, true), `, ${source}`],
});

/** The leads that stand on a job: the latest of each figure; none that is nought. */
export function leadsOf(job: Pick<JobDocument, 'entries'>): LeadKept[] {
  const standing = new Map<string, LeadKept>();
  for (const { kind, body } of [...job.entries].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))) {
    const read = kind === 'alignment-lead' ? Lead.safeParse(body) : null;
    if (read?.success) standing.set(read.data.figure, read.data);
  }
  return [...standing.values()].filter(({ lead }) => lead !== 0);
}
/** Why a figure left against right is not judged by the lead that stands: it was filed once either was read. */
export const lateLead = (w: Workings, figure: LeadKept['figure']): { why: string; next: string } | null =>
  waitsForLead(
    w,
    (e) => e.kind === alignmentLead.kind && e.body.figure === figure,
    everyWayTo('after', figure, cornersOf('front')),
  )
    ? LATE_BAND
    : null;

/** Whether anything that is judged After waits for a lead to look at the bands and leads. */
export const bandsWait = (w: Workings): boolean =>
  BANDED.some(({ id, axle }) => lacksBand(w, 'after', id, axle) === LATE_BAND) ||
  (['caster', 'camber'] as const).some((figure) => lateLead(w, figure) !== null);

export const leadOf = (job: Pick<JobDocument, 'entries'>, figure: LeadKept['figure']): number =>
  leadsOf(job).find((l) => l.figure === figure)?.lead ?? 0;
