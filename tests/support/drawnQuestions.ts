import { ENDS, type FitQuestion } from './fitCases';

/** Mulberry32: small, good enough, and the same on every machine. */
function seeded(seed: number): () => number {
  let t = seed;
  return () => {
    t = (t + 0x6d2b79f5) | 0;
    let x = Math.imul(t ^ (t >>> 15), 1 | t);
    x = (x + Math.imul(x ^ (x >>> 7), 61 | x)) ^ x;
    return ((x ^ (x >>> 14)) >>> 0) / 4294967296;
  };
}

/** An obstacle near where the tyre of an end comes, at any hour, in its track or beside it. */
function drawn(random: () => number): FitQuestion {
  const between = (a: number, b: number) => a + (b - a) * random();
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const name = of(ENDS);
  const diameter = between(760, 860);
  const sectionWidth = between(235, 305);
  const id = of(['liner-rear', 'fender-lip', 'bumper-corner', 'frame-rail', 'brake-hose', 'cab-step']);
  // Beside the tyre straight ahead, in its way at lock.
  const locked = random() < 0.35 && !name.endsWith('rear');
  const inner = !locked && (id === 'frame-rail' || id === 'brake-hose');
  const lift = between(60, 110);
  const hour = (of(locked ? [9, 9.4, 3, 2.6] : [12, 11, 1, 10, 2, 9, 3, 8.5, 3.5]) / 12) * 2 * Math.PI;
  // Above the wheel it is met at bump; ahead and behind at lock; inboard by the sidewall.
  const r = diameter / 2 + (Math.cos(hour) > 0.5 ? lift * Math.cos(hour) : 0) + between(-25, 14);
  const out = inner
    ? -sectionWidth / 2 - between(0, 60)
    : locked
      ? -sectionWidth / 2 - between(60, 110)
      : between(-110, 110);
  const reach = inner ? between(0.5, 0.9) : locked ? between(0.97, 1.03) : 1;
  const along = between(20, 120);
  const unlike = random() < 0.4 ? between(0, 25) : 0;
  return {
    name,
    grade: of(['Street', 'Trail', 'Crossed']),
    tyre: { diameter, sectionWidth, shoulderRadius: sectionWidth / 8, planeOffset: between(-15, 25) },
    left: { bump: lift, droop: -between(60, 110) },
    right: { bump: lift + unlike, droop: -between(60, 110) },
    steer: 1,
    compliance: random() < 0.5 ? 0 : between(2, 8),
    uncertainty: random() < 0.5 ? 0 : between(0.5, 2.5),
    obstacle: {
      id,
      points: [
        [r * reach * Math.sin(hour), out, r * reach * Math.cos(hour)],
        [r * reach * Math.sin(hour) + between(-30, 30), out - along, r * reach * Math.cos(hour) + between(-20, 20)],
      ],
    },
  };
}

/** So many questions, the same for the same seed. */
export function drawnQuestions(seed: number, count: number): FitQuestion[] {
  const random = seeded(seed);
  return Array.from({ length: count }, () => drawn(random));
}
