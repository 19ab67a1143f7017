import * as z from 'zod';
import { GeometryFile } from '../suspension/schema';

/**
 * Where a number of a geometry comes from. Only `measured` was read on this vehicle; every other is assumed, carries
 * its own larger uncertainty and never lets a check read Clear at After.
 */
export const SourceKind = z.enum(['measured', 'other-side', 'imported', 'patched', 'template']);
export type SourceKind = z.infer<typeof SourceKind>;
export const SOURCE_NAME: Record<SourceKind, string> = {
  measured: 'measured',
  'other-side': 'from the other side, assumed',
  imported: 'from a file, assumed',
  patched: 'moved by a part, assumed',
  template: 'from the template, assumed',
};
export const Source = z.strictObject({
  kind: SourceKind,
  u: z.number().min(0).max(1000).describe('Standard uncertainty, mm or degrees'),
});
export type Source = z.infer<typeof Source>;

/** Standard uncertainty of a number that nobody measured here, mm for points, degrees for angles. */
export const ASSUMED_U = {
  template: { point: 20, angle: 0.75 },
  imported: { point: 3, angle: 0.2 },
  otherSide: { point: 4, angle: 0.3 },
  patched: { point: 2, angle: 0.2 },
} as const;

/**
 * Standard uncertainty of a number at a path of an end that nobody measured here: mm for a place, degrees for camber
 * and toe, and for a share of an axis' direction the same angle in radians.
 */
export function assumedU(kind: keyof typeof ASSUMED_U, path: string): number {
  const { point, angle } = ASSUMED_U[kind];
  if (/\.(camber|toe)$/.test(path)) return angle;
  return path.includes('xis') ? (angle * Math.PI) / 180 : point;
}

/** A version of a vehicle's geometry, as it was kept. */
export const KeptGeometry = z.strictObject({
  version: z.number().int().min(1),
  stage: z.enum(['before', 'as-built']),
  note: z.string().max(300),
  by: z.string().max(80),
  at: z.iso.datetime({ offset: true }),
  file: GeometryFile,
  /** By end and path: "front/left.lowerArm.outer.2". */
  sources: z.record(z.string().max(120), Source),
});
export type KeptGeometry = z.infer<typeof KeptGeometry>;
