import { blocksUnder } from './header/address-blocks.js';
import { LabelledRows } from './header/candidates.js';
import { foundOf, perhaps } from './fitted/found.js';
import { headCandidates, isLikely, likelyDueDates, likelyIssueDates, likelyNames, likelyNumbers } from './fitted/head.js';
import { dayOf, type HeadPages } from './fitted/traits.js';
import { identifierBox, ibansOf, sellerCountry, sellersFirst, taxIdsOf } from './header/bank-and-tax.js';
import { chooseTable, type LineMethod } from './table/choose-table.js';
import { printedCurrency } from './language/currency.js';
import { dayMonthOrder, dueByTerms } from './header/head-fields.js';
import { asDate, dueDateOf, ownFirst } from './header/head-values.js';
import { documentKind } from './header/kind.js';
import { labelsOf, languageOf } from './language/labels.js';
import { sumOfLines, taxOfLines, type LineTable } from './table/line-row.js';
import { joinCentredCells } from './table/centred-cells.js';
import { decimalMarkOf, type DecimalMark } from './print/numbers.js';
import type { ReadingContext } from './reading.js';
import { settleWords } from './scanned/settle-words.js';
import { paymentCode } from './header/payment-codes.js';
import { printedReferences } from './header/payment-references.js';
import { earlyPaymentTerms } from './header/terms.js';
import { sellerNamesOf } from './header/seller-name.js';
import { isMoney, numbersOf } from './table/number-columns.js';
import { taxTableRows } from './table/closing-sums.js';
import { chooseTotals } from './table/totals.js';
import { joinWrappedDates } from './header/wrapped-dates.js';
import { Expected } from './fitted/expected.js';
import { sameFirst, sameOf, withSameId, withSameName } from './fitted/same.js';
import { ownWordsOf } from './language/own-words.js';
import { withOwnColumns } from './own-fields.js';
import { ruleHits, rulesOf, type RuleGround } from './rules/index.js';
import { rowsOf, type PageWords, type Row } from './print/words.js';
import type { Wording } from './language/wording.js';

/** Everything that was found on a document's pages before one value a field is chosen. */
export type Gathered = ReturnType<typeof gather>;

/** Finds what could be a value of each field, and the line table, on the pages of one document. */
export function gather(read: readonly PageWords[], context: ReadingContext, method: LineMethod) {
  // Empty pages say nothing: an empty first one is not where the title stands.
  const pages = settleWords(read.filter((page) => page.words.length > 0));
  const laidOut: Row[] = [];
  for (const page of pages) laidOut.push(...rowsOf(page, laidOut.length));
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  const rows = joinCentredCells(joinWrappedDates(laidOut), mark);
  const language = languageOf(rows);
  const ownFields = context.ownFields ?? [];
  const habits = withOwnColumns(context.habits ?? [], ownFields, rows);
  const ground: RuleGround = { pages, rows, mark, ownFields };
  const ruled = ruleHits(rulesOf(habits), ground);
  const wording: Wording = { language, own: ownWordsOf(habits) };
  const expected = habits.length === 0 ? null : new Expected(habits, rows, ruled);
  const labelled = new LabelledRows(rows, labelsOf(rows, wording));

  const taxTable = taxTableRows(rows, mark);
  const printedTable = chooseTable({ rows, taxTable, labelled, mark, wording }, method);
  const lineSum = sumOfLines(printedTable.lines);
  const outside = new LabelledRows(
    rows,
    labelled.labels.filter((label) => !printedTable.rows.has(label.run.row)),
  );
  const totalsAmong = (among: readonly Row[]) =>
    chooseTotals(outside, rows, mark, lineSum, taxOfLines(printedTable.lines), among, expected);
  const amongOthers = totalsAmong(rows.filter((row) => !printedTable.rows.has(row.index)));
  // The table may have taken the totals for lines.
  const amongAll = amongOthers.addsUp ? amongOthers : totalsAmong(rows);
  const totals = amongAll.addsUp ? amongAll : amongOthers;
  const belowNothing = totals.chosen.grossTotal?.value.isNegative() ?? false;
  const kind = context.kind
    ? { kind: context.kind, score: 1, run: null }
    : documentKind(pages, rows, totals.chosen.grossTotal !== null, totals.addsUp, belowNothing, labelled, printedTable.rows);

  const ibans = sameFirst(ibansOf(rows), sameOf(habits, 'sellerIban'), rows);
  const printed = printedCurrency(rows);
  const country = sellerCountry(ibans, printed?.value ?? null, rows);
  const currency = printed ?? null;
  const anyIds = taxIdsOf(labelled, rows, country, context.buyerTaxIds ?? [], wording);

  const besideAmounts = besideLines(rows, printedTable, mark);

  const american = currency?.value === 'USD' || country === 'US' ? true : country !== null || currency !== null ? false : null;
  const on: HeadPages = {
    pages,
    rows,
    labelled,
    table: printedTable.rows,
    monthFirst: dayMonthOrder(rows, american, undefined, undefined).monthFirst,
    expected,
    taken: [...ibans, ...anyIds].map((id) => ({ run: id.run, box: identifierBox(id) })),
  };
  const [payment = null] = pages.flatMap((page) => page.codes ?? []).flatMap((text) => paymentCode(text) ?? []);
  // Who pays by the code is who buys.
  const buyerNames = [...(context.buyerNames ?? []), ...(payment?.payer ? [payment.payer] : [])];
  const hints = { buyerNames, ruled: sellerNamesOf(pages, rows, labelled, buyerNames) };
  const head = headCandidates(on, dueByTerms(besideAmounts, '2000-01-01') !== null, hints);
  const naming = likelyNames(head);
  const likely = naming.names.length > 0 && naming.names[0].score > naming.none ? naming.names : [];
  const names = withSameName(likely, sameOf(habits, 'sellerName'), rows);
  const taxIds = withSameId(
    sellersFirst(anyIds, names[0]?.value ?? null, rows, blocksUnder(labelled, rows, ['buyer', 'shipTo'])),
    sameOf(habits, 'sellerTaxId'),
    rows,
  );
  const { number, order: ordered } = likelyNumbers(head);
  const numbers = {
    number: foundOf('invoiceNumber', number.ranked, number.chosen),
    order: foundOf('orderReference', ordered.ranked, ordered.chosen),
    perhaps: {
      invoiceNumber: perhaps('invoiceNumber', number.ranked, ordered.chosen),
      orderReference: perhaps('orderReference', ordered.ranked, number.chosen),
    },
    hasNumber: number.chosen !== null,
    hasOrder: ordered.chosen !== null,
  };
  const issuing = likelyIssueDates(head);
  const issues = ownFirst(foundOf('issueDate', issuing.ranked), kind.kind === 'credit-note');
  const issued = isLikely(issuing) ? issuing.ranked[0].candidate.span : null;
  const paying = likelyDueDates(head, issued && dayOf(issued, on.monthFirst));
  const dues = foundOf('dueDate', paying.ranked);
  const order = dayMonthOrder(rows, american, issues[0], dues[0]);
  const issueDate = isLikely(issuing) ? asDate(issues, order, null) : null;
  const early = earlyPaymentTerms(rows);
  const dueDate = kind.kind === 'credit-note' ? null : dueDateOf(isLikely(paying) ? dues : [], order, besideAmounts, issueDate, early);
  return {
    pages,
    rows,
    besideAmounts,
    mark,
    language,
    wording,
    labelled,
    printedTable,
    lineSum,
    outside,
    totals,
    kind,
    ibans,
    country,
    currency,
    taxIds,
    payment,
    references: printedReferences(rows),
    names,
    issues,
    dues,
    order,
    issueDate,
    early,
    dueDate,
    head,
    numbers,
    habits,
    ground,
    ruled,
  };
}

/** The rows without what stands at an amount of a line: “2 days” that were sold are no days to pay in. */
function besideLines(rows: readonly Row[], { lines, rows: own }: LineTable, mark: DecimalMark): readonly Row[] {
  const placed = new Set(lines.flatMap(({ words, beside }) => [...words, ...(beside ?? [])]));
  return rows.flatMap((row) => {
    if (!own.has(row.index) || !numbersOf(row, mark).some(isMoney)) return [row];
    const runs = row.runs.filter(({ words }) => !words.every((word) => placed.has(word)));
    return runs.length === 0 ? [] : [{ ...row, runs }];
  });
}
