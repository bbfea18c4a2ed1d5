import { overlapX, right, union } from '../../geometry/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { isCurrencySign, type DecimalMark } from '../print/numbers.js';
import type { NumberSpan } from '../print/spans.js';
import type { Row, Word } from '../print/words.js';
import { columnsOf, type JointColumns } from './joint-columns.js';
import { lineArithmetic, type Cell, type LineRow, type LineTable } from './line-row.js';
import { centsOf, isMoney, leadsToPrice, numbersOf } from './number-columns.js';
import { adjustmentsOf, likelihood, proofOf, targetsOf, type TablePages, type Target } from './line-proof.js';
import { isCarriedForward, startsTotals } from './table-bounds.js';
import { amountRoleOf, asAmounts, finish, isOfLines, takeRow, type Draft } from './table-rows.js';
import { withTextAbove } from './text-above.js';

/** An amount of a column that may be that of the lines, with what speaks for its row being a line. */
interface AmountCell {
  readonly row: Row;
  readonly amount: NumberSpan;
  readonly cents: number;
  readonly isItem: number;
}
/** Rows whose amounts together are printed elsewhere. */
interface Segment {
  readonly cells: readonly AmountCell[];
  readonly score: number;
}

/** Amounts whose edges differ by less stand under each other. */
const EDGE = 4;
/** Segments that are read to the end. */
const MOST_TRIED = 6;
/** More amounts than this are looked at in no document, and more in a column are no invoice's. */
const MOST_AMOUNTS = 2000;
const MOST_CELLS = 500;

/**
 * Reads the lines by what proves them: rows with one amount under another whose sum stands elsewhere on the pages. What the columns hold
 * is then chosen together, by arithmetic, heads and types. Null where no amounts sum to another.
 */
export function linesBySums(able: readonly Row[], { rows, labelled, mark, wording }: TablePages): LineTable | null {
  let best: { table: LineTable; score: number } | null = null;
  for (const segment of segmentsOf(able, rows, labelled, mark).slice(0, MOST_TRIED)) {
    const items = segment.cells.map(({ row }) => row);
    const amounts = new Map(segment.cells.map(({ row, amount }) => [row.index, amount]));
    const columns = columnsOf(items, amounts, able, mark, wording);
    const score = segment.score + columns.score;
    if (best && score <= best.score) continue;
    const table = tableOf(items, columns, able, labelled, mark);
    if (table.lines.length === items.length) best = { table, score };
  }
  return best?.table ?? null;
}

/** Columns of amounts, cut to rows whose sum is printed on a row that is none of them, likeliest first. */
function segmentsOf(able: readonly Row[], rows: readonly Row[], labelled: LabelledRows, mark: DecimalMark): Segment[] {
  const amountsOf = (among: readonly Row[]): AmountCell[] =>
    among
      .filter((row) => !isCarriedForward(row))
      .flatMap((row) =>
        numbersOf(row, mark)
          .filter(isMoney)
          .map((amount) => ({ row, amount, cents: centsOf(amount), isItem: 0 })),
      );
  const amounts = amountsOf(able).slice(0, MOST_AMOUNTS);
  const isItem = new Map(rows.map((row) => [row.index, likelihood(row, labelled, mark)]));
  const all = amountsOf(rows);
  const printed = targetsOf(all, labelled);
  const adjustments = adjustmentsOf(all, labelled);
  const segments: Segment[] = [];
  const seen = new Set<string>();
  for (const column of amountColumns(amounts)) {
    const cells = lastOfRows(column);
    const key = cells.map(({ row, cents }) => `${row.index}:${cents}`).join();
    if (seen.has(key) || cells.length > MOST_CELLS) continue;
    seen.add(key);
    segments.push(
      ...provenIn(
        cells.map((cell) => ({ ...cell, isItem: isItem.get(cell.row.index) ?? 0 })),
        printed,
        adjustments,
      ),
    );
  }
  return segments.sort((a, b) => b.score - a.score);
}

/** Amounts with a common right edge, left edge or middle, and the last one of each row: leaders and ragged texts end where they will. */
function* amountColumns(amounts: readonly AmountCell[]): Generator<readonly AmountCell[]> {
  for (const edge of [right, leftOf, middleOf]) {
    const seeds = new Set(amounts.map(({ amount }) => Math.round(edge(amount.box))));
    for (const seed of seeds) yield amounts.filter(({ amount }) => Math.abs(edge(amount.box) - seed) < EDGE);
  }
  yield amounts;
}

const leftOf = ({ x }: { readonly x: number }): number => x;
const middleOf = (box: { readonly x: number; readonly width: number }): number => box.x + box.width / 2;

/** One amount a row: the last of those that share an edge. */
function lastOfRows(cells: readonly AmountCell[]): AmountCell[] {
  return [...new Map(cells.map((cell) => [cell.row.index, cell])).values()];
}

/** What each row counts against a stretch that has an amount under its own, says something, and is not in it. */
const LEFT_OUT = 0.7;
/** What a row counts that begins where the one before it does. */
const FLUSH = 0.2;
const isFlush = (one: Row, next: Row): boolean => Math.abs(one.runs[0].box.x - next.runs[0].box.x) < EDGE;

/** The stretches of a column whose sum is printed below them, or anywhere where it is labelled as a total. */
function provenIn(cells: readonly AmountCell[], printed: ReturnType<typeof targetsOf>, adjustments: readonly number[]): Segment[] {
  const found: Segment[] = [];
  const items = cells.filter(({ isItem }) => isItem > 0).length;
  for (let from = 0; from < cells.length; from++) {
    let [sum, score, inside] = [0, 0, 0];
    for (let to = from; to < cells.length; to++) {
      sum += cells[to].cents;
      score += cells[to].isItem;
      if (cells[to].isItem > 0) inside++;
      const [first, last] = [cells[from].row.index, cells[to].row.index];
      if (to > from && isFlush(cells[to - 1].row, cells[to].row)) score += FLUSH;
      if (score <= -1) continue;
      const isOutside = ({ index, isLabelled }: Target) => index > last || (isLabelled && index < first);
      const proof = Math.max(...adjustments.map((more) => proofOf(printed, sum + more, more, to - from + 1, isOutside)));
      if (proof === 0) continue;
      found.push({ cells: cells.slice(from, to + 1), score: proof + score + (to > from ? 1 : 0) - LEFT_OUT * (items - inside) });
    }
  }
  return found;
}

/** The table that the rows of the amounts are, with what wraps above and below them. */
function tableOf(
  items: readonly Row[],
  { heads, isTaxed, guessed }: JointColumns,
  rows: readonly Row[],
  labelled: LabelledRows,
  mark: DecimalMark,
): LineTable {
  const starts = new Set(items.map(({ index }) => index));
  const [first, last] = [items[0].index, items[items.length - 1].index];
  const lines: Draft[] = [];
  const used = new Set<number>();
  const span = union(heads.map(({ box }) => box));
  for (const row of rows) {
    if (row.index < first || (isCarriedForward(row) && !starts.has(row.index))) continue;
    const isPast = row.index > last;
    if (isPast && (startsTotals(row, labelled, mark) || numbersOf(row, mark).some(isMoney))) break;
    if (!starts.has(row.index) && overlapX(row.box, span) <= 0) continue;
    takeRow(row, heads, lines, mark, labelled, used, starts);
    if (isPast && !used.has(row.index)) break;
  }
  const taxed = amountRoleOf(heads) === 'grossAmount';
  const finished = lines
    .map(finish)
    .map((line) => withGuesses(withWholeText(line), guessed))
    .map((line) => (taxed ? asAmounts(line) : line));
  return {
    method: 'sums',
    lines: withTextAbove(finished, rows, labelled, used),
    rows: used,
    heads: heads.filter(isOfLines),
    taxed,
    taxedByRates: isTaxed,
  };
}

/** The line with those cells marked that only their place and looks speak for. */
function withGuesses(line: LineRow, roles: ReadonlySet<string>): LineRow {
  if (roles.size === 0) return line;
  const cells = Object.entries(line.cells).map(([role, cell]) => [role, roles.has(role) ? { ...cell, guessed: true } : cell]);
  return { ...line, cells: Object.fromEntries(cells) as LineRow['cells'] };
}

/**
 * The line with its words as the numbers among them say: numbers that make no product are words of the text, “Marquee 9 x 15 m”; behind
 * one that is how many stand its unit and what leads to the price, “Acquedotto 41 mc x € 0,98”.
 */
function withWholeText(line: LineRow): LineRow {
  const { quantity, unitPrice, description, ...cells } = line.cells;
  if (!quantity || !unitPrice || !description) return line;
  const isAmong = ({ box }: Cell) =>
    box.x > description.box.x &&
    right(box) < right(description.box) + AMONG * box.height &&
    Math.abs(box.y - description.box.y) < box.height;
  if (!isAmong(quantity)) return line;
  const inside = [quantity.box, unitPrice.box];
  const words = line.words
    .filter((word) => overlapX(word, description.box) > 0 || inside.some((box) => overlapX(word, box) > 0))
    .sort((a, b) => a.x - b.x);
  const text = (some: readonly Word[]) => some.map((word) => word.text).join(' ');
  if (lineArithmetic(line.cells) === 'wrong' && isAmong(unitPrice))
    return { ...line, cells: { ...cells, description: { ...description, value: text(words) } } };
  const isText = (word: Word) => Math.abs(word.y - quantity.box.y) >= word.height || word.x < quantity.box.x;
  const between = words.filter(
    (word) => word.x >= right(quantity.box) && right(word) <= unitPrice.box.x + 1 && !isCurrencySign(word.text) && !leadsToPrice(word.text),
  );
  if (between.length > 2 || lineArithmetic(line.cells) !== 'right' || words.filter(isText).length === 0) return line;
  return {
    ...line,
    cells: {
      ...line.cells,
      description: { ...description, value: text(words.filter(isText)) },
      ...(between.length > 0 && !line.cells.unit ? { unit: { value: text(between), box: union(between) } } : {}),
    },
  };
}

/** How far behind a text, in heights, a number among it may end. */
const AMONG = 1.5;
