import { overlapY, right, union } from '../../geometry/index.js';
import { decimalMarkOf, readNumber, type DecimalMark } from '../print/numbers.js';
import { plainCharacters } from './two-readers.js';
import type { PageWords, Word } from '../print/words.js';

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
 * Words that the readers left open, settled by what the rest of the document shows: which character is the decimal mark,
 * and that a word of digits with a letter that looks like one is a number. The other readings stay as alternatives.
 */
export function settleWords(pages: readonly PageWords[]): PageWords[] {
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  return pages.map((page) => {
    if (!page.straightenedBy) return page;
    const codes = codesOf(page.words);
    const apart = page.words.flatMap((word) => withoutRule(word)).flatMap((word) => withoutCode(word, codes));
    return { ...page, words: joinedAtMarks(apart).map((word) => settled(word, mark)) };
  });
}

/** A number that ends in a mark, and what may stand behind the mark: thousands, or decimals. */
const OPEN_NUMBER = /^[£€$-]?\d[\d.,]*[.,]$/;
const REST_OF_NUMBER = /^(\d{3}[.,]|\d{3}([.,]\d{2,3})*|\d{2})$/;

/** The words with the numbers put together that a reader parted behind a mark: "70, 738. 07". */
function joinedAtMarks(words: readonly Word[]): Word[] {
  if (!words.some((word) => OPEN_NUMBER.test(word.text))) return [...words];
  const joined: Word[] = [];
  const sorted = [...words].sort((a, b) => a.x - b.x);
  const taken = new Set<Word>();
  for (const word of sorted) {
    if (taken.has(word)) continue;
    const parts = [word];
    for (let rest = restOf(word, sorted); rest && OPEN_NUMBER.test(parts.map(({ text }) => text).join('')); rest = restOf(rest, sorted)) {
      taken.add(rest);
      parts.push(rest);
    }
    joined.push(parts.length > 1 ? inOne(parts) : word);
  }
  return joined;
}

/** The parts of a number as one word, as sure as the least sure of them. */
const inOne = (parts: readonly Word[]): Word => ({
  ...parts[0],
  ...union(parts),
  text: parts.map(({ text }) => text).join(''),
  score: Math.min(...parts.map(({ score }) => score ?? 1)),
  alternatives: [],
});

/** What stands right behind a word and may go on a number. */
function restOf(open: Word, words: readonly Word[]): Word | undefined {
  const gap = (word: Word) => word.x - right(open);
  return words.find(
    (word) =>
      word.x > open.x &&
      gap(word) > -1 &&
      gap(word) < 0.7 * open.height &&
      overlapY(word, open) > 0.5 * Math.min(word.height, open.height) &&
      REST_OF_NUMBER.test(word.text),
  );
}

/** The word with the letters "PO" before its digits; sure where its readers differed in that O only. */
function asPurchaseOrder(word: Word): Word {
  const text = word.text.replace(PURCHASE_ORDER, 'PO');
  const others = (word.alternatives ?? []).filter((other) => other.replace(PURCHASE_ORDER, 'PO') !== text);
  const agreed = others.length === 0 && (word.alternatives ?? []).length > 0;
  return { ...word, text, alternatives: others, ...(agreed && word.score !== undefined ? { score: Math.max(word.score, 0.95) } : {}) };
}

/** A letter behind an amount, as of its tax rate: where it begins and where the amount ends. */
interface Code {
  readonly x: number;
  readonly amountEnds: number;
}

function codesOf(words: readonly Word[]): Code[] {
  return words
    .filter((word) => /^[A-Z]$/.test(word.text))
    .flatMap((code) => {
      const amount = words.find(
        (word) => /\d[.,]\d\d$/.test(word.text) && overlapY(word, code) > 0 && right(word) <= code.x && code.x - right(word) < code.height,
      );
      return amount ? [{ x: code.x, amountEnds: right(amount) }] : [];
    });
}

/** Two cells that a reader joined over the rule between them, “3|usł.”, as two words. */
function withoutRule(word: Word): Word[] {
  const at = word.text.indexOf('|');
  if (at <= 0 || at === word.text.length - 1 || !/^[\p{L}\d.,]+\|[\p{L}\d.,]+$/u.test(word.text)) return [word];
  const letter = word.width / word.text.length;
  const less = (from: number, to?: number) =>
    (word.alternatives ?? []).filter((text) => text[at] === '|').map((text) => text.slice(from, to));
  return [
    { ...word, text: word.text.slice(0, at), width: at * letter, alternatives: less(0, at) },
    {
      ...word,
      text: word.text.slice(at + 1),
      x: word.x + (at + 1) * letter,
      width: word.width - (at + 1) * letter,
      alternatives: less(at + 1),
    },
  ];
}

/** An amount that its reader glued to the code behind it ("£1,137.05A"), as two words where other amounts have codes in the same place. */
function withoutCode(word: Word, codes: readonly Code[]): Word[] {
  const [, amount, letter] = /^(\D?\d[\d.,]*[.,]\d\d)([A-Z])$/.exec(word.text) ?? [];
  const code = codes.find(({ x }) => Math.abs(x - (right(word) - word.width / word.text.length)) < 0.8 * word.height);
  if (amount === undefined || !code) return [word];
  const less = (word.alternatives ?? []).filter((text) => text.endsWith(letter)).map((text) => text.slice(0, -1));
  return [
    { ...word, text: amount, width: code.amountEnds - word.x, alternatives: less },
    { ...word, text: letter, x: code.x, width: right(word) - code.x, alternatives: [] },
  ];
}

/** A purchase order's number whose O was read as a zero. */
const PURCHASE_ORDER = /^P[0O](?=\d{3,})/;

function settled(word: Word, mark: DecimalMark): Word {
  if (PURCHASE_ORDER.test(word.text)) return asPurchaseOrder(word);
  if (word.score === undefined || word.score >= 0.9 || !/\d/.test(word.text)) return word;
  const readings = [word.text, ...(word.alternatives ?? [])];
  const digits = (text: string) => text.replace(/\D/g, '');
  const number = readings.find((text) => /[.,]\d{2,3}\D?$/.test(text) && readNumber(text, mark) !== null);
  if (number !== undefined && number !== word.text && readNumber(word.text, mark) === null) {
    const agreed = digits(number) === digits(word.text);
    return { ...word, text: number, score: agreed ? 0.95 : word.score, alternatives: readings.filter((text) => text !== number) };
  }
  if (readNumber(word.text, mark) !== null) return word;
  const swapped = [...plainCharacters(word.text)].map((character) => AS_DIGIT[character] ?? character).join('');
  const letters = word.text.replace(/[^\p{L}]/gu, '').length;
  if (letters > 0 && letters <= digits(word.text).length && /[.,]\d{2}$/.test(swapped) && readNumber(swapped, mark) !== null)
    return { ...word, text: swapped, score: Math.min(word.score, 0.6), alternatives: readings };
  return word;
}
