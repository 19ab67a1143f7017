import { saidName } from '@/core/subjects/clearance/engine/catalogue';
import type { Cure, ObstacleResult, Problem } from '@/core/subjects/clearance/engine/problem';
import type { Phrase } from '@/core/kernel/phrase';
import { mm } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';

/** "8 o’clock", "half past 8": a clock position as one says it. */
export function hourWords(hour: number): string {
  const halves = Math.round(hour * 2) / 2;
  const whole = Math.floor(halves) % 12 || 12;
  return halves % 1 === 0 ? `${whole} o’clock` : `half past ${whole}`;
}

/** A clock position to five minutes. */
export const hourFigure = (hour: number): string => show('clock', hour, METRIC_SHOP).text;

/** Shares of the file's lock at which the steering stops are. */
export type Stops = Pick<Problem['steer'], 'from' | 'to'>;

/**
 * How far it is steered, in words: of the way to the stop on that side, wherever the stop was measured to be.
 *
 * @param left which way of the mechanism is left, 1 or −1; 0 where nothing steers
 */
export function steerWords(steer: number, left: number, stops: Stops): string {
  const stop = Math.abs(steer > 0 ? stops.to : stops.from) || 1;
  const share = Math.abs(steer) / stop;
  if (left === 0 || share < 0.005) return 'straight';
  const side = steer * left > 0 ? 'left' : 'right';
  return share > 0.97 ? `${side} lock` : `${Math.round(100 * share)} % ${side}`;
}

/** Where the wheel stands at a pose, in words. */
export function poseWords(pose: ObstacleResult['pose'], rest: number, left: number, stops: Stops): Phrase {
  const up = pose.own - rest;
  const travel: Phrase =
    Math.abs(up) < 3 ? ['ride height'] : [mm(Math.abs(up)), up > 0 ? ' up from ride height' : ' down from ride height'];
  return left === 0 ? travel : [...travel, `, ${steerWords(pose.steer, left, stops)}`];
}

/** One cure, in words. */
export function cureWords(cure: Cure): Phrase {
  const { amount, kind } = cure;
  switch (kind) {
    case 'trim':
      return ['trim ', mm(amount)];
    case 'move':
      return ['move it ', mm(amount)];
    case 'bump-stop':
      return ['bump stop ', mm(amount), ' longer'];
    case 'offset':
      return [`offset ${amount > 0 ? '+' : '−'}${Math.abs(amount)} (wheel ${amount > 0 ? 'in' : 'out'})`];
    case 'diameter':
      return ['tyre ', mm(amount), ' less tall'];
    case 'width':
      return ['tyre ', mm(amount), ' narrower'];
    case 'steering-stop':
      return [`steering stops in by ${amount} %`];
    case 'axle':
      return ['axle ', mm(Math.abs(amount)), amount > 0 ? ' forward' : ' back'];
  }
}

/** The order in which cures are offered: what costs the vehicle least first. */
const RANK: readonly Cure['kind'][] = [
  'trim',
  'move',
  'offset',
  'bump-stop',
  'axle',
  'width',
  'diameter',
  'steering-stop',
];
export const curesInOrder = (cures: readonly Cure[]): Cure[] =>
  [...cures].sort((a, b) => Number(a.beyond) - Number(b.beyond) || RANK.indexOf(a.kind) - RANK.indexOf(b.kind));

/**
 * What a result says in one line: "Touches the liner at 8 o’clock". Nothing is called clear while something that stands
 * there was not measured.
 *
 * @param missing how many obstacles of the corner nobody measured
 */
export function headline(results: readonly ObstacleResult[], missing = 0): string {
  const [worst] = results;
  if (!worst) return 'Nothing to meet';
  const name = saidName(worst.name);
  const at = hourWords(worst.hour);
  if (worst.gap < 0) return `Touches the ${name} at ${at}`;
  if (worst.verdict === 'Stop') return `Too near the ${name} at ${at}`;
  if (worst.verdict === 'Watch') return `Close to the ${name} at ${at}`;
  if (missing > 0) return `Clear of the ${results.length} measured; ${missing} not measured`;
  return `Clear: the ${name} is nearest, at ${at}`;
}
