import type { Vehicle } from '@/core/document/job';
import { CAIRN, PACKHORSE, TARN } from '../../scripts/demo/vehicles';

/** A vehicle of each way that an axle is carried. */
export const BY_SUSPENSION: readonly (readonly [string, Vehicle])[] = [
  ['a beam on links', CAIRN],
  ['a beam on radius arms', PACKHORSE],
  ['coil-over wishbones', TARN],
  ['torsion bars', { ...TARN, frontSuspension: 'wishbone-torsion-bar' }],
  ['leaves at both ends', { ...CAIRN, frontSuspension: 'beam-leaves', rearSuspension: 'beam-leaves' }],
];
