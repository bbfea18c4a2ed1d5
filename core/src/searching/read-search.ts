import { typedAmount } from './typed-amount.js';
import { addDays as daysAfter, addMonths, isIsoDate } from '../dates/index.js';

/** Something looked for: a word, by its beginning and in any of its forms, or what signs part into several, one after the other. In small letters. */
export interface Term {
  readonly pieces: readonly string[];
  /** The amount that it may mean, a decimal string. */
  readonly amount: string | null;
}

/** A search as it was typed. All of its parts must be met. */
export interface Search {
  readonly terms: readonly Term[];
  /** Words that stand one after the other, just so. */
  readonly phrases: readonly (readonly string[])[];
  /** None of these may stand there. */
  readonly without: readonly string[];
  /** Gross totals, decimal strings, both included; null: no end. */
  readonly amounts: readonly { readonly from: string | null; readonly to: string | null }[];
  /** Days of issue, ISO 8601, both included; null: no end. */
  readonly dates: readonly { readonly from: string | null; readonly to: string | null }[];
  /** People by login or name, who did something with it. */
  readonly who: readonly string[];
  readonly tags: readonly string[];
}

const QUOTED = /[“”„"]([^“”„"]*)(?:[“”„"]|$)/gu;
const WORD = /[\p{L}\p{N}]+/gu;
const DAY = String.raw`\d{4}-\d{2}(?:-\d{2})?`;
const DAYS = new RegExp(`^(${DAY})?\\.\\.(${DAY})?$`);
const ONE_DAY = new RegExp(`^${DAY}$`);
const AMOUNT = String.raw`\d[\d.,'’]*`;
const AMOUNTS = new RegExp(`^(${AMOUNT})?\\.\\.(${AMOUNT})?$`);
const BEYOND = new RegExp(`^([<>])=?\\s*(${DAY}|${AMOUNT})$`);
const NAMED = /^(who|tag):(.+)$/iu;

/**
 * Reads what was typed: words, “exact words”, -left out, >500, <500, 500..1000, 2026-03, 2026-03-01..2026-04-15, who:nell, tag:urgent. What
 * is none of these is a word.
 */
export function readSearch(text: string): Search {
  const found = { terms: [], phrases: [], without: [], amounts: [], dates: [], who: [], tags: [] } as Writable;
  const rest = text.normalize('NFC').replace(QUOTED, (_, quoted: string) => {
    const words = wordsOf(quoted);
    if (words.length > 0) found.phrases.push(words);
    return ' ';
  });
  for (const token of rest.split(/\s+/).filter((one) => one !== '')) readToken(token, found);
  return found;
}

type Writable = { -readonly [K in keyof Search]: Search[K] extends readonly (infer T)[] ? T[] : never };

function readToken(token: string, found: Writable): void {
  const named = NAMED.exec(token);
  const beyond = BEYOND.exec(token);
  const days = DAYS.exec(token);
  const between = AMOUNTS.exec(token);
  if (named) {
    (named[1].toLowerCase() === 'who' ? found.who : found.tags).push(named[2]);
  } else if (beyond) {
    const [, sign, limit] = beyond;
    if (ONE_DAY.test(limit)) addDays(found, sign === '>' ? limit : undefined, sign === '<' ? limit : undefined);
    else addAmounts(found, sign === '>' ? limit : undefined, sign === '<' ? limit : undefined);
  } else if (days && (days[1] ?? days[2])) addDays(found, days[1], days[2]);
  else if (ONE_DAY.test(token) && spanOf(token)) addDays(found, token, token);
  else if (between && (between[1] ?? between[2])) addAmounts(found, between[1], between[2]);
  else if (/^[-−]\p{L}/u.test(token)) found.without.push(...wordsOf(token));
  else addTerm(found, token);
}

const wordsOf = (text: string): string[] => (text.match(WORD) ?? []).map((word) => word.toLowerCase());

function addTerm(found: Writable, token: string): void {
  const pieces = wordsOf(token);
  if (pieces.length > 0)
    found.terms.push({ pieces, amount: new RegExp(`^-?${AMOUNT}$`).test(token) ? typedAmount(token.replace(/^-/, '')) : null });
}

/** The first and last day of a day or month; null where there is none such. */
function spanOf(text: string): { first: string; last: string } | null {
  if (text.length === 10) return isIsoDate(text) ? { first: text, last: text } : null;
  const first = `${text}-01`;
  return isIsoDate(first) ? { first, last: daysAfter(addMonths(first, 1), -1) } : null;
}

function addDays(found: Writable, from: string | undefined, to: string | undefined): void {
  const [first, last] = [from === undefined ? null : spanOf(from), to === undefined ? null : spanOf(to)];
  if ((from !== undefined && !first) || (to !== undefined && !last)) {
    for (const end of [from, to]) addTerm(found, end ?? '');
  } else found.dates.push({ from: first?.first ?? null, to: last?.last ?? null });
}

function addAmounts(found: Writable, from: string | undefined, to: string | undefined): void {
  const [least, most] = [from === undefined ? null : typedAmount(from), to === undefined ? null : typedAmount(to)];
  if ((from !== undefined && least === null) || (to !== undefined && most === null)) {
    for (const end of [from, to]) addTerm(found, end ?? '');
  } else found.amounts.push({ from: least, to: most });
}
