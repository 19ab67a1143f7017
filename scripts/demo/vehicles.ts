import type { Kit, Vehicle } from '@/core/job/schema';

/** The invented vehicles and kits of the demo shop. */
export const TARN: Vehicle = {
  make: 'Orrin',
  model: 'Tarn',
  tag: 'peat 3',
  body: 'pickup',
  frontSuspension: 'wishbone-coil-over',
  rearSuspension: 'beam-leaves',
  wheelbase: 3085,
  trackFront: 1540,
  trackRear: 1535,
  tyreDiameter: 778,
  rearHose: 'centre',
  swayLink: 'down',
};
export const DROVER: Vehicle = {
  make: 'Halbeck',
  model: 'Drover',
  tag: 'rescue 1',
  body: 'wagon',
  frontSuspension: 'beam-links',
  rearSuspension: 'beam-links',
  wheelbase: 2850,
  trackFront: 1585,
  trackRear: 1585,
  tyreDiameter: 806,
  rearHose: 'centre',
  swayLink: 'down',
};
export const PACKHORSE: Vehicle = {
  make: 'Corvane',
  model: 'Packhorse',
  tag: 'anvil',
  body: 'van',
  frontSuspension: 'beam-radius-arms',
  rearSuspension: 'beam-triangulated',
  wheelbase: 2790,
  trackFront: 1510,
  trackRear: 1510,
  tyreDiameter: 792,
  rearHose: 'per-wheel',
  swayLink: 'up',
};

const stile = (mm: number): Kit => ({
  name: `Stile ${mm}`,
  claimFront: mm,
  claimRear: mm,
  source: `Stile ${mm} fitting sheet, revision C`,
  patches: [],
});
export const STILE_40 = stile(40);
export const STILE_65 = stile(65);
export const STILE_90 = stile(90);
