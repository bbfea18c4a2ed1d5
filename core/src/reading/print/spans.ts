import { union, type Box } from '../../geometry/index.js';
import { readDate, type PrintedDate } from './calendar.js';
import { isCurrencySign, namesCurrency, withoutCurrency, readNumber, type DecimalMark, type PrintedNumber } from './numbers.js';
import { memoized, memoizedByMark } from './memoize.js';
import type { Run, Word } from './words.js';

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
  /** What else the number may be where readers of a scan did not agree, likeliest first. */
  readonly others: readonly PrintedNumber[];
}

const textOf = (run: Run, from: number, to: number): string => {
  let text = run.words[from].text;
  for (let i = from + 1; i < to; i++) text += ` ${run.words[i].text}`;
  return text;
};
const make = (run: Run, from: number, to: number): Span => ({
  run,
  from,
  to,
  text: textOf(run, from, to),
  box: union(run.words.slice(from, to)),
});

/** The dates in a run, longest first at each place. */
export const dateSpans = memoized((run: Run): readonly DateSpan[] => {
  const spans: DateSpan[] = [];
  if (!/\d/.test(run.text)) return spans;
  for (let from = 0; from < run.words.length; from++) {
    for (let to = Math.min(run.words.length, from + 5); to > from; to--) {
      const date = readDate(textOf(run, from, to).replace(/^[(]|[)]$/g, ''));
      if (!date) continue;
      spans.push({ ...make(run, from, to), date });
      from = to - 1;
      break;
    }
  }
  return spans;
});

/** The numbers in a run that stand as words of their own, with their currency signs; longest first at each place. */
export const numberSpans = memoizedByMark(numbersIn);

function numbersIn(run: Run, mark: DecimalMark): readonly NumberSpan[] {
  const spans: NumberSpan[] = [];
  for (let from = 0; from < run.words.length; from++) {
    if (!/\d|^[-–−(£€$]/.test(run.words[from].text) && !isCurrencySign(run.words[from].text)) continue;
    let most = from + 1;
    while (most < Math.min(run.words.length, from + 5) && canGoOn(run.words[most].text)) most++;
    for (let to = most; to > from; to--) {
      const span = numberAt(run, from, to, mark);
      if (!span) continue;
      spans.push(span);
      from = to - 1;
      break;
    }
  }
  return spans;
}

/** Whether a number of several words may have this one behind its first: no letters but those of a currency. */
const canGoOn = (text: string): boolean => !/\p{L}/u.test(text) || /^CR$/i.test(text) || namesCurrency(text);

function numberAt(run: Run, from: number, to: number, mark: DecimalMark): NumberSpan | null {
  const text = textOf(run, from, to);
  if (!/\d/.test(text) || (to - from > 1 && !joinsToOneNumber(text))) return null;
  const percent = text.includes('%') && /\d\s*%[:.,;)]?$/.test(text);
  const number = readNumber(bareNumber(text), mark);
  return number ? { ...make(run, from, to), number, percent, others: otherNumbers(run.words.slice(from, to), number, mark) } : null;
}

const bareNumber = (text: string): string =>
  /\d$/.test(text)
    ? text
    : text
        .replace(/^\((.*%)\)$/, '$1')
        .replace(/\s*%[:.,;]?$/, '')
        .replace(/^\((.*)\)$/, '$1')
        .replace(/[,;:]$/, '')
        .replace(/(\d)\.$/, '$1');

/** The numbers that the words' alternatives give, one word exchanged at a time. */
function otherNumbers(words: readonly Word[], number: PrintedNumber, mark: DecimalMark): PrintedNumber[] {
  const texts = words.flatMap((word, i) =>
    (word.alternatives ?? []).map((other) => words.map((own, k) => (k === i ? other : own.text)).join(' ')),
  );
  // A litre's l behind a number reads as a 1.
  const last = words[words.length - 1];
  if (last.score !== undefined && /\d1$/.test(last.text))
    texts.push(words.map((word) => (word === last ? word.text.slice(0, -1) : word.text)).join(' '));
  const others = new Map<string, PrintedNumber>();
  for (const text of texts) {
    const other = readNumber(bareNumber(text), mark);
    if (other && other.value !== number.value && !others.has(other.value)) others.set(other.value, other);
  }
  return [...others.values()];
}

/** Groups of three digits, or one number with its sign: what may be several words and still one number. */
function joinsToOneNumber(text: string): boolean {
  const bare = withoutCurrency(text)
    .replace(/%[:.,;]$/, '')
    .replace(/[£€$¥%()]|\bCR\b/gi, '')
    .replace(/^\s*[-–−]\s*/, '')
    .trim();
  return /^\d{1,3}(\s\d{3})*([.,]\d+)?$/.test(bare) || /^[\d.,'’]+$/.test(bare);
}

const IDENTIFIER = /^#?(?=[^\d]*\d)[\p{L}\d][\p{L}\d/.\-–_]*$/u;

/** Words that can be a document's or an order's number: a digit in them, no date, no amount with a currency sign. */
export const identifierSpans = memoized((run: Run): readonly Span[] => {
  const dates = dateSpans(run);
  return run.words.flatMap((word, index) => {
    const text = word.text.replace(/^[#(]+/, '').replace(/[).,;:]+$/, '');
    if (!IDENTIFIER.test(text) || /%$/.test(word.text)) return [];
    if (dates.some((date) => index >= date.from && index < date.to)) return [];
    // "n.º" as readers of scans see it.
    if (word.score !== undefined && /^n[.°º]?[29]$/i.test(text)) return [];
    if (/^\d{1,3}([.,]\d{3})*[.,]\d{2}$/.test(text) || /^\d{1,2}$/.test(text)) return [];
    return [{ ...make(run, index, index + 1), text }];
  });
});
