import { readSignedSheet } from '@/core/assembly/sheet/signed';
import { DEFAULT_COME_BACK } from '@/core/document/comeBack';
import { letterOf } from '@/db/queries/letters';
import { signedSheetOf } from '@/db/queries/filed';
import { bookJob, closeAll, makePerson, makeShop, withDatabase } from '../../../tests/support/shopDb';
import { inShop } from '../database';
import { calendarOf } from '../calendar';
import { signOff } from './gatework';
import { saveCustomerLanguage, saveLetter, shopLetter } from './letters';

jest.mock('server-only', () => ({}));

withDatabase('how a shop writes to its customers', () => {
  afterAll(closeAll);
  const BACK = {
    items: [{ what: { text: 'Look at the winch rope' }, km: null, weeks: 3 }],
    source: 'the shop’s practice',
  };

  test('a lead sets it, nobody else; what is wrong is refused whole', async () => {
    const shop = await makeShop('Letters');
    const ivo = await makePerson(shop, 'Ivo', 'lead');
    const runa = await makePerson(shop, 'Runa', 'technician');
    expect(await shopLetter(ivo)).toEqual({ language: 'en', shopLanguage: 'en', back: DEFAULT_COME_BACK });
    expect(await saveLetter(runa, { language: 'de', back: BACK })).toMatchObject({
      ok: false,
      message: 'Only a lead sets how customers are written to.',
    });
    expect(await saveLetter(ivo, { language: 'fr', back: BACK })).toMatchObject({ ok: false });
    const none = { ...BACK, items: [{ what: 'nuts', km: null, weeks: null }] };
    expect(await saveLetter(ivo, { language: 'de', back: none })).toMatchObject({
      ok: false,
      message: expect.stringContaining('say after how far or how long'),
    });
    expect(await saveLetter(ivo, { language: 'de', back: { ...BACK, source: '' } })).toMatchObject({ ok: false });
    expect(await shopLetter(ivo)).toMatchObject({ language: 'en' });
    expect(await saveLetter(ivo, { language: 'de', back: BACK })).toEqual({ ok: true });
    expect(await shopLetter(ivo)).toEqual({ language: 'de', shopLanguage: 'de', back: BACK });
    // Another shop's stays as it was.
    const other = await makePerson(await makeShop('Letters elsewhere'), 'Maja', 'lead');
    expect(await shopLetter(other)).toMatchObject({ language: 'en' });
  });

  test('a customer has a language of their own; what is signed has it for good, and dates from the signature on', async () => {
    const shop = await makeShop('Letters signed');
    const ivo = await makePerson(shop, 'Ivo', 'lead');
    const job = await bookJob(ivo);
    await saveLetter(ivo, { language: 'de', back: BACK });
    expect(await saveCustomerLanguage(ivo, job, 'klingon')).toMatchObject({ ok: false });
    expect(await saveCustomerLanguage(ivo, crypto.randomUUID(), 'nb')).toMatchObject({ ok: false });
    expect(await saveCustomerLanguage(ivo, job, 'nb')).toEqual({ ok: true });
    const letter = await inShop(shop, (tx) => letterOf(tx, shop, job));
    expect(letter).toMatchObject({ language: 'nb', shopLanguage: 'de' });
    expect(await signOff(ivo, job, { kind: 'left-unreleased', note: 'Waits for a hose' })).toMatchObject({ ok: true });
    await saveCustomerLanguage(ivo, job, 'es');
    const frozen = await inShop(shop, (tx) => signedSheetOf(tx, shop, job));
    const page = readSignedSheet(frozen?.sheet ?? '').printed?.mm.page;
    expect(page).toMatchObject({
      language: 'nb',
      title: 'Kjøretøyet ditt, før og etter',
      state: { word: 'Ikke klar for veien' },
    });
    expect(page?.signed).toContain('«Waits for a hose»');
    // Left unreleased it has no dates, so no calendar either.
    if (!page) throw new Error('no page');
    expect(calendarOf(page, 'Letters')).toBeNull();
    const dated = {
      ...page,
      back: { ...page.back, said: [{ when: '3 uker', by: '', what: 'Vinsjtau', date: '2026-12-01T09:00:00.000Z' }] },
    };
    const file = calendarOf(dated, 'Letters') ?? '';
    expect(file).toMatch(
      /BEGIN:VCALENDAR[\s\S]*SUMMARY:Vinsjtau: [\s\S]*DTSTART;VALUE=DATE:20261201[\s\S]*END:VCALENDAR/,
    );
  });
});
