import { middleX, overlapX, right, union, type Box } from '../../geometry/index.js';
import { NUMERIC_ROLES, TEXT_ROLES, type Head } from './column-heads.js';
import { readNumber, type DecimalMark, type PrintedNumber } from '../print/numbers.js';
import { memoizedByMark } from '../print/memoize.js';
import { numberSpans } from '../print/spans.js';
import { run as makeRun, type Run, type Word } from '../print/words.js';

/** Which words of a run stand in which column. */
export function place(printed: Run, heads: readonly Head[], mark: DecimalMark): Map<Head, Word[]> {
  const groups = new Map<Head, Word[]>();
  const run = unglued(printed, heads);
  const whole = columnOf(run.box, run.words, heads, mark);
  const crossed = heads.filter((head) => overlapX(head.box, run.box) > 1);
  if (
    isQuantityWithUnit(run.words, mark) &&
    crossed.length <= 1 &&
    whole?.role === 'quantity' &&
    !heads.some((head) => head.role === 'unit')
  )
    return groups.set(whole, [...run.words]);
  const quantity = heads.find((head) => head.role === 'quantity');
  if (whole?.role === 'unit' && isQuantityWithUnit(run.words, mark) && quantity)
    return groups.set(quantity, run.words.slice(0, -1)).set(whole, run.words.slice(-1));
  const several = whole !== null && NUMERIC_ROLES.has(whole.role) && run.words.length > 1 && numberSpans(run, mark).length > 1;
  if (crossed.length <= 1 && whole && !several && !endsInNumericColumn(run, heads, mark, whole)) return groups.set(whole, [...run.words]);
  let last = null as Head | null;
  for (const words of numbersTogether(run, mark)) {
    const box = union(words);
    // A number behind words that reaches no other head is one of them: "size 9".
    const goesOn: boolean =
      last?.role === 'description' && words[0] !== run.words[0] && !heads.some((head) => head !== last && overlapX(head.box, box) > -1);
    const head: Head | null = goesOn ? last : columnOf(box, words, heads, mark);
    if (head) groups.set(head, [...(groups.get(head) ?? []), ...words]);
    last = head;
  }
  return groups;
}

/** White within a number, as a share of its height: a space at most. */
const SPACE = 0.4;

/** The words of a run, those of a number with spaces between its thousands as one: "5,5 % 11 571,00" has two numbers. */
function numbersTogether(run: Run, mark: DecimalMark): (readonly Word[])[] {
  const spans = numberSpans(run, mark).filter(({ from, to }) =>
    run.words.slice(from + 1, to).every((word, i) => word.x - right(run.words[from + i]) < SPACE * word.height),
  );
  return run.words.flatMap((word, i) => {
    const span = spans.find(({ from, to }) => i >= from && i < to);
    return span ? (span.from === i ? [run.words.slice(i, span.to)] : []) : [[word]];
  });
}

/** Quantities have three decimals at most: a one behind these is the sign for litres. */
const LITRES = /^(\d+[.,]\d{3})(1)$/;

/** A quantity that a reader of a scan glued to its unit ("2St", "8C"), as two words. */
function unglued(run: Run, heads: readonly Head[]): Run {
  const [word] = run.words;
  const scanned = run.words.length === 1 && word.score !== undefined;
  const parts = scanned ? (/^(\d[\d.,]*)[|/\\()\[\]{}]*(\p{L}[\p{L}²³]{0,4})$/u.exec(word.text) ?? LITRES.exec(word.text)) : null;
  if (!parts || !heads.some((head) => head.role === 'quantity' && overlapX(head.box, run.box) > -4)) return run;
  const letter = word.width / word.text.length;
  const [number, unit] = [parts[1], parts[2] === '1' ? 'l' : parts[2]];
  const words = [
    { ...word, text: number, width: number.length * letter, alternatives: [] },
    { ...word, text: unit, x: word.x + number.length * letter, width: unit.length * letter, alternatives: [] },
  ];
  return makeRun(words, run.page, run.row);
}

/** A long run whose last words are numbers under another head: a narrow gap joined two columns. */
function endsInNumericColumn(run: Run, heads: readonly Head[], mark: DecimalMark, whole: Head): boolean {
  const last = run.words[run.words.length - 1];
  if (run.words.length < 2 || readNumber(last.text, mark) === null) return false;
  const head = columnOf(last, [last], heads, mark);
  return head !== null && head !== whole && !TEXT_ROLES.has(head.role) && Math.abs(right(last) - right(head.box)) < 4;
}

/** The column that words stand in, by their place and by whether they are numbers; null where there is none. */
function columnOf(box: Box, words: readonly Word[], heads: readonly Head[], mark: DecimalMark): Head | null {
  const numeric =
    words.every((word) => readNumber(word.text.replace(/%$/, ''), mark) !== null || /^[-–£€$%]$/.test(word.text)) ||
    isQuantityWithUnit(words, mark);
  let best: Head | null = null;
  let least = Infinity;
  heads.forEach((head, i) => {
    const other = head.role === 'other';
    const text = other || TEXT_ROLES.has(head.role);
    const end = text ? (heads[i + 1]?.box.x ?? Infinity) : right(head.box);
    const inside = overlapX(box, head.box) > 0.3 * Math.min(box.width, head.box.width);
    const edges = Math.min(
      Math.abs(right(box) - right(head.box)),
      Math.abs(box.x - head.box.x),
      Math.abs(middleX(box) - middleX(head.box)),
    );
    let cost = inside ? Math.min(edges, 8) : edges + 6;
    if (text && box.x >= head.box.x - 4 && box.x < end - 2) cost = Math.min(cost, head.role === 'description' ? 6 : 10);
    if (numeric && head.role === 'description') cost += 25;
    if (!numeric && !text) cost += head.role === 'quantity' && words.length <= 2 ? 14 : 60;
    if (!numeric && head.role === 'position') cost += 40;
    if (cost < least) [best, least] = [head, cost];
  });
  return best;
}

/** "31 days", "1 302,125 kVArh", "23 Dose": a number and one word. */
function isQuantityWithUnit(words: readonly Word[], mark: DecimalMark): boolean {
  const unit = words[words.length - 1];
  const number = words
    .slice(0, -1)
    .map((word) => word.text)
    .join(' ');
  return words.length >= 2 && words.length <= 3 && readNumber(number, mark) !== null && /^\p{L}[\p{L}²³./]*$/u.test(unit.text);
}

/** The number that a cell's words are, as a decimal string; null where they are none. */
export function numberIn(words: readonly Word[] | undefined, mark: DecimalMark): string | null {
  return numberCell(words, mark)?.value ?? null;
}

/** The number that a cell's words are, and what else it may be. */
export function numberCell(words: readonly Word[] | undefined, mark: DecimalMark): { value: string; others: string[] } | null {
  return words && words.length > 0 ? numberOf(words, mark) : null;
}

/** A number whose digits a reader of a scan parted: “1 9,35”, with hardly a blank between. */
function partedNumber(words: readonly Word[], mark: DecimalMark): PrintedNumber | null {
  const isTight = words.every((word, i) => i === 0 || word.x - right(words[i - 1]) < SPACE * word.height);
  const isParted = words.length > 1 && words[0].score !== undefined && words.every(({ text }) => /^[\d.,]+$/.test(text));
  return isTight && isParted ? readNumber(words.map(({ text }) => text).join(''), mark) : null;
}

/** “7.25” among numbers with commas: no thousands have two digits. */
function withOtherMark(text: string): PrintedNumber | null {
  return /^\d{1,5}[.,]\d{1,2}$/.test(text) ? (readNumber(text, '.') ?? readNumber(text, ',')) : null;
}

const numberOf = memoizedByMark((words: readonly Word[], mark): { value: string; others: string[] } | null => {
  const span = numberSpans(makeRun(words, 0, 0), mark)[0];
  const text = words.map((word) => word.text).join(' ');
  const value =
    (readNumber(text.replace(/\s*%$/, ''), mark) ?? partedNumber(words, mark) ?? withOtherMark(text))?.value ?? span?.number.value ?? null;
  return value === null ? null : { value, others: span?.others.map((other) => other.value) ?? [] };
});
