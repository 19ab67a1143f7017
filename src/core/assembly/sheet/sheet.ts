import { isSimulated } from '../../kernel/uncertainty/instruments';
import { filedSays, partSays } from '../../record/told';
import type { Workings } from '../../record/workings';
import { RULE_WORDS } from '../../kernel/decisionRule';
import { say } from '../../kernel/phrase';
import { dueSaid, lineSaid } from '../../record/checks/leadsLines';
import type { Verdict } from '../../record/checks/types';
import { CORE_VERSION, workJob } from '../workJob';
import { releaseBlockers } from '../gates/release';
import { PLACE_NAME } from '../../kernel/places';
import { comesFrom, timesOf } from '../../record/provenance';
import { setOtherwise } from '../../record/checks/limit';
import { BOOK } from '../book';
import { pointById } from '../book';
import { spotName } from '../book';
import { DEFAULT_FIT_RULES } from '../../document/fitRules';
import type { Change, JobDocument } from '../../document/job';
import { SUSPENSION_NAME } from '../../document/suspensionKind';
import { cornerStances } from '../../subjects/stance/cornerStances';
import { show, showUncertainty } from '../../kernel/units/format';
import type { UnitChoice } from '../../kernel/units/quantity';
import { foundInWords } from './asItCame';
import { CAUTIONS, DISCLAIMER } from './words';

export interface SheetRow {
  name: string;
  before: string;
  plan: string;
  after: string;
  change: string;
}
export interface SheetVerdict {
  title: string;
  place: string;
  verdict: Verdict['verdict'];
  safetyCritical: boolean;
  figure: string;
  limit: string;
  words: string;
  accepted: string;
}
/** The before-and-after sheet as words and figures, one source for screen and PDF. */
export interface Sheet {
  number: string;
  status: string;
  vehicle: string;
  suspension: string;
  customer: string;
  use: string;
  promise: string;
  proved: string;
  /** What of the promise is proved on the vehicle, by calculation, not at all; sheets signed earlier have none. */
  proofs?: readonly { name: string; text: string }[];
  /** What was not done here and has to be done elsewhere; sheets signed earlier have none. */
  notDone?: string;
  /** What came out of a file or was filed late, and on what it stands; sheets signed earlier have none. */
  provenance?: string;
  /** What this shop judges by otherwise than it is published; sheets signed earlier have none. */
  otherwise?: readonly { name: string; text: string }[];
  kit: string;
  reference: string;
  school: string;
  heights: SheetRow[];
  readings: SheetRow[];
  verdicts: SheetVerdict[];
  open: { why: string; cure: string }[];
  changes: { what: string; by: string; at: string }[];
  signed: { kind: string; by: string; at: string; note: string } | null;
  cautions: readonly string[];
  disclaimer: string;
  coreVersion: string;
}

/** What stands over the limits that a shop has set otherwise than they are published. */
export const OTHERWISE = 'Judged here otherwise than published';

/**
 * Makes the sheet from a job, in the wanted units. Every figure comes from {@link workJob} on the same document.
 *
 * @param when writes a moment as the shop's local time with its zone
 * @param verdicts of the same document, where they were worked already
 */
export function makeSheet(
  w: Workings,
  units: UnitChoice,
  when: (iso: string) => string,
  verdicts: readonly Verdict[] = workJob(w.job, w),
): Sheet {
  const after = verdicts.filter((v) => v.gate === 'after');
  const length = (value: number | null | undefined, signed = false) =>
    value == null ? '–' : show('length', value, units, signed).text;
  const { vehicle, kit, reference } = w.job;
  const signOff = w.job.signOffs.at(-1) ?? null;
  const rub = (id: string) => after.filter((v) => v.check === id);
  const flexed = (id: string): string =>
    rub(id).length === 0 || !rub(id).every((v) => v.verdict === 'Clear')
      ? 'not proved'
      : rub(id).every((v) => !v.asItCame)
        ? 'proved by the flexed rub test'
        : 'as it came, where it was not flexed: nothing that was changed moves where its travel ends';
  const came = foundInWords(w);
  return {
    number: w.job.job.number,
    status: {
      open: w.job.broughtIn?.signed ? 'Not released here, signed elsewhere' : 'Not released',
      released: 'Released',
      'left-unreleased': 'LEFT UNRELEASED: not fit for the road as it stands',
    }[w.job.job.state],
    vehicle: [vehicle.make, vehicle.model, vehicle.tag].filter(Boolean).join(' '),
    suspension: `front ${SUSPENSION_NAME[vehicle.frontSuspension]}; rear ${SUSPENSION_NAME[vehicle.rearSuspension]}`,
    customer: w.job.customer.name,
    use: w.job.job.use,
    promise: `front ${w.job.job.promiseFront}, rear ${w.job.job.promiseRear}`,
    proved: [
      `Tyre against body: ${flexed('rub-body')}${flexed('rub-body') === 'not proved' ? ' through the travel; static gaps say nothing about bump.' : '; how far it went, and what was rolled which way, stands below.'}`,
      `Tyre against hose, brake, steering, arm, spring and frame: ${flexed('rub-safety')}.`,
    ].join(' '),
    proofs: [
      ...(came.length > 0 ? [{ name: 'Found as it came', text: `${sentenceOf(came.join('; '))}.` }] : []),
      ...w.book.subjects.flatMap((subject) => subject.sheetFacts?.(w, verdicts, units) ?? []),
      ...Object.entries(w.job.plan.parts).flatMap(([id, part]) => {
        const said = partSays(w.book, id, part);
        return said ? [{ name: `Plan, ${said.name.toLowerCase()}`, text: say(said.says, units) }] : [];
      }),
    ],
    notDone: w.book.leadsLines
      .flatMap((line) => {
        const said = lineSaid(w, line)?.said;
        return said?.answer === 'not-done-here' ? [`${line.title}: ${said.text}${dueSaid(said)}`] : [];
      })
      .join('; '),
    provenance: provenanceOf(w.job, when),
    otherwise: [...otherwiseOf(w, units), ...gradesOtherwise(w, units)],
    kit: kit
      ? `${kit.name}, claims front ${length(kit.claimFront, true)}, rear ${length(kit.claimRear, true)} (${kit.source})`
      : 'none',
    reference:
      { 'maker-stock': 'maker’s stock figure', 'like-vehicle': 'a like vehicle', before: 'unknown, Before used' }[
        reference.kind
      ] + (reference.source ? `: ${reference.source}` : ''),
    school:
      w.job.job.heightSchool === 'hub-to-lip' ? 'hub centre to fender lip' : 'floor to lip, less the loaded radius',
    heights: cornerStances(w).map((c) => ({
      name: PLACE_NAME[c.corner],
      before: length(c.before?.value),
      plan: length(c.plan),
      after: length(c.after?.value),
      change: c.rise ? `${length(c.rise.value, true)} ± ${showUncertainty('length', c.rise.U, units)}` : '–',
    })),
    readings: readingRows(w, units),
    verdicts: after.map((v) => ({
      title: v.title,
      place: PLACE_NAME[v.place],
      verdict: v.verdict,
      safetyCritical: v.safetyCritical,
      figure:
        v.quantity && v.value !== null
          ? `${show(v.quantity, v.value, units, BOOK.carriesSign(v)).text} ± ${showUncertainty(v.quantity, v.uncertainty ?? 0, units)}`
          : '',
      limit:
        v.quantity && v.limit
          ? `${
              v.limit.target === undefined
                ? `${v.limit.sense === 'most' ? '≤' : '≥'} ${show(v.quantity, v.limit.clear, units).text}`
                : `${show(v.quantity, v.limit.target - v.limit.clear, units).text} to ${show(v.quantity, v.limit.target + v.limit.clear, units).text}`
            } (${[v.limit.source, v.rule && `${RULE_WORDS[v.rule].name} rule`].filter(Boolean).join('; ')})`
          : '',
      words: [say(v.summary, units), v.mark ? `[${v.mark}]` : '', v.stands ? `[${v.stands}]` : '']
        .filter(Boolean)
        .join(' '),
      accepted: v.accepted ? `accepted by ${v.accepted.by}: ${v.accepted.reason}` : '',
    })),
    open: releaseBlockers(verdicts, units).map(({ title, why, cure }) => ({ why: `${title}. ${why}`, cure })),
    changes: [
      ...w.filed.changes.map((c) => ({ what: changeSaid(c), by: c.by, at: timesOf(c, when) })),
      ...w.job.entries
        .filter((e) => !w.book.entryKind(e.kind)?.stated)
        .map((e) => ({ what: say(filedSays(w.book, e), units), by: e.by, at: timesOf(e, when) })),
    ],
    signed: signOff
      ? {
          kind: signOff.kind === 'released' ? 'Released' : 'Left unreleased',
          by: signOff.by,
          at: when(signOff.at),
          note: signOff.note,
        }
      : null,
    cautions: CAUTIONS,
    disclaimer: DISCLAIMER,
    coreVersion: CORE_VERSION,
  };
}

const sentenceOf = (words: string): string => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`;

/** The limits that the shop has set otherwise than they are published, both with their sources. */
const otherwiseOf = (w: Workings, units: UnitChoice): { name: string; text: string }[] =>
  setOtherwise(w.job, w.book.limits).map(({ figure, held }) => {
    const said = (l: Pick<typeof held, 'clear' | 'stop' | 'rule'>): string =>
      `Clear ${show(figure.quantity, l.clear, units).text}, Stop ${show(figure.quantity, l.stop, units).text}, ${RULE_WORDS[l.rule].name} rule`;
    return { name: figure.name, text: `${said(held)} (${held.source}); published: ${said(figure)} (${figure.source})` };
  });

/** The same of the grades of fit: what a shop sets of them moves what is judged, as a limit does. */
function gradesOtherwise({ job }: Workings, units: UnitChoice): { name: string; text: string }[] {
  const length = (mm: number): string => show('length', mm, units).text;
  const speed = (kmh: number): string => show('speed', kmh, units).text;
  const { compliance, streetDroop, streetBump, trimming, topSpeed, fourWheelSpeed, leafWindUp } = job.fitRules;
  const own = DEFAULT_FIT_RULES;
  const share = (of: number): string => `${Number((100 * of).toFixed(1))} % of the bump travel`;
  const angle = (degrees: number): string => show('angle', degrees, units).text;
  const rows: readonly (readonly [string, string, string, { source: string }, { source: string }])[] = [
    ['Fore-aft give of a wheel', length(compliance.value), length(own.compliance.value), compliance, own.compliance],
    [
      'Street, droop that counts',
      length(streetDroop.value),
      length(own.streetDroop.value),
      streetDroop,
      own.streetDroop,
    ],
    ['Street, bump that counts', share(streetBump.value), share(own.streetBump.value), streetBump, own.streetBump],
    ['Trimming that still counts as fitting', trimming.value, own.trimming.value, trimming, own.trimming],
    ['Top road speed', speed(topSpeed.value), speed(own.topSpeed.value), topSpeed, own.topSpeed],
    [
      'Four-wheel-drive speed',
      speed(fourWheelSpeed.value),
      speed(own.fourWheelSpeed.value),
      fourWheelSpeed,
      own.fourWheelSpeed,
    ],
    ['Leaf wind-up', angle(leafWindUp.value), angle(own.leafWindUp.value), leafWindUp, own.leafWindUp],
  ];
  return rows.flatMap(([name, is, published, set, from]) =>
    is === published ? [] : [{ name, text: `${is} (${set.source}); published: ${published} (${from.source})` }],
  );
}

/** A change as it was said, with its axle or wheel where the words do not name it. */
function changeSaid({ what, place }: Pick<Change, 'what' | 'place'>): string {
  const where = place === undefined || place === 'vehicle' ? '' : PLACE_NAME[place].toLowerCase();
  return where === '' || what.toLowerCase().includes(where) ? what : `${what} (${where})`;
}

/** What of the job was not read and filed here in its time, in words; empty where all of it was. */
function provenanceOf(job: JobDocument, when: (iso: string) => string): string {
  const { broughtIn } = job;
  const brought = job.readings.filter((r) => r.broughtIn).length;
  const count = (n: number) => (n === 1 ? '1 reading' : `${n} readings`);
  const late = (basis: 'mark' | 'word') => job.readings.filter((r) => r.late?.basis === basis);
  const made = job.readings.filter((r) => isSimulated(r.instrument)).length;
  const words = [...new Map(late('word').map((r) => [`${r.late?.by}: ${r.late?.why}`, r.late])).keys()];
  return [
    made > 0 && `${count(made)} of ${job.readings.length} simulated: made up by a stand-in, read off no vehicle`,
    broughtIn && `${count(brought)} of ${job.readings.length} ${comesFrom(broughtIn, when)}, not taken by this shop`,
    broughtIn?.signed &&
      `signed elsewhere (${broughtIn.signed.kind === 'released' ? 'released' : 'left unreleased'} by ${broughtIn.signed.by}, ${when(broughtIn.signed.at)}), which counts for nothing here`,
    late('mark').length > 0 &&
      `${count(late('mark').length)} filed after a later gate had opened, on the server’s mark that the job was in hand by then`,
    late('word').length > 0 && `${count(late('word').length)} filed late on the word of ${words.join('; ')}`,
  ]
    .filter(Boolean)
    .join('. ');
}

/** Every other figure that was read at both gates, side by side. */
function readingRows(w: Workings, units: UnitChoice): SheetRow[] {
  const figures = w.figures;
  return BOOK.points
    .filter(
      // Coordinates that only the model needs are in the job file; a customer's sheet is not the place for them.
      (p) => !p.height && p.quantity !== 'observation' && !p.model,
    )
    .flatMap((point) =>
      point.where(w.job).flatMap(({ place, state }) => {
        const [before, after] = (['before', 'after'] as const).map((gate) =>
          figures.figure({ gate, point: point.id, place, state }),
        );
        const quantity = pointById(point.id)?.quantity;
        if (!quantity || quantity === 'observation' || (before?.status !== 'read' && after?.status !== 'read'))
          return [];
        const text = (f: typeof before) =>
          f?.status === 'read'
            ? show(quantity, f.value, units).text + (f.assumed ? ' (assumed)' : '')
            : f?.status === 'stale'
              ? 'stale'
              : f?.status === 'missing'
                ? '–'
                : (f?.status.replace('-', ' ') ?? '–');
        const change =
          before?.status === 'read' && after?.status === 'read'
            ? show(quantity, after.value - before.value, units, true).text
            : '–';
        const name = spotName({ gate: 'after', point: point.id, place, state }).replace(/, After$/, '');
        return [
          { name: name[0]?.toUpperCase() + name.slice(1), before: text(before), plan: '', after: text(after), change },
        ];
      }),
    );
}

/** The sheet's head: what was booked, promised and proved, in the order that screen and print share. */
export const sheetFacts = (sheet: Sheet): readonly (readonly [string, string])[] => [
  ['Customer', sheet.customer],
  ['Vehicle', sheet.vehicle],
  ['Suspension', sheet.suspension],
  ['Use', sheet.use],
  ['Fit promised', sheet.promise],
  ['Fit proved', sheet.proved],
  ...(sheet.proofs ?? []).map(({ name, text }) => [name, text] as const),
  ...(sheet.notDone ? [['Not done here', sheet.notDone] as const] : []),
  ...(sheet.provenance ? [['Where it comes from', sheet.provenance] as const] : []),
  ['Kit', sheet.kit],
  ['Claim measured from', sheet.reference],
  ['Heights', sheet.school],
];
