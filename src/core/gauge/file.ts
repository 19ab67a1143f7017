import * as z from 'zod';
import { firstFaultOf, type ReadFile } from '../suspension/readFile';
import { trackBarShift } from './axle';
import { isShaft, shaftDirection, type Element } from './direction';

/** mm, degrees, km/h: no vehicle has one of twenty thousand; JSON's 1e999 is read as Infinity and refused here too. */
const figure = z.number().min(-20_000).max(20_000);
const above0 = figure.positive('must be above 0');
const angle = z.number().min(-90).max(90);
const inclination = { inclination: angle, fromAbove: angle.optional() };
const AsTyped = z.strictObject({
  ...inclination,
  length: above0.optional(),
  offsets: z.tuple([figure, figure]).optional(),
});
const Slip = z.strictObject({
  engaged: figure,
  room: figure,
  length: z.strictObject({ ride: above0, droop: above0.optional(), bump: above0.optional() }),
});
const Shaft = z.strictObject({
  id: z.string().min(1).max(40),
  end: z.enum(['front', 'rear']),
  elements: z.array(AsTyped).min(2).max(10),
  joints: z.array(z.enum(['single', 'constant-velocity'])),
  phase: z.array(z.number().min(-360).max(360)).optional(),
  slip: Slip.optional(),
  topSpeed: above0.optional(),
});
const sides = (of: z.ZodNumber) => z.strictObject({ left: of, right: of });
const Axle = z.strictObject({
  end: z.enum(['front', 'rear']),
  frameToTyre: sides(figure).optional(),
  opening: z.strictObject({ front: figure, rear: figure }).optional(),
  wheelbase: sides(above0).optional(),
  track: above0.optional(),
  trackBar: z.strictObject({ length: above0, fore: figure, height: figure, travel: figure }).optional(),
});
const DriveFile = z.strictObject({
  drive: z.strictObject({
    axleRatio: above0.optional(),
    rollingCircumference: above0.optional(),
    topSpeed: above0.optional(),
    shafts: z.array(Shaft),
    axles: z.array(Axle).optional(),
  }),
  expected: z.unknown().optional(),
});
type TypedShaft = z.infer<typeof Shaft>;
/** A shaft of the file with its parts told apart. */
export interface ShaftInput extends Omit<TypedShaft, 'elements'> {
  elements: Element[];
}
export interface DriveInput extends Omit<z.infer<typeof DriveFile>['drive'], 'shafts'> {
  shafts: ShaftInput[];
}

/**
 * Reads the input of `drive`. Source: the gauge file, docs/formats.md.
 *
 * @returns it, or the first fault with the path of its field
 */
export function readDriveFile(text: string): ReadFile<DriveInput> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, fault: { path: 'file', fault: `is not JSON: ${(error as Error).message}` } };
  }
  const parsed = DriveFile.safeParse(value);
  if (!parsed.success) return { ok: false, fault: firstFaultOf(parsed.error.issues, value) };
  const { drive } = parsed.data;
  const fault = drive.shafts.map(shaftFault).find(Boolean) ?? (drive.axles ?? []).map(axleFault).find(Boolean);
  if (fault) return { ok: false, fault: { ...fault, path: `drive.${fault.path}` } };
  return { ok: true, file: { ...drive, shafts: drive.shafts.map((s) => ({ ...s, elements: s.elements.map(told) })) } };
}

type Typed = z.infer<typeof AsTyped>;
const told = ({ inclination: theta, fromAbove, length, offsets }: Typed): Element =>
  length === undefined ? { inclination: theta, fromAbove } : { inclination: theta, length, offsets };

interface Found {
  path: string;
  fault: string;
}
function shaftFault(shaft: TypedShaft, at: number, all?: readonly TypedShaft[]): Found | null {
  const here = `shafts[${at}]`;
  if (all?.findIndex((other) => other.id === shaft.id) !== at)
    return { path: `${here}.id`, fault: `there are two shafts “${shaft.id}”` };
  const { elements, joints, phase } = shaft;
  for (const [i, element] of elements.entries()) {
    const path = `${here}.elements[${i}]`;
    const isEnd = i === 0 || i === elements.length - 1;
    if (isEnd && element.length !== undefined)
      return { path: `${path}.length`, fault: 'is not a field of an output or a pinion' };
    if (isEnd && element.offsets) return { path: `${path}.offsets`, fault: 'is not a field of an output or a pinion' };
    if (!isEnd && element.length === undefined) return { path: `${path}.length`, fault: 'is missing' };
    if (!isEnd && element.fromAbove !== undefined)
      return { path: `${path}.fromAbove`, fault: 'is not a field of a shaft: its offsets say it' };
    const run = told(element);
    if (isShaft(run) && !shaftDirection(run))
      return {
        path,
        fault: 'cannot belong to one shaft: inclined and offset like that it is longer across than its length',
      };
  }
  if (joints.length !== elements.length - 1)
    return { path: `${here}.joints`, fault: `must have ${elements.length - 1} entries, one between each two elements` };
  if (phase && phase.length !== elements.length - 2)
    return { path: `${here}.phase`, fault: `must have ${elements.length - 2} entries, one a shaft` };
  return null;
}

function axleFault({ trackBar }: z.infer<typeof Axle>, at: number): Found | null {
  if (trackBar && !trackBarShift(trackBar))
    return { path: `axles[${at}].trackBar`, fault: 'cannot reach: it is shorter than its ends are apart' };
  return null;
}
