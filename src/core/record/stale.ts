import { ChangeKind } from '../document/changes';
import type { Change } from '../document/job';

/**
 * What a reading or a hand check depends on, by what it tells: one row of what a change makes stale names these, and
 * each point says which one it is.
 */
export type Tells =
  | 'hub height'
  | 'floor height'
  | 'body mark'
  | 'gap'
  | 'gap at lock'
  | 'lock'
  | 'bump'
  | 'droop'
  | 'spring seat'
  | 'bar'
  | 'link'
  | 'hose'
  | 'hose gap'
  | 'hose span'
  | 'hose proof'
  | 'tyre size'
  | 'wheel fit'
  | 'wheel fastening'
  | 'lamps'
  | 'steering'
  | 'steering part'
  | 'alignment'
  | 'driveline'
  | 'shaft'
  | 'slip'
  | 'hanging'
  | 'engages'
  | 'axle place'
  | 'wheelbase'
  | 'axle place bar'
  | 'opening'
  | 'rub test'
  | 'rub test, bar'
  | 'pedal and leaks'
  | 'pressure'
  | 'load'
  | 'load rating'
  | 'axle load'
  | 'blocks'
  | 'shock'
  | 'cut'
  | 'torque';

const GAPS: readonly Tells[] = ['gap', 'gap at lock'];
const RUBS: readonly Tells[] = ['rub test', 'rub test, bar'];
const HEIGHTS: readonly Tells[] = ['hub height', 'floor height', 'body mark'];
/** What hanging the wheels and undoing fasteners costs, whatever it was done for. */
const OPENED: readonly Tells[] = ['wheel fastening', 'torque'];

/**
 * What each change makes stale. Source: docs/figures.md "What a change makes stale"; wheels come off for all of it but
 * pressure, load, lamps, alignment and a body lift.
 */
export const MAKES_STALE: Record<ChangeKind, readonly Tells[]> = {
  spring: [
    ...HEIGHTS,
    ...GAPS,
    'bump',
    'droop',
    'spring seat',
    'bar',
    'hose span',
    'hose proof',
    'driveline',
    'slip',
    'hanging',
    'axle place',
    'wheelbase',
    'alignment',
    'steering',
    'lamps',
    'blocks',
    ...RUBS,
    ...OPENED,
  ],
  'shock-or-strap': [
    'bump',
    'droop',
    'spring seat',
    'shock',
    'hanging',
    'hose span',
    'hose proof',
    'pedal and leaks',
    ...RUBS,
    ...OPENED,
  ],
  'track-bar-or-arm': [
    ...HEIGHTS,
    'axle place',
    'wheelbase',
    'axle place bar',
    'driveline',
    'slip',
    'hanging',
    'alignment',
    'steering',
    'lock',
    ...GAPS,
    'bump',
    'droop',
    'spring seat',
    'bar',
    'hose span',
    'hose proof',
    ...RUBS,
    ...OPENED,
  ],
  'tyre-or-wheel': [
    'tyre size',
    'wheel fit',
    'load rating',
    ...GAPS,
    ...RUBS,
    'lamps',
    'floor height',
    'pressure',
    'steering',
    'lock',
    'hose proof',
    'wheel fastening',
  ],
  alignment: ['alignment', 'steering', 'lock', 'gap at lock', ...RUBS, 'torque'],
  'body-lift': [
    ...HEIGHTS,
    ...GAPS,
    'hose span',
    'hose proof',
    'steering',
    'pedal and leaks',
    'engages',
    'lamps',
    ...RUBS,
    'torque',
  ],
  trim: [...GAPS, 'cut', 'opening', ...RUBS, 'wheel fastening'],
  lip: ['hub height', 'floor height', ...GAPS, 'cut', 'opening', ...RUBS],
  'brake-hose': [
    'hose',
    'hose gap',
    'hose span',
    'hose proof',
    'pedal and leaks',
    'rub test',
    'wheel fastening',
    'torque',
  ],
  'sway-link': ['bar', 'link', 'rub test, bar', 'rub test', 'wheel fastening', 'torque'],
  load: [
    ...HEIGHTS,
    'load',
    'driveline',
    'load rating',
    'axle load',
    'axle place',
    'wheelbase',
    'alignment',
    ...GAPS,
    'bump',
    'bar',
    'lamps',
    ...RUBS,
  ],
  // Hub to lip does not hang on the tyre.
  'tyre-pressure': ['floor height', 'pressure', 'alignment', 'lamps'],
  lamp: ['lamps'],
  driveshaft: ['driveline', 'shaft', 'slip', 'hanging', 'engages', 'torque'],
  'case-or-bearing': ['driveline', 'slip', 'hanging', 'engages', 'torque'],
  shim: ['driveline', 'slip', 'hanging', 'engages', 'axle place', 'wheelbase', 'alignment', 'lock', ...GAPS, 'torque'],
  // A longer pitman arm or link reaches elsewhere at lock, and turns the wheels straight ahead.
  'steering-part': ['steering', 'steering part', 'alignment', 'lock', 'gap at lock', ...RUBS, ...OPENED],
};

/** The changes after which what tells that has to be read again. */
export const staleAfter = (...tells: readonly Tells[]): readonly ChangeKind[] =>
  ChangeKind.options.filter((kind) => MAKES_STALE[kind].some((t) => tells.includes(t)));

/** What the body's lean tells of: as another end stands, all of it leans. */
const LEANS: readonly Tells[] = [...HEIGHTS, 'lamps', 'alignment', 'bar', 'driveline', 'axle place bar'];
const NONE: readonly Tells[] = [];
/** Whole: it was made on the vehicle, whatever place it names. */
const ALL: readonly Tells[] = [...new Set(Object.values(MAKES_STALE).flat())];

/**
 * What a change made at one axle bears on at the other. Source: docs/figures.md "Whose a change is".
 */
export const OTHER_AXLE: Record<ChangeKind, readonly Tells[]> = {
  spring: LEANS,
  'shock-or-strap': LEANS,
  'track-bar-or-arm': ['wheelbase', 'steering'],
  shim: ['wheelbase', 'steering'],
  'tyre-or-wheel': ['alignment', 'lamps'],
  alignment: ['steering'],
  trim: NONE,
  lip: NONE,
  'brake-hose': NONE,
  'sway-link': NONE,
  driveshaft: NONE,
  'case-or-bearing': NONE,
  'body-lift': ALL,
  load: ALL,
  'tyre-pressure': ALL,
  lamp: ALL,
  'steering-part': ALL,
};
/** What is made at one wheel and leaves the wheel across as it was. */
export const OWN_SIDE: readonly ChangeKind[] = ['trim', 'lip', 'brake-hose'];

/** Parts whose setting takes nothing off the vehicle and leaves it standing on its wheels, by their ids. */
const SET_AS_IT_STANDS: readonly string[] = ['collar', 'torsion-key'];
type Set = { kind: ChangeKind; part?: string | undefined };
/** Whether a change was a setting of the spring that took nothing off: a collar turned, a torsion key. */
export const isSpringSet = ({ kind, part }: Set): boolean =>
  kind === 'spring' && part !== undefined && SET_AS_IT_STANDS.includes(part);
/** Springs and spacers that were out while an axle was cycled. */
const OUT_WHEN_CYCLED: readonly string[] = [...SET_AS_IT_STANDS, 'coil', 'spring-spacer'];
/** Whether a change is of a spring that is out anyway while an axle is cycled. */
export const isSpringOut = ({ kind, part }: Set): boolean =>
  kind === 'spring' && part !== undefined && OUT_WHEN_CYCLED.includes(part);
/** Whether it moved nothing but the heights: such a setting, a load, a pressure. */
export const movesHeightOnly = (change: Set): boolean =>
  isSpringSet(change) || change.kind === 'load' || change.kind === 'tyre-pressure';
/** Adjusters that turn a wheel about its steering axis and move nothing else, by their ids. */
const SETS_TOE: readonly string[] = ['sleeve'];
/** Whether an alignment was set by the toe alone. */
export const isToeSet = ({ kind, setting }: Pick<Change, 'kind' | 'setting'>): boolean =>
  kind === 'alignment' && setting !== undefined && SETS_TOE.includes(setting.adjuster);
/** What a wheel that was turned by a little leaves as it was read, where there is room. */
export const STANDS_BY_TOE: readonly Tells[] = ['gap at lock', ...RUBS];
/** What undoing a part costs, which such a setting does not. */
export const OF_OPENING: readonly Tells[] = OPENED;
/** Read against level: all four corners move it. */
export const AGAINST_LEVEL: readonly Tells[] = ['lamps', 'alignment', 'bar', 'driveline', 'axle place bar'];
/** The heights themselves, and what they are read with: those are read again. */
export const IS_HEIGHT: readonly Tells[] = [...HEIGHTS, 'load', 'pressure', 'load rating', 'axle load'];
