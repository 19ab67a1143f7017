import type { JobDocument } from '../../document/job';
import { kindOf } from '../linkage/features';
import type { Advice } from './advice';

/**
 * Which part would bring in what no adjuster of the front axle does, one sentence a part; nothing where all is in.
 *
 * @param out what an advice leaves out; what is only off the shop's target wants no part
 */
export function wantedFor(vehicle: JobDocument['vehicle'], out: Advice['out']): string[] {
  const kind = kindOf(vehicle, 'front');
  const is = (...figures: readonly string[]) =>
    out.some(({ id, inBand }) => !inBand && figures.some((f) => id.toLowerCase().includes(f)));
  const wishbone = kind === 'wishbone-coil-over' || kind === 'wishbone-torsion-bar';
  const caster =
    kind === 'beam-leaves'
      ? 'Wedges of a larger angle, or springs made for this lift.'
      : kind === 'beam-radius-arms'
        ? 'Radius arms or drop brackets made for this lift.'
        : 'Control arms made for this lift, or adjustable over more.';
  return [
    ...(wishbone && is('camber', 'caster') ? ['Upper arms made for this lift, or cams on them.'] : []),
    ...(!wishbone && is('caster') ? [caster] : []),
    ...(!wishbone && is('camber')
      ? ['A straight housing first: a bent tube or knuckle shows as camber. Then eccentric ball-joint sleeves.']
      : []),
    ...(is('toe') ? ['A tie rod, or sleeves, with more thread.'] : []),
  ];
}
