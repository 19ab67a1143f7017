import * as z from 'zod';

export const FrontSuspension = z.enum([
  'wishbone-coil-over',
  'wishbone-torsion-bar',
  'beam-links',
  'beam-radius-arms',
  'beam-leaves',
]);
export const RearSuspension = z.enum(['beam-links', 'beam-triangulated', 'beam-leaves']);
export const SUSPENSION_NAME: Record<z.infer<typeof FrontSuspension> | z.infer<typeof RearSuspension>, string> = {
  'wishbone-coil-over': 'double wishbone, coil-over',
  'wishbone-torsion-bar': 'double wishbone, torsion bar',
  'beam-links': 'beam axle on links and track bar',
  'beam-radius-arms': 'beam axle on radius arms',
  'beam-triangulated': 'beam axle on triangulated links',
  'beam-leaves': 'beam axle on leaves',
};

/** Any kind of suspension, at either end. */
export type SuspensionKind = z.infer<typeof FrontSuspension> | z.infer<typeof RearSuspension>;
