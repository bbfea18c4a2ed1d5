import { HEADER_FIELDS, LINE_CELLS, type HeaderField, isForTheBooks } from '../../documents/index.js';
import { daysBetween, isIsoDate } from '../../dates/index.js';
import type { TaxIdCheck } from '../../identifiers/index.js';
import { sensible } from '../header/head-fields.js';
import type { Label } from '../language/labels.js';
import type { ColumnRole } from '../language/lexicon/index.js';
import { promised, type PageTrust } from '../scanned/trust.js';
import { type DocumentReading, type ReadDoubt, type ReadValue } from '../reading.js';

/** What the checks of the reading found. */
export interface Checks {
  readonly hasWords: boolean;
  /** Invoice numbers found on the pages, each once. */
  readonly severalNumbers: readonly string[];
  readonly kindScore: number;
  readonly addsUp: boolean;
  readonly dueExplained: boolean;
  readonly linesFit: boolean;
  /** What the lines sum to, a decimal string, where that is more than the net total and no discount explains it. */
  readonly linesExceed: string | null;
  readonly dayMonthUnsure: boolean;
  readonly taxIdCheck: TaxIdCheck | 'national' | null;
  /** Whether numbers stand beside a line that are in none of the lines' cells. */
  readonly numbersBeside: (line: number) => boolean;
  readonly lineArithmetic: readonly ('right' | 'wrong' | 'untold')[];
  /** The roles of the columns that have a head. */
  readonly headedColumns: () => ReadonlySet<ColumnRole>;
  /** Line by line, whether quantity × price is the amount by the piece. */
  readonly perPiece: readonly boolean[];
  readonly trust: PageTrust;
  /** Below this confidence a value is asked: one less the accepted risk. */
  readonly askBelow: number;
  readonly labels: readonly Label[];
  /** The currency of the seller's country where the printed one is hardly his. */
  readonly likelierCurrency: string | null;
  /** The day on which the document came, ISO 8601; null where not known. */
  readonly receivedOn: string | null;
  /** A date on a scan without a due date that may be it, as printed. */
  readonly unlabelledDue: string | null;
  /** Whether the page has payment terms in days. */
  readonly termsPrinted: boolean;
  /** Whether the word IBAN stands on the page. */
  readonly namesIban: boolean;
}

/** Whether two values were read off the same words. */
const isSamePlace = (a: ReadValue, b: ReadValue): boolean => a.page === b.page && a.box?.x === b.box?.x && a.box?.y === b.box?.y;

type WithoutDoubts = Omit<DocumentReading, 'doubts'>;

const NAMES: Readonly<Partial<Record<HeaderField, string>>> = {
  invoiceNumber: 'invoice number',
  issueDate: 'issue date',
  dueDate: 'due date',
  currency: 'currency',
  orderReference: 'order number',
  sellerName: 'supplier’s name',
  sellerTaxId: 'tax id',
  sellerIban: 'IBAN',
  netTotal: 'net total',
  taxTotal: 'tax',
  grossTotal: 'total',
  amountDue: 'amount due',
  discountPercent: 'early payment discount',
  discountDate: 'last day for the discount',
};

/** Every question a person should settle, at most one a field, the head before the lines. */
export function raiseDoubts(reading: WithoutDoubts, checks: Checks): ReadDoubt[] {
  const doubts: ReadDoubt[] = [];
  const ask = (field: ReadDoubt['field'], reason: string, line: number | null = null) => {
    if (!doubts.some((doubt) => doubt.field === field && doubt.line === line)) doubts.push({ field, line, reason });
  };
  if (!checks.hasWords) {
    for (const field of [...HEADER_FIELDS, 'lines', 'kind'] as const)
      ask(field, 'The page is a picture without text: nothing could be read from it.');
    return doubts;
  }
  if (checks.severalNumbers.length > 1) {
    const several = `Is this one document? Its pages carry several numbers: ${checks.severalNumbers.slice(0, 4).join(', ')}.`;
    for (const field of [null, ...HEADER_FIELDS]) ask(field, several);
  }
  if (checks.kindScore < 0.75)
    ask(
      'kind',
      reading.fields.grossTotal?.value.startsWith('-')
        ? 'The total is below zero: is this an invoice or a credit note?'
        : 'Is this an invoice? Its title does not say.',
    );
  const books = isForTheBooks(reading.kind);
  for (const field of ['sellerName', 'invoiceNumber', 'issueDate'] as const) {
    if (!reading.fields[field] && (books || field === 'sellerName')) ask(field, `No ${NAMES[field]} was found on the page.`);
  }
  const { issueDate, dueDate } = reading.fields;
  if (issueDate && dueDate && isIsoDate(issueDate.value) && isIsoDate(dueDate.value) && !sensible(issueDate.value, dueDate.value))
    ask('dueDate', 'The due date does not follow the issue date within half a year.');
  if (issueDate && checks.receivedOn && isIsoDate(issueDate.value)) {
    const days = daysBetween(issueDate.value, checks.receivedOn);
    if (days > LONG_BEFORE || days < -LONG_AFTER) {
      const far = `The document came on ${checks.receivedOn}: is it really of ${issueDate.value}?`;
      for (const field of ['issueDate', 'dueDate', 'discountDate'] as const) if (reading.fields[field]) ask(field, far);
    }
  }
  if (books) askAboutTotals(reading, checks, ask);
  if (checks.taxIdCheck === 'wrong')
    ask('sellerTaxId', 'The check digits of the tax id are wrong: a slip on the page, or a misread digit.');
  for (const [name, value] of Object.entries(reading.fields)) {
    const field = name as HeaderField;
    if (!value || value.confidence >= checks.askBelow) continue;
    const other = value.alternatives[0];
    ask(
      field,
      other
        ? `Is the ${NAMES[field]} ${value.value} or ${other.value}?`
        : `Is the ${NAMES[field]} ${value.value}? It is not labelled clearly.`,
    );
  }
  if (books) askAboutUnread(reading, checks, ask);
  if (checks.dayMonthUnsure) ask('issueDate', 'Day first or month first? Both are dates.');
  if (books) askAboutLines(reading, checks, ask);
  return doubts;
}

/** Days before and after its arrival from which on an issue date is asked about. */
const LONG_BEFORE = 3 * 366;
const LONG_AFTER = 366;

const CELL_NAMES = { description: 'description', quantity: 'quantity', unitPrice: 'price', netAmount: 'amount' } as const;
const shortened = (text: string) => (text.length > 40 ? `${text.slice(0, 38)}…` : text);

type Ask = (field: ReadDoubt['field'], reason: string, line?: number | null) => void;

/** Share of unread words from which on a scan may hide a value altogether. */
const MUCH_UNREAD = 0.05;

/** Values that the page seems to have and that were not read. */
function askAboutUnread(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  const { fields } = reading;
  if (checks.namesIban && !fields.sellerIban) ask('sellerIban', 'An IBAN is printed, but it could not be read with right check digits.');
  if (checks.termsPrinted && !fields.issueDate)
    for (const field of ['dueDate', 'discountPercent', 'discountDate'] as const)
      if (!fields[field]) ask(field, 'Payment terms are printed, but the date that they count from was not found.');
  if (!checks.trust.scanned) return;
  for (const field of ['orderReference', 'dueDate', 'sellerTaxId'] as const) {
    if (fields[field] || (field === 'dueDate' && reading.kind === 'credit-note')) continue;
    const label = promised(field, checks.labels);
    if (label) ask(field, `“${label}” is printed, but what stands beside it could not be read.`);
    else if (field === 'dueDate' && checks.unlabelledDue) ask(field, `${checks.unlabelledDue} stands on the page too: is it the due date?`);
    else if (checks.trust.unread > MUCH_UNREAD) ask(field, `Parts of the page could not be read: is there ${ARTICLES[field]} on it?`);
    // Nearly every invoice names the tax id of its supplier: on a scan without one it was hardly left out.
    else if (field === 'sellerTaxId') ask(field, `Is there ${ARTICLES[field]} on the page? None was read off the scan.`);
  }
  if (!fields.sellerIban && checks.trust.unread > MUCH_UNREAD)
    ask('sellerIban', 'Parts of the page could not be read: is there an IBAN on it?');
}

const ARTICLES = { orderReference: 'an order number', dueDate: 'a due date', sellerTaxId: 'a tax id of the supplier' } as const;

function askAboutTotals(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  const { netTotal, taxTotal, grossTotal, amountDue, currency } = reading.fields;
  if (!grossTotal) ask('grossTotal', 'No total was found on the page.');
  if (!grossTotal && !amountDue) ask('amountDue', 'No amount to pay was found on the page.');
  if (!grossTotal)
    for (const field of ['netTotal', 'taxTotal'] as const) {
      const value = reading.fields[field];
      if (!value) ask(field, 'No total was found that it belongs to.');
      else if (checks.trust.scanned) ask(field, `Is the ${NAMES[field]} ${value.value}? No total was found that proves it.`);
    }
  if (!currency) ask('currency', 'No currency is printed on the page.');
  else if (checks.likelierCurrency)
    ask('currency', `The amounts are in ${currency.value}, but the account is in a country that uses ${checks.likelierCurrency}.`);
  if (netTotal && taxTotal && grossTotal && !checks.addsUp) {
    const sums = `Net ${netTotal.value} and tax ${taxTotal.value} do not make the total ${grossTotal.value}.`;
    for (const field of ['grossTotal', 'netTotal', 'taxTotal'] as const) ask(field, sums);
    if (amountDue && isSamePlace(amountDue, grossTotal)) ask('amountDue', 'It is the same as the total, which is in question.');
  }
  // A line that is missing makes the net total more than the lines: where it is less, it may be that of one rate.
  if (checks.linesExceed !== null && netTotal)
    for (const field of ['netTotal', 'taxTotal', 'grossTotal', 'amountDue'] as const)
      ask(field, `The lines sum to ${checks.linesExceed}, more than the net total ${netTotal.value}.`);
  if (grossTotal && netTotal && !taxTotal) ask('taxTotal', 'A net total is printed but no tax was found.');
  if (grossTotal && !netTotal && taxTotal) {
    ask('netTotal', 'A tax is printed but no net total was found.');
    if (checks.trust.scanned) ask('taxTotal', `Is the tax ${taxTotal.value}? No net total was found that proves it.`);
  }
  if (grossTotal && netTotal === null && taxTotal === null && reading.lines.length > 1 && !checks.linesFit)
    ask('netTotal', 'Only one total was found, and the lines do not sum to it.');
  if (amountDue && !checks.dueExplained) ask('amountDue', `The amount due ${amountDue.value} is not explained by the total and payments.`);
}

function askAboutLines(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  if (reading.lines.length === 0) {
    ask('lines', 'No lines were found.');
    return;
  }
  const told = checks.lineArithmetic.filter((one) => one === 'right').length;
  const perPiece = checks.perPiece.filter(Boolean).length;
  // Some suppliers print no prices at all. Off a scan a column may be lost with its head.
  const doesWithout = (cell: 'quantity' | 'unitPrice') =>
    !checks.trust.scanned && reading.lines.every((line) => line[cell] === null) && !checks.headedColumns().has(cell);
  if (!checks.linesFit) ask('lines', 'The lines do not sum to the net total: is one missing or too many?');
  reading.lines.forEach((line, index) => {
    if (line.netAmount === null && line.taxedAmount === undefined) ask('netAmount', `Line ${index + 1} has no amount.`, index);
    if (line.description === null) ask('description', `Line ${index + 1} has no description.`, index);
    if (checks.lineArithmetic[index] === 'wrong') {
      ask('quantity', `Line ${index + 1}: quantity × price is not the amount.`, index);
      ask('unitPrice', `Line ${index + 1}: quantity × price is not the amount.`, index);
      if (!checks.linesFit) ask('netAmount', `Line ${index + 1}: quantity × price is not the amount.`, index);
    }
    for (const [name, cell] of LINE_CELLS.map((name) => [name, line[name]] as const))
      if (
        cell &&
        cell.confidence < checks.askBelow &&
        (name === 'description' || name === 'quantity' || name === 'unitPrice' || name === 'netAmount')
      )
        ask(name, `Line ${index + 1}: is the ${CELL_NAMES[name]} ${shortened(cell.value)}? It did not read clearly.`, index);
    if (
      checks.trust.scanned &&
      !checks.perPiece[index] &&
      checks.lineArithmetic[index] === 'right' &&
      line.netAmount &&
      told > 1 &&
      2 * perPiece >= told
    )
      ask('quantity', `Line ${index + 1}: quantity × price is the amount only per 10, 100 or 1000, unlike the others.`, index);
    // A minus is a faint sign: on a scan it is asked whether one was lost.
    const below = line.netAmount?.value.startsWith('-') && !line.quantity?.value.startsWith('-') && !line.unitPrice?.value.startsWith('-');
    if (checks.trust.scanned && below && line.quantity && line.unitPrice)
      ask('quantity', `Line ${index + 1}: the amount is below zero. Is the quantity too?`, index);
    const bare = checks.lineArithmetic[index] === 'untold' && line.quantity === null && line.unitPrice === null;
    const swallowed = /\d[.,]\d+$/.test(line.description?.value ?? '');
    // A lump sum has neither; on a scan, or where numbers stand beside or in its words, they may have been missed.
    const missed = () => checks.trust.scanned || swallowed || checks.numbersBeside(index);
    if (bare && (told > 0.5 * reading.lines.length || (told > 0 && checks.trust.scanned && swallowed)) && missed())
      for (const cell of ['quantity', 'unitPrice', 'description'] as const)
        ask(cell, `Line ${index + 1} has no quantity and no price, unlike the others.`, index);
    if (checks.lineArithmetic[index] === 'untold' && (line.quantity === null) !== (line.unitPrice === null)) {
      const missing = line.quantity === null ? 'quantity' : 'unitPrice';
      if (!doesWithout(missing))
        ask(missing, `Line ${index + 1} has a ${missing === 'quantity' ? 'price but no quantity' : 'quantity but no price'}.`, index);
    }
  });
}
