import { Decimal } from '../../money/index.js';
import { bottom, middleY, right, union, type Box } from '../../geometry/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { numberCell, numberIn, place } from './column-cells.js';
import {
  areAgain,
  headsOf,
  isCode,
  joinSlopedHeads,
  LOOKED_BELOW,
  ONE_EDGE,
  repeatedHeads,
  rowsUnder,
  TEXT_ROLES,
  type Head,
} from './column-heads.js';
import { provenRoles } from './column-roles.js';
import { itemNumberBelow } from './item-below.js';
import type { ColumnRole } from '../../languages/index.js';
import { isPerPiece, repaired, type Cell, type LineRow, type LineTable } from './line-row.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { dateSpans, numberSpans } from '../print/spans.js';
import { isCarriedForward, startsTotals } from './table-bounds.js';
import { taxCode } from './tax-rates.js';
import { withTextAbove } from './text-above.js';
import type { Row, Run, Word } from '../print/words.js';

/** Reads the line table by its column heads, over all pages; null where no row looks like heads. */
export function linesByHeads(all: readonly Row[], labelled: LabelledRows, mark: DecimalMark, language: string): LineTable | null {
  const rows = joinSlopedHeads(all, language);
  let heads: Head[] = [];
  let open: 'before' | 'table' | 'over the page' | 'after' = 'before';
  const lines: Draft[] = [];
  const used = new Set<number>();
  let page = 0;
  const totals = new Set(rows.filter((row) => startsTotals(row, labelled, mark)));
  const headsOfRow = (row: Row) => {
    const found = headsOf(row, rows, totals, language, mark);
    return found && provenRoles(found, rowsUnder(row, rows, totals), mark);
  };
  const headsOfRows = new Map(rows.map((row) => [row, headsOfRow(row)]));
  const most = Math.max(0, ...[...headsOfRows.values()].map((found) => found?.length ?? 0));
  for (const full of rows) {
    const row = open === 'table' && full.page === page ? cropped(full, heads) : full;
    if (row === null) continue;
    if (row.page !== page) {
      page = row.page;
      if (open !== 'before') open = open === 'table' ? 'over the page' : 'after';
      const last = lines.at(-1);
      if (open === 'over the page' && last && wrapsOverPage(row, last, heads, labelled)) {
        addText(last, row.runs[0]);
        used.add(row.index);
        continue;
      }
    }
    const found = row === full ? (headsOfRows.get(row) ?? null) : headsOfRow(row);
    // Two labels of the document's head may look like column heads: the table's own are the most.
    if (found && (heads.length === 0 ? found.length >= most - (most > 5 ? 2 : 0) : areAgain(found, heads, open === 'after'))) {
      heads = heads.length === 0 ? found : repeatedHeads(heads, found);
      open = 'table';
      used.add(row.index);
      continue;
    }
    if (open === 'over the page' && goesOn(row, lines, heads, mark)) open = 'table';
    if (open !== 'table') continue;
    if (isCarriedForward(row)) continue;
    if (row === full ? totals.has(full) : startsTotals(row, labelled, mark)) {
      if (isSubtotal(row, lines, heads, mark) && linesFollow(row, rows, heads, mark, totals)) {
        used.add(row.index);
        continue;
      }
      open = 'after';
      continue;
    }
    takeRow(row, heads, lines, mark, labelled, used);
  }
  if (heads.length === 0) return null;
  const taxed = amountRoleOf(heads) === 'grossAmount';
  const finished = withCodesBelow(lines)
    .map(finish)
    .map((line) => (taxed ? asAmounts(line) : line));
  return { method: 'heads', lines: withTextAbove(finished, rows, labelled, used), rows: used, heads: heads.filter(isOfLines), taxed };
}

/** Whether the row's amount is what the last lines of the table sum to. */
function isSubtotal(row: Row, lines: readonly Draft[], heads: readonly Head[], mark: DecimalMark): boolean {
  const amount = row.runs.flatMap((run) => numberSpans(run, mark)).at(-1)?.number;
  if (amount?.places !== 2) return false;
  let sum = new Decimal(0);
  return lines.toReversed().some((line) => {
    sum = sum.plus(numberIn(line.cells.get(amountRoleOf(heads)), mark) ?? 0);
    return sum.eq(amount.value);
  });
}

/** Whether more lines of the table stand below a row on its page: rows with a text under their heads whose quantity × price is their amount. */
function linesFollow(row: Row, rows: readonly Row[], heads: readonly Head[], mark: DecimalMark, totals: ReadonlySet<Row>): boolean {
  const next = rows.filter((other) => other.page === row.page && other.index > row.index && !totals.has(other));
  return next.some((other) => {
    const { cells } = placed(other, heads, mark);
    const of = (role: ColumnRole) => numberIn(cells.get(role), mark);
    const [quantity, unitPrice, netAmount] = [of('quantity'), of('unitPrice'), of(amountRoleOf(heads))];
    if (quantity === null || unitPrice === null || netAmount === null || !cells.has('description')) return false;
    const asCell = (value: string) => ({ value, box: other.box });
    const discount = of('discount');
    return isPerPiece({
      quantity: asCell(quantity),
      unitPrice: asCell(unitPrice),
      netAmount: asCell(netAmount),
      ...(discount === null ? {} : { discount: asCell(discount) }),
    });
  });
}

/** The words of a row by what the columns hold that they stand in; `beside` are those in columns that are no cell of a line. */
function placed(row: Row, heads: readonly Head[], mark: DecimalMark): { cells: Map<ColumnRole, Word[]>; beside: Word[] } {
  const cells = new Map<ColumnRole, Word[]>();
  const beside: Word[] = [];
  for (const run of row.runs)
    for (const [{ role }, words] of place(run, heads, mark)) {
      if (role === 'other') beside.push(...words);
      else cells.set(role, [...(cells.get(role) ?? []), ...words]);
    }
  return { cells, beside };
}

/** Whether a row on the next page is a line of the same table though its heads are not repeated: its amount stands where theirs do. */
function goesOn(row: Row, lines: readonly Draft[], heads: readonly Head[], mark: DecimalMark): boolean {
  const last = row.runs[row.runs.length - 1];
  const amounts = lines.flatMap(({ cells }) => cells.get('netAmount')?.at(-1) ?? []).slice(-LOOKED_BELOW);
  const isFlush = (amount: Box) => Math.abs(right(amount) - right(last.box)) < ONE_EDGE;
  // Where heads were repeated further up on the page, the columns may have moved for the last lines only.
  // Heads at the foot of the page before are those of the lines to come.
  const sameEdge =
    amounts.slice(-1).some(isFlush) ||
    amounts.filter(isFlush).length > amounts.length / 2 ||
    heads.some((head) => head.role === 'netAmount' && isFlush(head.box));
  return (
    row.runs.length >= 3 &&
    sameEdge &&
    readNumber(last.words[last.words.length - 1].text, mark)?.places === 2 &&
    row.runs[0].box.x > heads[0].box.x - 14
  );
}

/** Whether a page begins with the rest of the description that the page before ended in: one text, flush with it. */
function wrapsOverPage(row: Row, last: Draft, heads: readonly Head[], labelled: LabelledRows): boolean {
  const [first] = last.cells.get('description') ?? [];
  const [run] = row.runs;
  return (
    row.runs.length === 1 &&
    first !== undefined &&
    last.page === row.page - 1 &&
    Math.abs(run.box.x - first.x) < 2 &&
    /^\p{L}/u.test(run.text) &&
    !labelled.startsWithLabel(run) &&
    // What stands at the page's own edge may be its letterhead.
    (first.x > heads[0].box.x + 10 || /^\p{Ll}/u.test(run.text))
  );
}

/** Adds words to a line's description that stand on another page: its box stays on its own. */
function addText(line: Draft, run: Run): void {
  const words = line.cells.get('description') ?? [];
  const end = words[words.length - 1];
  line.cells.set('description', [...words.slice(0, -1), { ...end, text: `${end.text} ${run.text}` }]);
}

/** The row without what stands beside the table, in a side bar; null where nothing else is on it. */
function cropped(row: Row, heads: readonly Head[]): Row | null {
  const first = heads[0];
  const last = heads[heads.length - 1];
  const left = TEXT_ROLES.has(first.role) ? first.box.x - 14 : first.box.x - 70;
  const runs = row.runs.filter(
    (run) => right(run.box) > left && run.box.x < right(last.box) + 30 && !(run.box.x < left - 20 && right(run.box) < right(first.box)),
  );
  if (runs.length === 0) return null;
  return runs.length === row.runs.length ? row : { ...row, runs, box: union(runs.map((run) => run.box)) };
}

interface Draft {
  page: number;
  boxes: Box[];
  bottom: number;
  rowHeight: number;
  cells: Map<ColumnRole, Word[]>;
  /** Words in columns that are no cell of a line. */
  beside: Word[];
  mark: DecimalMark;
}

function takeRow(row: Row, heads: readonly Head[], lines: Draft[], mark: DecimalMark, labelled: LabelledRows, used: Set<number>): void {
  const { cells, beside } = placed(row, heads, mark);
  const amountRole = amountRoleOf(heads);
  const printed = numberIn(cells.get(amountRole), mark);
  const amount = printed !== null && sameGrain(printed, lines[0], amountRole) ? printed : null;
  const last = lines.at(-1);
  const inTable = row.box.x >= heads[0].box.x - 60;
  if (
    amount !== null &&
    inTable &&
    (cells.has('description') || cells.has('itemNumber') || !heads.some((head) => head.role === 'description'))
  ) {
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

const isOfLines = (head: Head): head is Head & { readonly role: ColumnRole } => head.role !== 'other';

/** What the amounts of the lines are. */
function amountRoleOf(heads: readonly Head[]): 'netAmount' | 'grossAmount' | 'unitPrice' {
  const of = (role: ColumnRole) => heads.some((head) => head.role === role);
  return of('netAmount') ? 'netAmount' : of('grossAmount') ? 'grossAmount' : 'unitPrice';
}

/** The line with its only amount, which has the tax in it, as the amount that is reckoned with. */
function asAmounts(line: LineRow): LineRow {
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

/** The lines with the codes that stand alone under every one of their descriptions as item numbers, where these have no column. */
function withCodesBelow(lines: readonly Draft[]): readonly Draft[] {
  const codes = lines.map(({ cells }) => (cells.has('itemNumber') ? null : codeBelow(cells.get('description') ?? [])));
  if (lines.length < 2 || codes.includes(null)) return lines;
  return lines.map((line, i) => {
    const description = line.cells.get('description') ?? [];
    const code = codes[i] as Word;
    return {
      ...line,
      cells: new Map([...line.cells, ['itemNumber', [code]], ['description', description.filter((word) => word !== code)]]),
    };
  });
}

/** The last word of a description where it stands alone in its row, below the others, and is a code. */
function codeBelow(words: readonly Word[]): Word | null {
  const last = words[words.length - 1] as Word | undefined;
  const before = words[words.length - 2] as Word | undefined;
  return last && before && last.y > middleY(before) && Math.abs(last.x - words[0].x) < ONE_EDGE && isCode(inCapitals(last)) ? last : null;
}

/** A word as printed; off a scan in capitals, which its reader may have taken for small letters. */
const inCapitals = ({ text, score }: Word): string => (score === undefined ? text : text.toUpperCase());

/** Whether a text says from when to when: what an item was supplied for belongs to its description. */
const isPeriod = (run: Run): boolean => dateSpans(run).length === 2;

function finish(draft: Draft): LineRow {
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
      const unit = words.filter((word) => /\p{L}|²|³/u.test(word.text) && readNumber(word.text, draft.mark) === null);
      if (unit.length > 0) cells.unit = { value: unit.map((word) => word.text).join(' '), box: union(unit) };
    }
  }
  return repaired({ page: draft.page, box: union(draft.boxes), cells, words: [...[...draft.cells.values()].flat(), ...draft.beside] });
}
