import type { LabelMeaning } from '../../languages/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { isLabelWord } from '../language/labels.js';
import { isCurrencySign, type DecimalMark } from '../print/numbers.js';
import type { NumberSpan } from '../print/spans.js';
import type { Row } from '../print/words.js';
import { sumOfLines, type LineTable } from './line-row.js';
import { centsOf, isMoney, numbersOf } from './number-columns.js';
import { startsTotals } from './table-bounds.js';
import type { Wording } from '../language/wording.js';

/** What a sum counts that is printed beside a label of a total, and beside none. */
const PROOF = { labelled: 3, bare: 1 };
/** What it counts less where a discount or carriage is needed for it. */
const ADJUSTED = 0.5;
/** What a row counts as one of a line: with words that are no label's; as a total; as something else that has a label. */
const ROW = { described: 0.3, bare: -0.4, total: -2, labelled: -1 };

const TOTALS: ReadonlySet<LabelMeaning> = new Set([
  'netTotal',
  'goodsTotal',
  'grossTotal',
  'amountDue',
  'taxTotal',
  'taxBreakdown',
  'paid',
]);
const SUMS: ReadonlySet<LabelMeaning> = new Set(['netTotal', 'goodsTotal', 'grossTotal', 'amountDue']);

/** What a table is looked for on. */
export interface TablePages {
  readonly rows: readonly Row[];
  /** Rows of a table of taxes by rate, by index: no lines, but their sums prove lines. */
  readonly taxTable: ReadonlySet<number>;
  readonly labelled: LabelledRows;
  readonly mark: DecimalMark;
  readonly wording: Wording;
}

/** What lines may be, and totals too. */
const ADJUSTMENTS: ReadonlySet<LabelMeaning> = new Set(['carriage', 'documentDiscount']);

/** A row on which an amount stands, and whether a label there says that it is a total. */
export interface Target {
  readonly index: number;
  readonly isLabelled: boolean;
}

/** What speaks for a row being a line, by its words alone. */
export function likelihood(row: Row, labelled: LabelledRows, mark: DecimalMark): number {
  const labels = labelled.onRow(row.index).filter(({ from }) => from === 0);
  if (startsTotals(row, labelled, mark) || labels.some(({ meaning, run }) => TOTALS.has(meaning) && run.words.length <= 4))
    return ROW.total;
  if (labels.some(({ meaning }) => meaning !== 'other' && !ADJUSTMENTS.has(meaning))) return ROW.labelled;
  const words = row.runs.flatMap((run) => run.words).filter(({ text }) => /\p{L}{3}/u.test(text) && !isCurrencySign(text));
  // “Net” or “Total net” may be a line as little as nothing.
  return words.length === 0 ? ROW.bare : words.every(({ text }) => isLabelWord(text)) ? 0 : ROW.described;
}

/** Sums that the pages print, in cents: the rows that they stand on, and whether a label there says that they are a total. */
export function targetsOf(
  amounts: readonly { readonly row: Row; readonly cents: number }[],
  labelled: LabelledRows,
): ReadonlyMap<number, readonly Target[]> {
  const targets = new Map<number, Target[]>();
  for (const { row, cents } of amounts) {
    if (cents === 0) continue;
    const isLabelled = labelled.onRow(row.index).some(({ meaning }) => SUMS.has(meaning));
    const all = targets.get(cents) ?? [];
    all.push({ index: row.index, isLabelled });
    targets.set(cents, all);
  }
  return targets;
}

/** What the totals take off the lines and put on them, in cents: a discount and carriage, each as it is labelled, or nothing. */
export function adjustmentsOf(
  amounts: readonly { readonly row: Row; readonly cents: number }[],
  labelled: LabelledRows,
): readonly number[] {
  const of = (meaning: LabelMeaning) => [
    0,
    ...amounts
      .filter(({ row }) => labelled.onRow(row.index).some((label) => label.meaning === meaning))
      .map(({ cents }) => Math.abs(cents))
      .slice(0, MOST_ADJUSTMENTS),
  ];
  return [...new Set(of('documentDiscount').flatMap((less) => of('carriage').map((more) => more - less)))];
}
const MOST_ADJUSTMENTS = 3;

/** Lines of three and more may miss by two cents a labelled total, each having been rounded; and what that takes from the proof. */
const ROUNDED = { lines: 3, less: 1 };

/** What a sum of lines, in cents, counts by where it is printed, `adjustment` put on it; amounts that each were rounded may miss a total. */
export function proofOf(
  printed: ReadonlyMap<number, readonly Target[]>,
  cents: number,
  adjustment: number,
  lines: number,
  isAble: (target: Target) => boolean = () => true,
): number {
  const at = (sum: number) => (printed.get(sum) ?? []).filter(isAble);
  const exact = proofBy(at(cents), adjustment);
  if (exact > 0 || lines < ROUNDED.lines || adjustment !== 0) return exact;
  const near = [-2, -1, 1, 2].flatMap((off) => at(cents + off)).filter(({ isLabelled }) => isLabelled);
  return Math.max(0, proofBy(near, 0) - ROUNDED.less);
}

/** What a sum counts by where it is printed, and by what had to be put on it or taken off. */
function proofBy(targets: readonly Target[], adjustment: number): number {
  if (targets.length === 0) return 0;
  return (targets.some(({ isLabelled }) => isLabelled) ? PROOF.labelled : PROOF.bare) - (adjustment === 0 ? 0 : ADJUSTED);
}

/** What the sum of a table's lines counts: as a total, as another amount outside the table, or nothing. */
export function proof(table: LineTable, { rows, labelled, mark }: TablePages): number {
  const total = sumOfLines(table.lines);
  if (total === null || total.isZero()) return 0;
  const cents = total.times(100).round().toNumber();
  const outside = rows.filter((row) => !table.rows.has(row.index));
  const amounts = outside.flatMap((row) =>
    numbersOf(row, mark)
      .filter(isMoney)
      .map((amount: NumberSpan) => ({ row, cents: centsOf(amount) })),
  );
  const targets = targetsOf(amounts, labelled);
  return Math.max(0, ...adjustmentsOf(amounts, labelled).map((more) => proofOf(targets, cents + more, more, table.lines.length)));
}
