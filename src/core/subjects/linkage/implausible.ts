import { distance, type Vec3 } from '../../kernel/geometry/point';
import type { JobDocument } from '../../document/job';
import { figuresAt } from '../../suspension/lengths';
import { sidesOf } from '../../suspension/mirror';
import type { End, SideName, WishboneSide } from '../../suspension/schema';
import type { Assembled } from './assemble';
import { applies, FEATURES, pathIn, valueIn } from './features';

/** Something about a geometry that is hardly so. It is pointed out, never refused. */
export interface Implausible {
  what: string;
  /** Feature id and side to look at. */
  feature: string | null;
  side: SideName | null;
}

const named = (side: SideName): string => side;

/**
 * Points and figures of an end that a technician would doubt: through the floor, far from the wheel, a part twice the
 * other side's, joints the wrong way up, a steering axis that leans as none does.
 */
export function implausibleIn(job: JobDocument, a: Assembled): Implausible[] {
  const out: Implausible[] = [];
  const say = (what: string, feature: string | null, side: SideName | null) => out.push({ what, feature, side });
  const { end } = a;
  const sides = sidesOf(end);
  for (const feature of FEATURES) {
    if (!applies(feature, job.vehicle, a.axle)) continue;
    for (const side of feature.on === 'axle' ? (['left'] as const) : (['left', 'right'] as const)) {
      const path = pathIn(end, feature.id, side);
      if (!path) continue;
      const p = valueIn(end, path) as Vec3;
      const where = feature.on === 'axle' ? null : side;
      const name = `${feature.name}${where ? `, ${named(side)}` : ''}`;
      if (p[2] < 20) say(`${name}: through the floor, ${Math.round(p[2])} mm up`, feature.id, where);
      if (distance(p, sides[side].hub.centre) > 2200)
        say(`${name}: more than two metres from the wheel`, feature.id, where);
      const outward = side === 'left' ? p[1] : -p[1];
      if (where && outward < -150) say(`${name}: on the other side of the vehicle`, feature.id, where);
    }
  }
  for (const [what, id, left, right] of pairs(end)) {
    const [long, short] = left > right ? [left, right] : [right, left];
    if (short > 0 && long / short >= 1.8)
      say(
        `${what}: ${Math.round(left)} mm on the left, ${Math.round(right)} mm on the right`,
        id,
        left > right ? 'left' : 'right',
      );
    for (const [side, value] of [['left', left] as const, ['right', right] as const])
      if (value < 30) say(`${what}, ${side}: only ${Math.round(value)} mm long`, id, side);
  }
  if (end.type === 'double-wishbone')
    for (const side of ['left', 'right'] as const)
      if (
        sides[side] &&
        (sides[side] as WishboneSide).upperArm.outer[2] <= (sides[side] as WishboneSide).lowerArm.outer[2]
      )
        say(`Upper ball joint, ${side}: not above the lower`, 'upperArm.outer', side);
  if (a.fault) return out;
  const axis = figuresAt(end, { left: 0, right: 0 }, [
    'left.caster',
    'right.caster',
    'left.kingpinInclination',
    'right.kingpinInclination',
    'left.camber',
    'right.camber',
  ]);
  axis?.forEach((value, i) => {
    const side = i % 2 === 0 ? 'left' : 'right';
    const [what, low, high] = ([
      ['Caster', -6, 14],
      ['Steering-axis inclination', 0, 20],
      ['Camber', -5, 5],
    ][Math.floor(i / 2)] ?? ['', 0, 0]) as [string, number, number];
    const joint = end.type === 'double-wishbone' ? 'upperArm.outer' : 'kingpin.upper';
    if (Number.isFinite(value) && (value < low || value > high))
      say(`${what}, ${side}: ${value.toFixed(1)}°, hardly so`, what === 'Camber' ? null : joint, side);
  });
  return out;
}

/** Lengths of like parts, left and right. */
function pairs(end: End): [string, string, number, number][] {
  const { left, right } = sidesOf(end);
  const out: [string, string, number, number][] = [];
  if (end.type === 'double-wishbone') {
    const arm = (s: typeof left, which: 'lowerArm' | 'upperArm') => {
      const a = (s as WishboneSide)[which];
      return distance(a.outer, [
        (a.front[0] + a.rear[0]) / 2,
        (a.front[1] + a.rear[1]) / 2,
        (a.front[2] + a.rear[2]) / 2,
      ]);
    };
    out.push(['Lower arm', 'lowerArm.outer', arm(left, 'lowerArm'), arm(right, 'lowerArm')]);
    out.push(['Upper arm', 'upperArm.outer', arm(left, 'upperArm'), arm(right, 'upperArm')]);
    const tie = (s: typeof left) => distance((s as WishboneSide).tieRod.inner, (s as WishboneSide).tieRod.outer);
    out.push(['Tie rod', 'tieRod.outer', tie(left), tie(right)]);
  }
  if (end.type === 'link-axle')
    for (const which of ['lower', 'upper']) {
      const long = (side: string) => {
        const link = end.links.find((l) => l.id === `${which}-${side}`);
        return link ? distance(link.body, link.axle) : NaN;
      };
      const [l, r] = [long('left'), long('right')];
      if (Number.isFinite(l) && Number.isFinite(r))
        out.push([`${which === 'lower' ? 'Lower' : 'Upper'} link`, `link.${which}.body`, l, r]);
    }
  if (left.shock && right.shock)
    out.push([
      'Shock',
      'shock.lower',
      distance(left.shock.upper, left.shock.lower),
      distance(right.shock.upper, right.shock.lower),
    ]);
  return out;
}
