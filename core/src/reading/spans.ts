import { union, type Box } from '../geometry/index.js';
import { readDate, type PrintedDate } from './calendar.js';
import { isCurrencySign, readNumber, type DecimalMark, type PrintedNumber } from './numbers.js';
import type { Run } from './words.js';

/** Some words of a run that can be read as a value of one type. */
export interface Span {
  readonly run: Run;
  /** Words of the run: `from` inclusive, `to` exclusive. */
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly box: Box;
}
export interface DateSpan extends Span {
  readonly date: PrintedDate;
}
export interface NumberSpan extends Span {
  readonly number: PrintedNumber;
  /** Whether a percent sign follows. */
  readonly percent: boolean;
}

const make = (run: Run, from: number, to: number): Span => {
  const words = run.words.slice(from, to);
  return { run, from, to, text: words.map((word) => word.text).join(' '), box: union(words) };
};

/** The dates in a run, longest first at each place. */
export function dateSpans(run: Run): DateSpan[] {
  const spans: DateSpan[] = [];
  for (let from = 0; from < run.words.length; from++) {
    for (let to = Math.min(run.words.length, from + 5); to > from; to--) {
      const span = make(run, from, to);
      const date = readDate(span.text.replace(/^[(]|[)]$/g, ''));
      if (!date) continue;
      spans.push({ ...span, date });
      from = to - 1;
      break;
    }
  }
  return spans;
}

/** The numbers in a run that stand as words of their own, with their currency signs; longest first at each place. */
export function numberSpans(run: Run, mark: DecimalMark): NumberSpan[] {
  const spans: NumberSpan[] = [];
  for (let from = 0; from < run.words.length; from++) {
    if (!/\d|^[-–−(£€$]/.test(run.words[from].text) && !isCurrencySign(run.words[from].text)) continue;
    for (let to = Math.min(run.words.length, from + 5); to > from; to--) {
      const span = numberAt(run, from, to, mark);
      if (!span) continue;
      spans.push(span);
      from = to - 1;
      break;
    }
  }
  return spans;
}

function numberAt(run: Run, from: number, to: number, mark: DecimalMark): NumberSpan | null {
  const span = make(run, from, to);
  if (to - from > 1 && !joinsToOneNumber(span.text)) return null;
  const percent = /\d\s*%$/.test(span.text);
  const text = span.text
    .replace(/\s*%$/, '')
    .replace(/^\((.*)\)$/, '$1')
    .replace(/[,;:]$/, '')
    .replace(/(\d)\.$/, '$1');
  const number = readNumber(text, mark);
  return number ? { ...span, number, percent } : null;
}

/** Groups of three digits, or one number with its sign: what may be several words and still one number. */
function joinsToOneNumber(text: string): boolean {
  const bare = text
    .replace(/[£€$%()]|\b(EUR|GBP|USD|CHF|SEK|PLN|CR|kr|zł)\b/gi, '')
    .replace(/^\s*[-–−]\s*/, '')
    .trim();
  return /^\d{1,3}(\s\d{3})*([.,]\d+)?$/.test(bare) || /^[\d.,'’]+$/.test(bare);
}

const IDENTIFIER = /^#?(?=[^\d]*\d)[\p{L}\d][\p{L}\d/.\-–_]*$/u;

/** Words that can be a document's or an order's number: a digit in them, no date, no amount with a currency sign. */
export function identifierSpans(run: Run): Span[] {
  const dates = dateSpans(run);
  return run.words.flatMap((word, index) => {
    const text = word.text.replace(/^[#(]+/, '').replace(/[).,;:]+$/, '');
    if (!IDENTIFIER.test(text) || /%$/.test(word.text)) return [];
    if (dates.some((date) => index >= date.from && index < date.to)) return [];
    if (/^\d{1,3}([.,]\d{3})*[.,]\d{2}$/.test(text) || /^\d{1,2}$/.test(text)) return [];
    return [{ ...make(run, index, index + 1), text }];
  });
}
