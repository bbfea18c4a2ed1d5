import { titlesOf } from './header/title.js';
import { shapeOf, type Habit } from './habit.js';
import { likelyOf } from './fitted/found.js';
import { sameOf } from './fitted/same.js';
import { heldAgainst } from './held-against.js';
import { unexplainedId } from './fitted/unexplained.js';
import { gather } from './gather.js';
import { ownDoubts, readOwn, withOwnCells } from './own-fields.js';
import { rulesOf, withHit, withRuledCells } from './rules/index.js';
import { ROUNDING, totalsFit } from '../arithmetic/index.js';
import { isForTheBooks, isShownBy, type DocumentKind, type HeaderField } from '../documents/index.js';
import { Decimal, plain, within } from '../money/index.js';
import { LabelledRows } from './header/candidates.js';
import { identifierBox } from './header/bank-and-tax.js';
import { ACCEPTED_RISK } from './confidence/calibration.js';
import { numbersBeside, passedOver, type LineMethod } from './table/choose-table.js';
import { currencyOfCountry, likelierCurrency, printsCrowns } from './language/currency.js';
import { referenceField, withPaymentCode } from './header/paid-by-code.js';
import { raiseDoubts } from './confidence/doubts.js';
import { dueByTerms, invoiceNumbers, letterDates, ownNumbers, type DayMonthOrder } from './header/head-fields.js';
import { asDate, asIdentifier, earlyPayment, fromCoverText, fromNowhere } from './header/head-values.js';
import { asAmount } from './table/total-values.js';
import { foreignLanguage } from './language/foreign.js';
import { headedColumns, labelsOf } from './language/labels.js';
import { isPerPiece, lineArithmetic } from './table/line-row.js';
import { readLines } from './table/line-values.js';
import type { DocumentReading, ReadValue, ReadingContext } from './reading.js';
import { isStructured, readStructured } from './structured/structured.js';
import { PageTrust } from './scanned/trust.js';
import { weigh } from './confidence/weigh.js';
import { netFitsLines, printedRates, type TotalCandidate } from './table/totals.js';
import { hasRates, onlyRateOf, withExplainedRates } from './table/tax-rates.js';
import { withRatesOfAmounts } from './table/tax-amounts.js';
import { withoutTax } from './table/taxed-lines.js';
import { identifierSpans } from './print/spans.js';
import { type PageWords, type Row, type Run } from './print/words.js';
import type { Wording } from './language/wording.js';

/**
 * Reads one document off the words of its pages. Never throws on odd content: what is not found is null, with a doubt. What habits of its
 * supplier change of a value that nobody would have asked about without them is asked.
 */
export function readDocument(read: readonly PageWords[], context: ReadingContext = {}, method: LineMethod = 'best'): DocumentReading {
  return isStructured(read)
    ? readStructured(read, context, (pages) => readPages(pages, context, method))
    : readPages(read, context, method);
}

function readPages(read: readonly PageWords[], context: ReadingContext, method: LineMethod): DocumentReading {
  const reading = readOnce(read, context, method);
  return context.habits?.length ? heldAgainst(reading, readOnce(read, { ...context, habits: [] }, method), context.habits) : reading;
}

function readOnce(read: readonly PageWords[], context: ReadingContext, method: LineMethod): DocumentReading {
  const {
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
    references,
    names,
    issues,
    order,
    issueDate,
    early,
    dueDate,
    dues,
    numbers,
    head,
    habits,
    ground,
    ruled,
  } = gather(read, context, method);
  const unexplained = unexplainedId(head.identifiers, [numbers.number[0]?.value, numbers.order[0]?.value]);
  const printed: Record<HeaderField, ReadValue | null> = {
    invoiceNumber: numbers.hasNumber ? asIdentifier(numbers.number) : null,
    issueDate,
    dueDate,
    currency: currency
      ? {
          value: currency.value,
          confidence: currency.rivals.length === 0 ? 0.99 : 0.9,
          page: currency.page,
          box: currency.box,
          evidence: [{ code: 'printed-currency' }],
          alternatives: currency.rivals.map((value) => ({ value, why: { code: 'also-printed' as const }, page: null, box: null })),
        }
      : (fromNowhere(sameOf(context.habits ?? [], 'currency'), 0.98, { code: 'habit-same' }) ??
        unprinted(currencyOfCountry(country ?? taxIds[0]?.value.slice(0, 2) ?? null), printsCrowns(rows))),
    orderReference: (numbers.hasOrder ? asIdentifier(numbers.order) : null) ?? fromCoverText(context.coverText ?? '', wording),
    sellerName: names[0]
      ? {
          value: names[0].value,
          confidence: MISREAD_SIGN.test(names[0].value) ? 0.5 : Math.min(0.99, names[0].score),
          page: names[0].run.page,
          box: names[0].box,
          evidence: [{ code: 'legal-name' }],
          alternatives: names
            .slice(1, 4)
            .map((name) => ({ value: name.value, why: { code: 'other-name' as const }, page: name.run.page, box: name.box })),
        }
      : null,
    sellerTaxId: taxIds[0]
      ? {
          value: taxIds[0].value,
          confidence: taxIds[0].rival || taxIds[0].check === 'wrong' ? 0.5 : taxIds[0].check === 'right' ? 0.99 : 0.9,
          page: taxIds[0].run.page,
          box: identifierBox(taxIds[0]),
          evidence: [{ code: taxIds[0].check === 'right' ? 'check-digits' : 'tax-id-label' }],
          alternatives: (taxIds[0].rival ? [taxIds[0].rival] : []).map((id) => ({
            value: id.value,
            why: { code: 'other-tax-id' as const },
            page: id.run.page,
            box: identifierBox(id),
          })),
        }
      : null,
    sellerIban: ibans[0]
      ? {
          value: ibans[0].value,
          confidence: ibans[0].repaired ? 0.8 : ibans.length === 1 ? 0.99 : 0.9,
          page: ibans[0].run.page,
          box: identifierBox(ibans[0]),
          evidence: [{ code: ibans[0].repaired ? 'check-digits-repaired' : 'check-digits' }],
          alternatives: ibans
            .slice(1, 4)
            .map((iban) => ({ value: iban.value, why: { code: 'other-iban' as const }, page: iban.run.page, box: identifierBox(iban) })),
        }
      : null,
    paymentReference: referenceField(references),
    netTotal: null,
    taxTotal: null,
    grossTotal: null,
    amountDue: null,
    ...earlyPayment(early, issueDate),
  };
  const credit = kind.kind === 'credit-note';
  const fits =
    totals.chosen.netTotal !== null &&
    lineSum !== null &&
    netFitsLines(totals.chosen.netTotal.value, lineSum, asList(totals.discount), asList(totals.carriage));
  const { table, taxed } = withoutTax(withRatesOfAmounts(withExplainedRates(printedTable, rows, mark)), totals, fits);
  const linesSum = fits ? 'fit' : lineSum === null || taxed ? 'none' : 'differ';
  for (const field of ['netTotal', 'taxTotal', 'grossTotal', 'amountDue'] as const)
    printed[field] = asAmount(field, totals, linesSum, credit);
  for (const field of ['invoiceNumber', 'orderReference'] as const) printed[field] = withLooks(field, printed[field], context.habits ?? []);
  for (const [field, hit] of ruled) printed[field] = withHit(printed[field], hit, order.monthFirst);
  const addsUp = TOTALS.some((field) => ruled.has(field)) ? fitOnPage(printed) : totals.addsUp;
  const { fields, differing } = withPaymentCode(printed, credit ? null : payment);
  const trust = new PageTrust(pages);
  const ownFields = isForTheBooks(kind.kind) ? (context.ownFields ?? []) : [];
  const hasLines = isForTheBooks(kind.kind);
  const negative = table.lines.filter((line) => line.cells.netAmount?.value.startsWith('-')).length;
  const below = credit && (totals.chosen.grossTotal?.value.isNegative() || negative > table.lines.length / 2);
  const plainLines = hasLines
    ? readLines(table, totals, fits, below, onlyRateOf(totals, printedRates(rows, mark), hasRates(printedTable, outside.labels)))
    : [];
  const lines = withOwnCells(withRuledCells(plainLines, rulesOf(habits), ground), ownFields, habits, ground, order.monthFirst, trust);
  const own = readOwn(ownFields, habits, ground, order.monthFirst, trust);
  const bare = hasLines
    ? fields
    : onlyNameNumberDate(
        fields,
        ownNumber(labelled, kind.kind) ?? numberInTitle(kind.run),
        ownDate(labelled, rows, pages, order) ?? issueDate,
      );
  const reading = {
    pages: read.map((page) => page.page),
    language,
    kind: kind.kind,
    fields: bare,
    ...(ownFields.length > 0 ? { own } : {}),
    lines,
    allowances: { discount: text(totals.discount), carriage: text(totals.carriage), paid: text(totals.paid) },
  };
  const weighed = {
    ...reading,
    ...weigh(
      reading,
      trust,
      { addsUp, linesFit: fits, supported: supportedFields(fields, taxIds[0]?.check, context.habits ?? []) },
      context.calibration,
    ),
  };
  const askBelow = 1 - (context.acceptedRisk ?? ACCEPTED_RISK);
  const doubts = raiseDoubts(weighed, {
    hasWords: rows.length > 0,
    severalNumbers: numbersByPage(pages, rows, wording),
    kindScore: isTitled(context.habits ?? [], rows, kind.kind) ? Math.max(TITLED, kind.score) : kind.score,
    addsUp,
    dueExplained: totals.dueExplained,
    linesFit: fits || (lineSum !== null && (taxed || totals.chosen.netTotal === null) && sumsTo(lineSum, totals.chosen.grossTotal, taxed)),
    linesExceed:
      !fits && !taxed && lineSum !== null && totals.chosen.netTotal && lineSum.abs().gt(totals.chosen.netTotal.value.abs())
        ? plain(lineSum)
        : null,
    dayMonthUnsure: order.unsure && issues[0]?.swapped != null,
    taxIdCheck: taxIds[0]?.check ?? null,
    lineArithmetic: table.lines.map((line) => lineArithmetic(line.cells)),
    perPiece: table.lines.map((line) => isPerPiece(line.cells) || Boolean(line.cells.per)),
    numbersBeside: numbersBeside(table, rows),
    passedOver: passedOver(table, rows),
    habits: context.habits ?? [],
    headedColumns: () => headedColumns(rows, wording),
    trust,
    likelierCurrency: likelierCurrency(fields.currency?.value ?? '', ibans[0]?.value.slice(0, 2) ?? null),
    receivedOn: context.receivedOn ?? null,
    codeDiffers: differing,
    foreign: wording.own === null ? foreignLanguage(rows, language) : null,
    perhaps: {
      ...numbers.perhaps,
      issueDate: likelyOf(issues),
      dueDate: likelyOf(dues),
      sellerTaxId: unexplained === null ? null : { value: unexplained, chance: 0.5 },
    },
    termsPrinted: early !== null || dueByTerms(besideAmounts, '2000-01-01') !== null,
    askBelow,
    labels: outside.labels,
    namesIban: rows.some((row) =>
      row.runs.some((run) => run.words.some((word) => /\bIBAN\b/i.test(`${word.text} ${word.alternatives?.join(' ') ?? ''}`))),
    ),
  });
  const ownAsked = [
    ...ownDoubts(ownFields, own, null, askBelow),
    ...lines.flatMap((line, at) => ownDoubts(ownFields, line.own ?? {}, at, askBelow)),
  ];
  return { ...weighed, doubts: [...doubts, ...ownAsked] };
}

const TOTALS = ['netTotal', 'taxTotal', 'grossTotal'] as const;

/** Whether the totals add up as they stand, a rule having given one of them. */
function fitOnPage({ netTotal, taxTotal, grossTotal }: Readonly<Record<HeaderField, ReadValue | null>>): boolean {
  return netTotal !== null && grossTotal !== null && totalsFit(netTotal.value, taxTotal?.value ?? null, grossTotal.value);
}

/** The value, shown by its looks where these are what the supplier's values of the field look like. */
function withLooks(field: HeaderField, value: ReadValue | null, habits: readonly Habit[]): ReadValue | null {
  const known = habits.some(
    (habit) => (habit.what === 'label' || habit.what === 'place') && habit.field === field && habit.shape === shapeOf(value?.value ?? ''),
  );
  return value && known ? { ...value, evidence: [...value.evidence, { code: 'habit-looks' }] } : value;
}

/** How sure a kind is that stands under words which headed a document of this kind before. */
const TITLED = 0.9;

/** Whether the supplier's own title for such documents stands on the first page. It decides nothing, but confirms what the page is taken for. */
function isTitled(habits: readonly Habit[], rows: readonly Row[], kind: DocumentKind): boolean {
  const titles = habits.flatMap((habit) => (habit.what === 'title' && habit.kind === kind ? [habit.words] : []));
  return titles.length > 0 && titlesOf(rows).some((words) => titles.includes(words));
}

/** The currency of the seller's country where none is printed. Who sells in the euro leaves it out; who has another may have lost a sign to a scan. */
function unprinted(currency: string | null, crowns: boolean): ReadValue | null {
  if (crowns) return fromNowhere(currency, 0.97, { code: 'crowns' });
  return fromNowhere(currency, currency === 'EUR' ? 0.93 : 0.7, { code: 'country-currency' });
}

/** Fields that their check digits prove, or that are what they always are, whatever the readers thought of their words. */
function supportedFields(
  fields: Readonly<Record<HeaderField, ReadValue | null>>,
  taxIdCheck: string | undefined,
  habits: readonly Habit[],
): Set<HeaderField> {
  const supported = new Set<HeaderField>();
  if (fields.sellerIban) supported.add('sellerIban');
  if (taxIdCheck === 'right') supported.add('sellerTaxId');
  if (fields.paymentReference && isShownBy(fields.paymentReference.evidence, 'check-digits')) supported.add('paymentReference');
  // Two readers do not misread a value into just what it always is.
  for (const habit of habits)
    if (habit.what === 'same' && !habit.against && fields[habit.field]?.value === habit.value) supported.add(habit.field);
  return supported;
}

/** The invoice numbers that the pages carry, each once: more than one speaks for several documents in one file. */
function numbersByPage(pages: readonly PageWords[], rows: readonly Row[], wording: Wording): string[] {
  if (pages.length < 2) return [];
  const found = pages.flatMap((page) => {
    const own = rows.filter((row) => row.page === page.page);
    const [best] = invoiceNumbers(new LabelledRows(own, labelsOf(own, wording)), own, [page]);
    return best && best.score >= 0.75 ? [best.value] : [];
  });
  return [...new Set(found)];
}

/** Signs that stand in no name: the text layer gives some of its letters as something else. */
const MISREAD_SIGN = /[÷×¢¤¥§©®¬¦\ufffd]/u;

/** Whether the lines sum to the total; each amount with the tax in it was rounded by itself. */
const sumsTo = (sum: Decimal, total: TotalCandidate | null, taxed: boolean): boolean =>
  total !== null && within(sum.abs(), total.value.abs(), taxed ? ROUNDING.taxed : ROUNDING.total);
const text = (value: Decimal | null): string | null => (value === null ? null : plain(value));
const asList = (value: Decimal | null) => (value === null ? [] : [{ value }]);

/** The own number of a document that is no invoice; a statement, a reminder or a delivery note cites other numbers too. */
const ownNumber = (labelled: LabelledRows, kind: string): ReadValue | null =>
  kind === 'other' ? asIdentifier(invoiceNumbers(labelled, [], [])) : asIdentifier(ownNumbers(labelled));

/** The number that stands behind a document's title. */
function numberInTitle(run: Run | null): ReadValue | null {
  const [span] = run ? identifierSpans(run) : [];
  return span && span.to === run?.words.length
    ? {
        value: span.text,
        confidence: 0.95,
        page: span.run.page,
        box: span.box,
        evidence: [{ code: 'captioned', relation: 'same run', words: run.words[0].text }],
        alternatives: [],
      }
    : null;
}

/** The date of a letter, before any dates of the documents that it lists. */
const ownDate = (labelled: LabelledRows, rows: readonly Row[], pages: readonly PageWords[], order: DayMonthOrder): ReadValue | null =>
  asDate(letterDates(labelled, rows, pages), order, null);

function onlyNameNumberDate(
  fields: Readonly<Record<HeaderField, ReadValue | null>>,
  invoiceNumber: ReadValue | null,
  issueDate: ReadValue | null,
): Record<HeaderField, ReadValue | null> {
  const bare = { ...fields, invoiceNumber, issueDate };
  for (const field of Object.keys(bare) as HeaderField[])
    if (!['invoiceNumber', 'issueDate', 'sellerName'].includes(field)) bare[field] = null;
  return bare;
}
