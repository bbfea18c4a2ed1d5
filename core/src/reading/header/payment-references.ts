import { union, type Box } from '../../geometry/index.js';
import { isLuhn, isPaymentReference, normalizeReference } from '../../identifiers/index.js';
import { fold } from '../language/phrases.js';
import type { Row, Run, Word } from '../print/words.js';

/** A reference that the seller wants with the payment, as it is printed. */
export interface PrintedReference {
  readonly value: string;
  readonly page: number;
  readonly box: Box;
  /** Whether its check digits prove it; a label names it otherwise. */
  readonly checked: boolean;
}

/** Words that one reference has at most: 27 digits in groups of five. */
const MOST_WORDS = 8;
/** Words before a reference that banks read off the slip. */
const LABEL = /^(ocr|ocr nr|ocr nummer|kid|viitenumero|viite|referens)$/;

/** The payment references on the rows, those first that check digits prove. Of those without, only what a label for one stands before. */
export function printedReferences(rows: readonly Row[]): PrintedReference[] {
  const found = rows.flatMap((row) => row.runs.flatMap((run, at) => [...checkedIn(run), ...labelledIn(run, row.runs[at + 1])]));
  const byValue = new Map(found.map((one) => [normalizeReference(one.value), one]));
  return [...byValue.values()].sort((a, b) => Number(b.checked) - Number(a.checked));
}

function checkedIn(run: Run): PrintedReference[] {
  for (let from = 0; from < run.words.length; from++) {
    if (!/^(RF\d|\d|[+*]{3})/.test(run.words[from].text)) continue;
    for (let to = Math.min(run.words.length, from + MOST_WORDS); to > from; to--) {
      const words = run.words.slice(from, to);
      const text = textOf(words);
      if (isPaymentReference(text)) return [{ value: text, page: run.page, box: union(words), checked: true }];
    }
  }
  return [];
}

function labelledIn(run: Run, next: Run | undefined): PrintedReference[] {
  const at = run.words.findIndex((_word, i) => LABEL.test(fold(textOf(run.words.slice(0, i + 1)))));
  const words = at < 0 ? [] : at + 1 < run.words.length ? run.words.slice(at + 1, at + 2) : (next?.words.slice(0, 1) ?? []);
  const value = textOf(words);
  return words.length > 0 && /^\d{4,25}$/.test(value) && isLuhn(value) ? [{ value, page: run.page, box: union(words), checked: true }] : [];
}

const textOf = (words: readonly Word[]): string => words.map(({ text }) => text).join(' ');
