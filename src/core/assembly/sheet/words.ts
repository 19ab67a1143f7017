/** Printed on every sheet and shown where a lift is planned, built or released. Source: docs/figures.md "Cautions". */
export const DISCLAIMER =
  'This tool informs, it does not certify; the maker’s instructions, local codes and licensed practice decide.';

export const CAUTIONS: readonly string[] = [
  'A lifted vehicle has a higher centre of gravity: it rolls over sooner, corners slower and stops differently. Drive it accordingly.',
  'Have wheel fastenings and every suspension fastener re-torqued after the first 50 to 100 km (30 to 60 mi) as the makers of kit and vehicle say.',
  'Have the alignment checked again once the springs have settled.',
  'Headlamps were raised with the vehicle: they must be aimed to the local rule so as not to dazzle.',
  'Rules on vehicle height, tyre cover and lamps differ from place to place. The owner answers for keeping to them.',
  'A rub, a knock, a soft pedal, a pull or a vibration: stop and bring it back.',
];

export const BUILD_CAUTIONS: readonly string[] = [
  'Stands under frame and axle before anyone goes under. A jack lifts, it does not hold.',
  'A coil, leaf or torsion bar holds energy enough to kill: loosen with the maker’s compressor and out of the line of release.',
  'A hung axle shifts sideways when its last arm comes loose. One arm at a time, axle restrained.',
  'Brake lines and harness freed before the axle drops. No grinder or saw near lines.',
  'Hydraulic work is bled and tested before the vehicle moves.',
  'Joints with rubber stay loose until the weight is on the wheels.',
];
