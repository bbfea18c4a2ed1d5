import { Decimal } from '../../money/index.js';
import { right, union, type Box } from '../../geometry/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { numberIn } from './column-cells.js';
import {
  areAgain,
  headsOf,
  joinSlopedHeads,
  LOOKED_BELOW,
  ONE_EDGE,
  repeatedHeads,
  rowsUnder,
  TEXT_ROLES,
  type Head,
} from './column-heads.js';
import { provenRoles } from './column-roles.js';
import type { ColumnRole } from '../../languages/index.js';
import { isPerPiece, type LineTable } from './line-row.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { numberSpans } from '../print/spans.js';
import { isCarriedForward, startsTotals } from './table-bounds.js';
import { addText, amountRoleOf, asAmounts, finish, isOfLines, placed, takeRow, type Draft } from './table-rows.js';
import { withTextAbove } from './text-above.js';
import type { Row } from '../print/words.js';
import type { Wording } from '../language/wording.js';

/** Reads the line table by its column heads, over all pages; null where no row looks like heads. */
export function linesByHeads(all: readonly Row[], labelled: LabelledRows, mark: DecimalMark, wording: Wording): LineTable | null {
  const rows = joinSlopedHeads(all, wording);
  let heads: Head[] = [];
  let open: 'before' | 'table' | 'over the page' | 'after' = 'before';
  const lines: Draft[] = [];
  const used = new Set<number>();
  let page = 0;
  const totals = new Set(rows.filter((row) => startsTotals(row, labelled, mark)));
  const headsOfRow = (row: Row) => {
    const found = headsOf(row, rows, totals, wording, mark);
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
  const finished = lines.map(finish).map((line) => (taxed ? asAmounts(line) : line));
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
