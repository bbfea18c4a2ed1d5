import { bottom, right, union, type Box } from '../../geometry/index.js';
import type { ColumnRole } from '../../languages/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { dateSpans } from '../print/spans.js';
import type { Row, Run, Word } from '../print/words.js';
import { numberCell, numberIn, place } from './column-cells.js';
import { TEXT_ROLES, type Head } from './column-heads.js';
import { itemNumberBelow } from './item-below.js';
import { leadsToPrice } from './number-columns.js';
import { repaired, type Cell, type LineRow } from './line-row.js';
import { taxCode } from './tax-rates.js';

/** The words of a row by what the columns hold that they stand in; `beside` are those in columns that are no cell of a line. */
export function placed(row: Row, heads: readonly Head[], mark: DecimalMark): { cells: Map<ColumnRole, Word[]>; beside: Word[] } {
  const cells = new Map<ColumnRole, Word[]>();
  const beside: Word[] = [];
  for (const run of row.runs)
    for (const [{ role }, words] of place(run, heads, mark)) {
      if (role === 'other') beside.push(...words);
      else cells.set(role, [...(cells.get(role) ?? []), ...words]);
    }
  return { cells, beside };
}

/** Adds words to a line's description that stand on another page: its box stays on its own. */
export function addText(line: Draft, run: Run): void {
  const words = line.cells.get('description') ?? [];
  const end = words[words.length - 1];
  line.cells.set('description', [...words.slice(0, -1), { ...end, text: `${end.text} ${run.text}` }]);
}

/** A line while its rows are gathered. */
export interface Draft {
  page: number;
  boxes: Box[];
  bottom: number;
  rowHeight: number;
  cells: Map<ColumnRole, Word[]>;
  /** Words in columns that are no cell of a line. */
  beside: Word[];
  mark: DecimalMark;
}

/**
 * Takes a row as a new line, where it has an amount, or as what the last one goes on with, where it stands right under it. `starts` are the
 * indices of the rows that begin lines, where that is known.
 */
export function takeRow(
  row: Row,
  heads: readonly Head[],
  lines: Draft[],
  mark: DecimalMark,
  labelled: LabelledRows,
  used: Set<number>,
  starts?: ReadonlySet<number>,
): void {
  const { cells, beside } = placed(row, heads, mark);
  const last = lines.at(-1);
  if (starts ? starts.has(row.index) : isLine(row, cells, heads, lines[0], mark)) {
    lines.push({ page: row.page, boxes: [row.box], bottom: bottom(row.box), rowHeight: row.box.height, cells, beside, mark });
    used.add(row.index);
    return;
  }
  if (!last || last.page !== row.page) return;
  const own = row.runs.filter((run) => !run.words.every((word) => beside.includes(word)));
  if (row.box.y - last.bottom > 1.1 * last.rowHeight || own.length === 0 || !isContinuation(own, last, cells, labelled)) return;
  last.beside.push(...beside);
  const runs = own.filter((run) => !/^[^\p{L}\d]+$/u.test(run.text));
  const rest = wrappedItem(runs, last);
  if (rest) last.cells.set('itemNumber', [...(last.cells.get('itemNumber') ?? []), ...rest.words]);
  const text = runs.filter((run) => run !== rest);
  const item = itemNumberBelow(text);
  if (item) last.cells.set('itemNumber', item);
  else last.cells.set('description', [...(last.cells.get('description') ?? []), ...text.flatMap((run) => run.words)]);
  last.boxes.push(row.box);
  last.bottom = bottom(row.box);
  used.add(row.index);
}

/** Whether a row has an amount like those above it, and says what it is for. */
function isLine(
  row: Row,
  cells: ReadonlyMap<ColumnRole, Word[]>,
  heads: readonly Head[],
  first: Draft | undefined,
  mark: DecimalMark,
): boolean {
  const role = amountRoleOf(heads);
  const printed = numberIn(cells.get(role), mark);
  if (printed === null || !sameGrain(printed, first, role) || row.box.x < heads[0].box.x - 60) return false;
  return cells.has('description') || cells.has('itemNumber') || !heads.some((head) => head.role === 'description');
}

/** Whether a column holds a cell of the lines. */
export const isOfLines = (head: Head): head is Head & { readonly role: ColumnRole } => head.role !== 'other';

/** What the amounts of the lines are. */
export function amountRoleOf(heads: readonly Head[]): 'netAmount' | 'grossAmount' | 'unitPrice' {
  const of = (role: ColumnRole) => heads.some((head) => head.role === role);
  return of('netAmount') ? 'netAmount' : of('grossAmount') ? 'grossAmount' : 'unitPrice';
}

/** The line with its only amount, which has the tax in it, as the amount that is reckoned with. */
export function asAmounts(line: LineRow): LineRow {
  const { grossAmount, ...cells } = line.cells;
  return grossAmount ? { ...line, cells: { ...cells, netAmount: grossAmount } } : line;
}

/** Amounts of one table have one number of decimals; a lone other one is text under the table. */
function sameGrain(amount: string, first: Draft | undefined, role: ColumnRole): boolean {
  const places = (text: string | null) => text?.split('.')[1]?.length ?? 0;
  return first === undefined || role === 'unitPrice' || places(amount) === places(numberIn(first.cells.get(role), first.mark));
}

/** The end of an item number that wraps in its column: what stands under one that ends in a dash or slash. */
function wrappedItem(runs: readonly Run[], last: Draft): Run | null {
  const item = last.cells.get('itemNumber');
  const [first] = runs;
  if (!item || !first || runs.length > 2 || first.words.length > 1) return null;
  return Math.abs(first.box.x - item[0].x) < 4 && /[-/]$/.test(item[item.length - 1].text) ? first : null;
}

function isContinuation(runs: readonly Run[], last: Draft, cells: ReadonlyMap<ColumnRole, Word[]>, labelled: LabelledRows): boolean {
  const description = last.cells.get('description');
  if (!description || runs.length > 2) return false;
  const left = Math.min(...description.map((word) => word.x));
  const wrapped = wrappedItem(runs, last);
  if (wrapped && runs.length === 1) return true;
  const first = runs.find((run) => run !== wrapped) ?? runs[0];
  if (first.box.x < left - 4 || first.box.x > Math.max(...description.map(right)) + 10) return false;
  if (
    labelled
      .onRow(first.row)
      .some((label) => label.run === first && label.from === 0 && label.meaning === 'other' && /\d/.test(first.text)) &&
    !isPeriod(first)
  )
    return false;
  return [...cells.keys()].every(
    (role) => TEXT_ROLES.has(role) || role === 'quantity' || role === 'unitPrice' || role === 'discount' || role === 'per',
  );
}

/** Whether a text says from when to when: what an item was supplied for belongs to its description. */
const isPeriod = (run: Run): boolean => dateSpans(run).length === 2;

/** The line with its cells read: numbers as decimals, texts as printed. */
export function finish(draft: Draft): LineRow {
  const cells: Partial<Record<ColumnRole, Cell>> = {};
  for (const [role, words] of draft.cells) {
    const box = union(words);
    if (TEXT_ROLES.has(role)) {
      const text = words.map((word) => word.text).join(' ');
      cells[role] = { value: role === 'itemNumber' ? text.replace(/(?<=[-/]) /g, '') : text, box };
      continue;
    }
    const number = numberCell(words, draft.mark);
    const code = number === null && role === 'taxRate' ? taxCode(words, box) : null;
    if (number !== null) cells[role] = { ...number, box };
    else if (code) cells[role] = code;
    // A code may stand right behind the amount, without a column of its own.
    const behind = role === 'netAmount' && words.length > 1 && !draft.cells.has('taxRate') ? taxCode(words.slice(-1), box) : null;
    if (behind) cells.taxRate = behind;
    if (role === 'quantity' && !draft.cells.has('unit')) {
      const unit = words.filter(
        (word) => /\p{L}|²|³/u.test(word.text) && !leadsToPrice(word.text) && readNumber(word.text, draft.mark) === null,
      );
      if (unit.length > 0) cells.unit = { value: unit.map((word) => word.text).join(' '), box: union(unit) };
    }
  }
  return repaired({ page: draft.page, box: union(draft.boxes), cells, words: [...draft.cells.values()].flat(), beside: draft.beside });
}
