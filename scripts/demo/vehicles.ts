import type { Kit, Vehicle } from '@/core/document/job';
import { DEFAULT_STOCK, type FitStock } from '@/core/document/fitRules';
import type { Fitment } from '@/core/document/fitment';

/** The invented vehicles and kits of the demo shop. */
export const TARN: Vehicle = {
  make: 'Orrin',
  model: 'Tarn',
  tag: 'peat 3',
  body: 'pickup',
  frontSuspension: 'wishbone-coil-over',
  rearSuspension: 'beam-leaves',
  wheelbase: 3085,
  trackFront: 1540,
  trackRear: 1535,
  tyreDiameter: 778,
  rearHose: 'centre',
  swayLink: 'down',
  drive: 'part-time',
};
export const CAIRN: Vehicle = {
  make: 'Halbeck',
  model: 'Cairn',
  tag: 'rescue 1',
  body: 'wagon',
  frontSuspension: 'beam-links',
  rearSuspension: 'beam-links',
  wheelbase: 2850,
  trackFront: 1585,
  trackRear: 1585,
  tyreDiameter: 806,
  rearHose: 'centre',
  swayLink: 'down',
  drive: 'part-time',
};
export const PACKHORSE: Vehicle = {
  make: 'Corvane',
  model: 'Packhorse',
  tag: 'anvil',
  body: 'van',
  frontSuspension: 'beam-radius-arms',
  rearSuspension: 'beam-triangulated',
  wheelbase: 2790,
  trackFront: 1510,
  trackRear: 1510,
  tyreDiameter: 792,
  rearHose: 'per-wheel',
  swayLink: 'up',
  drive: 'free-hubs',
};

const fitment = (name: string, more: Partial<Fitment>): Fitment => ({
  name,
  size: '',
  diameter: 838,
  sectionWidth: 302,
  measured: true,
  shoulderRadius: null,
  offset: 5,
  spacer: 0,
  rimWidth: 215.9,
  rimDiameter: null,
  barrelRadius: 184,
  centring: 'hub',
  boltPattern: '6 × 139.7',
  loadRating: 1250,
  bumpStop: { front: 0, rear: 0 },
  trim: {},
  price: null,
  ...more,
});
export const ASKED_CAIRN = fitment('33.0 × 11.9 in, +5', { trim: { 'liner-rear': 20 } });
export const ASKED_TARN = fitment('838 × 305 mm, −6', { sectionWidth: 305, offset: -6, measured: false });
export const SUGGESTED_TARN = fitment('814 × 285 mm, +10', { diameter: 814, sectionWidth: 285, offset: 10 });

/** What the demo shop can get, in its own money; measured where one stood on the rack. */
export const DEMO_STOCK: FitStock = {
  ...DEFAULT_STOCK,
  tyres: DEFAULT_STOCK.tyres.map((t, i) => ({ ...t, measured: i % 3 === 1, price: 6200 + 900 * i })),
  wheels: DEFAULT_STOCK.wheels.map((w, i) => ({ ...w, price: i === 1 ? 0 : 7400 + 250 * i })),
  spacers: DEFAULT_STOCK.spacers.map((s) => ({ ...s, price: s.thickness === 0 ? 0 : 80 * s.thickness })),
  stops: DEFAULT_STOCK.stops.map((s) => ({ ...s, price: s.extra === 0 ? 0 : 900 })),
};

const stile = (mm: number): Kit => ({
  name: `Stile ${mm}`,
  claimFront: mm,
  claimRear: mm,
  source: `Stile ${mm} fitting sheet, revision C`,
  patches: [],
});
export const STILE_40 = stile(40);
export const STILE_65 = stile(65);
export const STILE_90 = stile(90);
/** The kits with their prices; the tallest is not priced yet. */
export const DEMO_KITS = [
  { ...STILE_40, price: 9800 },
  { ...STILE_65, price: 14_600 },
  { ...STILE_90, price: null },
];
