import type { Subject } from '../../record/subject';
import { linkagePoints } from './points';
import { linkageRoutes } from './routes';
import { kitRaised } from './kitRaised';
import { patchesFault } from './patches';

export const linkage: Subject = {
  id: 'linkage',
  station: 'travel',
  points: linkagePoints,
  routes: linkageRoutes,
  fault: patchesFault,
  raises: kitRaised,
};
