import { decimalMarkOf, readNumber, type DecimalMark } from './numbers.js';
import { plainSigns } from './two-readers.js';
import type { PageWords, Word } from './words.js';

/** Letters that readers take digits for. */
const AS_DIGIT: Readonly<Record<string, string>> = {
  O: '0',
  o: '0',
  Q: '0',
  D: '0',
  I: '1',
  l: '1',
  i: '1',
  '|': '1',
  S: '5',
  s: '5',
  B: '8',
  Z: '2',
  z: '2',
};

/**
 * Words that the readers left open, settled by what the rest of the document shows: which sign is the decimal mark,
 * and that a word of digits with a letter that looks like one is a number. The other readings stay as alternatives.
 */
export function settleWords(pages: readonly PageWords[]): PageWords[] {
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  return pages.map((page) => (page.straightenedBy ? { ...page, words: page.words.map((word) => settled(word, mark)) } : page));
}

function settled(word: Word, mark: DecimalMark): Word {
  if (word.score === undefined || word.score >= 0.9 || !/\d/.test(word.text)) return word;
  const readings = [word.text, ...(word.alternatives ?? [])];
  const digits = (text: string) => text.replace(/\D/g, '');
  const number = readings.find((text) => /[.,]\d{2,3}\D?$/.test(text) && readNumber(text, mark) !== null);
  if (number !== undefined && number !== word.text && readNumber(word.text, mark) === null) {
    const agreed = digits(number) === digits(word.text);
    return { ...word, text: number, score: agreed ? 0.95 : word.score, alternatives: readings.filter((text) => text !== number) };
  }
  if (readNumber(word.text, mark) !== null) return word;
  const swapped = [...plainSigns(word.text)].map((sign) => AS_DIGIT[sign] ?? sign).join('');
  const letters = word.text.replace(/[^\p{L}]/gu, '').length;
  if (letters > 0 && letters <= digits(word.text).length && /[.,]\d{2}$/.test(swapped) && readNumber(swapped, mark) !== null)
    return { ...word, text: swapped, score: Math.min(word.score, 0.6), alternatives: readings };
  return word;
}
