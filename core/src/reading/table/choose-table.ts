import { Decimal } from '../../money/index.js';
import { middleX, overlapY, right, union, type Box } from '../../geometry/index.js';
import type { ColumnRole } from '../../languages/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { columnHeadsIn, headedColumns } from '../language/labels.js';
import { tableScore, type LineRow, type LineTable } from './line-row.js';
import { ONE_EDGE } from './column-heads.js';
import { itemNumberBelow, withCodesBelow } from './item-below.js';
import { linesByAlignment } from './lines-by-alignment.js';
import { linesByHeads } from './lines-by-heads.js';
import { likelihood, proof, type TablePages } from './line-proof.js';
import { linesBySums } from './lines-by-sums.js';
import { isMoney, numbersOf } from './number-columns.js';
import type { DecimalMark } from '../print/numbers.js';
import type { Row, Word } from '../print/words.js';
import type { Wording } from '../language/wording.js';

/** Which way of reading the line table is wanted: the better of the two, or one by name. */
export type LineMethod = 'best' | LineTable['method'];

/** The line table as the wanted method reads it, or the better one; item numbers that run into their descriptions parted from them. */
export function chooseTable(on: TablePages, method: LineMethod): LineTable {
  const { wording, taxTable } = on;
  const rows = on.rows.filter((row) => !taxTable.has(row.index));
  const table = withCodesBelow(withPositionsApart(withoutSums(chosen(rows, on, method), rows)));
  const coded = withLeadingCodes(table, () => headedColumns(rows, wording).has('itemNumber'));
  return withWordsDescribing(asHeaded(withLeadingCounts(coded), rows, wording));
}

/** The table with the codes that most descriptions begin with as item numbers, where a head for these stands over no column of its own. */
function withLeadingCodes(table: LineTable, isHeaded: () => boolean): LineTable {
  const coded = (line: LineRow) => !line.cells.itemNumber && LEADING_CODE.test(line.cells.description?.value ?? '');
  const codes = table.lines.filter(coded).length;
  const isCounted = table.lines.length > 2 && codes === table.lines.length && table.lines.every(({ cells }) => cells.position);
  if (table.lines.length < 2 || codes < 0.8 * table.lines.length || !(isCounted || isHeaded())) return table;
  return { ...table, lines: table.lines.map((line) => (coded(line) ? withCodeApart(line) : line)) };
}

/**
 * The table without what it took for its last lines and is the sum of those before it, under whatever words, with what follows: a row with an
 * amount and nothing else, where all lines before it have a quantity and a price.
 */
function withoutSums(table: LineTable, rows: readonly Row[]): LineTable {
  let total = new Decimal(0);
  const at = table.lines.findIndex(({ cells: { quantity, unitPrice, netAmount } }, i) => {
    if (i > 0 && !quantity && !unitPrice && netAmount && total.eq(netAmount.value)) return true;
    total = total.plus(netAmount?.value ?? 0);
    return false;
  });
  if (at < 1 || !table.lines.slice(0, at).every(({ cells }) => cells.quantity && cells.unitPrice)) return table;
  const { page, box } = table.lines[at];
  const end = rows.find((row) => row.page === page && row.box.y >= box.y - 1)?.index ?? Infinity;
  return { ...table, lines: table.lines.slice(0, at), rows: new Set([...table.rows].filter((index) => index < end)) };
}

const POSITION = /^(\d{1,3})[.)] (?=\S)/;
/** A number that a description begins with and that is a position only where all lines are counted so. */
const BARE_POSITION = /^(\d{1,3}) (?=\S)/;

/** The table with the positions that its descriptions begin with, “1. …”, “2. …”, apart. */
function withPositionsApart(table: LineTable): LineTable {
  const by = (pattern: RegExp) => table.lines.map(({ cells }) => pattern.exec(cells.description?.value ?? '')?.[1]);
  const bare = by(BARE_POSITION);
  const pattern = bare.length > 1 && bare.every((position, i) => Number(position) === i + 1) ? BARE_POSITION : POSITION;
  const positions = by(pattern);
  const counted = positions.filter((position, i) => Number(position) === i + 1);
  if (counted.length < 2 || counted.length < MOSTLY * positions.length) return table;
  const lines = table.lines.map((line, i) => {
    const { description } = line.cells;
    const position = positions[i];
    if (!description || position === undefined || line.cells.position) return line;
    const rest = { ...description, value: description.value.replace(pattern, '') };
    return { ...line, cells: { ...line.cells, position: { value: position, box: description.box }, description: rest } };
  });
  return { ...table, lines };
}

/** The table with its item numbers as descriptions, where nothing else describes and they are words: “Article” heads either. */
function withWordsDescribing(table: LineTable): LineTable {
  const isWordy = ({ cells: { itemNumber, description } }: LineRow) => !description && /\p{L}{3}/u.test(itemNumber?.value ?? '');
  if (table.lines.length === 0 || table.lines.filter(isWordy).length < MOSTLY * table.lines.length) return table;
  const lines = table.lines.map((line) => {
    const { itemNumber, description, ...cells } = line.cells;
    const words = description ?? itemNumber;
    return words ? { ...line, cells: { ...cells, description: words } } : line;
  });
  return { ...table, lines };
}

/** A count that a description begins with, as on a till's slip: “9 Calamar entero”, “1,5 kg …”. */
const LEADING_COUNT = /^(\d{1,4}(?:[.,]\d{1,3})?) (?=\p{L})/u;
/** Share of the lines that must begin with a count. */
const MOSTLY = 0.7;

/** The table with the counts that its descriptions begin with as quantities, where no column gives any and the counts number no lines. */
function withLeadingCounts(table: LineTable): LineTable {
  const { lines } = table;
  const isNumbered = table.heads.some(({ role }) => role === 'itemNumber' || role === 'position');
  if (lines.length === 0 || lines.some(({ cells }) => cells.quantity)) return table;
  const counts = lines.map(({ cells: { itemNumber, position, description } }) => {
    const apart = itemNumber ?? position;
    if (apart) return /^\d{1,4}$/.test(apart.value) ? apart.value : null;
    return LEADING_COUNT.exec(description?.value ?? '')?.[1] ?? null;
  });
  const counted = counts.filter((count) => count !== null);
  const numbersLines = counts.every((count, i) => Number(count) === i + 1 || Number(count) === (i + 1) * 10);
  if (counted.length < MOSTLY * lines.length || numbersLines || isNumbered) return table;
  return { ...table, lines: lines.map((line, i) => withCount(line, counts[i])) };
}

/** Rows above the first line in which its heads may stand. */
const NEAR_HEADS = 3;

/**
 * The table with quantities and prices exchanged where they stand under each other's heads: which of two factors is which, their product
 * does not tell.
 */
function asHeaded(table: LineTable, rows: readonly Row[], wording: Wording): LineTable {
  const [first] = table.lines;
  if (!first || table.method === 'heads') return table;
  const at = rows.findIndex((row) => row.page === first.page && row.box.y >= first.box.y - 1);
  const heads = rows
    .slice(Math.max(0, at - NEAR_HEADS), at)
    .flatMap((row) =>
      row.runs.flatMap((run) =>
        columnHeadsIn(run, wording).map(({ roles, from, to }) => ({ roles, box: union(run.words.slice(from, to)) })),
      ),
    );
  const headOf = (role: ColumnRole) => heads.find(({ roles }) => roles.includes(role))?.box;
  const [quantity, price] = [headOf('quantity'), headOf('unitPrice')];
  if (!quantity || !price) return table;
  const nearer = (box: Box, one: Box, other: Box) => Math.abs(middleX(box) - middleX(one)) < Math.abs(middleX(box) - middleX(other));
  const crossed = table.lines.filter(
    ({ cells }) =>
      cells.quantity && cells.unitPrice && nearer(cells.quantity.box, price, quantity) && nearer(cells.unitPrice.box, quantity, price),
  );
  if (crossed.length <= table.lines.length / 2) return table;
  return {
    ...table,
    lines: table.lines.map((line) =>
      crossed.includes(line) ? { ...line, cells: { ...line.cells, quantity: line.cells.unitPrice, unitPrice: line.cells.quantity } } : line,
    ),
  };
}

function withCount(line: LineRow, count: string | null): LineRow {
  const { itemNumber, position, description, ...cells } = line.cells;
  if (count === null) return line;
  const apart = itemNumber ?? position;
  const box = (apart ?? description)?.box;
  if (!box) return line;
  const words = apart ? description : description && { ...description, value: description.value.replace(LEADING_COUNT, '') };
  return { ...line, cells: { ...cells, quantity: { value: count.replace(',', '.'), box }, ...(words ? { description: words } : {}) } };
}

/** A code with three digits at least, and a word behind it. */
const LEADING_CODE = /^(?=[^ ]*\d[^ ]*\d[^ ]*\d)([\p{Lu}\d][\p{Lu}\d./-]{3,}) (?=.*\p{L}{3})/u;

function withCodeApart(line: LineRow): LineRow {
  const { description } = line.cells;
  const [lead, code] = LEADING_CODE.exec(description?.value ?? '') ?? [];
  if (!description || lead === undefined) return line;
  const cells = {
    ...line.cells,
    itemNumber: { value: code, box: description.box },
    description: { ...description, value: description.value.slice(lead.length) },
  };
  return { ...line, cells };
}

/** `able`: the rows that may be lines. */
function chosen(able: readonly Row[], on: TablePages, method: LineMethod): LineTable {
  const { labelled, mark, wording } = on;
  const heads = method === 'alignment' || method === 'sums' ? null : linesByHeads(able, labelled, mark, wording);
  if (method === 'heads') return heads ?? { method: 'heads', lines: [], rows: new Set(), heads: [] };
  if (heads && isWhole(heads, on)) return heads;
  const bySums = method === 'alignment' ? null : linesBySums(able, on);
  if (method === 'sums') return bySums ?? { method: 'sums', lines: [], rows: new Set(), heads: [] };
  const named = headsOrAlignment(heads, able, labelled, mark);
  return bySums && provesMore(bySums, named, on) ? bySums : named;
}

/** Whether lines whose sum is printed explain the page better than others do. */
function provesMore(bySums: LineTable, other: LineTable, on: TablePages): boolean {
  const more = worth(bySums, on) - worth(other, on);
  return other.method === 'heads' ? more > (on.wording.own === null ? KNOWN_HEADS : LEARNED_HEADS) : more >= 0;
}

/** What heads that are known count against the sums alone, and what those do that a person has shown. */
const LEARNED_HEADS = 4;
const KNOWN_HEADS = 0.5;

/** What a row counts against a table that looks like one of its lines and is none. */
const LEFT_OUT = 1.5;

/** Rows outside a table that say something and have an amount under its own ones: a sum that leaves these out proves little. */
function leftOut({ lines, rows: own }: LineTable, { rows, taxTable, labelled, mark }: TablePages): number {
  const edges = lines.flatMap(({ page, cells: { netAmount } }) => (netAmount ? [{ page, x: right(netAmount.box) }] : []));
  return rows.filter(
    (row) =>
      !own.has(row.index) &&
      !taxTable.has(row.index) &&
      likelihood(row, labelled, mark) > 0 &&
      numbersOf(row, mark).some(
        (span) => isMoney(span) && edges.some(({ page, x }) => page === row.page && Math.abs(x - right(span.box)) < ONE_EDGE),
      ),
  ).length;
}

/** What speaks for a table: lines whose product is their amount, rows that are no totals, and a sum that is printed. */
function worth(table: LineTable, on: TablePages): number {
  const { rows, labelled, mark } = on;
  const told = table.taxedByRates ? { right: table.lines.length, wrong: 0 } : tableScore(table.lines);
  const begun = rows.filter(
    (row) => table.rows.has(row.index) && table.lines.some(({ words }) => row.runs.some((run) => words.includes(run.words[0]))),
  );
  // More lines are not better ones: only what is hardly one counts.
  const items = begun.reduce((sum, row) => sum + Math.min(0, likelihood(row, labelled, mark)), 0);
  const described = table.lines.filter(({ cells }) => cells.description).length / Math.max(1, table.lines.length);
  return told.right - told.wrong + items + described + proof(table, on) - LEFT_OUT * leftOut(table, on);
}

function headsOrAlignment(heads: LineTable | null, rows: readonly Row[], labelled: LabelledRows, mark: DecimalMark): LineTable {
  const alignment = linesByAlignment(rows, labelled, mark);
  if (!heads || heads.lines.length === 0) return alignment;
  const a = tableScore(heads.lines);
  const b = tableScore(alignment.lines);
  // A line that is wrong under its heads is a slip to be asked about, not a reason to read it without them.
  return b.right > a.right + 0.15 * heads.lines.length && b.wrong <= a.wrong ? alignment : heads;
}

/** Whether numbers stand beside a line that are in none of the table's cells: its own may have been missed. */
export function numbersBeside({ lines }: LineTable, rows: readonly Row[]): (line: number) => boolean {
  let placed: ReadonlySet<Word> | null = null;
  return (at) => {
    const words = (placed ??= wordsOf(lines));
    const { page, box } = lines[at];
    return rows.some(
      (row) =>
        row.page === page &&
        overlapY(row.box, { ...box, y: box.y - 0.8 * row.box.height, height: box.height + 1.6 * row.box.height }) > 0 &&
        row.runs.some((run) => run.words.some((word) => /\d/.test(word.text) && !words.has(word))),
    );
  };
}

/** Words of a line that are in no cell, by whether they hold a digit: what the reading of the table passed over. */
export function passedOver(
  { lines }: LineTable,
  rows: readonly Row[],
): (line: number) => { readonly words: boolean; readonly figures: boolean } {
  let placed: ReadonlySet<Word> | null = null;
  return (at) => {
    placed ??= new Set([...wordsOf(lines), ...labelsOfItems(lines, rows)]);
    const { page, box, words, beside: unnamed = [] } = lines[at];
    const [left, right] = [Math.min(...words.map(({ x }) => x)), Math.max(...words.map((word) => word.x + word.width))];
    const beside = rows
      .filter((row) => row.page === page && overlapY(row.box, box) > 0.5 * row.box.height)
      .flatMap((row) => row.runs.flatMap((run) => run.words))
      .filter((word) => !placed?.has(word) && overlapY(word, box) > 0.5 * word.height && word.x > left - 2 * word.height && word.x < right);
    return {
      words: beside.some(({ text }) => /\p{L}{3}/u.test(text)),
      // Figures in a column that nothing names may be what a line seems to lack.
      figures: [...beside, ...unnamed].some(({ text }) => /\d/.test(text) && !/%$/.test(text)),
    };
  };
}

/** The words that say of an item number below its description what it is: “Art.nr:”. */
function labelsOfItems(lines: readonly LineRow[], rows: readonly Row[]): Word[] {
  const own = new Set(lines.flatMap(({ words }) => words));
  return rows.flatMap((row) => {
    const item = itemNumberBelow(row.runs)?.[0];
    return item && own.has(item) ? row.runs.flatMap(({ words }) => words) : [];
  });
}

const wordsOf = (lines: readonly LineRow[]): ReadonlySet<Word> =>
  new Set(lines.flatMap(({ words, beside }) => [...words, ...(beside ?? [])]));

/** Whether every line says what it is, its quantity × price is its amount, and their sum is printed outside the table: no other way could read it better. */
const isWhole = (table: LineTable, on: TablePages): boolean =>
  tableScore(table.lines).right === table.lines.length && table.lines.every(({ cells }) => cells.description) && proof(table, on) > 0;
