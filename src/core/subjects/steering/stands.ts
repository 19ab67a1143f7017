import type { ReadingGate } from '../../document/job';
import type { VerdictWord } from '../../kernel/judge';
import type { Axle } from '../../kernel/places';
import type { Quantity } from '../../kernel/units/quantity';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import { judgeWorked } from '../../record/checks/judgeWorked';
import { limitOn, type LimitFigure } from '../../record/checks/limit';
import type { Cap } from '../../record/checks/types';
import type { Workings } from '../../record/workings';
import { foreAft, offCentre } from '../axlePlace/checks';
import { barAt, barPredicts, shiftAt, wentForward } from '../axlePlace/place';
import { beams, withTrackBar } from '../axlePlace/points';
import { travelAt, type Stage } from '../linkage/stages';
import { cornersOf } from '../../kernel/places';
import { boxOf, linkFor, offFor, wheelOffAt, type Box } from './centre';
import { barsAlike, bumpSteerLimit, wheelCentre } from './limits';
import { armAt, barsAt, below, bumpFrom, slopeAt, travelled, valueOf, type ReadBar } from './read';

/** An axle and its steering at a stage: what a cure changes. mm, degrees; null where it is not read. */
export interface AxleStands {
  axle: Axle;
  /** To the left of the frame's middle, +. */
  shift: Uncertain | null;
  /** Forward of where it came, +. */
  forward: Uncertain | null;
  track: ReadBar | null;
  /** The front axle's alone. */
  drag: ReadBar | null;
  arm: Uncertain | null;
  /** How much its lower arms slope, degrees. */
  slope: number;
  box: Box | null;
  /** What the drag link lacks for the wheel to stand centred, mm, + longer. */
  lacks: Uncertain | null;
  /** What the axle was turned nose up by, degrees. */
  turned: number;
  /** Its roll centre against where it was, mm. */
  rollCentre: number;
  /** Room of the axle to what stands in its way, mm. */
  room: number | null;
  /** Where it was read, and whether a reading that it stands on was taken over or is unlikely and unconfirmed. */
  gate: ReadingGate;
  assumed: boolean;
}

/** The axle of a stage: as read, or as the plan's travel and its own bar leave it; null where it has no place to go. */
export function standsAt(w: Workings, axle: Axle, stage: Stage): AxleStands | null {
  const { answer, unsure } = w.watched(() => readStands(w, axle, stage));
  return answer && { ...answer, assumed: unsure.size > 0 };
}
function readStands(w: Workings, axle: Axle, stage: Stage): Omit<AxleStands, 'assumed'> | null {
  if (!beams(w.job).includes(axle)) return null;
  const gate = stage === 'after' ? 'after' : 'before';
  const came = shiftAt(w, axle, gate);
  const predicted = stage === 'plan' ? barPredicts(w, axle, 'plan') : null;
  const front = axle === 'front';
  const { drag, track } = front ? barsAt(w, stage) : { drag: null, track: rearBar(w, stage) };
  const box = front ? boxOf(w) : null;
  const off = front ? wheelOffAt(w, gate) : null;
  return {
    axle,
    shift:
      stage !== 'plan'
        ? came
        : came && predicted
          ? { value: came.value + predicted.left.value, u: Math.hypot(came.u, predicted.left.u) }
          : came && !withTrackBar(w.job).includes(axle)
            ? came
            : null,
    forward: stage === 'after' ? (wentForward(w, axle)?.mean ?? null) : null,
    track,
    drag,
    arm: front ? armAt(w, gate) : null,
    slope: slopeAt(w, gate),
    box,
    // What the lift itself does to the wheel is not foretold: the drag link may have been set already.
    lacks: box && off && stage !== 'plan' ? { value: linkFor(box, off.value), u: Math.abs(linkFor(box, off.u)) } : null,
    turned: 0,
    rollCentre: 0,
    room: valueOf(w, below(gate, 'axleRoom', axle))?.value ?? null,
    gate,
  };
}
function rearBar(w: Workings, stage: Stage): ReadBar | null {
  const bar = barAt(w, 'rear', stage === 'after' ? 'after' : 'before');
  if (!bar) return null;
  const read: ReadBar = { ...bar, frame: bar.side, inclination: { value: 0, u: 0 } };
  if (stage !== 'plan') return travelled(read, { value: 0, u: 0 });
  const [l, r] = cornersOf('rear').map((corner) => travelAt(w, 'plan', corner));
  return l && r ? travelled(read, { value: (l.value + r.value) / 2, u: Math.hypot(l.u, r.u) / 2 }) : null;
}

/** A figure of an axle as it is judged or only shown. */
export interface AxleRow {
  id: string;
  title: string;
  quantity: Quantity;
  value: number;
  word: VerdictWord | null;
}

/** The rows of an axle: place, bars, bump steer, wheel; what is only shown has no word. */
export function axleRows(w: Workings, stands: AxleStands): AxleRow[] {
  const { track, drag, box, lacks } = stands;
  const judgedAs = (id: string, title: string, of: Uncertain | null, figure: LimitFigure): AxleRow[] => {
    if (!of) return [];
    const { clear, stop, rule } = limitOn(w.job, figure);
    const limit = { clear, stop, sense: figure.sense };
    const caps: Cap[] =
      id === 'bars' && drag && track && drag.frame !== track.frame
        ? [{ at: 'Watch', why: 'drag link and track bar hang from opposite sides' }]
        : [];
    const on = { gate: stands.gate, safetyCritical: false, assumed: stands.assumed, doubtful: null };
    const { verdict: word } = judgeWorked({ value: of.value, u: of.u, caps }, limit, rule, on);
    return [{ id, title, quantity: figure.quantity, value: of.value, word }];
  };
  const shown = (id: string, title: string, quantity: Quantity, value: number | null): AxleRow[] =>
    value === null || Math.abs(value) < 0.005 ? [] : [{ id, title, quantity, value, word: null }];
  const apart =
    track && drag
      ? {
          value: drag.inclination.value - track.inclination.value,
          u: Math.hypot(drag.inclination.u, track.inclination.u),
        }
      : null;
  const off = box && lacks ? offFor(box, lacks.value) : null;
  const offU = box && lacks ? offFor(box, lacks.u) : null;
  return [
    ...judgedAs('centre', 'Off the frame’s middle, + left', stands.shift, offCentre),
    ...judgedAs('fore-aft', 'Forward of where it came', stands.forward, foreAft),
    ...judgedAs('bars', 'Drag link less track bar', apart, barsAlike),
    ...judgedAs(
      'bump',
      'Bump steer a 25 mm, + to the left',
      bumpFrom(drag, track, stands.arm, withTrackBar(w.job).includes('front'), stands.slope),
      bumpSteerLimit,
    ),
    ...judgedAs(
      'wheel',
      'Steering wheel off, + to the left',
      off === null ? null : { value: off, u: Math.abs(offU ?? 0) },
      wheelCentre,
    ),
    ...shown('roll-centre', 'Roll centre against now', 'length', stands.rollCentre),
    ...shown(
      'turned',
      stands.axle === 'front' ? 'Nose up: caster gains' : 'Nose up: pinion up',
      'angle',
      stands.turned,
    ),
  ];
}
