import { middleX, middleY, union, type Box } from '../../geometry/index.js';
import { matchesPattern } from '../../documents/index.js';
import type { DecimalMark } from '../print/numbers.js';
import { dateSpans, numberSpans } from '../print/spans.js';
import type { Run } from '../print/words.js';
import type { Spot } from './look.js';
import type { Take } from './rule.js';

/** A text as it stands on a page. */
export interface Taken {
  readonly text: string;
  readonly page: number;
  readonly box: Box;
  readonly run: Run;
}

/** Words that what fits a pattern has at most. */
const MOST_WORDS = 6;

/** What a rule takes out of the spots that it found; null where nothing there is such. */
export function taken(spots: readonly Spot[], take: Take, mark: DecimalMark): Taken | null {
  const found = spots.flatMap(({ runs, origin }) =>
    runs.flatMap((one) => textsIn(one, take, mark).map((text) => ({ text, far: origin ? distance(origin, text) : 0 }))),
  );
  if (found.length === 0) return null;
  if (take.which === 'nearest') return found.reduce((best, one) => (one.far < best.far ? one : best)).text;
  const inOrder = found.map(({ text }) => text).sort((a, b) => a.page - b.page || a.run.row - b.run.row || a.box.x - b.box.x);
  return (take.which === 'first' ? inOrder.at(0) : inOrder.at(-1)) ?? null;
}

/** How far a text stands from the words that it was looked for by; down counts more than aside, as one reads. */
function distance(origin: { page: number; box: Box }, { page, box }: Taken): number {
  if (page !== origin.page) return 100_000 * Math.abs(page - origin.page);
  const down = Math.abs(middleY(box) - middleY(origin.box));
  const aside = Math.max(0, Math.abs(middleX(box) - middleX(origin.box)) - (box.width + origin.box.width) / 2);
  return 2 * down + aside;
}

function textsIn(one: Run, { kind, pattern }: Take, mark: DecimalMark): Taken[] {
  const at = (from: number, to: number, text: string): Taken => ({ text, page: one.page, run: one, box: union(one.words.slice(from, to)) });
  const fits = ({ text }: Taken) => matchesPattern(pattern, text);
  switch (kind) {
    case 'date':
      return dateSpans(one)
        .map(({ from, to, text }) => at(from, to, text))
        .filter(fits);
    case 'number':
    case 'percent':
    case 'amount':
      return numberSpans(one, mark)
        .filter(({ percent, number }) => percent === (kind === 'percent') && (kind !== 'amount' || number.places === 2 || number.signed))
        .map(({ from, to, text }) => at(from, to, text))
        .filter(fits);
    case 'text':
      return pattern === '' ? [at(0, one.words.length, one.text)] : windows(one, at).filter(fits);
    case 'word':
    case 'reference': {
      const bare = (text: string) => (kind === 'word' ? text : text.replace(/^[#(:]+|[).,;:]+$/g, ''));
      const isOne = ({ text }: Taken) => text !== '' && (kind === 'word' || /\d/.test(text));
      if (pattern !== '') return windows(one, at).filter((text) => isOne(text) && fits(text));
      return one.words.map((word, i) => at(i, i + 1, bare(word.text))).filter(isOne);
    }
  }
}

/** Every few words in a row, the longest first: as they stand, and without the marks around them. */
function windows(one: Run, at: (from: number, to: number, text: string) => Taken): Taken[] {
  const found: Taken[] = [];
  for (let from = 0; from < one.words.length; from++)
    for (let to = Math.min(one.words.length, from + MOST_WORDS); to > from; to--) {
      const text = one.words
        .slice(from, to)
        .map((word) => word.text)
        .join(' ');
      const bare = text.replace(/^[#(:]+|[).,;:]+$/g, '');
      found.push(at(from, to, text));
      if (bare !== text && bare !== '') found.push(at(from, to, bare));
    }
  return found;
}
