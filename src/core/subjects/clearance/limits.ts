import { GENERAL, type LimitFigure } from '../../record/checks/limit';

export const tyreToBody: LimitFigure = {
  id: 'tyreToBody',
  name: 'Tyre to body',
  quantity: 'length',
  sense: 'least',
  clear: 10,
  stop: 0,
  source: GENERAL,
  rule: 'function',
};
export const tyreToArm: LimitFigure = {
  id: 'tyreToArm',
  name: 'Tyre to arm, spring, tie rod, frame',
  quantity: 'length',
  sense: 'least',
  clear: 10,
  stop: 4,
  source: GENERAL,
  rule: 'safety',
};
export const tyreToHose: LimitFigure = {
  id: 'tyreToHose',
  name: 'Tyre to hose, harness, brake part',
  quantity: 'length',
  sense: 'least',
  clear: 20,
  stop: 10,
  source: GENERAL,
  rule: 'safety',
};
