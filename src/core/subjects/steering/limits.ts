import { GENERAL, OWN, type LimitFigure } from '../../record/checks/limit';

const angle = { quantity: 'angle', sense: 'most', source: OWN, rule: 'function' } as const;
export const bumpSteerLimit: LimitFigure = {
  ...angle,
  id: 'bumpSteer',
  name: 'Bump steer, per 25 mm',
  quantity: 'fineAngle',
  clear: 0.15,
  stop: 0.5,
  source: GENERAL,
};
export const barsAlike: LimitFigure = {
  ...angle,
  id: 'barsAlike',
  name: 'Drag link against track bar, tie rod against arm: inclination',
  clear: 2,
  stop: 6,
};
export const wheelCentre: LimitFigure = {
  ...angle,
  id: 'wheelCentre',
  name: 'Steering wheel off centre',
  clear: 3,
  stop: 10,
};
export const lockAlike: LimitFigure = { ...angle, id: 'lockAlike', name: 'Lock left against right', clear: 2, stop: 5 };
export const damperStroke: LimitFigure = {
  id: 'damperStroke',
  name: 'Steering damper’s stroke left at each lock',
  quantity: 'length',
  sense: 'least',
  clear: 5,
  stop: 0,
  source: OWN,
  rule: 'safety',
};
export const armSlope: LimitFigure = {
  ...angle,
  id: 'armSlope',
  name: 'Arm slope at ride height',
  clear: 10,
  stop: 16,
};
export const steeringLimits: readonly LimitFigure[] = [
  bumpSteerLimit,
  barsAlike,
  wheelCentre,
  lockAlike,
  damperStroke,
  armSlope,
];
