import { JobDocument } from '@/core/document/job';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { addReading, fillGate, startJob } from './builder';
import { cutBack, fillClearance, frontShapes, gapValues, lockValues, rearShapes } from './clearance';
import { fillLinkage, gaugeValues, trueEnd } from './linkage';
import {
  ASKED_CAIRN,
  ASKED_TARN,
  CAIRN,
  PACKHORSE,
  STILE_40,
  STILE_65,
  STILE_90,
  SUGGESTED_TARN,
  TARN,
} from './vehicles';

const at = (job: JobDocument, gate: JobDocument['job']['gate']): JobDocument => ({ ...job, job: { ...job.job, gate } });
const change = (
  job: JobDocument,
  kind: JobDocument['changes'][number]['kind'],
  gate: 'build' | 'after',
  what: string,
  by: string,
  when: string,
): JobDocument => ({
  ...job,
  changes: [...job.changes, { id: crypto.randomUUID(), kind, gate, what, by, at: when }],
});

/** Before: the rear right height was read at the wrong mark, and the corners say so. */
function peatSurvey(): JobDocument {
  const start = startJob({
    job: {
      number: 'HG-0138',
      use: 'peat survey',
      bookedAt: '2026-11-16T07:40:00Z',
      bay: 'Bay 1',
      wantedTyre: '33 in all-terrain',
    },
    customer: { name: 'Low Moss Peat Survey', contact: '' },
    vehicle: TARN,
    kit: STILE_40,
    reference: { kind: 'like-vehicle', front: 472, rear: 493, source: 'peat 2, measured the same day' },
  });
  const read = fillGate(at(start, 'before'), 'before', {
    scattered: true,
    units: INCH_SHOP,
    from: '2026-11-16T08:55:00Z',
    route: 'short',
    most: 22,
    values: {
      'hubToLip.FR.floor': 471,
      'hubToLip.RL.floor': 493,
      'hubToLip.RR.floor': 508,
      asFound: { fault: 'Rear left shock weeping; leaf clip missing' },
    },
  });
  // The front's arms and tie rod on the left are taped already; the rest is the template's.
  const taped = fillLinkage(
    read,
    { front: trueEnd(start, 'front') },
    { from: '2026-11-16T09:20:00Z', units: INCH_SHOP, only: ['lowerArm', 'upperArm', 'tieRod'] },
  );
  const wrong = addReading(taped, { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' }, '19 5/8', {
    takenAt: '2026-11-16T08:58:00Z',
  });
  const id = wrong.readings.at(-1)?.id ?? '';
  return {
    ...wrong,
    strikes: [{ reading: id, reason: 'read at the wrong mark', by: 'Runa', at: '2026-11-16T08:59:00Z' }],
  };
}

/** After: rear hose too short at droop, front link past its range. */
function mountainRescue(): JobDocument {
  const start = startJob({
    job: {
      number: 'HG-0142',
      use: 'mountain rescue',
      bookedAt: '2026-11-12T07:30:00Z',
      bay: 'Bay 2',
      wantedTyre: '33 × 12 in',
      promiseFront: 'Crossed',
      promiseRear: 'Crossed',
    },
    customer: { name: 'Skarn Mountain Rescue', contact: '' },
    vehicle: CAIRN,
    kit: STILE_65,
    plan: { liftFront: 65, liftRear: 65, heaviestLoad: 420 },
    reference: { kind: 'maker-stock', front: 474, rear: 495, source: 'maker’s body sheet 7' },
  });
  const truth = { front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') };
  const round = {
    ends: truth,
    shapes: {
      front: frontShapes({ lip: 574, liner: 530, mount: 580, frame: 425, hose: 30 }),
      rear: rearShapes({ lip: 562 }),
    },
    offset: 18,
  };
  const came = { diameter: CAIRN.tyreDiameter, sectionWidth: 272, shoulderRadius: 34, planeOffset: 0 };
  const read = fillGate(at(start, 'before'), 'before', {
    scattered: true,
    units: INCH_SHOP,
    from: '2026-11-12T08:00:00Z',
    values: {
      ...gapValues(start, round, came, { front: [0, 0], rear: [0, 0] }),
      'hubToLip.FR.floor': 471,
      'ratedAngle.front.below': 22,
      'trackBarHeight.front.below': 96,
      'dragLinkAngle.front.below': -5.9,
      'pitmanArm.front.below': 152,
      'boxRatio.front.below': 16.2,
      'sleeveLead.front.below': 3.2,
      loadedRadius: CAIRN.tyreDiameter * 0.485,
      ...gaugeValues(truth, { front: [0, 0], rear: [0, 0] }),
      alignedBy: { choice: 'stand' },
    },
  });
  // Every point taped on both sides; one was read at the wrong edge, and the caster says so.
  const before = fillLinkage(read, truth, {
    from: '2026-11-12T10:30:00Z',
    units: INCH_SHOP,
    both: true,
    wrong: { 'lk.kingpin.upper.x.FL.floor': 17 },
  });
  const taped = fillClearance({ ...before, fitments: { asked: ASKED_CAIRN, suggested: null } }, 'before', round, {
    from: '2026-11-12T13:00:00Z',
    units: INCH_SHOP,
    values: {
      sectionWidth: 272,
      wheelOffset: 18,
      rimWidth: 203.2,
      wheelSpacer: 'not-fitted',
      calliperReach: 176,
      hubToLipDroop: 566,
      ...lockValues(round, [0, 0]),
    },
  });
  const springs = change(
    change(at(taped, 'build'), 'spring', 'build', 'Four Stile 65 coils fitted', 'Ivo', '2026-11-13T10:00:00Z'),
    'shock-or-strap',
    'build',
    'Four long shocks fitted',
    'Ivo',
    '2026-11-13T11:10:00Z',
  );
  const built = change(
    springs,
    'tyre-or-wheel',
    'build',
    'Four 33 × 12 in on wheels of offset +5 fitted',
    'Ivo',
    '2026-11-13T15:30:00Z',
  );
  const hosed = change(
    built,
    'brake-hose',
    'build',
    'Rear brake hose replaced by the kit’s',
    'Ivo',
    '2026-11-13T15:50:00Z',
  );
  const trimmed = change(
    hosed,
    'trim',
    'build',
    'Front wheels: liner behind the tyre cut back, both sides',
    'Ivo',
    '2026-11-13T16:20:00Z',
  );
  const roundAfter = { ...round, shapes: { ...round.shapes, front: cutBack(round.shapes.front, 'liner-rear', 19) } };
  const fitted = { diameter: 838, sectionWidth: 302, shoulderRadius: 38, planeOffset: 13 };
  const gaps = gapValues(start, roundAfter, fitted, { front: [72.5, 72], rear: [70.5, 62] });
  const after = fillGate(at(trimmed, 'after'), 'after', {
    scattered: true,
    units: INCH_SHOP,
    from: '2026-11-14T08:10:00Z',
    values: {
      ...gaps,
      // A bracket was put back a hole forward: nearer at left lock than the plan has it.
      'gapLinerRear.FL.floor-left': Math.max(0, (gaps['gapLinerRear.FL.floor-left'] ?? 30) - 38),
      // The bump stops stay where they were: the gap has grown by the lift.
      'bumpStopGap.FL.floor': 154,
      'bumpStopGap.FR.floor': 154,
      'bumpStopGap.RL.floor': 162,
      'bumpStopGap.RR.floor': 154,
      'hubToLip.FL.floor': 546,
      'hubToLip.FL.floor.2': 545,
      'hubToLip.FR.floor': 543,
      'hubToLip.FR.floor.2': 543,
      'hubToLip.RL.floor': 565,
      'hubToLip.RL.floor.2': 564,
      'hubToLip.RR.floor': 556,
      'hubToLip.RR.floor.2': 556,
      'hoseFree.rear.droop': 350,
      'hoseSpan.rear.droop': 336,
      loadedRadius: 403,
      // Longer shocks let it hang lower than it came: the front shaft binds there, and the rear one is too steep to
      // be driven fast.
      hubToLipDroop: 622,
      // Nobody touched the track bar: its arc takes the front axle to the left.
      'trackBarHeight.front.below': 161,
      'frameToTyre.FL.floor': 217,
      'frameToTyre.FR.floor': 195,
      // Nor the drag link: it leans with the bar, and the steering wheel no longer stands straight.
      'dragLinkAngle.front.below': -10.1,
      wheelOff: -6.4,
      'poke.FL.floor': 19,
      'poke.FR.floor': -2,
      'shaftsTurned.front.droop': { choice: 'binds' },
      'shaftAngle.rear.below': 9.4,
      'pinionAngle.rear.below': 3.1,
      'slipExposed.rear.below': 53,
      // On the ramp with the bar left on: it did not come up to the stop.
      'hubToLipFlexed.FL.ramp': 401,
      'hubToLipFlexed.FR.ramp': 398,
      'hubToLipFlexed.RL.ramp': 414,
      'hubToLipFlexed.RR.ramp': 411,
      'hubToLipAcross.FL.ramp': 598,
      'hubToLipAcross.FR.ramp': 601,
      'hubToLipAcross.RL.ramp': 604,
      'hubToLipAcross.RR.ramp': 607,
      'bumpStopGap.FL.ramp': 9,
      'bumpStopGap.FR.ramp': 10,
      'bumpStopGap.RL.ramp': 11,
      'bumpStopGap.RR.ramp': 9,
      'tyreToBody.FL.ramp': 56,
      'tyreToBody.FR.ramp': 57,
      'tyreToBody.RL.ramp': 66,
      'tyreToBody.RR.ramp': 72,
      'rampHose.FR.ramp': 71,
      flexBar: { choice: 'connected' },
      // No room in the yard that day to reverse on full lock, nor to brake from speed.
      rollReverseFull: 'cannot-reach',
      rollForwardBraked: 'cannot-reach',
      rollReverseBraked: 'cannot-reach',
      alignedBy: { choice: 'stand' },
      ...gaugeValues(truth, { front: [72.5, 72], rear: [70.5, 62] }),
      // One lower arm's bush was pressed in a turn off: caster is short on the left, and toe went out with the lift.
      'caster.FL.floor': 3.3,
      'caster.FR.floor': 6.2,
      'toe.FL.floor': 0.31,
      'toe.FR.floor': 0.22,
    },
  });
  return fillClearance(after, 'after', round, {
    from: '2026-11-14T11:20:00Z',
    units: INCH_SHOP,
    values: {
      sectionWidth: 302,
      wheelOffset: 5,
      rimWidth: 203.2,
      wheelSpacer: 'not-fitted',
      calliperGap: 6,
      studDiameter: 14,
      threadEngagement: 17,
      tyreLoadRating: 1250,
      'axleLoad.front.floor': 1480,
      'axleLoad.rear.floor': 1820,
      'ob.liner-rear.cut': 19,
      ...lockValues(round, [72.5, 72]),
      rollForwardHalf: 1,
      rollForwardFull: 1,
      rollReverseHalf: 1,
    },
  });
}

/** Build: Before whole, plan set, work begun. */
function farrier(): JobDocument {
  const start = startJob({
    job: {
      number: 'HG-0143',
      use: 'travelling farrier',
      bookedAt: '2026-11-17T09:00:00Z',
      bay: 'Bay 3',
      promiseFront: 'Street',
      promiseRear: 'Street',
    },
    customer: { name: 'Tove’s Forge', contact: '' },
    vehicle: PACKHORSE,
    kit: STILE_40,
    plan: { liftFront: 40, liftRear: 40, heaviestLoad: 380 },
  });
  const truth = { front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') };
  const before = fillLinkage(
    fillGate(at(start, 'before'), 'before', {
      scattered: true,
      from: '2026-11-17T09:20:00Z',
      values: {
        ...gaugeValues(truth, { front: [0, 0], rear: [0, 0] }),
        loadMass: 310,
        // A rear arm's bush gave way long ago: the left rear wheel stands behind the right one.
        'wheelbaseSide.RL.floor': 2847,
        'wheelbaseSide.RR.floor': 2838,
        'openingFront.RL.floor': 433,
        'openingRear.RL.floor': 414,
        'openingFront.RR.floor': 424,
        'openingRear.RR.floor': 423,
        'swayLinkLength.front.floor': 'not-fitted',
        'swayLinkLength.rear.floor': 'not-fitted',
        'barAngle.front.floor': 'not-fitted',
        'barAngle.rear.floor': 'not-fitted',
        'barArmLength.front.floor': 'not-fitted',
        'barArmLength.rear.floor': 'not-fitted',
      },
    }),
    truth,
    { from: '2026-11-17T11:00:00Z', only: ['radiusArm', 'link', 'trackBar', 'shock', 'kingpin'] },
  );
  const none: JobDocument = {
    ...before,
    entries: [
      ...before.entries,
      {
        id: crypto.randomUUID(),
        kind: 'no-such-part',
        gate: 'before',
        body: {
          point: 'barAngle',
          place: 'rear',
          what: 'bar angle',
          reason: 'this van-body was built without a rear bar: no brackets on the axle',
        },
        by: 'Ivo',
        at: '2026-11-17T12:20:00Z',
      },
    ],
  };
  return change(
    at(none, 'build'),
    'spring',
    'build',
    'Front coil spacers fitted, left and right',
    'Ivo',
    '2026-11-18T08:45:00Z',
  );
}

/** Plan: three generations of parts; at the rear the tyre fits the street but meets the body at full bump. */
function beekeeper(): JobDocument {
  const start = startJob({
    job: {
      number: 'HG-0144',
      use: 'beekeeper, farm tracks',
      bookedAt: '2026-11-18T10:15:00Z',
      bay: 'Bay 4',
      wantedTyre: '838 × 305 mm',
      heightSchool: 'floor-to-lip',
      notes: 'Three generations of lift parts; customer has no papers.',
    },
    customer: { name: 'Halla’s Hives', contact: '' },
    vehicle: { ...TARN, tag: 'hives', tyreDiameter: 806 },
    kit: STILE_90,
  });
  const truth = { front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') };
  const round = {
    ends: truth,
    shapes: {
      front: frontShapes({ lip: 546, liner: 488, mount: 552, frame: 392 }),
      rear: rearShapes({ lip: 546 }),
    },
    offset: 18,
  };
  const came = { diameter: 806, sectionWidth: 268, shoulderRadius: 34, planeOffset: 0 };
  const asked = { ...start, fitments: { asked: ASKED_TARN, suggested: SUGGESTED_TARN } };
  const read = fillGate(at(asked, 'plan'), 'before', {
    scattered: true,
    from: '2026-11-18T10:40:00Z',
    values: {
      ...gapValues(start, round, came, { front: [0, 0], rear: [0, 0] }),
      ...gaugeValues(truth, { front: [0, 0], rear: [0, 0] }),
      'floorToLip.FL.floor': 871,
      'floorToLip.RR.floor': 874,
      // In front the stop sits on the shock, which moves less than the wheel.
      'bumpStopGap.FL.floor': 40,
      'bumpStopGap.FR.floor': 41,
      'bumpStopGap.FL.ramp': 15,
      'bumpStopGap.FR.ramp': 16,
      'tyreToBody.FL.ramp': 110,
      'tyreToBody.FR.ramp': 112,
      'stopCompression.front.floor': 22,
      'tyreToBody.RL.floor': 118,
      'tyreToBody.RR.floor': 121,
      'tyreToBody.RL.ramp': 116,
      'tyreToBody.RR.ramp': 120,
      'hoseSpan.rear.droop': 431,
      'blocks.rear.floor': { choice: 'stacked' },
      asFound: { fault: 'Stacked rear blocks; front spring cups mismatched; upper arms bent' },
    },
  });
  return fillClearance(fillLinkage(read, truth, { from: '2026-11-18T12:20:00Z' }), 'before', round, {
    from: '2026-11-18T15:00:00Z',
    skip: ['body-mount'],
    values: {
      sectionWidth: 268,
      wheelOffset: 18,
      rimWidth: 203.2,
      wheelSpacer: 'not-fitted',
      calliperReach: 174,
      ...lockValues(round, [0, 0]),
      'ob.bumper-corner.b.h.FL.floor': 3.9,
      // The bracket's corners could not be reached for their distance yet: only where they stand on the clock.
      'ob.body-mount.a.h.FL.floor': 8.1,
    },
  });
}

const forestRoad = (): JobDocument =>
  startJob({
    job: { number: 'HG-0145', use: 'forest road', bookedAt: '2026-11-20T15:05:00Z', wantedTyre: '31 in' },
    customer: { name: 'Ulv Forestry', contact: '' },
    vehicle: { ...CAIRN, tag: 'green' },
    banded: false,
  });

/**
 * After: wishbones on cams, read by gauge and tape. The left front cam was set once, from a mark to a mark; camber stands
 * out on both sides as the lift left it, caster is short on the left, and toe went with both.
 */
function ferry(): JobDocument {
  const start = startJob({
    job: {
      number: 'HG-0146',
      use: 'ferry landing, quay roads',
      bookedAt: '2026-11-19T08:00:00Z',
      bay: 'Bay 5',
      promiseFront: 'Street',
      promiseRear: 'Street',
    },
    customer: { name: 'Holm Ferry', contact: '' },
    vehicle: { ...TARN, tag: 'ferry' },
    kit: STILE_65,
    plan: { liftFront: 65, liftRear: 65, heaviestLoad: 350 },
  });
  const truth = { front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') };
  const gauged = (lift: Parameters<typeof gaugeValues>[1]) =>
    Object.fromEntries(
      Object.entries(gaugeValues(truth, lift))
        .filter(([key]) => /^(camber|caster)\./.test(key))
        .map(([key, value]) => [key.replace('.', 'Gauge.'), value]),
    );
  const before = fillLinkage(
    fillGate(at(start, 'before'), 'before', {
      scattered: true,
      route: 'short',
      from: '2026-11-19T08:20:00Z',
      values: { alignedBy: { choice: 'gauge' }, ...gauged({ front: [0, 0], rear: [0, 0] }) },
    }),
    truth,
    { from: '2026-11-19T09:10:00Z', only: ['lowerArm', 'upperArm', 'tieRod'] },
  );
  const built = change(
    at(before, 'build'),
    'spring',
    'build',
    'Spacers on the front struts, blocks out, add-a-leaf in',
    'Ivo',
    '2026-11-19T11:00:00Z',
  );
  const set: JobDocument = {
    ...built,
    changes: [
      ...built.changes,
      {
        id: crypto.randomUUID(),
        kind: 'alignment',
        gate: 'build',
        what: 'Left lower arm, front cam: from 0 to -1 notches by the paint mark',
        setting: { adjuster: 'cam-front-left', from: 0, to: -1, mark: 'the paint mark' },
        by: 'Runa',
        at: '2026-11-19T13:40:00Z',
      },
    ],
  };
  return fillGate(at(set, 'after'), 'after', {
    scattered: true,
    route: 'short',
    from: '2026-11-19T14:00:00Z',
    values: {
      alignedBy: { choice: 'gauge' },
      ...gauged({ front: [65, 64], rear: [65, 66] }),
      tyreDiameter: 806,
      'casterGauge.FL.floor': 2.4,
      'toeBehind.front.floor': 1407,
      'toeAhead.front.floor': 1399,
    },
  });
}

/** Release: everything clear, a lead to sign. */
function vet(number: string, use: string, customer: string, tag: string, day: string): JobDocument {
  const start = startJob({
    job: {
      number,
      use,
      bookedAt: `2026-11-${day}T08:00:00Z`,
      bay: 'Leaving',
      promiseFront: 'Trail',
      promiseRear: 'Trail',
    },
    customer: { name: customer, contact: '' },
    vehicle: { ...PACKHORSE, tag },
    kit: STILE_65,
    plan: { liftFront: 65, liftRear: 65, heaviestLoad: 250 },
  });
  const before = fillGate(at(start, 'before'), 'before', { scattered: true, from: `2026-11-${day}T08:10:00Z` });
  const built = change(
    at(before, 'build'),
    'spring',
    'build',
    'Stile 65 coils fitted',
    'Ivo',
    `2026-11-${day}T10:40:00Z`,
  );
  const wheels = change(
    built,
    'tyre-or-wheel',
    'build',
    'Four 33 in all-terrain on wheels of offset +8 fitted',
    'Ivo',
    `2026-11-${day}T11:40:00Z`,
  );
  const linked = change(
    wheels,
    'sway-link',
    'build',
    'Longer sway links fitted, front and rear',
    'Ivo',
    `2026-11-${day}T12:10:00Z`,
  );
  const read = fillGate(at(linked, 'after'), 'after', {
    scattered: true,
    from: `2026-11-${day}T13:10:00Z`,
    values: { swayLinkLean: 0 },
  });
  // Both wheels at full bump, and what the joints do there: shown while it was built, springs out.
  const cycled = ['cycled-front', 'cycled-rear'].reduce(
    (far, route) => fillGate(far, 'after', { scattered: true, from: `2026-11-${day}T12:30:00Z`, route }),
    read,
  );
  return at(cycled, 'release');
}

function released(): JobDocument {
  const job = vet('HG-0131', 'river warden', 'Skarn River Wardens', 'warden', '09');
  return JobDocument.parse({
    ...job,
    job: { ...job.job, state: 'released' },
    signOffs: [{ kind: 'released', by: 'Ivo', at: '2026-11-10T15:30:00Z', note: '' }],
  });
}

/** What was taken in a shop with a network was filed as it was taken. */
const filedAtOnce = (job: JobDocument): JobDocument => ({
  ...job,
  readings: job.readings.map((r) => ({ ...r, filedAt: r.filedAt ?? r.takenAt })),
});

let made: JobDocument[] | null = null;
/** Eight jobs, most at another gate, that together show every verdict and both unit systems; made once, never changed. */
export const demoJobs = (): JobDocument[] =>
  (made ??= [
    peatSurvey(),
    mountainRescue(),
    farrier(),
    beekeeper(),
    forestRoad(),
    ferry(),
    vet('HG-0139', 'vet', 'Skarn Valley Vets', 'vet', '19'),
    released(),
  ].map(filedAtOnce)).slice();
