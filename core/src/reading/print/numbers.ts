import type { DecimalString } from '../../money/index.js';

/** Which sign parts the whole from the fraction on this document. */
export type DecimalMark = '.' | ',';

/** Codes and words for currencies that stand with amounts, as parts of a pattern. */
const CURRENCY_WORDS = 'EUR|Eur|eur|GBP|USD|CHF|SEK|NOK|DKK|PLN|CZK|HUF|RON|CAD|AUD|NZD|JPY|kr|Kr|KR|zł|ZŁ|Zł|Kč|Ft';
const CURRENCY_SIGN = new RegExp(`^([A-Z]{0,2}\\$|£|€|¥|${CURRENCY_WORDS}|Fr)\\.?$`);
const CURRENCY_WORD = new RegExp(`(?<!\\p{L})(?:${CURRENCY_WORDS})(?!\\p{L})\\.?`, 'gu');
const DOLLARS = /\b(US|CA|C|AU|A|NZ)(?=\$)/g;

/** The text without the codes and words of currencies. */
export const withoutCurrency = (text: string): string => text.replace(CURRENCY_WORD, ' ').replace(DOLLARS, '');
/** Whether a currency is named in a text, by sign, code or word. */
export const namesCurrency = (text: string): boolean => /[£€$¥]/.test(text) || withoutCurrency(text) !== text;

const NUMBER = /^[-–−+(]?\s*[£€$¥]?\s*[-–−]?\s*(\d[\d.,'’\u00a0\u202f ]*)\s*[£€$¥]?\s*(CR|-|\))?$/i;
/** “120.–”, “85,-”: no hundredths. */
const ROUND = /(\d)[.,][-–—]{1,2}$/;
const GROUPED = { '.': /^\d{1,3}([,'’\u00a0\u202f ]\d{3})*(\.\d+)?$/, ',': /^\d{1,3}([.'’\u00a0\u202f ]\d{3})*(,\d+)?$/ };
const UNGROUPED = { '.': /^\d+(\.\d+)?$/, ',': /^\d+(,\d+)?$/ };

/** A number on a page and how it was printed. */
export interface PrintedNumber {
  /** With the zeros as printed behind the mark, so that 3.0 stays 3.0. */
  readonly value: DecimalString;
  /** Digits after the decimal mark. */
  readonly places: number;
  /** Whether a currency sign stands with it. */
  readonly signed: boolean;
}

/** The mark that most numbers of the document speak for; a point where none does. */
export function decimalMarkOf(texts: Iterable<string>): DecimalMark {
  let comma = 0;
  let point = 0;
  for (const text of texts) {
    if (/^\D{0,2}\d{1,3}([.\u202f\u00a0 ]\d{3})+,\d{1,4}\D{0,2}$/.test(text)) comma += 4;
    else if (/^\D{0,2}\d{1,3}(,\d{3})+\.\d{1,4}\D{0,2}$/.test(text)) point += 4;
    else if (/^\D{0,2}\d+,\d{2}\D{0,2}$/.test(text)) comma += 1;
    else if (/^\D{0,2}\d+\.\d{2}\D{0,2}$/.test(text)) point += 1;
  }
  return comma > point ? ',' : '.';
}

/** Reads one printed number ("1.257,77 €", "-£5.00", "691.53 CR"), or null where the text is none. */
export function readNumber(text: string, mark: DecimalMark): PrintedNumber | null {
  if (!/\d/.test(text)) return null;
  const trimmed = text.trim();
  const match = NUMBER.exec(
    ROUND.test(trimmed) ? trimmed.replace(ROUND, '$1') : /\p{L}/u.test(trimmed) ? withoutCurrency(trimmed).trim() : trimmed,
  );
  if (!match) return null;
  const body = match[1].trim();
  if (!GROUPED[mark].test(body) && !UNGROUPED[mark].test(body)) return null;
  const digits = mark === '.' ? body.replace(/[^\d.]/g, '') : body.replace(/[^\d,]/g, '').replace(',', '.');
  const negative = /^[-–−]|[£€$]\s*[-–−]/.test(trimmed) || /-$|CR$/i.test(trimmed) || /^[^\d]*\(.*\)$/.test(trimmed);
  const zero = !/[1-9]/.test(digits);
  return {
    value: (negative && !zero ? '-' : '') + digits.replace(/^0+(?=\d)/, ''),
    places: digits.split('.')[1]?.length ?? 0,
    signed: namesCurrency(trimmed),
  };
}

/** Whether the word is a currency sign or code and nothing else. */
export function isCurrencySign(text: string): boolean {
  return CURRENCY_SIGN.test(text);
}
