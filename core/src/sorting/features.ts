import { readNumber } from '../reading/print/numbers.js';
import { fold } from '../reading/language/phrases.js';
import type { PageWords } from '../reading/index.js';

/** Words of a page that are looked at, from the top: what a letter is stands there. */
const MOST_WORDS = 300;

/** A seller's name as sorting compares it; null where there is none. */
export const sellerKey = (name: string | null): string | null => (name === null ? null : fold(name) || null);

/** What a document's first page says and looks like, for sorting: its words, each once, and signs of its layout (`#…`). */
export function sortingFeatures(pages: readonly PageWords[]): string[] {
  const [first] = pages;
  if (!first) return [];
  const words = [...first.words].sort((a, b) => a.y - b.y).slice(0, MOST_WORDS);
  const found = new Set<string>();
  for (const { text } of words) for (const part of fold(text).split(' ')) if (/^\p{L}{3,24}$/u.test(part)) found.add(part);
  const amounts = first.words.filter(
    ({ text }) => /[.,]\d{2}\D{0,2}$/.test(text) && (readNumber(text, '.') ?? readNumber(text, ',')),
  ).length;
  found.add(amounts === 0 ? '#no amounts' : amounts < 4 ? '#few amounts' : '#many amounts');
  found.add(pages.length === 1 ? '#one page' : '#several pages');
  found.add(first.words.length < 120 ? '#few words' : '#many words');
  return [...found];
}
