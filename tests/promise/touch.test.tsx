/** @jest-environment-options {"globalsCleanup": "off"} */
/**
 * The promise of the floors as a technician meets it: a subject that is its folder and one line has a door on its station,
 * its forms there, says what it still wants filed and where, goes stale, and offers its cures. By touch, without a browser.
 */
jest.mock('../../src/core/assembly/subjects', () => {
  const real = jest.requireActual<typeof import('../../src/core/assembly/subjects')>(
    '../../src/core/assembly/subjects',
  );
  const { bracket } = jest.requireActual<typeof import('./bracket/subject')>('./bracket/subject');
  return { SUBJECTS: [...real.SUBJECTS, bracket] };
});
jest.mock('../../src/ui/device/DeviceProvider', () => ({ useDevice: () => device }));
jest.mock('@/server/actions/job', () => ({}));

import { device, INCH_SHOP, onDevice } from '../support/jobOnDevice';
import { lifted } from '../support/lifted';
import { fillGate } from '../../scripts/demo/builder';
import { workingsOf } from '@/core/assembly/book';
import { curesOf } from '@/core/assembly/cures';
import { headlineOf, nextAction } from '@/core/assembly/gates/nextAction';
import { releaseBlockers } from '@/core/assembly/gates/release';
import { workJob } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import type { Verdict } from '@/core/record/checks/types';
import { NextCard } from '@/ui/station/NextCard';
import { StationAside } from '@/ui/station/StationAside';
import { StationEntries } from '@/ui/station/StationEntries';

const built = lifted({});
const planned: JobDocument = { ...built, plan: { ...built.plan, parts: { 'bracket-torque': { wanted: 100 } } } };
const after = fillGate(planned, 'after', { from: '2026-11-02T15:00:00Z', values: { bracketTorque: 101 } });
const asked: JobDocument = { ...after, entries: after.entries.filter((e) => e.kind !== 'bracket-shim') };
const rowOf = (job: JobDocument, check: string): Verdict | undefined => workJob(job).find((v) => v.check === check);
const changed = (job: JobDocument, at: string): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    {
      id: '33333333-3333-4333-8333-333333333333',
      kind: 'track-bar-or-arm' as const,
      what: 'Track bar, front axle',
      gate: 'after' as const,
      by: 'Runa',
      at,
    },
  ],
});
const LATER = '2026-11-02T23:00:00Z';

test('a job that ships with the application answers a check that wants something filed, by the kind’s own sample', () => {
  expect(after.entries.filter((e) => e.kind === 'bracket-shim')).toMatchObject([
    { body: { side: 'left', thickness: 3 } },
  ]);
  expect(rowOf(after, 'bracket-shimmed')).toMatchObject({ verdict: 'Clear', value: 3 });
});

test('not filed, its row says what, is in the way, and is the one next action with the way to the form', () => {
  const row = rowOf(asked, 'bracket-shimmed');
  expect(row).toMatchObject({
    verdict: 'Not measured',
    missing: ['Shim fitted'],
    missingEntries: [{ kind: 'bracket-shim', name: 'Shim fitted' }],
    summary: ['needs to be filed: shim fitted'],
    next: ['File shim fitted.'],
  });
  const verdicts = workJob(asked);
  expect(releaseBlockers(verdicts, METRIC_SHOP).map((b) => b.title)).toContain('Bracket shimmed');
  const only = verdicts.filter((v) => v.check === 'bracket-shimmed');
  const next = nextAction(workingsOf(asked), only, 'after');
  if (next?.kind !== 'file') throw new Error(`next is ${next?.kind}`);
  expect(headlineOf(next)).toMatchObject({ title: 'File: shim fitted', does: ['Bracket shimmed.'] });
  const card = onDevice(asked, (view) => (
    <NextCard view={view} gate="after" next={next} shut={null} onRecord={() => undefined} />
  ));
  const link = [...card.home.querySelectorAll('a')].find((a) => a.textContent === 'File: shim fitted');
  expect(link?.getAttribute('href')).toMatch(/\/after\/axle#kind-bracket-shim$/);
});

test('its form stands on its station’s page: filed there, the row is Clear, in either unit', async () => {
  for (const [units, thickness] of [
    [METRIC_SHOP, '3'],
    [INCH_SHOP, '1/8'],
  ] as const) {
    const form = onDevice(asked, (view) => <StationEntries view={view} station="axle" />, { units });
    form.send('File shim fitted');
    await form.until(() => expect(form.says().length).toBeGreaterThan(0));
    expect(form.filed).toEqual([]);
    form.type('Side', 'left');
    form.type('Thickness', thickness);
    form.send('File shim fitted');
    await form.until(() => expect(form.filed).toHaveLength(1));
    expect(rowOf(form.job(), 'bracket-shimmed')?.verdict).toBe('Clear');
    await form.until(() => expect(form.home.textContent).toContain('left, '));
  }
});

test('a change that it depends on outdates it: the row says by what, the form that it is stale; filed again it stands', () => {
  const stale = changed(after, LATER);
  expect(rowOf(stale, 'bracket-shimmed')).toMatchObject({
    verdict: 'Not measured',
    stale: { what: 'Track bar, front axle', by: 'Runa' },
    missingEntries: [{ kind: 'bracket-shim' }],
    next: ['File again: Shim fitted.'],
    staleOn: ['track-bar-or-arm'],
  });
  const form = onDevice(stale, (view) => <StationEntries view={view} station="axle" />);
  expect(form.home.textContent).toContain('Stale: Track bar, front axle was recorded after it.');
  const [was] = after.entries.filter((e) => e.kind === 'bracket-shim');
  if (!was) throw new Error('nothing filed');
  const again = { ...was, id: '44444444-4444-4444-8444-444444444444', at: '2026-11-02T23:30:00Z' };
  expect(rowOf({ ...stale, entries: [...stale.entries, again] }, 'bracket-shimmed')?.verdict).toBe('Clear');
  // Another kind of change leaves it.
  const lamp = { ...stale, changes: stale.changes.map((c) => ({ ...c, kind: 'lamp' as const })) };
  expect(rowOf(lamp, 'bracket-shimmed')?.verdict).toBe('Clear');
});

test('its room has a door on its station, and on no other', () => {
  const doors = (station: 'axle' | 'lines') =>
    [
      ...onDevice(after, (view) => (
        <StationAside view={view} gate="after" station={station} verdicts={[]} cures={null} />
      )).home.querySelectorAll('a'),
    ].map((a) => a.getAttribute('href'));
  expect(doors('axle')).toContainEqual(expect.stringMatching(/\/bracket$/));
  expect(doors('lines')).not.toContainEqual(expect.stringMatching(/\/bracket$/));
});

test('what would cure its Stop is tried where the Stop is in hand', () => {
  const loose = fillGate({ ...planned, readings: built.readings }, 'after', {
    from: '2026-11-02T15:00:00Z',
    values: { bracketTorque: 60 },
  });
  const row = rowOf(loose, 'bracket-bolt');
  if (row?.verdict !== 'Stop') throw new Error(`the bolt reads ${row?.verdict}`);
  expect(curesOf(workingsOf(loose), row).map((c) => c.name)).toEqual(['Bolt turned on']);
  expect(curesOf(workingsOf(asked), { ...row, check: 'bracket-shimmed' })).toEqual([]);
  const next = nextAction(workingsOf(loose), [row], 'after');
  if (next?.kind !== 'mend') throw new Error(`next is ${next?.kind}`);
  const card = onDevice(loose, (view) => (
    <NextCard view={view} gate="after" next={next} shut={null} onRecord={() => undefined} />
  ));
  card.press('What would cure it');
  card.press('Try: Bolt turned on');
  expect(card.home.textContent).toContain('Bracket: Stop → Clear');
  expect(card.home.textContent).toContain('At Build: Beam wrench, slowly.');
  card.press('Leave it');
  expect(card.home.textContent).not.toContain('Stop → Clear');
  expect(card.filed).toEqual([]);
});
