import { bottom, contains, overlapX, overlapY, right, type Box } from '../../geometry/index.js';
import type { Word } from '../print/words.js';

/** A word as the first reader found it: a tight box around its ink. */
export interface FirstReading extends Box {
  readonly text: string;
  /** 0..1. */
  readonly score: number;
  /** Words of one line of print share this. */
  readonly line: string;
}

/** What the second reader made of the same place. */
export interface SecondReading {
  readonly text: string;
  /** The least sure of its characters, 0..1. */
  readonly score: number;
  /** The text with its least sure character replaced by the next likeliest; null where there is none. */
  readonly rival: string | null;
}

/** Characters that readers take for one another, to see that two readings are the same but for the shape of a character. */
const SAME_SHAPE: readonly [RegExp, string][] = [
  [/[‐‑‒–—−]/g, '-'],
  [/[’‘´`]/g, "'"],
  [/[“”„]/g, '"'],
  [/[，]/g, ','],
  [/[：]/g, ':'],
  [/[（]/g, '('],
  [/[）]/g, ')'],
];

/** The text in plain characters, without spaces. */
export function plainCharacters(text: string): string {
  let plain = text.normalize('NFKC');
  for (const [pattern, character] of SAME_SHAPE) plain = plain.replace(pattern, character);
  return plain.replace(/\s+/g, '');
}

const bare = (text: string) => plainCharacters(text).normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Below this the first reader is unsure of a word, and of one with digits. Addresses of the network are never worth it. */
const UNSURE = 0.65;
const UNSURE_DIGITS = 0.86;

/**
 * Words worth a second reading: those that the first reader is unsure of, and of those with digits the ones that a value
 * is taken from (`boxes`) and nothing else on the page proves.
 */
export function worthSecondReading(word: FirstReading, boxes: readonly Box[]): boolean {
  const digits = /\d|^\p{Lu}{4,}$/u.test(word.text);
  if (/@|www\./.test(word.text)) return false;
  if (word.score < (digits ? UNSURE_DIGITS : UNSURE)) return true;
  const [x, y] = [word.x + word.width / 2, word.y + word.height / 2];
  return digits && boxes.some((box) => contains(box, x, y, 2));
}

/** Score of a word that both readers read the same. */
const AGREED = 0.995;

/** One word out of two readings of it. They agree: sure. They differ: the likelier one, the other kept, and unsure. */
export function joinReadings(first: FirstReading, second: SecondReading | null): { text: string; score: number; alternatives: string[] } {
  const own = tidied(first.text);
  if (!second || second.text === '') return { text: own, score: /\d/.test(own) ? 0.85 * first.score : first.score, alternatives: [] };
  const other = tidied(second.text);
  if (plainCharacters(own) === plainCharacters(other)) return { text: own, score: AGREED, alternatives: [] };
  const amount = sameAmount(own, other);
  if (amount !== null) return { text: amount, score: 0.97, alternatives: [] };
  const pointed = sameDigits(own, other);
  if (pointed !== null) return { text: pointed, score: 0.95, alternatives: [pointed === own ? other : own] };
  const rivals = (chosen: string) =>
    [...new Set([own, other, ...(second.rival ? [tidied(second.rival)] : [])])].filter((text) => text !== chosen && text !== '');
  // The second reader knows few accented letters: where the plain letters agree, the first reader's stand.
  if (bare(own) === bare(other) && !/\d/.test(own)) return { text: own, score: Math.max(0.9, first.score), alternatives: [] };
  if (bare(own) === bare(other)) return { text: own, score: 0.9, alternatives: rivals(own) };
  const digits = /\d/.test(own) || /\d/.test(other);
  const takeOther = digits ? shape(other) + second.score >= shape(own) + first.score : second.score > 0.9 && first.score < 0.5;
  const text = takeOther ? other : own;
  const margin = Math.abs(shape(other) + second.score - shape(own) - first.score);
  return {
    text,
    score: digits ? Math.min(0.75, 0.45 + margin / 3) : takeOther ? 0.7 * second.score : first.score,
    alternatives: rivals(text),
  };
}

/** Both texts where they are one amount and differ only by the currency sign, which one reader left out or took for a letter. */
function sameAmount(own: string, other: string): string | null {
  const [a, b] = [own, other].map((text) => /^(?:[£€$]|[CEe∈](?=\d))?(\d[\d.,']*\d)(?: ?[£€$CEeF∈])?$/.exec(plainCharacters(text))?.[1]);
  if (a === undefined || a !== b) return null;
  const signed = [own, other].find((text) => /[£€$]/.test(text));
  return signed ?? (/^\d/.test(own) && /\d$/.test(own) ? own : (a ?? null));
}

/** The text with the decimal mark where both readers saw the same digits and one of them lost the mark, as faint ones are. */
function sameDigits(own: string, other: string): string | null {
  const [a, b] = [own, other].map((text) => plainCharacters(text).replace(/[£€$%]/g, ''));
  if (!/^-?\d[\d.,]*\d$/.test(a) || !/^-?\d[\d.,]*\d$/.test(b) || a.replace(/[.,]/g, '') !== b.replace(/[.,]/g, '')) return null;
  const marks = (text: string) => text.replace(/\d/g, '').length;
  if (marks(a) === marks(b)) return null;
  return marks(a) > marks(b) ? own : other;
}

/** How much the text looks like something that is printed on invoices: an amount, a date, a number, a word. */
function shape(text: string): number {
  if (/^[£€$]?-?\d{1,3}([.,' ]\d{3})*[.,]\d{2}$/.test(text)) return 0.5;
  if (/^\d{1,4}[./-]\d{1,2}[./-]\d{1,4}$/.test(text)) return 0.45;
  if (/^\d+$/.test(text)) return 0.35;
  if (/^[£€$]?\d[\d.,]*%?$/.test(text)) return 0.3;
  if (/^[\p{L}\d][\p{L}\d/.\-]*$/u.test(text)) return 0.25;
  return 0;
}

/** Without the scraps of table rules that readers take for characters. */
function tidied(text: string): string {
  const tidy = text.replace(/^[|¦_~‚\[\]{}]+(?=.)|(?<=.)[|¦_~\[\]{}]+$|(?<=[^\p{L}\d])[/\\]$/gu, '');
  return tidy
    .replace(/^[‘'`´]+(?=\d)/, '')
    .replace(/[，]/g, ',')
    .replace(/[：]/g, ':')
    .replace(/[（]/g, '(')
    .replace(/[）]/g, ')');
}

/** Width of the narrowest print's letters, as a share of its size. */
const NARROWEST = 0.3;
/** What blur adds to the height of a box around ink, in pixels. */
const BLUR = 2;
const TALL = /[\p{Lu}\dbdfhkltßÀ-ÿ£€$%&/()[\]|!?]/u;
const HANGING = /[gjpqyçÇQ,;()[\]|/@]/u;
const SMALL_LETTER = /[\p{Ll}\d\p{Lu}]/u;

/**
 * The box of a word as type sets it, from the tight box around its ink, so that all words of a line stand alike:
 * as high as the type is large, four fifths of it above the line that letters stand on. Null for marks that tell no size.
 */
export function typeBox(text: string, ink: Box): Box | null {
  if (!SMALL_LETTER.test(text)) return null;
  const hangs = HANGING.test(text);
  const capitals = (ink.height - BLUR) / (TALL.test(text) ? (hangs ? 1.28 : 1) : hangs ? 1.02 : 0.74);
  // A box far too high for its width took in a rule or a stain.
  const size = text.length < 4 ? capitals / 0.72 : Math.min(capitals / 0.72, ink.width / text.length / NARROWEST);
  const base = bottom(ink) - (hangs ? 0.27 * capitals : 0);
  return { x: ink.x, width: ink.width, y: base - 0.8 * size, height: size };
}

/** Words of one line set alike: a word whose size is far from its neighbours' was measured wrong (a rule, a stain), and takes theirs. */
export function levelled(words: readonly (Word & { readonly line: string })[]): Word[] {
  const lines = new Map<string, (Word & { readonly line: string })[]>();
  for (const word of words) lines.set(word.line, [...(lines.get(word.line) ?? []), word]);
  return words.map(({ line, ...word }) => {
    const all = (lines.get(line) ?? []).filter((other) => Math.abs(other.x - word.x) < 25 * word.height);
    if (all.length < 2) return word;
    const middle = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
    const height = middle(all.map((other) => other.height));
    if (word.height < 1.35 * height && word.height > 0.7 * height) return word;
    const base = middle(all.map((other) => other.y + 0.8 * other.height));
    return Math.abs(word.y + 0.5 * word.height - base + 0.3 * height) > 1.2 * height ? word : { ...word, y: base - 0.8 * height, height };
  });
}

/** The parts of a line of print that no word covers, long enough to hold something. */
export function uncovered(line: Box, words: readonly Box[]): Box[] {
  const covering = words
    .filter((word) => overlapY(word, line) > 0.35 * Math.min(word.height, line.height) && overlapX(word, line) > 0)
    .sort((a, b) => a.x - b.x);
  const gaps: Box[] = [];
  let from = line.x;
  const close = (to: number) => {
    if (to - from > 0.75 * line.height) gaps.push({ ...line, x: from, width: to - from });
  };
  for (const word of covering) {
    close(word.x);
    from = Math.max(from, right(word));
  }
  close(right(line));
  return gaps;
}
