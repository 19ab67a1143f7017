import type { BeamEnd, End, WishboneEnd } from '../../src/core/suspension/schema';

/**
 * Linkages simple enough for pencil and paper: level parallel arms, upright shocks. Lengths in mm.
 */

/** Four level links 1000 long straight ahead, a level track bar 900 long, upright shocks 500 long, bar and link square. */
export const levelLinks: BeamEnd = {
  type: 'link-axle',
  left: {
    hub: { centre: [0, 800, 400], camber: 0, toe: 0 },
    shock: { upper: [0, 500, 900], lower: [0, 500, 400], lowerOn: 'axle' },
    swayBar: { pivot: [200, 450, 500], armEnd: [0, 450, 500], link: [0, 450, 400], linkOn: 'axle' },
  },
  right: 'mirror',
  links: [
    { id: 'lower-left', body: [-1000, 500, 350], axle: [0, 500, 350] },
    { id: 'lower-right', body: [-1000, -500, 350], axle: [0, -500, 350] },
    { id: 'upper-left', body: [-1000, 500, 500], axle: [0, 500, 500] },
    { id: 'upper-right', body: [-1000, -500, 500], axle: [0, -500, 500] },
  ],
  trackBar: { body: [100, 450, 450], axle: [100, -450, 450] },
};

/** Two level arms 400 long square to the vehicle: the knuckle goes on a circle and never leans. */
export const levelArms: WishboneEnd = {
  type: 'double-wishbone',
  steering: { rackTravel: 70 },
  left: {
    hub: { centre: [0, 850, 400], camber: 0, toe: 0 },
    lowerArm: { front: [150, 400, 300], rear: [-150, 400, 300], outer: [0, 800, 300] },
    upperArm: { front: [150, 400, 550], rear: [-150, 400, 550], outer: [0, 800, 550] },
    tieRod: { inner: [-120, 400, 400], outer: [-120, 800, 400] },
    shock: { upper: [0, 600, 800], lower: [0, 600, 300], lowerOn: 'lowerArm' },
    halfShaft: { inner: [0, 400, 400], outer: [0, 800, 400] },
  },
  right: 'mirror',
};

/** A geometry file around ends. */
export const fileOf = (ends: { front?: End; rear?: End }) =>
  ({ format: 'high-gate/geometry', version: 1, units: { length: 'mm', angle: 'deg' }, ...ends }) as const;
