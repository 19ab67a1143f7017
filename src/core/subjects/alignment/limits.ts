import { GENERAL, OWN, type LimitFigure } from '../../record/checks/limit';

const angle = { quantity: 'fineAngle', sense: 'most', source: GENERAL, rule: 'function' } as const;
export const crossCamber: LimitFigure = { ...angle, id: 'crossCamber', name: 'Cross camber', clear: 0.5, stop: 1 };
export const crossCaster: LimitFigure = { ...angle, id: 'crossCaster', name: 'Cross caster', clear: 0.5, stop: 1 };
export const thrust: LimitFigure = { ...angle, id: 'thrust', name: 'Thrust angle', clear: 0.1, stop: 0.25 };
export const leanAlike: LimitFigure = {
  ...angle,
  id: 'leanAlike',
  name: 'Axis lean left against right',
  clear: 0.5,
  stop: 1.5,
  source: OWN,
};
export const setBack: LimitFigure = {
  id: 'setBack',
  name: 'Set-back',
  quantity: 'length',
  sense: 'most',
  clear: 6,
  stop: 15,
  source: OWN,
  rule: 'function',
};
export const alignmentLimits: readonly LimitFigure[] = [crossCamber, crossCaster, thrust, leanAlike, setBack];
