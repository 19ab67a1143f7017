import { gateBorneOut } from './gates/gates';
import { GATE_TITLE } from '../document/gateTitles';
import { PLACE_NAME } from '../kernel/places';
import type { BroughtIn, GateName, JobDocument, Note } from '../document/job';
import { BOOK } from './book';

/** Who brings a file in, when (ISO), and from what: the file's name. */
export interface Bringing {
  by: string;
  at: string;
  file: string;
  /** Makes an id for a remark. */
  newId: () => string;
}

/**
 * What a job file is worth here. Its readings, changes and strikes come in as they are, each marked with who brought it
 * in, when and from where. Nothing that it says somebody decided counts: acceptances, confirmations, a lead's lines,
 * gate openings and a signature come in as remarks, and wait to be decided here. It is open, at the gate that its
 * readings bear out, whatever it says.
 *
 * @param file a job that was read and found without fault
 */
export function bringIn(file: JobDocument, { by, at, file: name, newId }: Bringing): JobDocument {
  const from = `${name.trim() || 'a file'}, ${file.job.number}`.slice(0, 200);
  const mark = (earlier: BroughtIn | null | undefined): BroughtIn => ({
    by,
    at,
    from: earlier ? `${from}; there brought in by ${earlier.by} from ${earlier.from}`.slice(0, 200) : from,
  });
  // When another server took it says nothing here, where all of it comes at once.
  const marked = <T extends { broughtIn?: BroughtIn | undefined; filedAt?: string | undefined }>(each: T): T => ({
    ...each,
    filedAt: undefined,
    broughtIn: mark(each.broughtIn),
  });
  const kept = <K extends NonNullable<JobDocument['geometry']['before']>>(geometry: K | null): K | null =>
    geometry && {
      ...geometry,
      note: [geometry.note, `from ${from}, kept there by ${geometry.by}`].filter(Boolean).join('; ').slice(0, 300),
      by,
      // That a number was measured is a reading's word, and the readings are put on it here.
      sources: {},
    };
  const signed = file.signOffs.at(-1) ?? null;
  const whole: JobDocument = {
    ...file,
    job: { ...file.job, state: 'open' },
    readings: file.readings.map((r) => ({ ...marked(r), late: undefined, asked: false })),
    strikes: file.strikes.map(marked),
    changes: file.changes.map(marked),
    entries: file.entries.map(marked),
    notes: [...file.notes.map(marked), ...remarks(file, newId).map((note) => ({ ...note, broughtIn: mark(null) }))],
    geometry: { before: kept(file.geometry.before), asBuilt: kept(file.geometry.asBuilt) },
    acceptances: [],
    confirmations: [],
    stationLines: [],
    openings: [],
    signOffs: [],
    broughtIn: { ...mark(file.broughtIn), number: file.job.number, signed },
  };
  return { ...whole, job: { ...whole.job, gate: gateBorneOut(whole) } };
}

/** Every decision that a file tells of, as a remark that decides nothing. */
function remarks(file: JobDocument, newId: () => string): Omit<Note, 'broughtIn'>[] {
  const remark = (gate: GateName, said: string, by: string, at: string) => ({
    id: newId(),
    gate,
    text: `Decided elsewhere, counts for nothing here: ${said}`.slice(0, 1000),
    by,
    at,
  });
  return [
    ...file.acceptances.map((a) =>
      remark(a.gate, `Stop of “${a.check}” accepted, ${PLACE_NAME[a.place].toLowerCase()}: ${a.reason}`, a.by, a.at),
    ),
    ...file.confirmations.map((c) => remark('after', 'an unlikely reading confirmed', c.by, c.at)),
    ...file.stationLines.map((l) =>
      remark(
        'after',
        `${BOOK.leadsLine(l.line)?.title ?? l.line}, ${l.answer === 'checked' ? 'checked' : 'not done'}: ${l.text}`,
        l.by,
        l.at,
      ),
    ),
    ...file.openings.map((o) => remark(o.gate, `${GATE_TITLE[o.gate]} opened`, o.by, o.at)),
    ...file.signOffs.map((s) =>
      remark(
        'release',
        `${s.kind === 'released' ? 'released' : 'left unreleased'}${s.note ? `, ${s.note}` : ''}`,
        s.by,
        s.at,
      ),
    ),
  ];
}
