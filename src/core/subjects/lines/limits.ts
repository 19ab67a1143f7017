import { GENERAL, type LimitFigure } from '../../record/checks/limit';

export const hoseSlack: LimitFigure = {
  id: 'hoseSlack',
  name: 'Hose slack at worst pose (Clear: its allowance, at least)',
  quantity: 'length',
  sense: 'least',
  clear: 25,
  stop: 15,
  source: GENERAL,
  rule: 'safety',
};
