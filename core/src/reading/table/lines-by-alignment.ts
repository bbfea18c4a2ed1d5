import { bottom, right, union } from '../../geometry/index.js';
import { decimal } from '../../money/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { itemNumberBelow } from './item-below.js';
import type { ColumnRole } from '../../languages/index.js';
import { isPerPiece, lineArithmetic, type Cell, type LineRow, type LineTable } from './line-row.js';
import { isCurrencySign, type DecimalMark } from '../print/numbers.js';
import { numberSpans, type NumberSpan } from '../print/spans.js';
import { isCarriedForward, startsTotals } from './table-bounds.js';
import { taxCode } from './tax-rates.js';
import { haveTextAbove, withTextAbove } from './text-above.js';
import type { Row, Run, Word } from '../print/words.js';

/** Reads the lines by alignment alone: rows that begin with text and end in amounts with one common right edge. */
export function linesByAlignment(rows: readonly Row[], labelled: LabelledRows, mark: DecimalMark): LineTable {
  const table: { row: Row; amount: NumberSpan }[] = [];
  const ended = new Set<number>();
  for (const row of rows) {
    if (startsTotals(row, labelled, mark)) ended.add(row.page);
    if (ended.has(row.page) || isCarriedForward(row)) continue;
    const amount = amountsOf(row, mark).at(-1);
    const runs = row.runs.filter((run) => run.box.x < (amount?.box.x ?? 0));
    const isLine = amount && (runs.some((run) => /\p{L}{2}/u.test(run.text)) || isProduct(row, amount, mark));
    if (isLine && !labelledTotal(row, labelled)) table.push({ row, amount });
  }
  const edge = commonEdge(table.map(({ amount }) => right(amount.box)));
  const starts = new Map(
    table
      .filter(({ amount }) => Math.abs(right(amount.box) - edge) < 4)
      .map(({ row, amount }) => [row.index, { amount, line: readRow(row, amount, mark) }]),
  );
  const begun = [...starts.values()].map(({ line }) => line);
  const left = leftEdge(begun);
  const textAbove = haveTextAbove(begun, rows, labelled);
  const used = new Set<number>();
  const lines: { row: LineRow; bottom: number; left: number; height: number }[] = [];
  for (const row of rows) {
    const start = starts.get(row.index);
    if (start) {
      const beside = (start.line.cells.description?.box.x ?? left) < left;
      const line = beside ? readRow(row, start.amount, mark, left) : start.line;
      const first = Math.min(...line.words.map((word) => word.x));
      const description = line.cells.description;
      lines.push({ row: line, bottom: bottom(row.box), left: description?.box.x ?? first, height: row.box.height });
      used.add(row.index);
      continue;
    }
    const last = lines.at(-1);
    const first = row.runs[0];
    if (
      textAbove ||
      !last ||
      last.row.page !== row.page ||
      row.box.y - last.bottom > 1.1 * last.height ||
      startsTotals(row, labelled, mark)
    )
      continue;
    if (Math.abs(first.box.x - last.left) > 8 && !standsUnderText(first, last.row)) continue;
    const item = last.row.cells.itemNumber ? null : itemNumberBelow(row.runs);
    if (row.runs.length > 1 && !item) continue;
    const extended = item ? withItem(last.row, item, first.words) : extend(last.row, first.words);
    lines[lines.length - 1] = { ...last, row: extended, bottom: bottom(row.box) };
    used.add(row.index);
  }
  const found = withTextAbove(
    lines.map((line) => line.row),
    rows,
    labelled,
    used,
  );
  return { method: 'alignment', lines: found, rows: used, heads: [] };
}

/** Whether a run begins right under the words that a count stands before: “14 Paper cups 12 oz,” over “sleeve of 50”. */
const standsUnderText = ({ box }: Run, { words }: LineRow): boolean =>
  /^\d{1,4}$/.test(words[0]?.text ?? '') && words.length > 1 && Math.abs(words[1].x - box.x) < 3;

/** Whether a row of nothing but numbers says what its amount is made of: “22.5 x 833.72   18,758.70”. */
function isProduct(row: Row, amount: NumberSpan, mark: DecimalMark): boolean {
  return factorsOf(row, numbersBefore(row, amount, mark), amount) !== null;
}

const numbersBefore = (row: Row, amount: NumberSpan, mark: DecimalMark): NumberSpan[] =>
  row.runs.flatMap((run) => numberSpans(run, mark)).filter((span) => span !== amount && right(span.box) < amount.box.x + 1);

const amountsOf = (row: Row, mark: DecimalMark): NumberSpan[] =>
  row.runs.flatMap((run) => numberSpans(run, mark)).filter((span) => span.number.places === 2 && !span.percent);

function labelledTotal(row: Row, labelled: LabelledRows): boolean {
  const meanings = new Set(['netTotal', 'grossTotal', 'amountDue', 'paid', 'previousBalance', 'dueDate', 'issueDate', 'invoiceNumber']);
  return labelled.onRow(row.index).some((label) => label.from === 0 && meanings.has(label.meaning));
}

/** Where the descriptions begin: what stands left of it is beside the table. Below all places where they begin in no common one. */
function leftEdge(lines: readonly LineRow[]): number {
  const edges = lines.flatMap((line) => line.cells.description?.box.x ?? []);
  const edge = commonEdge(edges);
  return edges.filter((other) => Math.abs(other - edge) < 4).length > lines.length / 2 ? edge - 4 : -Infinity;
}

function commonEdge(edges: readonly number[]): number {
  const votes = (edge: number) => edges.filter((other) => Math.abs(other - edge) < 4).length;
  return edges.reduce((best, edge) => (votes(edge) > votes(best) ? edge : best), edges[0] ?? 0);
}

/**
 * Roles by arithmetic: the pair of numbers before the amount whose product it is; the words before them describe, or
 * those between them. What begins left of `left` is beside the table.
 */
function readRow(row: Row, amount: NumberSpan, mark: DecimalMark, left = -Infinity): LineRow {
  const numbers = numbersBefore(row, amount, mark);
  const pair = factorsOf(row, numbers, amount);
  const words = row.runs.flatMap((run) => run.words);
  const before = words.filter((word) => right(word) <= (pair?.left ?? amount.box.x) + 1);
  const between = pair?.between ?? [];
  const rate = numbers.find((span) => pair !== null && span.box.x > pair.right && decimal(span.number.value).lte(30));
  const quantityFirst = (!hasWord(before) || isCode(before)) && hasWord(between.slice(1));
  const front = quantityFirst ? before : dropTail(before, rate, row);
  const position = /^\d{1,3}\.$/.test(front[0]?.text ?? '') ? front.slice(0, 1) : [];
  const rest = front.slice(position.length);
  const { item, unit, text } = quantityFirst ? describedAfter(row, rest, between) : describedBefore(row, rest, between);
  const cells: Partial<Record<ColumnRole, Cell>> = { ...pair?.cells, netAmount: cell(amount) };
  const behind = words.filter((word) => word.x >= right(amount.box) - 1);
  const code = rate ? null : taxCode(behind, behind[0] ?? amount.box);
  if (rate) cells.taxRate = cell(rate);
  else if (code) cells.taxRate = code;
  for (const [role, part] of Object.entries({ position, itemNumber: item, description: inTable(row, text, left), unit }))
    if (part.length > 0) cells[role as ColumnRole] = textCell(part);
  return { page: row.page, box: row.box, cells, words };
}

/** White between a unit and the description behind it, in heights of a letter. */
const UNIT_GAP = 1.2;

/** What a line says in words. */
interface Saying {
  readonly item: readonly Word[];
  readonly unit: readonly Word[];
  readonly text: readonly Word[];
}

/** Item number and description stand before the quantity, the unit behind it. */
function describedBefore(row: Row, front: readonly Word[], between: readonly Word[]): Saying {
  const item = itemNumberOf(row, front) ?? [];
  return { item, unit: unitOf(between), text: front.slice(item.length) };
}

/** Only the item number stands before the quantity; unit and description follow it. */
function describedAfter(row: Row, front: readonly Word[], between: readonly Word[]): Saying {
  const unit = unitBefore(row, between);
  return { item: front, unit, text: between.slice(unit.length) };
}

/** The description without what stands beside the table. */
function inTable(row: Row, text: readonly Word[], left: number): readonly Word[] {
  const first = text.findIndex((word) => word.x >= left);
  return first > 0 && row.runs.some((run) => run.words[0] === text[first]) ? text.slice(first) : text;
}

const textCell = (words: readonly Word[]): Cell => ({ value: words.map((word) => word.text).join(' '), box: union(words) });

/** Whether something is said, not only counted or coded. */
const hasWord = (words: readonly Word[]): boolean => words.some((word) => /\p{L}{3}/u.test(word.text) && !/\d/.test(word.text));

/** Whether nothing but a code in capitals is said. */
const isCode = (words: readonly Word[]): boolean => words.length === 1 && /^[\p{Lu}\d-]{2,8}$/u.test(words[0].text);

/** What is counted, in words between quantity and price. */
const unitOf = (between: readonly Word[]): Word[] =>
  between.filter((word) => /\p{L}|²|³/u.test(word.text) && !/^(at|[àáâä]|x|×|a|de|per)$/i.test(word.text)).slice(0, 2);

/** The unit in a run of its own, or in a column of its own, before the description. */
function unitBefore(row: Row, description: readonly Word[]): readonly Word[] {
  const run = row.runs.find((one) => one.words.includes(description[0]));
  const own = run ? run.words.filter((word) => description.includes(word)) : [];
  if (own.length === 0 || own.length > 2 || own.length === description.length) return [];
  // A wide blank within a description makes no unit of the words before it.
  const last = own[own.length - 1];
  return description[own.length].x - right(last) > UNIT_GAP * last.height && !last.text.endsWith(',') ? own : [];
}

/** The code in a run of its own before the description: one word with a digit or all in capitals. */
function itemNumberOf(row: Row, description: readonly Word[]): readonly Word[] | null {
  const at = row.runs.findIndex((run) => run.words[0] === description[0]);
  const run = row.runs[at];
  const next = row.runs[at + 1];
  if (!run || run.words.length > 2 || !next || !description.includes(next.words[0]) || next.words.length < 2) return null;
  return run.words.every((word) => /^[\p{Lu}\d][\p{Lu}\d./-]*$/u.test(word.text)) && /\d|\p{Lu}{2}/u.test(run.text) ? run.words : null;
}

/** A lone number in a column of its own between description and amount is no part of the description. */
function dropTail(text: readonly Word[], rate: NumberSpan | undefined, row: Row): readonly Word[] {
  const lastRun = row.runs.findLast((run) => run.words.some((word) => text.includes(word)));
  const alone = lastRun && lastRun !== row.runs[0] && lastRun.words.every((word) => /^[\d.,]+%?$/.test(word.text));
  return text.filter(
    (word) => !(alone && lastRun.words.includes(word)) && !(rate && rate.run.words.slice(rate.from, rate.to).includes(word)),
  );
}

/** Quantity and price whose product is the amount, rather without a price per hundred; and the words between them. */
function factorsOf(row: Row, numbers: readonly NumberSpan[], amount: NumberSpan) {
  const pairs: (readonly [NumberSpan, NumberSpan])[] = [];
  for (let q = numbers.length - 2; q >= 0; q--) for (let p = numbers.length - 1; p > q; p--) pairs.push([numbers[q], numbers[p]]);
  const cellsOf = ([quantity, unitPrice]: (typeof pairs)[number]) => ({
    quantity: cell(quantity),
    unitPrice: cell(unitPrice),
    netAmount: cell(amount),
  });
  const able = pairs.filter((pair) => lineArithmetic(cellsOf(pair)) === 'right');
  const pair = able.find((one) => isPerPiece(cellsOf(one))) ?? able[0];
  if (!pair) return null;
  const [quantity, price] = pair;
  const between = row.runs.flatMap((run) =>
    run.words.filter((word) => word.x >= right(quantity.box) - 1 && right(word) <= price.box.x + 1 && !isCurrencySign(word.text)),
  );
  return { cells: cellsOf(pair), left: quantity.box.x - 1, right: right(price.box), between };
}

const cell = (span: NumberSpan): Cell => ({ value: span.number.value, box: span.box, others: span.others.map((other) => other.value) });

const withItem = (line: LineRow, item: readonly Word[], words: readonly Word[]): LineRow => ({
  ...line,
  box: union([line.box, ...words]),
  words: [...line.words, ...words],
  cells: { ...line.cells, itemNumber: { value: item.map((word) => word.text).join(' '), box: union(item) } },
});

function extend(line: LineRow, words: readonly Word[]): LineRow {
  const before = line.cells.description;
  const text = words.map((word) => word.text).join(' ');
  const box = union([...(before ? [before.box] : []), ...words]);
  return {
    ...line,
    box: union([line.box, ...words]),
    words: [...line.words, ...words],
    cells: { ...line.cells, description: { value: before ? `${before.value} ${text}` : text, box } },
  };
}
