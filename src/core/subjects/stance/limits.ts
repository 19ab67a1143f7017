import { GENERAL, OWN, type LimitFigure } from '../../record/checks/limit';

export const liftAgainstPlan: LimitFigure = {
  id: 'liftAgainstPlan',
  name: 'Lift against plan, corner',
  quantity: 'length',
  sense: 'most',
  clear: 8,
  stop: 20,
  source: GENERAL,
  rule: 'comfort',
};
export const liftAgainstClaim: LimitFigure = {
  id: 'liftAgainstClaim',
  name: 'Lift against the kit’s claim, corner',
  quantity: 'length',
  sense: 'most',
  clear: 8,
  stop: 20,
  source: `${GENERAL}, as against plan`,
  rule: 'comfort',
};
export const leftRight: LimitFigure = {
  id: 'leftRight',
  name: 'Left to right at one axle',
  quantity: 'length',
  sense: 'most',
  clear: 6,
  stop: 15,
  source: GENERAL,
  rule: 'comfort',
};
export const rakeAgainstPlan: LimitFigure = {
  id: 'rakeAgainstPlan',
  name: 'Rake against plan',
  quantity: 'length',
  sense: 'most',
  clear: 10,
  stop: 25,
  source: OWN,
  rule: 'comfort',
};
export const settled: LimitFigure = {
  id: 'settled',
  name: 'Two height sets, largest difference',
  quantity: 'length',
  sense: 'most',
  clear: 3,
  stop: 15,
  source: `${GENERAL}; Stop: ${OWN}`,
  rule: 'comfort',
};
export const tyrePressure: LimitFigure = {
  id: 'tyrePressure',
  name: 'Tyre pressure, left to right',
  quantity: 'pressure',
  sense: 'most',
  clear: 15,
  stop: 40,
  source: OWN,
  rule: 'comfort',
};
