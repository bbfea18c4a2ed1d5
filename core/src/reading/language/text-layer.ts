import { languageVotes } from './labels.js';
import { fold } from './phrases.js';
import { rowsOf, type Word } from '../print/words.js';

/** What a page shows besides its text layer. */
export interface Paper {
  /** Share of the page that its largest picture covers, 0..1. */
  readonly pictureShare: number;
  /** Share of the text that is drawn so that it cannot be seen, 0..1. */
  readonly unseenShare: number;
}

/** Whether a page's text layer can be read instead of its picture, or why not. */
export type TextLayerTrust = 'good' | 'none' | 'unseen' | 'partial' | 'garbled';

/** A picture as large as this may hold the page itself. */
const WHOLE_PAGE = 0.55;
/** Words that a page with such a picture must have of its own to be trusted. */
const OF_ITS_OWN = 12;

/**
 * Votes for a language, a word of the text: below the second its words must at least be pronounceable, below the first
 * plainly so. A page that is all table has few words that tell a language; letters set for others give a stray one.
 */
const MEANING = { none: 0.02, little: 0.12 } as const;
/** Share of the longer words that can be pronounced, in any of the languages. */
const PRONOUNCEABLE = 0.9;
/** The same where no word has a meaning, and how many longer words it takes to tell. */
const PLAINLY = 0.97;
const TELLING = 10;

/** Judges a text layer: laid unseen over a scan by some other reader, only a stamp on a scan, or letters without meaning. */
export function trustTextLayer(words: readonly Word[], paper: Paper): TextLayerTrust {
  const letters = words.map((word) => word.text).join('');
  if (words.length === 0) return 'none';
  if (paper.unseenShare > 0.5) return 'unseen';
  if (paper.pictureShare > WHOLE_PAGE && words.length < OF_ITS_OWN) return 'partial';
  const odd = letters.replace(/[\p{Script=Latin}\p{N}\p{P}\p{Sc}\p{Sm}\p{Zs}°ºª№²³]+/gu, '');
  if (odd.length > 0.15 * letters.length) return 'garbled';
  if (words.length < 40) return 'good';
  const rows = rowsOf({ page: 1, width: 0, height: 0, words });
  const meaning = (languageVotes(rows)?.votes ?? 0) / words.length;
  if (meaning >= MEANING.little) return 'good';
  const { share, count } = pronounceable(words);
  const isSaid = meaning < MEANING.none ? count >= TELLING && share >= PLAINLY : share >= PRONOUNCEABLE;
  return isSaid ? 'good' : 'garbled';
}

/** Letters that are one consonant to the ear: compounds such as “Arbeitshandschuhe” are full of them. */
const ONE_SOUND = /sch|ch|ck|sh|th|ph|sz|cz|rz/g;

/** How many words have four letters and more, and the share of these that have a vowel, no five consonants and no four vowels in a row; 1 of none. */
function pronounceable(words: readonly Word[]): { share: number; count: number } {
  const long = words.map((word) => fold(word.text).replace(ONE_SOUND, 'k')).filter((text) => /^[a-z]{4,}$/.test(text));
  const said = long.filter((text) => /[aeiouy]/.test(text) && !/[^aeiouy]{5}|[aeiou]{4}/.test(text));
  return { share: long.length === 0 ? 1 : said.length / long.length, count: long.length };
}
