import { GENERAL, type LimitFigure } from '../../record/checks/limit';

export const wheelToCalliper: LimitFigure = {
  id: 'wheelToCalliper',
  name: 'Wheel to calliper and weights',
  quantity: 'length',
  sense: 'least',
  clear: 3,
  stop: 1.5,
  source: GENERAL,
  rule: 'safety',
};
