import { parseQuantity } from '../../../kernel/units/parseQuantity';
import type { UnitChoice } from '../../../kernel/units/quantity';
import { exactText } from '../../../kernel/units/format';
import { Fitment } from '../../../document/fitment';
import { fitmentFaults } from '../../tyre/fitment';
import { readPrintedSize } from '../../tyre/printed';
import { offsetFromBackspacing } from '../../tyre/wheel';

/** A tyre and wheel as somebody types them. Empty where it is not known. */
export interface FitmentForm {
  size: string;
  diameter: string;
  sectionWidth: string;
  measured: boolean;
  offset: string;
  backspacing: string;
  spacer: string;
  rimWidth: string;
  barrelRadius: string;
  centring: Fitment['centring'];
  boltPattern: string;
  loadRating: string;
  stopFront: string;
  stopRear: string;
}
export const EMPTY_FORM: FitmentForm = {
  size: '',
  diameter: '',
  sectionWidth: '',
  measured: false,
  offset: '',
  backspacing: '',
  spacer: '',
  rimWidth: '',
  barrelRadius: '',
  centring: 'unknown',
  boltPattern: '',
  loadRating: '',
  stopFront: '',
  stopRear: '',
};
export type FormErrors = Partial<Record<keyof FitmentForm, string>>;

/**
 * Understands a form. Measured diameter and width go before the printed size; offset before backspacing.
 *
 * @returns the fitment, or what is wrong by field; nothing that was typed is changed
 */
export function readFitmentForm(
  form: FitmentForm,
  units: UnitChoice,
  trim: Fitment['trim'] = {},
): { ok: true; fitment: Fitment } | { ok: false; errors: FormErrors } {
  const errors: FormErrors = {};
  const length = (field: keyof FitmentForm): number | null => {
    const text = String(form[field]).trim();
    if (text === '') return null;
    const read = parseQuantity('length', text, units);
    if (read.ok) return read.value;
    errors[field] = read.reason;
    return null;
  };
  const printed = form.size.trim() === '' ? null : readPrintedSize(form.size);
  if (printed && !printed.ok) errors.size = printed.reason;
  const size = printed?.ok ? printed.size : null;
  const [diameter, sectionWidth] = [length('diameter'), length('sectionWidth')];
  if (diameter === null && !size && !errors.size && !errors.diameter)
    errors.size = 'type the printed size, or how tall and how wide it measures';
  if (diameter !== null && sectionWidth === null && !size && !errors.sectionWidth)
    errors.sectionWidth = 'how wide does it measure?';
  const rimWidth = length('rimWidth');
  const backspacing = length('backspacing');
  let offset = length('offset');
  if (offset === null && backspacing !== null && !errors.offset) {
    if (rimWidth === null && !errors.rimWidth) errors.rimWidth = 'backspacing needs the rim width';
    else if (rimWidth !== null) offset = offsetFromBackspacing(backspacing, rimWidth);
  }
  if (offset === null && backspacing === null && !errors.offset && !errors.backspacing)
    errors.offset = 'where the wheel puts the tyre: its offset or its backspacing';
  const numbers = {
    spacer: length('spacer') ?? 0,
    barrelRadius: length('barrelRadius'),
    front: length('stopFront') ?? 0,
    rear: length('stopRear') ?? 0,
  };
  let loadRating: number | null = null;
  if (form.loadRating.trim() !== '') {
    const read = parseQuantity('mass', form.loadRating, units);
    if (read.ok) loadRating = read.value;
    else errors.loadRating = read.reason;
  }
  if (Object.keys(errors).length > 0) return { ok: false, errors };
  const wanted: Fitment = {
    name: '',
    size: form.size.trim(),
    diameter: diameter ?? size?.diameter ?? 0,
    sectionWidth: sectionWidth ?? size?.sectionWidth ?? 0,
    measured: form.measured && diameter !== null && (sectionWidth !== null || size !== null),
    shoulderRadius: null,
    offset: offset ?? 0,
    spacer: numbers.spacer,
    rimWidth,
    rimDiameter: size?.rimDiameter ?? null,
    barrelRadius: numbers.barrelRadius,
    centring: form.centring,
    boltPattern: form.boltPattern,
    loadRating,
    bumpStop: { front: numbers.front, rear: numbers.rear },
    trim,
    price: null,
  };
  const parsed = Fitment.safeParse(wanted);
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const [field, under] = issue.path.map(String);
      const at = field === 'bumpStop' ? (under === 'front' ? 'stopFront' : 'stopRear') : field;
      if (at && at in EMPTY_FORM) errors[at as keyof FitmentForm] = 'that is no size of any tyre or wheel';
    }
    return { ok: false, errors };
  }
  const fitment = { ...parsed.data, name: fitmentName(parsed.data, units) };
  for (const { field, fault } of fitmentFaults(fitment))
    errors[(field in EMPTY_FORM ? field : 'size') as keyof FitmentForm] ??= fault;
  return Object.keys(errors).length > 0 ? { ok: false, errors } : { ok: true, fitment };
}

/** "33.0 × 12.5 in": diameter and width; decimal inches or mm. */
const sizeText = (f: Pick<Fitment, 'diameter' | 'sectionWidth'>, units: UnitChoice): string =>
  units.length === 'mm'
    ? `${f.diameter.toFixed(0)} × ${f.sectionWidth.toFixed(0)} mm`
    : `${(f.diameter / 25.4).toFixed(1)} × ${(f.sectionWidth / 25.4).toFixed(1)} in`;

/** A tyre as it is printed; where that was not given, by its measures in the units in use. */
export const tyreName = (f: Pick<Fitment, 'size' | 'diameter' | 'sectionWidth'>, units: UnitChoice): string =>
  f.size || sizeText(f, units);

/** "33.0 × 12.5 in, +18": diameter, width, offset; decimal inches or mm. */
export function fitmentName(f: Pick<Fitment, 'diameter' | 'sectionWidth' | 'offset'>, units: UnitChoice): string {
  const offset = Math.round(f.offset);
  return `${sizeText(f, units)}, ${offset > 0 ? '+' : offset < 0 ? '−' : ''}${Math.abs(offset)}`;
}

/** A fitment as a form shows it, so that it reads back as the very same. */
export function formOf(f: Fitment | null, units: UnitChoice): FitmentForm {
  if (!f) return EMPTY_FORM;
  const text = (v: number | null) => (v === null ? '' : exactText('length', v, units));
  const printed = f.size === '' ? null : readPrintedSize(f.size);
  const same = printed?.ok && printed.size.diameter === f.diameter && printed.size.sectionWidth === f.sectionWidth;
  return {
    ...EMPTY_FORM,
    size: f.size,
    diameter: same ? '' : text(f.diameter),
    sectionWidth: same ? '' : text(f.sectionWidth),
    measured: f.measured,
    offset: `${Number(f.offset.toFixed(3))} mm`,
    spacer: f.spacer === 0 ? '' : text(f.spacer),
    rimWidth: text(f.rimWidth),
    barrelRadius: text(f.barrelRadius),
    centring: f.centring,
    boltPattern: f.boltPattern,
    loadRating: f.loadRating === null ? '' : exactText('mass', f.loadRating, units),
    stopFront: f.bumpStop.front === 0 ? '' : text(f.bumpStop.front),
    stopRear: f.bumpStop.rear === 0 ? '' : text(f.bumpStop.rear),
  };
}
