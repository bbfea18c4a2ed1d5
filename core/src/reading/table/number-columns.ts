import { overlapX, right } from '../../geometry/index.js';
import { Decimal } from '../../money/index.js';
import type { DecimalMark } from '../print/numbers.js';
import { numberSpans, type NumberSpan } from '../print/spans.js';
import { run as makeRun, type Row, type Run, type Word } from '../print/words.js';

/** Numbers that stand under each other, by the index of their row. */
export interface NumberColumn {
  readonly cells: ReadonlyMap<number, NumberSpan>;
  readonly from: number;
  readonly to: number;
}

/** White within a number, in heights of its digits: more parts two numbers that would make one, “4   340.00”. */
const WITHIN = 0.5;

/** The numbers of a row; those that wide white parts are several. */
export const numbersOf = (row: Row, mark: DecimalMark): NumberSpan[] =>
  row.runs.flatMap(partedNumbers).flatMap((run) => numberSpans(run, mark));

/** The run, parted where wide white stands between two numbers. */
function partedNumbers(printed: Run): Run[] {
  const cuts = printed.words.flatMap((word, i) => (i > 0 && isCut(printed.words[i - 1], word) ? [i] : []));
  if (cuts.length === 0) return [printed];
  return [0, ...cuts].map((from, i) => makeRun(printed.words.slice(from, cuts[i]), printed.page, printed.row));
}

const isCut = (one: Word, next: Word): boolean =>
  /\d$/.test(one.text) && /^[-–]?\d/.test(next.text) && next.x - right(one) > WITHIN * Math.min(one.height, next.height);

/** Whether a number can be an amount of money: two decimals, or a currency with it; no percentage. */
export const isMoney = ({ number, percent }: NumberSpan): boolean => !percent && (number.places === 2 || number.signed);

/** An amount in hundredths, for adding up many. */
export const centsOf = ({ number }: NumberSpan): number => new Decimal(number.value).times(100).round().toNumber();

/** The numbers of the rows by the columns that they stand in, left to right: what overlaps sideways is one column, one number a row. */
export function numberColumns(rows: readonly Row[], taken: ReadonlySet<NumberSpan>, mark: DecimalMark): NumberColumn[] {
  const takenOf = new Map<number, NumberSpan[]>();
  for (const one of taken) takenOf.set(one.run.row, [...(takenOf.get(one.run.row) ?? []), one]);
  const all = rows
    .flatMap((row) => numbersOf(row, mark).map((span) => ({ row: row.index, span })))
    .filter(({ row, span }) => !(takenOf.get(row) ?? []).some((one) => overlapX(one.box, span.box) > 0))
    .sort((a, b) => a.span.box.x - b.span.box.x);
  const columns: { cells: Map<number, NumberSpan>; from: number; to: number }[] = [];
  for (const { row, span } of all) {
    const column = columns.find(({ from, to, cells }) => span.box.x < to && right(span.box) > from && !cells.has(row));
    if (!column) {
      columns.push({ cells: new Map([[row, span]]), from: span.box.x, to: right(span.box) });
      continue;
    }
    column.cells.set(row, span);
    column.from = Math.min(column.from, span.box.x);
    column.to = Math.max(column.to, right(span.box));
  }
  return columns;
}

/** Whether a word only stands between a quantity and its price, “3 x 45.01”, “20 @ 1.50”: it says nothing by itself. */
export const leadsToPrice = (text: string): boolean => /^([@×àáâä]|x|at|je)$/i.test(text);
