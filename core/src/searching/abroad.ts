import { LEXICONS, type LabelMeaning } from '../languages/index.js';
import { withoutCase } from '../text/index.js';

/** What a word on an invoice is called elsewhere: only what has one meaning wherever it stands. */
const MEANINGS = ['carriage', 'documentDiscount', 'paid'] as const satisfies readonly LabelMeaning[];
const LEAST = 4;

const isWord = (text: string): boolean => /^\p{L}+$/u.test(text) && text.length >= LEAST;

/** For each meaning, the words of all languages that stand for it by themselves. */
const GROUPS: readonly (readonly { readonly plain: string; readonly language: string }[])[] = [
  ...MEANINGS.map((meaning) =>
    LEXICONS.flatMap(({ language, labels }) => labels[meaning].filter(isWord).map((word) => ({ plain: withoutCase(word), language }))),
  ),
  LEXICONS.flatMap(({ language, columns }) => columns.discount.filter(isWord).map((word) => ({ plain: withoutCase(word), language }))),
];

/** What a word is called in the other languages, in small letters without accents: “carriage” is “fracht”, “vracht” and others; empty where nothing is known. */
export function wordsAbroad(word: string): string[] {
  const plain = withoutCase(word);
  const found = new Set<string>();
  for (const group of GROUPS) {
    const own = new Set(group.filter((one) => one.plain === plain).map(({ language }) => language));
    if (own.size > 0) for (const one of group) if (!own.has(one.language) && one.plain !== plain) found.add(one.plain);
  }
  return [...found].sort();
}
