import * as z from 'zod';

/** What can be altered on the vehicle after a reading and make that reading stale. */
export const ChangeKind = z.enum([
  'spring',
  'tyre-or-wheel',
  'tyre-pressure',
  'load',
  'alignment',
  'trim',
  'lip',
  'body-lift',
  'brake-hose',
  'sway-link',
  'track-bar-or-arm',
  'shock-or-strap',
  'lamp',
  'driveshaft',
  'case-or-bearing',
  'shim',
  'steering-part',
]);
export type ChangeKind = z.infer<typeof ChangeKind>;

export const CHANGE_NAME: Record<ChangeKind, string> = {
  spring: 'Spring, spacer, block or preload',
  'tyre-or-wheel': 'Tyre, wheel or wheel spacer',
  'tyre-pressure': 'Tyre pressure',
  load: 'Load or accessory',
  alignment: 'Alignment or steering',
  trim: 'Liner, seam or bumper trimmed or moved',
  lip: 'Fender lip cut, rolled or moved',
  'body-lift': 'Body lift',
  'brake-hose': 'Brake hose, line or bracket',
  'sway-link': 'Sway bar or link',
  'track-bar-or-arm': 'Track bar, arm or axle moved',
  'shock-or-strap': 'Shock, limiting strap or bump stop',
  lamp: 'Lamp aim',
  driveshaft: 'Driveshaft, its joint or slip',
  'case-or-bearing': 'Transfer case, mount, crossmember or centre bearing',
  shim: 'Wedge shim between spring and axle',
  'steering-part': 'Pitman arm, drag link, tie rod or steering damper',
};
