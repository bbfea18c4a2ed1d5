import { bottom, overlapX, right, union, type Box } from '../../geometry/index.js';
import { ROUNDING } from '../../arithmetic/index.js';
import { decimal, within } from '../../money/index.js';
import type { ColumnRole } from '../../languages/index.js';
import { columnHeadsIn } from '../language/labels.js';
import type { DecimalMark } from '../print/numbers.js';
import { dateSpans, type NumberSpan } from '../print/spans.js';
import { run as makeRun, type Row, type Run, type Word } from '../print/words.js';
import { isCode, type Head, type HeadRole } from './column-heads.js';
import { expectedAmount, lineArithmetic, type Cell, type LineRow } from './line-row.js';
import { isMoney, leadsToPrice, numberColumns, type NumberColumn } from './number-columns.js';
import type { Wording } from '../language/wording.js';

/** The columns of a table in the roles that go best together, and how well they do. */
export interface JointColumns {
  readonly heads: readonly Head[];
  readonly score: number;
  /** Whether the amounts have the tax in them that the lines' rates make. */
  readonly isTaxed: boolean;
  /** Roles that neither a head nor arithmetic tells: place and looks alone do. */
  readonly guessed: ReadonlySet<string>;
}

/** Rows above the first line, and white between them in heights of a row, in which heads may stand. */
const HEADS_ABOVE = { rows: 3, white: 4 };
/** What a head counts that names a column's role, and one that names another. */
const HEAD = { same: 0.8, other: -0.6 };
/** Share of the lines that a column of numbers, and a left edge of words, must be found in. */
const MOST_LINES = 0.5;
const ONE_EDGE = 2.5;
/** Right edges of a head and its column that differ by less are one. */
const FLUSH = 6;
/** The highest rate of tax. */
const HIGHEST_RATE = 40;

/** Columns of numbers that a table has at most beside its amounts: those of most lines are looked at. */
const MOST_COLUMNS = 12;

/** A word over the table with what it may head. */
interface NamedHead {
  readonly roles: readonly ColumnRole[];
  readonly box: Box;
}

/**
 * The roles of all columns of lines whose amounts are known, chosen together: quantity × price = amount over the lines, the heads above, and
 * what the columns hold.
 */
export function columnsOf(
  items: readonly Row[],
  amounts: ReadonlyMap<number, NumberSpan>,
  rows: readonly Row[],
  mark: DecimalMark,
  wording: Wording,
): JointColumns {
  const named = namedHeads(items[0], rows, wording);
  const amount: NumberColumn = columnOf(amounts);
  const fits = (column: NumberColumn, role: ColumnRole) => headFit(column, role, named);
  const all = numberColumns(items, new Set(amounts.values()), mark)
    .sort((a, b) => b.cells.size - a.cells.size)
    .slice(0, MOST_COLUMNS);
  const others = all.filter(({ cells }) => cells.size >= MOST_LINES * items.length);
  const { quantity, price, discount, isTaxed, score, isSure } = factors(items, amount, all, fits);
  const roles = new Map<NumberColumn, HeadRole>([
    [amount, isTaxed || (fits(amount, 'grossAmount') > 0 && fits(amount, 'netAmount') <= 0) ? 'grossAmount' : 'netAmount'],
  ]);
  if (quantity) roles.set(quantity, 'quantity');
  if (price) roles.set(price, 'unitPrice');
  if (discount) roles.set(discount, 'discount');
  for (const column of others) {
    if (roles.has(column)) continue;
    const role = roleLeft(column, named, new Set(roles.values()), items);
    if (role) roles.set(column, role);
  }
  const guessed = new Set<string>(isSure ? [] : ['quantity', 'unitPrice']);
  const [lone, ...more] = others.filter((column) => roles.get(column) === 'other');
  if (!quantity && !price && lone && more.length === 0 && isCounts(lone)) {
    roles.set(lone, 'quantity');
    guessed.add('quantity');
  }
  const numeric = [...roles].map(([column, role]) =>
    headOf(
      role,
      [...column.cells.values()].map(({ box }) => box),
      items[0],
    ),
  );
  const words = textColumns(items, [...roles.keys()], named);
  const heads = [...numeric, ...words].sort((a, b) => a.box.x - b.box.x);
  const says = words.some(({ role }) => role === 'description') ? 0.5 : -1;
  return { heads, score: score + says + fits(amount, 'netAmount'), isTaxed, guessed };
}

/** Quantity and price, either absent, with what speaks for them, and whether it is sure which is which. */
interface Factors {
  readonly quantity: NumberColumn | null;
  readonly price: NumberColumn | null;
  readonly discount: NumberColumn | null;
  /** Whether the amounts have the tax in them that the lines' rates make. */
  readonly isTaxed: boolean;
  readonly score: number;
  readonly isSure: boolean;
}

/** What a column more must bring. */
const ONE_MORE = 0.3;
/** Scores that differ by less leave open which of two factors is which. */
const UNSURE = 0.25;

/** Quantity and price as most lines have them whose product is the amount, and as the heads have them. */
function factors(
  items: readonly Row[],
  amount: NumberColumn,
  others: readonly NumberColumn[],
  fits: (column: NumberColumn, role: ColumnRole) => number,
): Factors {
  const able = others.filter(
    ({ cells }) => cells.size >= MOST_LINES * items.length && [...cells.values()].filter(({ percent }) => !percent).length > cells.size / 2,
  );
  const rates = others.filter(isRates);
  const found: Factors[] = [{ quantity: null, price: null, discount: null, isTaxed: false, score: 0, isSure: true }];
  for (const column of able) {
    // A lone factor has no product that proves it: its head does.
    found.push({ quantity: column, price: null, discount: null, isTaxed: false, score: fits(column, 'quantity'), isSure: true });
    found.push({ quantity: null, price: column, discount: null, isTaxed: false, score: fits(column, 'unitPrice'), isSure: true });
    for (const other of able) {
      if (other === column) continue;
      const discounts = [null, ...others.filter((one) => one !== column && one !== other && isDiscounts(one))];
      for (const discount of discounts) {
        const extra = discount ? fits(discount, 'discount') - ONE_MORE : 0;
        for (const rate of [null, ...rates]) {
          const told = products(items, amount, column, other, discount, rate);
          const score = told + lookOf(column, other, fits) + extra - (rate ? ONE_MORE : 0);
          if (told > 0) found.push({ quantity: column, price: other, discount, isTaxed: rate !== null, score, isSure: true });
        }
      }
    }
  }
  const best = found.reduce((most, one) => (one.score > most.score ? one : most));
  const swapped = found.find(
    ({ quantity, price, discount }) =>
      quantity === best.price && price === best.quantity && quantity !== null && discount === best.discount,
  );
  return { ...best, isSure: !swapped || best.price === null || best.score - swapped.score > UNSURE };
}

/** Lines in which quantity × price, less a discount and with the tax by a rate, is the amount, less those in which it is not. */
function products(
  items: readonly Row[],
  amount: NumberColumn,
  quantity: NumberColumn,
  price: NumberColumn,
  discount: NumberColumn | null,
  rate: NumberColumn | null,
): number {
  return items.reduce((told, { index }) => {
    const [q, p, a] = [quantity, price, amount].map(({ cells }) => cells.get(index));
    const less = discount?.cells.get(index);
    const cells = q &&
      p &&
      a && { quantity: cellOf(q), unitPrice: cellOf(p), netAmount: cellOf(a), ...(less ? { discount: cellOf(less) } : {}) };
    const result = !cells ? 'untold' : rate ? taxedProduct(cells, rate.cells.get(index)) : lineArithmetic(cells);
    return told + (result === 'right' ? 1 : result === 'wrong' ? -1 : 0);
  }, 0);
}

/** Whether quantity × price and the tax on it by a rate make the amount. */
function taxedProduct(cells: LineRow['cells'], rate: NumberSpan | undefined): 'right' | 'wrong' | 'untold' {
  const net = expectedAmount(cells);
  if (!rate || !net || !cells.netAmount) return 'untold';
  const gross = net.times(decimal(rate.number.value).div(100).plus(1));
  return within(gross.abs(), decimal(cells.netAmount.value).abs(), ROUNDING.total) ? 'right' : 'wrong';
}

/** Which of two factors is which, their product does not tell: heads do, money is a price, and counts are whole. */
function lookOf(quantity: NumberColumn, price: NumberColumn, fits: (column: NumberColumn, role: ColumnRole) => number): number {
  const looks = (isPrice: boolean, isQuantity: boolean) => (isPrice ? 0.2 : 0) - (isQuantity ? 0.2 : 0);
  return (
    fits(quantity, 'quantity') +
    fits(price, 'unitPrice') +
    (quantity.from < price.from ? 0.1 : 0) +
    looks(isMostlyMoney(price), isMostlyMoney(quantity)) +
    looks(isWhole(quantity), isWhole(price))
  );
}

const isMostlyMoney = ({ cells }: NumberColumn): boolean => [...cells.values()].filter(isMoney).length > cells.size / 2;
const isWhole = ({ cells }: NumberColumn): boolean => [...cells.values()].every(({ number }) => number.places === 0);
/** Whether all numbers can be rates of tax above nothing. */
const isRates = ({ cells }: NumberColumn): boolean =>
  [...cells.values()].every(({ number, percent }) => percent && Number(number.value) > 0 && Number(number.value) <= HIGHEST_RATE);
/** Whether all numbers can be percentages taken off. */
const isDiscounts = ({ cells }: NumberColumn): boolean =>
  [...cells.values()].every((span) => !span.number.signed && Math.abs(Number(span.number.value)) < 100);
/** Whether numbers can be how many: no money, none below zero. */
const isCounts = ({ cells }: NumberColumn): boolean =>
  [...cells.values()].every(
    (span) => !span.percent && !span.number.signed && span.number.places !== 2 && !span.number.value.startsWith('-'),
  );
const cellOf = (span: NumberSpan): Cell => ({ value: span.number.value, box: span.box, others: span.others.map(({ value }) => value) });

/** What a column of numbers is that is no factor; null where its numbers are words of a text. */
function roleLeft(column: NumberColumn, named: readonly NamedHead[], taken: ReadonlySet<HeadRole>, items: readonly Row[]): HeadRole | null {
  const spans = [...column.cells.values()];
  const isRate = spans.filter(({ number }) => decimal(number.value).abs().lte(HIGHEST_RATE)).length === spans.length;
  const isPercent = spans.filter(({ percent }) => percent).length > spans.length / 2;
  const free = (role: ColumnRole) =>
    !taken.has(role) && headFit(column, role, named) > 0 && (role === 'taxRate' ? isRate : role !== 'taxAmount' || !isPercent);
  for (const role of ['taxRate', 'discount', 'grossAmount', 'taxAmount', 'per', 'position', 'quantity', 'unitPrice'] as const)
    if (free(role)) return role;
  if (isRate && isPercent && !taken.has('taxRate')) return 'taxRate';
  if (countsUp(spans) && !taken.has('position')) return 'position';
  // Numbers among the words of a description are its words.
  const apart = spans.filter((span) => isApart(span, items)).length;
  return apart > spans.length / 2 ? 'other' : null;
}

/** Whether a number stands in a run of its own. */
function isApart(span: NumberSpan, items: readonly Row[]): boolean {
  const run = items.find(({ index }) => index === span.run.row)?.runs.find(({ words }) => words.includes(span.run.words[span.from]));
  return run !== undefined && run.words.length === span.to - span.from;
}

const countsUp = (spans: readonly NumberSpan[]): boolean =>
  spans.length > 1 && spans.every(({ number }, i) => i === 0 || Number(number.value) === Number(spans[i - 1].number.value) + 1);

function columnOf(cells: ReadonlyMap<number, NumberSpan>): NumberColumn {
  const boxes = [...cells.values()].map(({ box }) => box);
  return { cells, from: Math.min(...boxes.map(({ x }) => x)), to: Math.max(...boxes.map(right)) };
}

const headOf = (role: HeadRole, boxes: readonly Box[], { runs }: Row): Head => ({ role, run: runs[0], box: union(boxes) });

/** Words right above the first line that may head columns. */
function namedHeads(first: Row, rows: readonly Row[], wording: Wording): NamedHead[] {
  const at = rows.indexOf(first);
  const above = rows
    .slice(Math.max(0, at - HEADS_ABOVE.rows), at)
    .filter((row) => row.page === first.page && first.box.y - bottom(row.box) < HEADS_ABOVE.white * first.box.height);
  return above.flatMap((row) => {
    const heads = row.runs.flatMap((run) => {
      const hits = columnHeadsIn(run, wording);
      return hits.length > 0
        ? hits.map(({ roles, from, to }) => ({ roles, box: union(run.words.slice(from, to)) }))
        : [{ roles: [], box: run.box }];
    });
    // Words that nobody knows are heads among such as are.
    const isHeads = heads.filter(({ roles }) => roles.length > 0).length > 1;
    return isHeads ? heads : heads.filter(({ roles }) => roles.length > 0);
  });
}

/** What the heads say of a column being something. */
function headFit(column: NumberColumn, role: ColumnRole, named: readonly NamedHead[]): number {
  const over = headOver(column, named);
  return over === null || over.roles.length === 0 ? 0 : over.roles.includes(role) ? HEAD.same : HEAD.other;
}

/** The head that stands over a column: one above its numbers, or flush with them. */
function headOver({ from, to }: NumberColumn, named: readonly NamedHead[]): NamedHead | null {
  const box = { x: from, y: 0, width: to - from, height: 0 };
  const off = (head: NamedHead) =>
    Math.min(Math.abs(right(head.box) - to), Math.abs(head.box.x - from), Math.abs(head.box.x + head.box.width / 2 - (from + to) / 2));
  return named
    .filter((head) => overlapX(head.box, box) > 0 || Math.abs(right(head.box) - to) < FLUSH)
    .reduce<NamedHead | null>((best, head) => (best === null || off(head) < off(best) ? head : best), null);
}

/** Words of the lines that stand in no column of numbers, parted where most lines have a left edge. */
function textColumns(items: readonly Row[], numeric: readonly NumberColumn[], named: readonly NamedHead[]): Head[] {
  const taken = new Set(numeric.flatMap(({ cells }) => [...cells.values()].flatMap(({ run, from, to }) => run.words.slice(from, to))));
  const texts = items.flatMap((row) =>
    row.runs.map((run) => run.words.filter((word) => !taken.has(word))).filter((words) => words.length > 0),
  );
  const edges = commonEdges(texts, items.length);
  const pieces = texts
    .flatMap((words) => parted(words, edges))
    .filter((words) => words.some(({ text }) => /[\p{L}\d]/u.test(text) && !leadsToPrice(text)));
  const columns = joinedUnderOneHead(grouped(pieces), named);
  const letters = (column: TextColumn) => column.pieces.flat().reduce((sum, { text }) => sum + text.replace(/[^\p{L}]/gu, '').length, 0);
  const named2 = (column: TextColumn, role: ColumnRole) => headFit({ cells: new Map(), from: column.from, to: column.to }, role, named) > 0;
  const described = columns.filter((column) => !isDates(column));
  const most = described.reduce<TextColumn | null>((best, one) => (best === null || weight(one) > weight(best) ? one : best), null);
  function weight(column: TextColumn): number {
    return letters(column) * (named2(column, 'description') ? 3 : 1);
  }
  const heads: Head[] = [];
  const quantity = numeric.length > 0;
  for (const column of columns) {
    const boxes = column.pieces.map(union);
    const common = column.pieces.length >= MOST_LINES * items.length;
    if (column === most) heads.push(headOf('description', boxes, items[0]));
    else if (common && isCodes(column) && !heads.some(({ role }) => role === 'itemNumber'))
      heads.push(headOf('itemNumber', boxes, items[0]));
    else if (common && quantity && isUnits(column)) heads.push(headOf('unit', boxes, items[0]));
    else if (common && (isDates(column) || named.length > 0)) heads.push(headOf('other', boxes, items[0]));
  }
  return heads;
}

interface TextColumn {
  readonly pieces: readonly (readonly Word[])[];
  readonly from: number;
  readonly to: number;
}

/** White before a word that may begin a column, in heights of it: more than a blank. */
const COLUMN_GAP = 0.5;

/** Places where words begin in most of the lines. */
function commonEdges(texts: readonly (readonly Word[])[], lines: number): number[] {
  const starts = texts.flatMap((words) =>
    words.filter((word, i) => i === 0 || word.x - right(words[i - 1]) > COLUMN_GAP * Math.min(word.height, words[i - 1].height)),
  );
  const votes = (x: number) => new Set(starts.filter((word) => Math.abs(word.x - x) < ONE_EDGE).map(({ y }) => Math.round(y))).size;
  return lines < 2 ? [] : starts.map(({ x }) => x).filter((x) => votes(x) > MOST_LINES * lines);
}

/** Words of a run, parted where a common edge is. */
function parted(words: readonly Word[], edges: readonly number[]): (readonly Word[])[] {
  const parts: Word[][] = [];
  for (const word of words) {
    const last = parts.at(-1);
    const gap = last ? word.x - right(last[last.length - 1]) : 0;
    const isEdge = gap > COLUMN_GAP * word.height && edges.some((edge) => Math.abs(edge - word.x) < ONE_EDGE);
    if (!last || isEdge) parts.push([word]);
    else last.push(word);
  }
  return parts;
}

/** Pieces by where they begin: what has one left edge, or stands under another piece, is one column. */
function grouped(pieces: readonly (readonly Word[])[]): TextColumn[] {
  const columns: { pieces: (readonly Word[])[]; from: number; to: number }[] = [];
  for (const words of [...pieces].sort((a, b) => a[0].x - b[0].x)) {
    const [from, to] = [words[0].x, right(words[words.length - 1])];
    const column = columns.find((one) => from < one.to && to > one.from);
    if (!column) columns.push({ pieces: [words], from, to });
    else {
      column.pieces.push(words);
      column.from = Math.min(column.from, from);
      column.to = Math.max(column.to, to);
    }
  }
  return columns;
}

/** White that parts texts of one line which have no common edge. */
const GAP_IN_TEXT = 2.5;

/** Columns of words, left to right, those put together that no two heads and no common edge part: wide type parts a text. */
function joinedUnderOneHead(columns: readonly TextColumn[], named: readonly NamedHead[]): TextColumn[] {
  const joined: TextColumn[] = [];
  const headOf = (column: TextColumn) => headOver({ cells: new Map(), from: column.from, to: column.to }, named);
  for (const column of columns) {
    const before = joined.at(-1);
    const heads = before ? [headOf(before), headOf(column)].filter((head) => head !== null) : [];
    const isNear = before && column.from - before.to < GAP_IN_TEXT * column.pieces[0][0].height;
    if (!before || !isNear || new Set(heads).size > 1 || hasEdge(column)) joined.push(column);
    else
      joined[joined.length - 1] = { pieces: [...before.pieces, ...column.pieces], from: before.from, to: Math.max(before.to, column.to) };
  }
  return joined;
}

/** Whether the pieces of a column begin or end at one place. */
function hasEdge({ pieces }: TextColumn): boolean {
  const flush = (edge: (words: readonly Word[]) => number) =>
    pieces.filter((words) => Math.abs(edge(words) - edge(pieces[0])) < 1.5 * ONE_EDGE).length > 0.7 * pieces.length;
  return pieces.length > 1 && (flush((words) => words[0].x) || flush((words) => right(words[words.length - 1])));
}

const textOf = (words: readonly Word[]): string => words.map(({ text }) => text).join(' ');
const isDates = ({ pieces }: TextColumn): boolean => pieces.every((words) => dateSpans(runOf(words)).length > 0);
const isCodes = ({ pieces }: TextColumn): boolean => pieces.every((words) => words.length === 1 && isCode(words[0].text));
/** Units are short, and few of them are different. */
const isUnits = ({ pieces }: TextColumn): boolean =>
  pieces.every((words) => words.length <= 2 && /^\p{L}[\p{L}\d²³./ ]{0,11}$/u.test(textOf(words)));
const runOf = (words: readonly Word[]): Run => makeRun(words, 0, 0);
