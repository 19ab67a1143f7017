import { gapAtBump } from '../clearance/bumpTape';
import { Figures, type Spot } from '../job/figures';
import { AXLES, axleOf, CORNERS, isCorner, type Axle, type Corner, type Place } from '../job/places';
import { pointById } from '../job/points';
import { hosePlaces } from '../job/points/point';
import { isBeam, type JobDocument, type ReadingGate } from '../job/schema';
import { hoseAllowance, hoseSlack, neededFreeLength } from '../hoses/slack';
import { barRotation, neutralLinkLength } from '../swayBar/neutral';
import { K, propagate, type Uncertain } from '../uncertainty/propagate';
import type { LimitKey } from './limits';
import { barByGeometry, crossedHoseSpan, knowsMotionRatio, travelToStop } from './geometryAid';
import { deg, mm } from './phrase';
import type { CheckDefinition, Worked, WorkInput } from './types';

const spotsOf = (job: JobDocument, gate: ReadingGate, point: string, place: Place): Spot[] =>
  (pointById(point)?.where(job) ?? []).filter((s) => s.place === place).map((s) => ({ gate, point, ...s }));

const pressure = (gate: ReadingGate): CheckDefinition => ({
  id: 'tyre-pressure',
  title: 'Tyre pressures alike',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  staleOn: ['tyre-pressure', 'tyre-or-wheel'],
  limit: 'tyrePressure',
  quantity: 'pressure',
  places: () => AXLES,
  needs: (_job, place) => {
    const at = (corner: Corner): Spot => ({ gate, point: 'tyrePressure', place: corner, state: 'floor' });
    return { required: place === 'front' ? { left: at('FL'), right: at('FR') } : { left: at('RL'), right: at('RR') } };
  },
  work: (input) => {
    const left = input.get('left');
    const right = input.get('right');
    const amount = (value: number) => ({ quantity: 'pressure', value }) as const;
    return {
      ...propagate(([l = 0, r = 0]) => l - r, [left, right]),
      formula: 'left − right',
      summary: ['left ', amount(left.value), ', right ', amount(right.value)],
      next: ['Set both to the shop’s figure, cold, and read the heights again.'],
    };
  },
});

const marked = (parts: readonly string[]): string | undefined => (parts.length > 0 ? parts.join('; ') : undefined);

const hose = (gate: ReadingGate): CheckDefinition => ({
  id: 'brake-hose-slack',
  title: 'Brake hose slack',
  gate,
  safetyCritical: true,
  calculationMayClear: false,
  staleOn: ['brake-hose', 'spring', 'shock-or-strap', 'track-bar-or-arm', 'tyre-or-wheel'],
  limit: 'hoseSlack',
  quantity: 'length',
  places: hosePlaces,
  needs: (job, place) => ({
    required: {
      free: { gate, point: 'hoseFree', place, state: 'droop' },
      ...Object.fromEntries(spotsOf(job, gate, 'hoseSpan', place).map((s) => [`span ${s.state}`, s])),
      ...(gate === 'after' ? { proof: { gate, point: 'hoseProof', place, state: 'droop' } as Spot } : {}),
    },
  }),
  work: (input) => {
    const spans = spotsOf(input.job, gate, 'hoseSpan', input.place).map((s) => input.get(`span ${s.state}`));
    const free = input.get('free');
    const measured = Math.max(...spans.map((span) => span.value));
    const crossed = crossedHoseSpan(input.job, input.place, gate, measured);
    // What the geometry adds can only ask for more hose than the tape did.
    const further = crossed && crossed.value > measured ? [crossed] : [];
    const all = [...spans, ...further];
    const slack = propagate(([length = 0, ...rest]) => hoseSlack(length, rest), [free, ...all]);
    const wants = hoseAllowance(free.value);
    const values = all.map((span) => span.value);
    const proof = input.proof('proof');
    const short = wants - slack.value;
    return {
      ...slack,
      limit: { clear: wants, stop: 15 },
      cap: proof && !proof.good ? { at: 'Stop', why: `by hand: ${proof.note || 'not free'}` } : undefined,
      formula:
        'slack = free length − greatest straight span at full droop and lock; allowance = max(25 mm, 5 % of the free length)',
      summary:
        slack.value < 0
          ? [mm(-slack.value), ' short at full droop, wants ', mm(wants), ' of slack']
          : [mm(slack.value), ' of slack at full droop, wants ', mm(wants)],
      next:
        short > 0 || slack.value - wants < K * slack.u
          ? [
              'Longer hose, flexible part ',
              mm(neededFreeLength(values) + K * slack.u),
              ' or more, or lower the bracket; then bleed and pedal test.',
            ]
          : ['Prove by hand at full droop and both locks: no kink, twist or rub.'],
      mark: marked([
        ...(gate === 'before' ? ['provisional: droop is read again after new shocks'] : []),
        ...(crossed ? [`crossed span from the geometry${crossed.assumed ? ', partly assumed' : ''}`] : []),
      ]),
      steps: [
        { name: 'Greatest span', amount: [mm(Math.max(...values))] },
        ...(crossed
          ? [
              {
                name: 'Crossed, by the geometry',
                amount: [mm(crossed.value), ' ± ', mm(K * crossed.u), ' with this wheel ', mm(-crossed.droop), ' down'],
              },
            ]
          : []),
        { name: 'Allowance', amount: [mm(wants)] },
        { name: 'Least free length that would do', amount: [mm(neededFreeLength(values))] },
      ],
    };
  },
});

const swayBar: CheckDefinition = {
  id: 'sway-bar-neutral',
  title: 'Sway bar back to neutral',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  staleOn: ['spring', 'load', 'sway-link'],
  limit: 'barRotation',
  quantity: 'angle',
  places: () => AXLES,
  needs: (job, place) => {
    const at = (gate: ReadingGate, point: string): Spot => ({ gate, point, place, state: 'floor' });
    const angles = { 'angle before': at('before', 'barAngle'), 'angle after': at('after', 'barAngle') };
    // The geometry can stand in for the gauge, not for a bar that is not there.
    const figures = new Figures(job);
    const status = Object.values(angles).map((spot) => figures.figure(spot).status);
    const byGeometry =
      !status.includes('not-fitted') && status.some((s) => s !== 'read') && barByGeometry(job, axleAt(place)) !== null;
    return {
      required: byGeometry ? {} : angles,
      optional: {
        ...(byGeometry ? angles : {}),
        arm: at('after', 'barArmLength'),
        'arm before': at('before', 'barArmLength'),
        link: at('after', 'swayLinkLength'),
        lean: at('after', 'swayLinkLean'),
      },
    };
  },
  work: (input) => {
    const aid = barByGeometry(input.job, axleAt(input.place));
    const before = input.maybe('angle before');
    const after = input.maybe('angle after');
    if (!before || !after) return aid ? barFromGeometry(aid) : null;
    const rotation = propagate(
      ([now = 0, neutral = 0]) => barRotation({ angleNow: now, angleNeutral: neutral }),
      [after, before],
    );
    const apart = aid ? Math.abs(aid.value - rotation.value) : 0;
    const contradicts = aid !== null && apart > K * Math.hypot(aid.u, rotation.u);
    const arm = input.maybe('arm') ?? input.maybe('arm before');
    const link = input.maybe('link');
    const lean = input.maybe('lean');
    const advice: Worked['next'] = (() => {
      if (!arm || !link)
        return ['Measure the bar’s arm and the fitted link: they give the link length that brings it back.'];
      const wanted = propagate(
        ([a = 0, l = 0, now = 0, neutral = 0, tilt = 0]) =>
          neutralLinkLength({
            arm: a,
            link: l,
            angleNow: now,
            angleNeutral: neutral,
            lean: tilt,
            runs: input.job.vehicle.swayLink,
          }),
        // An unread lean is taken as upright, give or take five degrees.
        [arm, link, after, before, lean ?? { value: 0, u: 5 }],
      );
      return [
        'Link of ',
        mm(wanted.value),
        ' (± ',
        mm(K * wanted.u),
        lean ? ')' : ', link taken as upright)',
        ' brings it back; fitted ',
        mm(link.value),
        '.',
      ];
    })();
    return {
      ...rotation,
      formula:
        'rotation = bar angle after − before; link for neutral = distance from the link’s far end to where the arm’s end stood before (exact circles)',
      summary: ['rotated ', deg(rotation.value, true), ' from where it stood before'],
      next: contradicts
        ? [...advice, ' Gauge and geometry disagree beyond their uncertainty: see the linkage’s calibration.']
        : advice,
      mark: marked([
        `neutral: the angle found Before${input.job.reference.kind === 'before' ? ', stock unknown' : ''}`,
        ...(aid ? [`geometry ${contradicts ? 'contradicts' : 'agrees'}${aid.assumed ? ', partly assumed' : ''}`] : []),
      ]),
      steps: aid
        ? [
            { name: 'By the geometry', amount: [deg(aid.value, true), ' ± ', deg(K * aid.u)] },
            ...(aid.neutral === null
              ? []
              : [{ name: 'Link for neutral, by the geometry', amount: [mm(aid.neutral, true), ' on the fitted one'] }]),
          ]
        : [],
    };
  },
};

const axleAt = (place: Place): Axle => (isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front');

/** The bar's rotation where no gauge was put on it after the build. */
function barFromGeometry(aid: NonNullable<ReturnType<typeof barByGeometry>>): Worked {
  return {
    value: aid.value,
    u: aid.u,
    cap: aid.assumed
      ? { at: 'Watch', why: 'worked with points that are assumed: measure them, or put the gauge on the bar' }
      : undefined,
    formula: 'rotation of the bar in the measured geometry at the measured heights; link for neutral from the same',
    summary: ['rotated ', deg(aid.value, true), ' by the geometry'],
    next:
      aid.neutral === null
        ? ['Put the gauge on the bar’s arm.']
        : ['A link ', mm(aid.neutral, true), ' on the fitted one brings it back.'],
    mark: `worked from the vehicle’s geometry${aid.assumed ? ', partly assumed' : ''}`,
  };
}

const STATIC_GAPS: readonly { point: string; limit: LimitKey; safety: boolean; title: string }[] = [
  { point: 'gapLip', limit: 'tyreToBody', safety: false, title: 'Static gap, fender lip' },
  { point: 'gapLinerFront', limit: 'tyreToBody', safety: false, title: 'Static gap, liner ahead' },
  { point: 'gapLinerRear', limit: 'tyreToBody', safety: false, title: 'Static gap, liner behind' },
  { point: 'gapInner', limit: 'tyreToArm', safety: true, title: 'Static gap, arm, spring or frame' },
  { point: 'gapHose', limit: 'tyreToHose', safety: true, title: 'Static gap, hose or harness' },
];

const staticGap = (
  gate: ReadingGate,
  { point, limit, safety, title }: (typeof STATIC_GAPS)[number],
): CheckDefinition => ({
  id: `static-${point.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`,
  title,
  gate,
  // As found, a static gap is a finding to plan with; only what leaves the shop must be safe.
  safetyCritical: safety && gate === 'after',
  calculationMayClear: true,
  staleOn: pointById(point)?.staleOn ?? [],
  limit,
  quantity: 'length',
  places: (job) => CORNERS.filter((corner) => spotsOf(job, gate, point, corner).length > 0),
  needs: (job, place) => ({ required: Object.fromEntries(spotsOf(job, gate, point, place).map((s) => [s.state, s])) }),
  work: (input) => {
    const spots = spotsOf(input.job, gate, point, input.place);
    const gaps = spots.map((s) => input.get(s.state));
    const least = propagate((values) => Math.min(...values), gaps);
    const where = spots[gaps.findIndex((gap) => gap.value === least.value)];
    const at =
      where?.state === 'floor-left'
        ? ', at left lock'
        : where?.state === 'floor-right'
          ? ', at right lock'
          : ', straight';
    return {
      ...least,
      formula: 'least of the gaps measured straight and at both locks, on the floor',
      summary: [mm(least.value), ` least${spots.length > 1 ? at : ''}`],
      next: ['More room at this point: offset, tyre, trim or stop; then prove it flexed.'],
      mark: 'static: says nothing about bump',
    };
  },
});

const bumpGap = (gate: ReadingGate): CheckDefinition => ({
  id: 'gap-at-bump',
  title: 'Gap at bump, from the tape',
  gate,
  safetyCritical: false,
  calculationMayClear: false,
  staleOn: ['spring', 'tyre-or-wheel', 'load', 'trim', 'shock-or-strap', 'track-bar-or-arm', 'alignment'],
  limit: 'tyreToBody',
  quantity: 'length',
  places: () => CORNERS,
  needs: (_job, place) => {
    const axle = isCorner(place) ? axleOf(place) : 'front';
    const at = (point: string, state: 'floor' | 'ramp'): Spot => ({ gate, point, place, state });
    return {
      required: {
        body: at('tyreToBody', 'floor'),
        stop: at('bumpStopGap', 'floor'),
        squash: { gate, point: 'stopCompression', place: axle, state: 'floor' },
      },
      optional: {
        'body flexed': at('tyreToBody', 'ramp'),
        'stop flexed': at('bumpStopGap', 'ramp'),
        ...(gate === 'after' ? { proof: { gate, point: 'rubBody', place: axle, state: 'ramp' } as Spot } : {}),
      },
    };
  },
  notWorkable: (job, place) => {
    const kind =
      isCorner(place) && axleOf(place) === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension;
    return isBeam(kind) || knowsMotionRatio(job, place, gate)
      ? null
      : 'a wishbone moves the tyre farther than its stop: it needs the motion ratio, from the linkage’s points and the shock’s mounts';
  },
  work: (input) => {
    const ratio = wishboneGap(input, gate);
    if (ratio) return ratio;
    const gap = ([body = 0, stop = 0, squash = 0]: number[]) => gapAtBump(body, stop, squash);
    const squash = input.get('squash');
    const parked = propagate(gap, [input.get('body'), input.get('stop'), squash]);
    const body = input.maybe('body flexed');
    const stop = input.maybe('stop flexed');
    const flexed = body && stop ? propagate(gap, [body, stop, squash]) : null;
    const value = flexed && flexed.value < parked.value ? flexed : parked;
    const apart = flexed ? Math.abs(flexed.value - parked.value) : 0;
    // The squash is common to both, so it drops out of their difference.
    const disagree = flexed !== null && apart > K * Math.hypot(parked.u, flexed.u);
    const cap: Worked['cap'] = disagree
      ? {
          at: 'Watch',
          why: 'parked and flexed disagree beyond their uncertainty: the stop lands elsewhere, or a reading is wrong',
        }
      : !flexed
        ? { at: 'Watch', why: 'read parked only: read it again flexed on the ramp' }
        : undefined;
    return {
      ...value,
      cap,
      formula:
        'gap at bump = tyre to body in the line of travel − bump-stop gap − stop compression, parked and flexed; the lesser',
      summary:
        value.value < 0
          ? ['meets the body ', mm(-value.value), ' before the stop is home']
          : [mm(value.value), ' left with the stop home'],
      next:
        value.value < 10
          ? ['Longer bump stop by ', mm(10 + K * value.u - value.value), ', less tyre, or trim.']
          : ['Prove it flexed, lock to lock.'],
      steps: [
        { name: 'Parked', amount: [mm(parked.value)] },
        { name: 'Flexed', amount: flexed ? [mm(flexed.value)] : ['not read'] },
      ],
    };
  },
});

/** Gap at bump of a coil-over wishbone, its motion ratio from the geometry; null for a beam axle. */
function wishboneGap(input: WorkInput, gate: ReadingGate): Worked | null {
  const { job, place } = input;
  const squash = input.get('squash');
  const [body, stop] = [input.get('body'), input.get('stop')];
  const [bodyFlexed, stopFlexed] = [input.maybe('body flexed'), input.maybe('stop flexed')];
  if (!knowsMotionRatio(job, place, gate)) return null;
  const closes = stop.value + squash.value;
  const found = travelToStop(job, place, gate, closes, stopFlexed ? stopFlexed.value + squash.value : null);
  if (!found)
    return {
      value: 0,
      u: 0,
      formula: '',
      summary: [],
      next: ['Read the stop’s gap and the shock’s mounts again, or prove it flexed.'],
      cap: { at: 'Not measured', why: 'by the geometry the linkage cannot come up until that stop is home' },
    };
  const gapOf = (room: Uncertain, gapU: number, travel: Uncertain): Uncertain => ({
    value: room.value - travel.value,
    u: Math.hypot(room.u, gapU / Math.abs(found.ratio), travel.u),
  });
  const parked = gapOf(body, Math.hypot(stop.u, squash.u), found.parked);
  const flexed =
    bodyFlexed && stopFlexed && found.flexed
      ? gapOf(bodyFlexed, Math.hypot(stopFlexed.u, squash.u), found.flexed)
      : null;
  const value = flexed && flexed.value < parked.value ? flexed : parked;
  const { assumed } = found.parked;
  return {
    ...value,
    cap: assumed
      ? { at: 'Watch', why: 'worked with points of the linkage that are assumed' }
      : flexed
        ? undefined
        : { at: 'Watch', why: 'read parked only: read it again flexed on the ramp' },
    formula:
      'gap at bump = tyre to body − the travel over which the shock closes by the stop’s gap and compression, from the geometry; parked and flexed; the lesser',
    summary:
      value.value < 0
        ? ['meets the body ', mm(-value.value), ' before the stop is home']
        : [mm(value.value), ' left with the stop home'],
    next:
      value.value < 10
        ? ['Longer bump stop by ', mm((10 + K * value.u - value.value) * found.ratio), ', less tyre, or trim.']
        : ['Prove it flexed, lock to lock.'],
    mark: `motion ratio from the geometry, the stop taken to be on the shock${assumed ? '; partly assumed' : ''}`,
    steps: [
      { name: 'Wheel travel until the stop is home', amount: [mm(found.parked.value)] },
      { name: 'Shock for each mm of wheel', amount: [`${found.ratio.toFixed(2)} mm`] },
      { name: 'Parked', amount: [mm(parked.value)] },
      { name: 'Flexed', amount: flexed ? [mm(flexed.value)] : ['not read'] },
    ],
  };
}

export const fitChecks: readonly CheckDefinition[] = (['before', 'after'] as const).flatMap((gate) => [
  pressure(gate),
  hose(gate),
  ...(gate === 'after' ? [swayBar] : []),
  ...STATIC_GAPS.map((gap) => staticGap(gate, gap)),
  bumpGap(gate),
]);
