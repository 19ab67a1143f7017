import { GENERAL, type LimitFigure } from '../../record/checks/limit';

export const barRotation: LimitFigure = {
  id: 'barRotation',
  name: 'Sway bar rotation at ride height',
  quantity: 'angle',
  sense: 'most',
  clear: 6,
  stop: 15,
  source: GENERAL,
  rule: 'function',
};
