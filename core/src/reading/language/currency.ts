import type { Box } from '../../geometry/index.js';
import type { Row } from '../print/words.js';

const SIGNS: Readonly<Record<string, string>> = {
  '£': 'GBP',
  '€': 'EUR',
  $: 'USD',
  zł: 'PLN',
  CHF: 'CHF',
  EUR: 'EUR',
  GBP: 'GBP',
  USD: 'USD',
  SEK: 'SEK',
  NOK: 'NOK',
  DKK: 'DKK',
  PLN: 'PLN',
  CAD: 'CAD',
  AUD: 'AUD',
  NZD: 'NZD',
  CZK: 'CZK',
  HUF: 'HUF',
  RON: 'RON',
  JPY: 'JPY',
  US$: 'USD',
  CA$: 'CAD',
  C$: 'CAD',
  AU$: 'AUD',
  A$: 'AUD',
  NZ$: 'NZD',
  '¥': 'JPY',
  Kč: 'CZK',
  Ft: 'HUF',
};
const BY_COUNTRY: Readonly<Record<string, string>> = {
  GB: 'GBP',
  CH: 'CHF',
  SE: 'SEK',
  PL: 'PLN',
  NO: 'NOK',
  DK: 'DKK',
  US: 'USD',
  CZ: 'CZK',
  HU: 'HUF',
  RO: 'RON',
  CA: 'CAD',
  AU: 'AUD',
  NZ: 'NZD',
  JP: 'JPY',
};
const EURO = new Set([
  'DE',
  'FR',
  'NL',
  'ES',
  'IT',
  'AT',
  'BE',
  'IE',
  'FI',
  'PT',
  'LU',
  'GR',
  'SK',
  'SI',
  'EE',
  'LV',
  'LT',
  'MT',
  'CY',
  'HR',
]);

/** The currency by the signs and codes that stand on the page, ISO 4217; null where there is none. */
export function printedCurrency(rows: readonly Row[]): { value: string; page: number; box: Box; count: number; rivals: string[] } | null {
  const seen = new Map<string, { count: number; page: number; box: Box }>();
  let meant: string | null = null;
  for (const row of rows) {
    for (const run of row.runs) {
      for (const word of run.words) {
        const code =
          /(?<!\p{L})((?:US|CA|C|AU|A|NZ)?\$|CHF|EUR|GBP|USD|SEK|NOK|DKK|PLN|CAD|AUD|NZD|CZK|HUF|RON|JPY)(?!\p{L})|[£€¥]|(?<!\p{L})(?:zł|Kč|Ft)(?!\p{L})/u.exec(
            word.text,
          );
        if (!code) continue;
        const [sign] = code;
        const value = sign === '$' ? (meant ??= dollars(rows)) : SIGNS[sign];
        const known = seen.get(value);
        const weight = /\d/.test(word.text) || word.text === sign ? 1 : 0.5;
        // Readers of scans take a lone S for a dollar: only a sign with its amount counts.
        if (word.score !== undefined && /[£€$]/.test(sign) && !/\d/.test(word.text) && word.score < 0.9) continue;
        if (known) known.count += weight;
        else seen.set(value, { count: weight, page: run.page, box: word });
      }
    }
  }
  const ranked = [...seen].sort((a, b) => b[1].count - a[1].count);
  if (ranked.length === 0) return null;
  return { value: ranked[0][0], ...ranked[0][1], rivals: ranked.slice(1).map(([value]) => value) };
}

/** What tells whose dollars are meant, where only the sign is printed: registers, taxes, post codes and domains of countries that have dollars too. */
const DOLLARS: readonly (readonly [string, RegExp])[] = [
  ['AUD', /\bABN\b|\bACN\b|\bBSB\b|\b(NSW|VIC|QLD|TAS|ACT) \d{4}\b|\.com\.au\b|\bAustralia\b/],
  ['NZD', /\bNZBN\b|\.co\.nz\b|\bNew Zealand\b|\bAuckland\b/],
  ['CAD', /\b(HST|PST|QST|TPS|TVQ)\b|\b[A-Z]\d[A-Z] ?\d[A-Z]\d\b|\bCanada\b|\b(ON|QC|BC|AB|MB|NS) [A-Z]\d[A-Z]/],
];

/** The currency that a bare dollar sign means on these rows, ISO 4217. */
function dollars(rows: readonly Row[]): string {
  const texts = rows.map((row) => row.runs.map(({ text }) => text).join(' '));
  return DOLLARS.find(([, told]) => texts.some((text) => told.test(text)))?.[0] ?? 'USD';
}

/** Whether amounts are marked "kr": crowns, of which country it does not say. */
export function printsCrowns(rows: readonly Row[]): boolean {
  return rows.some((row) => row.runs.some((run) => run.words.some((word) => /^\d[\d.,]*kr\.?$|^kr\.?\d|^kr\.?$/i.test(word.text))));
}

/** Currencies that sellers of any country invoice in. */
const WORLDWIDE = new Set(['EUR', 'USD']);

/** The currency to be expected of a seller of this country where the printed one is hardly his; null where it may well be. */
export function likelierCurrency(printed: string, country: string | null): string | null {
  const own = currencyOfCountry(country);
  return own === null || own === printed || WORLDWIDE.has(printed) ? null : own;
}

/** The currency a seller of this country (ISO 3166) invoices in, or null. */
export function currencyOfCountry(country: string | null): string | null {
  if (country === null) return null;
  return BY_COUNTRY[country] ?? (EURO.has(country) ? 'EUR' : null);
}
