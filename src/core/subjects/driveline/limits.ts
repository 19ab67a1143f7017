import { GENERAL, OWN, type LimitFigure } from '../../record/checks/limit';

const angle = { quantity: 'angle', sense: 'most', source: GENERAL, rule: 'function' } as const;
/** Stop of the equivalent angle is where the torsional limit is passed; this one is what a shop sets where it is not known. */
export const equivalentLimit: LimitFigure = {
  ...angle,
  id: 'equivalentAngle',
  name: 'Equivalent angle of a driveline',
  clear: 3,
  stop: 6,
};
export const torsionalLimit: LimitFigure = {
  id: 'torsional',
  name: 'Torsional acceleration at top road speed',
  quantity: 'torsion',
  sense: 'most',
  clear: 300,
  stop: 500,
  source: GENERAL,
  rule: 'function',
};
export const bindRoom: LimitFigure = {
  id: 'jointBind',
  name: 'Joint angle over the travel, short of its bind angle',
  quantity: 'angle',
  sense: 'least',
  clear: 3,
  stop: 0,
  source: GENERAL,
  rule: 'safety',
};
export const pinionLine: LimitFigure = {
  ...angle,
  id: 'pinionLine',
  name: 'Pinion to shaft line, double joint at the case',
  clear: 2,
  stop: 5,
};
export const alikeLimit: LimitFigure = {
  ...angle,
  id: 'twoAlike',
  name: 'Two single joints alike',
  clear: 1,
  stop: 3,
  source: OWN,
};
/** A bind angle says where a joint stops turning, not at what it may run: these stand in where its maker says neither. */
export const doubleJointLimit: LimitFigure = {
  ...angle,
  id: 'doubleJoint',
  name: 'Centred double-cardan joint at ride height, maker’s operating angle unknown',
  clear: 15,
  stop: 20,
  source: OWN,
};
export const ballJointLimit: LimitFigure = {
  ...angle,
  id: 'ballJoint',
  name: 'Ball or tripod joint of a propeller shaft at ride height, maker’s operating angle unknown',
  clear: 8,
  stop: 12,
  source: OWN,
};
export const slipRoom: LimitFigure = {
  id: 'slipRoom',
  name: 'Slip room, least of ride height, droop, bump',
  quantity: 'length',
  sense: 'least',
  clear: 20,
  stop: 5,
  source: GENERAL,
  rule: 'safety',
};
export const splineLimit: LimitFigure = {
  id: 'splineEngagement',
  name: 'Spline engagement, least of ride height, droop, bump',
  quantity: 'diameters',
  sense: 'least',
  clear: 1.5,
  stop: 1,
  source: GENERAL,
  rule: 'safety',
};
export const shaftGapLimit: LimitFigure = {
  id: 'shaftGap',
  name: 'Shaft to crossmember, exhaust, tank, at droop and bump',
  quantity: 'length',
  sense: 'least',
  clear: 12,
  stop: 5,
  source: OWN,
  rule: 'safety',
};
export const drivelineLimits: readonly LimitFigure[] = [
  equivalentLimit,
  torsionalLimit,
  bindRoom,
  pinionLine,
  alikeLimit,
  doubleJointLimit,
  ballJointLimit,
  slipRoom,
  splineLimit,
  shaftGapLimit,
];
