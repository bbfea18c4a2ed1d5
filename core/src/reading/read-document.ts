import { Decimal, plain, within } from '../money/index.js';
import { overlapY, union } from '../geometry/index.js';
import { LabelledRows } from './candidates.js';
import { identifierBox, ibansOf, sellerCountry, taxIdsOf } from './bank-and-tax.js';
import { ACCEPTED_RISK } from './calibration.js';
import { currencyOfCountry, likelierCurrency, printedCurrency, printsCrowns } from './currency.js';
import { raiseDoubts } from './doubts.js';
import {
  dayMonthOrder,
  dueByTerms,
  dueDates,
  invoiceNumbers,
  issueDates,
  letterDates,
  orderReferences,
  ownNumbers,
  sensible,
  unlabelledDue,
  type DayMonthOrder,
  type Found,
} from './head-fields.js';
import { documentKind } from './kind.js';
import { headedColumns, labelsOf, languageOf } from './labels.js';
import { linesByAlignment } from './lines-by-alignment.js';
import { linesByHeads } from './lines-by-heads.js';
import { isPerPiece, lineArithmetic, sumOfLines, tableScore, taxOfLines, type LineTable } from './line-row.js';
import { joinMiddledCells } from './middled-cells.js';
import { decimalMarkOf } from './numbers.js';
import { LINE_CELLS, type DocumentReading, type HeaderField, type ReadLine, type ReadValue, type ReadingContext } from './reading.js';
import { settleWords } from './settle-words.js';
import { numberSpans } from './spans.js';
import { PageTrust } from './trust.js';
import { weigh } from './weigh.js';
import { dayAfter, earlyPaymentTerms, type PaymentTerms } from './terms.js';
import { sellerNamesOf } from './seller-name.js';
import { chooseTotals, netFitsLines, printedRates, totalText, type TotalCandidate, type TotalField, type Totals } from './totals.js';
import { hasRates, isRate, onlyRateOf, withExplainedRates } from './tax-rates.js';
import { withoutTax } from './taxed-lines.js';
import { joinWrappedDates } from './wrapped-dates.js';
import { rowsOf, rowsOfText, type PageWords, type Row, type Word } from './words.js';

/** Which way of reading the line table is wanted: the better of the two, or one by name. */
export type LineMethod = 'best' | 'heads' | 'alignment';

/** Reads one document off the words of its pages. Never throws on odd content: what is not found is null, with a doubt. */
export function readDocument(read: readonly PageWords[], context: ReadingContext = {}, method: LineMethod = 'best'): DocumentReading {
  // Empty pages say nothing: an empty first one is not where the title stands.
  const pages = settleWords(read.filter((page) => page.words.length > 0));
  const laidOut: Row[] = [];
  for (const page of pages) laidOut.push(...rowsOf(page, laidOut.length));
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  const rows = joinMiddledCells(joinWrappedDates(laidOut), mark);
  const language = languageOf(rows);
  const labelled = new LabelledRows(rows, labelsOf(rows, language));

  const printedTable = chooseTable(rows, labelled, mark, language, method);
  const lineSum = sumOfLines(printedTable.lines);
  const outside = new LabelledRows(
    rows,
    labelled.labels.filter((label) => !printedTable.rows.has(label.run.row)),
  );
  const totals = chooseTotals(outside, rows, mark, lineSum, taxOfLines(printedTable.lines));
  const belowNothing = totals.chosen.grossTotal?.value.isNegative() ?? false;
  const kind = context.kind
    ? { kind: context.kind, score: 1 }
    : documentKind(pages, rows, totals.chosen.grossTotal !== null, totals.addsUp, belowNothing, labelled);

  const ibans = ibansOf(rows);
  const printed = printedCurrency(rows);
  const country = sellerCountry(ibans, printed?.value ?? null);
  const currency = printed ?? null;
  const taxIds = taxIdsOf(labelled, rows, country, context.buyerTaxIds ?? [], language);
  const names = sellerNamesOf(pages, rows, labelled, context.buyerNames ?? []);

  const issues = ownFirst(issueDates(labelled, rows, pages), kind.kind === 'credit-note');
  const dues = dueDates(labelled, rows);
  const american = currency?.value === 'USD' ? true : country !== null || currency !== null ? false : null;
  const order = dayMonthOrder(rows, american, issues[0], dues[0]);
  const issueDate = asDate(issues, order, null);
  const early = earlyPaymentTerms(rows);
  const dueDate = kind.kind === 'credit-note' ? null : dueDateOf(dues, order, rows, issueDate, early);

  const fields: Record<HeaderField, ReadValue | null> = {
    invoiceNumber: asIdentifier(invoiceNumbers(labelled, rows, pages)),
    issueDate,
    dueDate,
    currency: currency
      ? {
          value: currency.value,
          confidence: currency.rivals.length === 0 ? 0.99 : 0.9,
          page: currency.page,
          box: currency.box,
          evidence: ['the sign or code printed with the amounts'],
          alternatives: currency.rivals.map((value) => ({ value, reason: 'also printed', page: null, box: null })),
        }
      : unprinted(currencyOfCountry(country ?? taxIds[0]?.value.slice(0, 2) ?? null), printsCrowns(rows)),
    orderReference: asIdentifier(orderReferences(labelled)) ?? fromCoverText(context.coverText ?? '', language),
    sellerName: names[0]
      ? {
          value: names[0].value,
          confidence: MISREAD_SIGN.test(names[0].value) ? 0.5 : names[0].score >= 0.6 ? Math.max(0.9, names[0].score) : names[0].score,
          page: names[0].run.page,
          box: names[0].box,
          evidence: ['a legal name that is not the buyer’s'],
          alternatives: names
            .slice(1, 4)
            .map((name) => ({ value: name.value, reason: 'another name on the page', page: name.run.page, box: name.box })),
        }
      : null,
    sellerTaxId: taxIds[0]
      ? {
          value: taxIds[0].value,
          confidence: taxIds[0].check === 'right' ? 0.99 : taxIds[0].check === 'wrong' ? 0.5 : 0.9,
          page: taxIds[0].run.page,
          box: identifierBox(taxIds[0]),
          evidence: [taxIds[0].check === 'right' ? 'check digits right' : 'labelled as a tax id'],
          alternatives: [],
        }
      : null,
    sellerIban: ibans[0]
      ? {
          value: ibans[0].value,
          confidence: ibans[0].repaired ? 0.8 : ibans.length === 1 ? 0.99 : 0.9,
          page: ibans[0].run.page,
          box: identifierBox(ibans[0]),
          evidence: [ibans[0].repaired ? 'check digits right with one sign read otherwise' : 'length and check digits right'],
          alternatives: ibans
            .slice(1, 4)
            .map((iban) => ({ value: iban.value, reason: 'another IBAN on the page', page: iban.run.page, box: identifierBox(iban) })),
        }
      : null,
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
  const { table, taxed } = withoutTax(withExplainedRates(printedTable, rows, mark), totals, fits);
  for (const field of ['netTotal', 'taxTotal', 'grossTotal', 'amountDue'] as const) fields[field] = asAmount(field, totals, fits, credit);
  const hasLines = kind.kind === 'invoice' || credit;
  const negative = table.lines.filter((line) => line.cells.netAmount?.value.startsWith('-')).length;
  const below = credit && (totals.chosen.grossTotal?.value.isNegative() || negative > table.lines.length / 2);
  const lines = hasLines
    ? readLines(table, totals, fits, below, onlyRateOf(totals, printedRates(rows, mark), hasRates(printedTable, outside.labels)))
    : [];
  const bare = hasLines
    ? fields
    : onlyNameNumberDate(fields, ownNumber(labelled, kind.kind), ownDate(labelled, rows, pages, order) ?? issueDate);
  const reading = {
    pages: read.map((page) => page.page),
    language,
    kind: kind.kind,
    fields: bare,
    lines,
    allowances: { discount: text(totals.discount), carriage: text(totals.carriage), paid: text(totals.paid) },
  };
  const trust = new PageTrust(pages);
  const weighed = {
    ...reading,
    ...weigh(
      reading,
      trust,
      { addsUp: totals.addsUp, linesFit: fits, supported: supportedFields(fields, taxIds[0]?.check) },
      context.calibration,
    ),
  };
  const doubts = raiseDoubts(weighed, {
    hasWords: rows.length > 0,
    severalNumbers: numbersByPage(pages, rows, language),
    kindScore: kind.score,
    addsUp: totals.addsUp,
    dueExplained: totals.dueExplained,
    linesFit: fits || (lineSum !== null && (taxed || totals.chosen.netTotal === null) && sumsTo(lineSum, totals.chosen.grossTotal, taxed)),
    dayMonthUnsure: order.unsure && issues[0]?.swapped != null,
    taxIdCheck: taxIds[0]?.check ?? null,
    lineArithmetic: table.lines.map((line) => lineArithmetic(line.cells)),
    perPiece: table.lines.map((line) => isPerPiece(line.cells) || Boolean(line.cells.per)),
    numbersBeside: numbersBeside(table, rows),
    headedColumns: () => headedColumns(rows, language),
    trust,
    likelierCurrency: likelierCurrency(fields.currency?.value ?? '', ibans[0]?.value.slice(0, 2) ?? null),
    receivedOn: context.receivedOn ?? null,
    unlabelledDue: trust.scanned && issueDate && !dueDate ? unlabelledDue(labelled, rows, issueDate.value) : null,
    termsPrinted: early !== null || dueByTerms(rows, '2000-01-01') !== null,
    askBelow: 1 - (context.acceptedRisk ?? ACCEPTED_RISK),
    labels: outside.labels,
    namesIban: rows.some((row) =>
      row.runs.some((run) => run.words.some((word) => /\bIBAN\b/i.test(`${word.text} ${word.alternatives?.join(' ') ?? ''}`))),
    ),
  });
  return { ...weighed, doubts };
}

/** The currency of the seller's country where none is printed. Who sells in the euro leaves it out; who has another may have lost a sign to a scan. */
function unprinted(currency: string | null, crowns: boolean): ReadValue | null {
  if (crowns) return fromNowhere(currency, 0.97, 'crowns, of the seller’s country');
  return fromNowhere(currency, currency === 'EUR' ? 0.93 : 0.7, 'the currency of the seller’s country');
}

/** Fields whose check digits prove them, whatever the readers thought of their words. */
function supportedFields(fields: Readonly<Record<HeaderField, ReadValue | null>>, taxIdCheck: string | undefined): Set<HeaderField> {
  const supported = new Set<HeaderField>();
  if (fields.sellerIban) supported.add('sellerIban');
  if (taxIdCheck === 'right') supported.add('sellerTaxId');
  return supported;
}

/** The invoice numbers that the pages carry, each once: more than one speaks for several documents in one file. */
function numbersByPage(pages: readonly PageWords[], rows: readonly Row[], language: string): string[] {
  if (pages.length < 2) return [];
  const found = pages.flatMap((page) => {
    const own = rows.filter((row) => row.page === page.page);
    const [best] = invoiceNumbers(new LabelledRows(own, labelsOf(own, language)), own, [page]);
    return best && best.score >= 0.75 ? [best.value] : [];
  });
  return [...new Set(found)];
}

/** Signs that stand in no name: the text layer gives some of its letters as something else. */
const MISREAD_SIGN = /[÷×¢¤¥§©®¬¦\ufffd]/u;

/** Whether the lines sum to the total; each amount with the tax in it was rounded by itself. */
const sumsTo = (sum: Decimal, total: TotalCandidate | null, taxed: boolean): boolean =>
  total !== null && within(sum.abs(), total.value.abs(), taxed ? '0.05' : '0.02');
const text = (value: Decimal | null): string | null => (value === null ? null : plain(value));
const asList = (value: Decimal | null) => (value === null ? [] : [{ value }]);

function chooseTable(rows: readonly Row[], labelled: LabelledRows, mark: '.' | ',', language: string, method: LineMethod): LineTable {
  const heads = method === 'alignment' ? null : linesByHeads(rows, labelled, mark, language);
  if (method === 'heads') return heads ?? { method: 'heads', lines: [], rows: new Set(), heads: [] };
  if (heads && isWhole(heads, rows, mark)) return heads;
  const alignment = linesByAlignment(rows, labelled, mark);
  if (!heads || heads.lines.length === 0) return alignment;
  const a = tableScore(heads.lines);
  const b = tableScore(alignment.lines);
  // A line that is wrong under its heads is a slip to be asked about, not a reason to read it without them.
  return b.right > a.right + 0.15 * heads.lines.length && b.wrong <= a.wrong ? alignment : heads;
}

/** Whether numbers stand beside a line that are in none of the table's cells: its own may have been missed. */
function numbersBeside({ lines }: LineTable, rows: readonly Row[]): (line: number) => boolean {
  let placed: ReadonlySet<Word> | null = null;
  return (at) => {
    const words = (placed ??= new Set(lines.flatMap((line) => line.words)));
    const { page, box } = lines[at];
    return rows.some(
      (row) =>
        row.page === page &&
        overlapY(row.box, { ...box, y: box.y - 0.8 * row.box.height, height: box.height + 1.6 * row.box.height }) > 0 &&
        row.runs.some((run) => run.words.some((word) => /\d/.test(word.text) && !words.has(word))),
    );
  };
}

/** Whether every line's quantity × price is its amount and their sum is printed outside the table: no other way could read it better. */
function isWhole({ lines, rows: own }: LineTable, rows: readonly Row[], mark: '.' | ','): boolean {
  const total = sumOfLines(lines);
  if (total === null || tableScore(lines).right < lines.length) return false;
  return rows.some(
    (row) => !own.has(row.index) && row.runs.some((run) => numberSpans(run, mark).some(({ number }) => total.eq(number.value))),
  );
}

function asIdentifier(found: readonly Found[]): ReadValue | null {
  const [best, ...rest] = found;
  if (!best || best.score < 0.45) return null;
  const rival = rest[0]?.score ?? 0;
  return {
    value: best.value.replace(/^#/, ''),
    confidence: confidenceOf(best.score, rival),
    page: best.page,
    box: best.box,
    evidence: [best.evidence],
    alternatives: alternatives(rest),
  };
}

/** The order number that the mail around the document names. */
function fromCoverText(cover: string, language: string): ReadValue | null {
  const rows = rowsOfText(cover);
  const found = asIdentifier(orderReferences(new LabelledRows(rows, labelsOf(rows, language))));
  return (
    found && {
      ...found,
      page: null,
      box: null,
      confidence: Math.min(0.95, found.confidence),
      evidence: ['said in the mail'],
      alternatives: [],
    }
  );
}

function asDate(found: readonly Found[], order: DayMonthOrder, after: string | null): ReadValue | null {
  const dated = found.map((one) => ({ ...one, value: order.monthFirst && one.swapped ? one.swapped : one.value }));
  const fitting = after === null ? dated : dated.filter((one) => sensible(after, one.value));
  const [best, ...rest] = fitting.length > 0 ? fitting : dated;
  if (!best) return null;
  const evidence = best.swapped ? [best.evidence, order.reason] : [best.evidence];
  const swapped = best.swapped
    ? [
        {
          value: order.monthFirst ? (found.find((one) => one.box === best.box)?.value ?? best.value) : best.swapped,
          reason: 'with day and month the other way round',
          page: best.page,
          box: best.box,
        },
      ]
    : [];
  const confidence =
    best.swapped && order.unsure ? 0.6 : after !== null && fitting.length === 0 ? 0.5 : confidenceOf(best.score, rest[0]?.score ?? 0);
  return {
    value: best.value,
    confidence,
    page: best.page,
    box: best.box,
    evidence,
    alternatives: [...swapped, ...alternatives(rest)].slice(0, 4),
  };
}

/** The discount for early payment and the last day for it, where the page grants one. */
function earlyPayment(
  terms: PaymentTerms | null,
  issueDate: ReadValue | null,
): Pick<Record<HeaderField, ReadValue | null>, 'discountPercent' | 'discountDate'> {
  const last = dayAfter(issueDate?.value ?? null, terms?.discountDays ?? null);
  if (!terms?.discountPercent || last === null) return { discountPercent: null, discountDate: null };
  const read = (value: string, evidence: string, confidence: number): ReadValue => ({
    value,
    confidence,
    page: terms.page,
    box: terms.box,
    evidence: [evidence],
    alternatives: [],
  });
  return {
    discountPercent: read(terms.discountPercent, 'printed early payment terms', 0.95),
    discountDate: read(last, `terms of ${terms.discountDays} days from the issue date`, Math.min(0.95, issueDate?.confidence ?? 0)),
  };
}

/** Labels that on a credit note name the date of the invoice that it credits. */
const OF_THE_INVOICE = /“(rechnung vom|facture du|invoice date|date of invoice|factuurdatum|rechnungsdatum|fecha de factura|data fattura)”/;

/** The dates with those of a credited invoice last. */
function ownFirst(found: readonly Found[], credit: boolean): readonly Found[] {
  if (!credit) return found;
  const own = found.filter(({ evidence }) => !OF_THE_INVOICE.test(evidence));
  return own.length === 0
    ? found
    : [...own, ...found.filter((one) => !own.includes(one)).map((one) => ({ ...one, score: one.score - 0.4 }))];
}

/** A printed date that follows the issue date, else the date that terms give, else whatever is printed. */
function dueDateOf(
  dues: readonly Found[],
  order: DayMonthOrder,
  rows: readonly Row[],
  issueDate: ReadValue | null,
  early: PaymentTerms | null,
): ReadValue | null {
  const printed = asDate(dues, order, issueDate?.value ?? null);
  if (printed && issueDate && !sensible(issueDate.value, printed.value)) return byTerms(rows, issueDate, early) ?? printed;
  return printed ?? byTerms(rows, issueDate, early);
}

function byTerms(rows: readonly Row[], issueDate: ReadValue | null, early: PaymentTerms | null): ReadValue | null {
  const afterDiscount = issueDate && early?.netDays != null ? dayAfter(issueDate.value, early.netDays) : null;
  const found =
    issueDate && early && afterDiscount !== null
      ? { value: afterDiscount, page: early.page, box: early.box, evidence: `terms of ${early.netDays} days from the issue date` }
      : issueDate
        ? dueByTerms(rows, issueDate.value)
        : null;
  return found
    ? {
        value: found.value,
        confidence: Math.min(0.95, issueDate?.confidence ?? 0),
        page: found.page,
        box: found.box,
        evidence: [found.evidence],
        alternatives: [],
      }
    : null;
}

function asAmount(field: TotalField, totals: Totals, linesFit: boolean, credit: boolean): ReadValue | null {
  const chosen = totals.chosen[field];
  if (!chosen) return null;
  const sign = (value: string) => (credit ? value.replace(/^-/, '') : value);
  const evidence = [chosen.evidence];
  let confidence = Math.min(0.9, chosen.score);
  if (field === 'amountDue') {
    if (totals.dueExplained) evidence.push('follows from the total, payments and balances');
    confidence = totals.dueExplained ? (totals.addsUp ? 0.98 : 0.9) : 0.6;
  } else if (totals.addsUp) {
    evidence.push('net + tax = total');
    confidence = linesFit ? 0.995 : 0.97;
  }
  if (field === 'netTotal' && linesFit) evidence.push('the lines sum to it');
  const rest = totals.candidates[field].filter((other) => !other.value.eq(chosen.value));
  return {
    value: sign(totalText(chosen)),
    confidence,
    page: chosen.span?.run.page ?? null,
    box: chosen.span?.box ?? null,
    evidence,
    alternatives: rest.slice(0, 3).map((other) => amountAlternative(other, sign)),
  };
}

const amountAlternative = (other: TotalCandidate, sign: (value: string) => string) => ({
  value: sign(totalText(other)),
  reason: other.evidence,
  page: other.span?.run.page ?? null,
  box: other.span?.box ?? null,
});

function readLines(table: LineTable, totals: Totals, linesFit: boolean, belowZero: boolean, onlyRate: string | null): ReadLine[] {
  return table.lines.map((line) => {
    const arithmetic = lineArithmetic(line.cells);
    const cells = {} as Record<(typeof LINE_CELLS)[number], ReadValue | null>;
    for (const name of LINE_CELLS) {
      const cell = line.cells[name];
      const numeric = name === 'quantity' || name === 'unitPrice' || name === 'netAmount';
      const confidence = !numeric
        ? 0.93
        : arithmetic === 'right'
          ? 0.99
          : name === 'netAmount' && linesFit
            ? 0.98
            : arithmetic === 'wrong'
              ? 0.5
              : 0.9;
      const value = cell && cellText(name, cell.value, belowZero);
      cells[name] =
        cell && value !== undefined && value !== ''
          ? {
              value,
              confidence,
              page: line.page,
              box: cell.box,
              evidence: numeric && arithmetic === 'right' ? ['quantity × price = amount'] : ['its column'],
              alternatives: [],
            }
          : null;
    }
    if (onlyRate !== null && totals.addsUp && (!cells.taxRate || !isRate(cells.taxRate.value)))
      cells.taxRate = fromNowhere(onlyRate, 0.9, 'the only rate that the totals give');
    const taxed = line.cells.grossAmount;
    return {
      ...cells,
      page: line.page,
      box: line.words.length > 0 ? union([line.box]) : line.box,
      ...(taxed && !line.cells.netAmount ? { taxedAmount: belowZero ? taxed.value.replace(/^-/, '') : taxed.value } : {}),
    };
  });
}

/** What a cell says: without the dash of a list before a description, and without the minus that a credit note prints. */
function cellText(name: (typeof LINE_CELLS)[number], text: string, belowZero: boolean): string {
  if (name === 'description') return text.replace(/^[–—•·*-]\s+/, '');
  return belowZero && (name === 'quantity' || name === 'netAmount') ? text.replace(/^-/, '') : text;
}

/** The own number of a document that is no invoice; a statement, a reminder or a delivery note cites other numbers too. */
const ownNumber = (labelled: LabelledRows, kind: string): ReadValue | null =>
  kind === 'other' ? asIdentifier(invoiceNumbers(labelled, [], [])) : asIdentifier(ownNumbers(labelled));

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

const fromNowhere = (value: string | null, confidence: number, evidence: string): ReadValue | null =>
  value === null ? null : { value, confidence, page: null, box: null, evidence: [evidence], alternatives: [] };
const alternatives = (rest: readonly Found[]) =>
  rest.slice(0, 3).map((other) => ({ value: other.value.replace(/^#/, ''), reason: other.evidence, page: other.page, box: other.box }));

/** Sure where the label is plain and nothing rivals it. */
function confidenceOf(score: number, rival: number): number {
  const margin = score - rival;
  return Math.max(0.3, Math.min(0.99, score >= 0.7 ? 0.9 + Math.min(0.09, margin / 2) : score - (margin < 0.05 ? 0.15 : 0)));
}
