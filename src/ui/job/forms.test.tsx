/** @jest-environment-options {"globalsCleanup": "off"} */
import { device, INCH_SHOP, onDevice } from '../../../tests/support/jobOnDevice';
import { lifted } from '../../../tests/support/lifted';
import { CAIRN } from '../../../scripts/demo/vehicles';
import type { JobDocument } from '@/core/document/job';
import { toldAt } from '@/core/record/story';
import { verdictsOf } from '../../../tests/support/inHand';
import { BOOK } from '@/core/assembly/book';
import { BandsForm } from '../alignment/BandsForm';
import { LeadsWord } from '../LeadsWord';
import { FiledHere } from '../reading/FiledHere';
import { ReadRoom } from '../room/ReadRoom';
import { NoteForm } from '../room/NoteForm';
import { ChangeForm } from './ChangeForm';
import { EntryForm } from './EntryForm';
import { NothingDone } from './NothingDone';

jest.mock('../device/DeviceProvider', () => ({ useDevice: () => device }));
jest.mock('@/server/actions/job', () => ({ bandsOfLike: jest.fn() }));

const after = lifted({ vehicle: CAIRN });
const atBuild: JobDocument = {
  ...after,
  job: { ...after.job, gate: 'build' },
  readings: after.readings.filter((r) => r.gate === 'before'),
  changes: [],
};
const atBefore: JobDocument = { ...atBuild, job: { ...atBuild.job, gate: 'before' }, readings: [] };

describe('a change is recorded in two taps', () => {
  test('where and which part are asked for by name; what was pressed stays; then it is filed with both', async () => {
    const form = onDevice(atBuild, () => <ChangeForm />);
    form.send('Record change');
    await form.until(() => expect(form.says()).toEqual(['Say where: press a wheel, an axle or the whole vehicle.']));
    form.press('Rear axle');
    form.send('Record change');
    await form.until(() => expect(form.says()).toEqual(['Say which part, or “None of these”.']));
    form.press('Coil spring');
    form.type('What else there is to say', 'of the kit');
    form.send('Record change');
    await form.until(() => expect(form.filed).toHaveLength(1));
    expect(form.filed[0]).toMatchObject({
      kind: 'change',
      body: { kind: 'spring', place: 'rear', part: 'coil', what: 'Coil spring, rear axle: of the kit' },
    });
    await form.until(() => expect(form.box('What else there is to say').value).toBe(''));
  });
  test('none of the parts wants words; the words stay until it was taken', async () => {
    const form = onDevice(atBuild, () => <ChangeForm />);
    form.press('Whole vehicle');
    form.press('None of these');
    form.send('Record change');
    await form.until(() => expect(form.says()).toEqual(['Say what was changed.']));
    form.type('What was changed', 'Tools taken out');
    form.type('Kind of change', 'load');
    form.fill();
    form.send('Record change');
    await form.until(() => expect(form.says().join()).toContain('This tablet cannot keep it'));
    expect(form.box('What was changed').value).toBe('Tools taken out');
    expect(form.filed).toEqual([]);
  });
  test('a setting names its adjuster, from, to and mark; each that is wanting is said at its box', async () => {
    const form = onDevice(after, () => <ChangeForm first="alignment" only />);
    form.send('Record change');
    await form.until(() => expect(form.says()).toEqual(['say which was set']));
    form.type('Which adjuster', 'sleeve');
    form.type('From', '1/2');
    form.type('To', '0,5');
    form.send('Record change');
    await form.until(() =>
      expect(form.says()).toEqual([
        'the same as it was: nothing was set',
        'say what it was read off by: paint, a notch, threads showing',
      ]),
    );
    form.type('To', '1');
    form.type('Read off by', 'the paint mark');
    form.send('Record change');
    await form.until(() => expect(form.filed).toHaveLength(1));
    expect(form.filed[0]).toMatchObject({
      body: { kind: 'alignment', place: 'front', part: 'setting', setting: { adjuster: 'sleeve', from: 0.5, to: 1 } },
    });
  });
});

describe('a lead’s word prints, so it wants its reason', () => {
  test('nothing was changed here', async () => {
    const form = onDevice(atBuild, () => <NothingDone />, { role: 'lead' });
    form.send('Say so');
    await form.until(() => expect(form.says()).toEqual(['Say why: it prints on the customer’s sheet.']));
    form.type(/^Brought in as it is/, 'Lifted elsewhere');
    form.send('Say so');
    await form.until(() => expect(form.job().entries.at(-1)?.kind).toBe('nothing-done'));
  });
  test('what was asked for was not fitted: from then on nothing is raised by it', async () => {
    const asked: JobDocument = { ...after, plan: { ...after.plan, bodyLift: 25 } };
    const row = verdictsOf(asked).find((v) => v.check === 'unrecorded-body-lift');
    if (!row) throw new Error('a body lift that was planned is asked for');
    const form = onDevice(asked, () => <LeadsWord verdict={row} />, { role: 'lead' });
    form.send('Say that it was not fitted');
    await form.until(() => expect(form.says()).toEqual(['Say why: it prints on the customer’s sheet.']));
    form.type(/was not fitted because/, 'The customer decided against it');
    form.send('Say that it was not fitted');
    await form.until(() => expect(form.filed).toHaveLength(1));
    expect(verdictsOf(form.job()).some((v) => v.check === 'unrecorded-body-lift')).toBe(false);
  });
});

describe('what was filed here', () => {
  const spot = { gate: 'after', point: 'hoseSpan', place: 'FL', state: 'droop' } as const;
  const here = (job: JobDocument) =>
    onDevice(job, ({ workings }) => (
      <FiledHere
        open
        filed={toldAt(workings, spot).map((told) => ({
          ...told,
          when: '',
          filed: '',
          late: '',
          struckAt: '',
          from: '',
          state: 'filed',
        }))}
      />
    ));
  test('is struck out with a reason, and stays', async () => {
    const form = here(after);
    form.press('Strike out');
    form.send('Strike out, keep in the story');
    await form.until(() => expect(form.says()).toHaveLength(1));
    form.type(/^Why is it struck out/, 'read at the other wheel');
    form.send('Strike out, keep in the story');
    await form.until(() => expect(form.home.textContent).toContain('struck by Runa: read at the other wheel'));
    expect(form.job().readings).toHaveLength(after.readings.length);
  });
  test('is confirmed where it is unlikely, by name', async () => {
    const odd: JobDocument = {
      ...after,
      readings: after.readings.map((r) =>
        r.gate === 'after' && r.point === 'hoseSpan' && r.place === 'FL' && r.state === 'droop'
          ? { ...r, value: 2400, asked: false }
          : r,
      ),
    };
    const form = here(odd);
    expect(form.home.textContent).toContain('unlikely there, and nobody here has confirmed it');
    form.press('It is right: confirm');
    await form.until(() => expect(form.home.textContent).toContain('confirmed by Runa'));
  });
});

test('a note is filed and its box empty again; an empty one is none', async () => {
  const form = onDevice(after, () => <NoteForm />);
  form.send('File note');
  await form.until(() => expect(form.says()).toHaveLength(1));
  form.type(/^A note on this job/, 'Part came bent');
  form.send('File note');
  await form.until(() => expect(form.job().notes.map((n) => n.text)).toContain('Part came bent'));
  await form.until(() => expect(form.box(/^A note on this job/).value).toBe(''));
});

test('the maker’s bands: what is wrong is named at its line, what was typed stays, the good one is filed', async () => {
  const bare: JobDocument = { ...after, entries: [] };
  const form = onDevice(bare, (view) => <BandsForm view={view} />, { role: 'lead' });
  form.type('Front camber, each wheel, from', '0.5');
  form.type('Front camber, each wheel, to', '-0.75');
  form.type('Front total toe, from', '0');
  form.type('Front total toe, to', '0.4');
  form.send('File the bands');
  await form.until(() => expect(form.says().join()).toContain('Say where they stand'));
  form.type('Where it stands: sheet, date', 'maker’s sheet 11');
  form.send('File the bands');
  await form.until(() => expect(form.job().entries).toHaveLength(1));
  expect(form.job().entries[0]?.body).toMatchObject({ of: 'front-toe', low: 0, high: 0.4 });
  expect(form.home.textContent).toContain('The upper end must be above the lower one.');
  expect(form.box('Front camber, each wheel, from').value).toBe('0.5');
  await form.until(() => expect(form.box('Front total toe, from').value).toBe(''));
});

test('a rate of an adjuster: the box that is wanting says so, the rest stays', async () => {
  const rate = BOOK.entryKind('alignment-rate');
  if (!rate) throw new Error('there is no rate');
  const form = onDevice(after, () => <EntryForm kind={rate} />);
  form.type('Adjuster', 'sleeve');
  form.type('Total toe a unit', 'half');
  form.send('File adjuster rate');
  await form.until(() => expect(form.says().length).toBeGreaterThan(0));
  expect(form.box('Adjuster').value).toBe('sleeve');
  form.type('Total toe a unit', '0.5');
  form.type('On this vehicle', 'yes');
  form.type('How it was found', 'read before and after');
  form.send('File adjuster rate');
  await form.until(() => expect(form.filed).toHaveLength(1));
});

describe('a reading in hand', () => {
  const read = (job: JobDocument, at: string, units = INCH_SHOP) =>
    onDevice(job, (view) => <ReadRoom view={view} gate="before" asked={{ route: 'full', at }} />, { units });
  const figure = (form: ReturnType<typeof read>) => form.home.querySelector<HTMLInputElement>('#figure');
  const typed = (form: ReturnType<typeof read>, text: string) => form.enter('#figure', text);
  test('what is not understood is named and kept; by the keypad it is put right', async () => {
    const form = read(atBefore, 'hubToLip.FL.floor');
    typed(form, '18 18/16');
    form.press('File reading');
    await form.until(() => expect(form.says().join()).toContain('whole inch or more'));
    expect(form.filed).toEqual([]);
    expect(figure(form)?.value).toBe('18 18/16');
    typed(form, '');
    for (const key of ['1', '8', '5/8', '11/16']) form.press(key);
    expect(figure(form)?.value).toBe('18 11/16');
    expect(form.home.querySelector('#understood')?.textContent).toMatch(/18 11\/16 in.* ± 5\/32.* · 474\.7 mm$/);
    form.press('File reading');
    await form.until(() => expect(form.job().readings.map((r) => r.text)).toEqual(['18 11/16']));
  });
  test('a height one loaded radius out is asked about once, and kept with its mark', async () => {
    const form = read(atBefore, 'hubToLip.FL.floor');
    typed(form, '34');
    form.press('File reading');
    await form.until(() => expect(form.home.textContent).toContain('That is one loaded radius high.'));
    expect(form.filed).toEqual([]);
    form.press(/^Keep 34/);
    await form.until(() => expect(form.job().readings.map((r) => [r.text, r.asked])).toEqual([['34', true]]));
  });
  test('a fault needs its words', async () => {
    const form = read(atBefore, 'asFound.vehicle.floor');
    form.press('File a fault');
    await form.until(() => expect(form.says().join()).toContain('Write what the fault is.'));
    form.type('Note (a fault needs one)', 'Upper arm bent');
    form.press('File a fault');
    await form.until(() =>
      expect(form.job().readings.map((r) => [r.good, r.note])).toEqual([[false, 'Upper arm bent']]),
    );
  });
  test('an instrument and a note go with a reading, and a minus from the keypad', async () => {
    const form = read(atBefore, 'barAngle.front.floor');
    form.type('Instrument', 'bubble-gauge');
    form.type('Note', 'zeroed on the floor');
    form.press('plus / minus');
    form.press('3');
    expect(figure(form)?.value).toBe('-3');
    expect(form.home.querySelector('#understood')?.textContent).toContain('± 0.6');
    form.press('File reading');
    await form.until(() =>
      expect(form.job().readings.map((r) => [r.value, r.instrument, r.note])).toEqual([
        [-3, 'bubble-gauge', 'zeroed on the floor'],
      ]),
    );
  });
  test('one that stands is not overwritten: a second is a repeat', async () => {
    const one = read(atBefore, 'barAngle.front.floor');
    typed(one, '3');
    one.press('File reading');
    await one.until(() => expect(one.filed).toHaveLength(1));
    const form = read(one.job(), 'barAngle.front.floor');
    typed(form, '3.4');
    form.press('File as a repeat');
    await form.until(() => expect(form.job().readings.map((r) => r.supersedes)).toEqual([null, null]));
  });
  test('what was shown here was known, also where it is out of sight for a moment', async () => {
    const one = read(atBefore, 'barAngle.front.floor');
    typed(one, '3');
    one.press('File reading');
    await one.until(() => expect(one.filed).toHaveLength(1));
    const form = read(one.job(), 'barAngle.front.floor');
    form.show(atBefore);
    expect(form.home.textContent).not.toContain('Already filed here');
    typed(form, '3.4');
    form.press('File reading');
    await form.until(() => expect(form.filed).toHaveLength(1));
    expect(form.filed[0]).toMatchObject({ body: { knew: [one.job().readings[0]?.id] } });
  });
});
