/** The kinds there are at each end. By themselves, so that a page which only names them loads no schema. */
export const FRONT_KINDS = [
  'wishbone-coil-over',
  'wishbone-torsion-bar',
  'beam-links',
  'beam-radius-arms',
  'beam-leaves',
] as const;
export const REAR_KINDS = ['beam-links', 'beam-triangulated', 'beam-leaves'] as const;
/** Any kind of suspension, at either end. */
export type SuspensionKind = (typeof FRONT_KINDS)[number] | (typeof REAR_KINDS)[number];

export const SUSPENSION_NAME: Record<SuspensionKind, string> = {
  'wishbone-coil-over': 'double wishbone, coil-over',
  'wishbone-torsion-bar': 'double wishbone, torsion bar',
  'beam-links': 'beam axle on links and track bar',
  'beam-radius-arms': 'beam axle on radius arms',
  'beam-triangulated': 'beam axle on triangulated links',
  'beam-leaves': 'beam axle on leaves',
};
