import * as z from 'zod';

/** Languages of the customer's page and of the record's fixed words. */
export const LANGUAGE_IDS = ['en', 'nb', 'de', 'es'] as const;
export const Language = z.enum(LANGUAGE_IDS);
export type Language = z.infer<typeof Language>;

/** Each by its own name; `locale` decides dates, plurals and the decimal sign. */
export const LANGUAGES: Readonly<Record<Language, { name: string; locale: string; comma: boolean }>> = {
  en: { name: 'English', locale: 'en-GB', comma: false },
  nb: { name: 'Norsk', locale: 'nb-NO', comma: true },
  de: { name: 'Deutsch', locale: 'de-DE', comma: true },
  es: { name: 'Español', locale: 'es-ES', comma: true },
};
