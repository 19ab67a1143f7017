import type { Subject } from '../../record/subject';
import { linkagePoints } from './points';
import { linkageRoutes } from './routes';
import { patchesFault } from './patches';

export const linkage: Subject = {
  id: 'linkage',
  station: 'travel',
  points: linkagePoints,
  routes: linkageRoutes,
  fault: patchesFault,
};
