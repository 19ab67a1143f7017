import { dragLinkFor, sleeveTurns, tieRodsFor, wheelFor } from '../../gauge/steering';
import type { FrameSide } from '../../gauge/steering';
import type { ReadingGate } from '../../document/job';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Workings } from '../../record/workings';
import { below, valueOf } from './read';
import { steeredBeam } from './points';

export const wheelOffAt = (w: Workings, gate: ReadingGate): Uncertain | null =>
  valueOf(w, { gate, point: 'wheelOff', place: 'vehicle', state: 'floor' });

/** A figure read once: of After where it was read again. */
const known = (w: Workings, point: string): Uncertain | null =>
  valueOf(w, below('after', point)) ?? valueOf(w, below('before', point));
const said = (w: Workings, point: string): string | null => {
  for (const gate of ['after', 'before'] as const) {
    const figure = w.figures.figure(below(gate, point));
    if (figure.status === 'observed') return figure.choice;
  }
  return null;
};

/** What turns a steering wheel off centre into a length, of a beam's steering box; null while it is not read. */
export interface Box {
  ratio: Uncertain;
  pitman: Uncertain;
  arm: Uncertain;
  frame: FrameSide;
}
export function boxOf(w: Workings): Box | null {
  const [ratio, pitman, arm] = [known(w, 'boxRatio'), known(w, 'pitmanArm'), known(w, 'steeringArm')];
  const side = said(w, 'dragLinkSide');
  return ratio && pitman && arm && side ? { ratio, pitman, arm, frame: side === 'right' ? 'right' : 'left' } : null;
}
/** What the drag link lacks for the wheel to stand centred, mm, + longer. */
export const linkFor = (box: Box, off: number): number =>
  dragLinkFor({
    off,
    ratio: box.ratio.value,
    pitman: box.pitman.value,
    arm: box.arm.value,
    frame: box.frame,
  });
/** How far the wheel stands off, degrees to the left, where the drag link lacks so much; null past a quarter turn of the arm. */
export const offFor = (box: Box, longer: number): number | null =>
  wheelFor({ longer, ratio: box.ratio.value, pitman: box.pitman.value, arm: box.arm.value, frame: box.frame });

/** How a wheel off centre is put right: which part, by how much, in turns of its sleeve where its thread is known. */
export interface Centring {
  part: 'drag link' | 'tie rods';
  /** mm: the drag link longer; the left tie rod longer and the right one shorter. */
  longer: Uncertain;
  turns: number | null;
}
export function centringOf(w: Workings, gate: ReadingGate): Centring | null {
  const off = wheelOffAt(w, gate);
  if (!off) return null;
  const lead = known(w, 'sleeveLead');
  const done = (part: Centring['part'], longer: Uncertain): Centring => ({
    part,
    longer,
    turns: lead && lead.value > 0 ? sleeveTurns(Math.abs(longer.value), lead.value) : null,
  });
  if (steeredBeam(w.job)) {
    const box = boxOf(w);
    if (!box) return null;
    const { frame } = box;
    return done(
      'drag link',
      propagate(
        ([o = 0, ratio = 1, pitman = 0, arm = 1]) => dragLinkFor({ off: o, ratio, pitman, arm, frame }),
        [off, box.ratio, box.pitman, { value: box.arm.value, u: 0 }],
      ),
    );
  }
  const [rack, place] = [known(w, 'rackTravel'), said(w, 'rackPlace')];
  if (!rack || !place) return null;
  const arm = place === 'ahead' ? -1 : 1;
  return done(
    'tie rods',
    propagate(([o = 0, c = 0]) => tieRodsFor(o, c, arm), [off, rack]),
  );
}
