import { IntlMessageFormat } from 'intl-messageformat';
import { show } from '../../../kernel/units/format';
import type { Quantity, UnitChoice } from '../../../kernel/units/quantity';
import { LANGUAGES, type Language } from '../../../document/language';
import de from './messages/de.json';
import en from './messages/en.json';
import es from './messages/es.json';
import nb from './messages/nb.json';

export type MessageKey = keyof typeof en;
export type Values = Readonly<Record<string, string | number>>;

/** The messages of each language, in ICU message syntax: none may be missing in any. */
export const MESSAGES: Readonly<Record<Language, Readonly<Record<MessageKey, string>>>> = { en, nb, de, es };

/** Says what a page has to say in one language. */
export interface Phrasebook {
  language: Language;
  say: (key: MessageKey, values?: Values) => string;
  /** Whether there is a message of that name. */
  knows: (key: string) => key is MessageKey;
  /** A figure in the wanted unit, with the language's decimal sign. */
  figure: (quantity: Quantity, value: number, units: UnitChoice, signed?: boolean) => string;
  /** A share of one, whole percent downwards: "81 %". */
  percent: (share: number) => string;
  list: (items: readonly string[]) => string;
  /** A moment's day in a time zone, written out. */
  day: (iso: string, timeZone: string) => string;
}

const made = new Map<Language, Phrasebook>();

/** The phrasebook of a language: messages are read once. */
export function phrasebook(language: Language): Phrasebook {
  const known = made.get(language);
  if (known) return known;
  const { locale, comma } = LANGUAGES[language];
  const formats = new Map<MessageKey, IntlMessageFormat>();
  const signed = (text: string): string => (comma ? text.replace(/(\d)\.(\d)/g, '$1,$2') : text);
  const book: Phrasebook = {
    language,
    say: (key, values = {}) => {
      const format = formats.get(key) ?? new IntlMessageFormat(MESSAGES[language][key], locale);
      formats.set(key, format);
      return String(format.format(values));
    },
    knows: (key): key is MessageKey => key in MESSAGES[language],
    figure: (quantity, value, units, withSign = false) => signed(show(quantity, value, units, withSign).text),
    percent: (share) => `${Math.floor(100 * share + 1e-9)} %`,
    list: (items) => new Intl.ListFormat(locale, { type: 'conjunction' }).format(items),
    day: (iso, timeZone) => new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone }).format(new Date(iso)),
  };
  made.set(language, book);
  return book;
}
