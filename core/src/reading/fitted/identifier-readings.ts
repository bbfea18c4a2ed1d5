import { isCurrencySign } from '../print/numbers.js';
import { memoized } from '../print/memoize.js';
import { dateSpans, type Span } from '../print/spans.js';
import { run as runOf, type Run } from '../print/words.js';

/** Words that one identifier has at most: “FV 1604/04/2026”, “NO 14 2207”. */
const MOST_WORDS = 3;
const DATED = /^\d{1,3}\/\d{2}\/(\d{2}|20\d{2})$/;
const ONE_WORD = /^(?=[^\d]*\d)[\p{L}\d][\p{L}\d/.\-–_]*$/u;
/** A part of an identifier of several words: capitals, digits and what parts them. */
const PART = /^(\p{Lu}{1,5}|(?=[^\d]*\d)[\p{Lu}\d][\p{Lu}\d/.\-–_]*)$/u;
const AMOUNT = /^\d{1,3}(([.,'’]\d{3})+|\d*)[.,]\d{2}$/;
/** A word of a scan that is its reader's way of seeing “n.º”. */
const NUMBER_SIGN = /^n[.°º]?[29]$/i;

const bare = (text: string): string => text.replace(/^[#(№]+/, '').replace(/[).,;:]+$/, '');
/** Whether nothing in or behind a word ends the identifier that it is part of. */
const goesOn = (text: string): boolean => !/[).,;:]$/.test(text);

/**
 * Every way to read an identifier off a run: single words with a digit in them, and words that stand one blank apart where letters, digits
 * and slashes may be one number or several. Longest first at each place; dates and amounts are none.
 */
export const identifierReadings = memoized((run: Run): readonly Span[] => {
  if (!/\d/.test(run.text)) return [];
  const dates = dateSpans(run);
  // “17/03/26” is a number of a series in some countries.
  const isDated = (from: number, to: number) =>
    dates.some((date) => from < date.to && date.from < to) && !(to - from === 1 && DATED.test(bare(run.words[from].text)));
  const readings: Span[] = [];
  run.words.forEach((word, from) => {
    for (let to = Math.min(run.words.length, from + MOST_WORDS); to > from; to--) {
      const words = run.words.slice(from, to);
      const parts = words.map(({ text }) => bare(text));
      if (isDated(from, to) || !words.slice(0, -1).every(({ text }) => goesOn(text))) continue;
      if (to - from > 1 && (!parts.every((part) => PART.test(part)) || isCurrencySign(parts[0]))) continue;
      const text = parts.join(' ');
      if (!/\d/.test(text) || !isIdentifier(text, to - from === 1) || /%$/.test(words[words.length - 1].text)) continue;
      if (word.score !== undefined && NUMBER_SIGN.test(text)) continue;
      readings.push({ run, from, to, text, box: runOf(words, run.page, run.row).box });
    }
  });
  return readings;
});

const isIdentifier = (text: string, single: boolean): boolean =>
  (!single || ONE_WORD.test(text)) &&
  !AMOUNT.test(text) &&
  !/^\d{1,2}$/.test(text) &&
  !/[-/–]$/.test(text) &&
  /[\p{L}\d]/u.test(text) &&
  text.length <= 30;
