import { languageVotes } from './labels.js';
import { rowsOf, type Word } from './words.js';

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

/** Votes for a language that a text of so many words must have, a word: letters set for others give a stray one at most. */
const MEANING = 0.12;

/** Judges a text layer: laid unseen over a scan by some other reader, only a stamp on a scan, or letters without meaning. */
export function trustTextLayer(words: readonly Word[], paper: Paper): TextLayerTrust {
  const letters = words.map((word) => word.text).join('');
  if (words.length === 0) return 'none';
  if (paper.unseenShare > 0.5) return 'unseen';
  if (paper.pictureShare > WHOLE_PAGE && words.length < OF_ITS_OWN) return 'partial';
  const odd = [...letters].filter((sign) => !/[\p{Script=Latin}\p{N}\p{P}\p{Sc}\p{Sm}\p{Zs}°ºª№²³]/u.test(sign)).length;
  if (odd > 0.15 * [...letters].length) return 'garbled';
  const rows = rowsOf({ page: 1, width: 0, height: 0, words });
  if (words.length >= 40 && (languageVotes(rows)?.votes ?? 0) < MEANING * words.length) return 'garbled';
  return 'good';
}
