import type { LimitFigure } from '../../record/checks/limit';
import { CORNERS, type Place, type VehicleState } from '../../kernel/places';
import { FRONT, spots, type DrawingOf } from '../../record/point';
import type { Meets } from './engine/catalogue';
import { tyreToArm, tyreToBody, tyreToHose } from './limits';

/** What a tyre can meet: which limit it is judged by, whether it can hurt somebody, and which rub test proves it. */
export const MEETS: Readonly<
  Record<Meets, { limit: LimitFigure; safety: boolean; title: string; proof: 'rubBody' | 'rubSafety' }>
> = {
  body: { limit: tyreToBody, safety: false, title: 'Tyre to body, worst pose promised', proof: 'rubBody' },
  arm: { limit: tyreToArm, safety: true, title: 'Tyre to arm, spring, frame, crossed', proof: 'rubSafety' },
  hose: { limit: tyreToHose, safety: true, title: 'Tyre to hose, brake part, crossed', proof: 'rubSafety' },
};
export const MEETS_KINDS = Object.keys(MEETS) as readonly Meets[];

/** A group of parts that a gap is measured to, on the floor and flexed. */
export interface GapGroup {
  /** Its points' ids. */
  floor: string;
  flexed: string;
  /** "tyre to …" */
  name: string;
  meets: Meets;
  /** What it may be: the obstacles of the group. */
  obstacles: readonly string[];
  /** As it is read on the floor. */
  label: string;
  short: string;
  how: string;
  /** Where the tape goes. */
  drawing: DrawingOf<'gap'> | DrawingOf<'inner'>;
  where: readonly { place: Place; state: VehicleState }[];
  /** Its check on the floor. */
  check: { id: string; title: string };
}

const atLock = spots(FRONT, 'floor-left', 'floor-right');

/** Every group there is; nothing else lists them. */
export const GAP_GROUPS: readonly GapGroup[] = [
  {
    floor: 'gapLip',
    flexed: 'rampLip',
    name: 'fender lip',
    meets: 'body',
    obstacles: ['fender-lip'],
    label: 'Tyre to fender lip',
    short: 'gap to fender lip',
    how: 'Shortest distance from tread or shoulder to the lip.',
    drawing: { of: 'gap', to: 'lip' },
    where: spots(CORNERS, 'floor'),
    check: { id: 'static-gap-lip', title: 'Static gap, fender lip' },
  },
  {
    floor: 'gapLinerFront',
    flexed: 'rampLinerFront',
    name: 'liner or bumper ahead',
    meets: 'body',
    obstacles: ['liner-front', 'bumper-corner', 'splash-shield'],
    label: 'Tyre to liner, ahead of the wheel',
    short: 'gap to front liner',
    how: 'Shortest distance to the liner or bumper corner ahead of the tyre.',
    drawing: { of: 'gap', to: 'ahead' },
    where: [...spots(FRONT, 'floor'), ...atLock],
    check: { id: 'static-gap-liner-front', title: 'Static gap, liner ahead' },
  },
  {
    floor: 'gapLinerRear',
    flexed: 'rampLinerRear',
    name: 'liner, seam or mount behind',
    meets: 'body',
    obstacles: ['liner-rear', 'pinch-weld', 'body-mount'],
    label: 'Tyre to liner, behind the wheel',
    short: 'gap to rear liner',
    how: 'Shortest distance to the liner, seam or body mount behind the tyre.',
    drawing: { of: 'gap', to: 'behind' },
    where: [...spots(FRONT, 'floor'), ...atLock],
    check: { id: 'static-gap-liner-rear', title: 'Static gap, liner behind' },
  },
  {
    floor: 'gapInner',
    flexed: 'rampInner',
    name: 'arm, spring or frame',
    meets: 'arm',
    obstacles: ['frame', 'lower-arm', 'upper-arm', 'sway-bar', 'shock-spring', 'tie-rod'],
    label: 'Tyre to arm, spring or frame, inner side',
    short: 'gap to arm or frame',
    how: 'Shortest distance from the inner sidewall to any arm, spring, tie rod or the frame.',
    drawing: { of: 'inner', to: 'part' },
    where: [...spots(CORNERS, 'floor'), ...atLock],
    check: { id: 'static-gap-inner', title: 'Static gap, arm, spring or frame' },
  },
  {
    floor: 'gapHose',
    flexed: 'rampHose',
    name: 'hose or harness',
    meets: 'hose',
    obstacles: ['brake-hose'],
    label: 'Tyre to brake hose or harness',
    short: 'gap to hose or harness',
    how: 'Shortest distance from the inner sidewall to any hose or lead.',
    drawing: { of: 'inner', to: 'hose' },
    where: atLock,
    check: { id: 'static-gap-hose', title: 'Static gap, hose or harness' },
  },
];
