import { HEADER_FIELDS, LINE_CELLS, type HeaderField, isForTheBooks, type LineCell, type Question } from '../../documents/index.js';
import { daysBetween, isIsoDate } from '../../dates/index.js';
import type { CodeDiffers } from '../header/paid-by-code.js';
import type { Habit } from '../habit.js';
import type { TaxIdCheck } from '../../identifiers/index.js';
import { sensible } from '../header/head-fields.js';
import type { Label } from '../language/labels.js';
import type { ColumnRole } from '../../languages/index.js';
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
  /** Words and figures beside a line that are in none of the cells. */
  readonly passedOver: (line: number) => { readonly words: boolean; readonly figures: boolean };
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
  /** What may be a field that has no value, and how likely it is (0..1); null where nothing may. */
  readonly perhaps: Readonly<Partial<Record<HeaderField, { readonly value: string; readonly chance: number } | null>>>;
  /** What the payment code on the pages says otherwise than their print. */
  readonly codeDiffers: readonly CodeDiffers[];
  /** The language of the pages, ISO 639, where it is none that is read. */
  readonly foreign: string | null;
  /** Whether the page has payment terms in days. */
  readonly termsPrinted: boolean;
  /** What the supplier's habits say of his pages. */
  readonly habits: readonly Habit[];
  /** Whether the word IBAN stands on the page. */
  readonly namesIban: boolean;
}

/** Whether two values were read off the same words. */
const isSamePlace = (a: ReadValue, b: ReadValue): boolean => a.page === b.page && a.box?.x === b.box?.x && a.box?.y === b.box?.y;

type WithoutDoubts = Omit<DocumentReading, 'doubts'>;

/** Every question a person should settle, at most one a field, the head before the lines. */
export function raiseDoubts(reading: WithoutDoubts, checks: Checks): ReadDoubt[] {
  const doubts: ReadDoubt[] = [];
  const ask: Ask = (field, question, line = null) => {
    if (!doubts.some((doubt) => doubt.field === field && doubt.line === line)) doubts.push({ field, line, question });
  };
  if (!checks.hasWords) {
    for (const field of [...HEADER_FIELDS, 'lines', 'kind'] as const) ask(field, { code: 'no-text' });
    return doubts;
  }
  if (checks.severalNumbers.length > 1) {
    const several: Question = { code: 'several-numbers', numbers: checks.severalNumbers.slice(0, 4) };
    for (const field of [null, ...HEADER_FIELDS]) ask(field, several);
  }
  if (checks.foreign !== null) {
    const unknown: Question = { code: 'language-unknown', language: checks.foreign };
    for (const field of [null, ...HEADER_FIELDS, 'lines', 'kind'] as const) ask(field, unknown);
  }
  if (checks.kindScore < 0.75)
    ask('kind', { code: reading.fields.grossTotal?.value.startsWith('-') ? 'kind-below-zero' : 'kind-untitled' });
  const books = isForTheBooks(reading.kind);
  for (const field of ['sellerName', 'invoiceNumber', 'issueDate'] as const) {
    if (!reading.fields[field] && (books || field === 'sellerName')) ask(field, { code: 'not-found' });
  }
  const { issueDate, dueDate } = reading.fields;
  if (issueDate && dueDate && isIsoDate(issueDate.value) && isIsoDate(dueDate.value) && !sensible(issueDate.value, dueDate.value))
    ask('dueDate', { code: 'due-out-of-order' });
  const far = farFromArrival(issueDate, checks.receivedOn);
  if (far) for (const field of ['issueDate', 'dueDate', 'discountDate'] as const) if (reading.fields[field]) ask(field, far);
  if (books) for (const { field, printed, said } of checks.codeDiffers) ask(field, { code: 'payment-code-differs', printed, said });
  if (books) askAboutTotals(reading, checks, ask);
  if (checks.taxIdCheck === 'wrong') ask('sellerTaxId', { code: 'check-digits-wrong' });
  for (const [name, value] of Object.entries(reading.fields)) {
    const field = name as HeaderField;
    if (!value || value.confidence >= checks.askBelow) continue;
    ask(field, { code: 'unclear', value: value.value, other: value.alternatives[0]?.value ?? null });
  }
  const { grossTotal, amountDue, invoiceNumber } = reading.fields;
  if (books && invoiceNumber && isHardlyNumber(invoiceNumber, reading))
    ask('invoiceNumber', { code: 'unclear', value: invoiceNumber.value, other: invoiceNumber.alternatives[0]?.value ?? null });
  if (grossTotal && amountDue && isSamePlace(amountDue, grossTotal) && doubts.some(({ field }) => field === 'grossTotal'))
    ask('amountDue', { code: 'same-as-total' });
  if (books) askAboutUnread(reading, checks, ask);
  if (checks.dayMonthUnsure) ask('issueDate', { code: 'day-or-month' });
  if (books) askAboutLines(reading, checks, ask);
  return doubts;
}

/** "1/2", "Page 1 of 3" and the like, as pages are counted; "7/26" is a number and its year. */
const PAGE_COUNT = /^(?:\p{L}+\.?\s+)?(\d)\s*(?:\/|\s\p{L}{1,4}\s)\s*(\d)$/u;
/** An amount with its cents; "2026.07" is more likely a number. */
const AMOUNT = /^(?!(?:19|20)\d\d[.,]\d\d$)(?:\p{Sc}\s?)?\d{1,3}(?:[.,’' ]?\d{3})*[.,]\d{2}$/u;

/** Whether what stands as the number was read off a date or an amount of the document, or counts pages. */
function isHardlyNumber(number: ReadValue, { fields, lines }: WithoutDoubts): boolean {
  const [, page, pages] = PAGE_COUNT.exec(number.value) ?? [];
  if (page !== undefined && Number(page) >= 1 && Number(page) <= Number(pages)) return true;
  const { issueDate, dueDate, discountDate, netTotal, taxTotal, grossTotal, amountDue } = fields;
  const others = [
    issueDate,
    dueDate,
    discountDate,
    netTotal,
    taxTotal,
    grossTotal,
    amountDue,
    ...lines.flatMap(({ unitPrice, netAmount }) => [unitPrice, netAmount]),
  ];
  return (
    AMOUNT.test(number.value) ||
    (number.box !== null && others.some((other) => other !== null && other.box !== null && isSamePlace(number, other)))
  );
}

/** Days before and after its arrival from which on an issue date is asked about. */
const LONG_BEFORE = 3 * 366;
const LONG_AFTER = 366;

/** What is asked of a document that was issued long before it came, or after; null where it was not. */
export function farFromArrival(issueDate: ReadValue | null, receivedOn: string | null): Question | null {
  if (!issueDate || !receivedOn || !isIsoDate(issueDate.value)) return null;
  const days = daysBetween(issueDate.value, receivedOn);
  return days > LONG_BEFORE || days < -LONG_AFTER ? { code: 'far-from-arrival', arrived: receivedOn, issued: issueDate.value } : null;
}

type Ask = (field: ReadDoubt['field'], question: Question, line?: number | null) => void;

/** Share of unread words from which on a scan may hide a value altogether. */
const MUCH_UNREAD = 0.05;

/** Values that the page seems to have and that were not read. */
function askAboutUnread(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  const { fields } = reading;
  const isAbsent = (field: HeaderField) => checks.habits.some((habit) => habit.what === 'absent' && habit.field === field);
  for (const [name, likely] of Object.entries(checks.perhaps)) {
    const field = name as HeaderField;
    if (
      !fields[field] &&
      !isAbsent(field) &&
      likely &&
      likely.chance > 1 - checks.askBelow &&
      !(field === 'dueDate' && reading.kind === 'credit-note')
    )
      ask(field, { code: 'perhaps', value: likely.value });
  }
  if (checks.namesIban && !fields.sellerIban && !isAbsent('sellerIban')) ask('sellerIban', { code: 'iban-unread' });
  if (checks.termsPrinted && !fields.issueDate)
    for (const field of ['dueDate', 'discountPercent', 'discountDate'] as const)
      if (!fields[field]) ask(field, { code: 'terms-without-date' });
  if (!checks.trust.scanned) return;
  for (const field of ['orderReference', 'dueDate', 'sellerTaxId'] as const) {
    if (fields[field] || isAbsent(field) || (field === 'dueDate' && reading.kind === 'credit-note')) continue;
    const label = promised(field, checks.labels);
    if (label) ask(field, { code: 'label-without-value', label });
    else if (checks.trust.unread > MUCH_UNREAD) ask(field, { code: 'parts-unread' });
    // Nearly every invoice names the tax id of its supplier: on a scan without one it was hardly left out.
    else if (field === 'sellerTaxId') ask(field, { code: 'not-on-scan' });
  }
  if (!fields.sellerIban && !isAbsent('sellerIban') && checks.trust.unread > MUCH_UNREAD) ask('sellerIban', { code: 'parts-unread' });
}

function askAboutTotals(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  const { netTotal, taxTotal, grossTotal, amountDue, currency } = reading.fields;
  if (!grossTotal) ask('grossTotal', { code: 'not-found' });
  if (!grossTotal && !amountDue) ask('amountDue', { code: 'not-found' });
  if (!grossTotal)
    for (const field of ['netTotal', 'taxTotal'] as const) {
      const value = reading.fields[field];
      if (!value) ask(field, { code: 'total-missing', value: null });
      else if (checks.trust.scanned) ask(field, { code: 'total-missing', value: value.value });
    }
  if (!currency) ask('currency', { code: 'not-found' });
  else if (checks.likelierCurrency)
    ask('currency', { code: 'currency-unlikely', value: currency.value, likelier: checks.likelierCurrency });
  if (netTotal && taxTotal && grossTotal && !checks.addsUp) {
    const sums: Question = { code: 'totals-differ', net: netTotal.value, tax: taxTotal.value, gross: grossTotal.value };
    for (const field of ['grossTotal', 'netTotal', 'taxTotal'] as const) ask(field, sums);
    if (amountDue && isSamePlace(amountDue, grossTotal)) ask('amountDue', { code: 'same-as-total' });
  }
  // A line that is missing makes the net total more than the lines: where it is less, it may be that of one rate.
  if (checks.linesExceed !== null && netTotal)
    for (const field of ['netTotal', 'taxTotal', 'grossTotal', 'amountDue'] as const)
      ask(field, { code: 'lines-exceed', lines: checks.linesExceed, net: netTotal.value });
  if (grossTotal && netTotal && !taxTotal) ask('taxTotal', { code: 'tax-missing' });
  if (grossTotal && !netTotal && taxTotal) {
    ask('netTotal', { code: 'net-missing' });
    if (checks.trust.scanned) ask('taxTotal', { code: 'tax-unproven', value: taxTotal.value });
  }
  if (grossTotal && netTotal === null && taxTotal === null && !checks.linesFit)
    for (const field of ['netTotal', 'taxTotal'] as const) ask(field, { code: 'only-total-differs' });
  if (amountDue && !checks.dueExplained) ask('amountDue', { code: 'due-unexplained', value: amountDue.value });
}

/** Figures of a column that became part of a description: an amount at its end, with its currency or a rate behind it or not. */
const SWALLOWED = /(^|\s)(\p{Sc}|kr|zł|[A-Z]{3})?\s?\d[\d.,’' ]*[.,]\d{2}\s?(\p{Sc}|kr|zł|[A-Z]{3})?(\s\d{1,2}([.,]\d)?\s?%)?$/u;

/** Three letters in a row, or a code: less describes nothing. */
const SAYS_SOMETHING = /\p{L}{3}|[\p{L}\d-]{4}/u;

/** A number at a description's end that a reader of a scan may have made of litres: “45 l” and “451” look alike. */
const LITRES = /(^|\s)\d{1,3}1$/;

function askAboutLines(reading: WithoutDoubts, checks: Checks, ask: Ask): void {
  if (reading.lines.length === 0) {
    ask('lines', { code: 'no-lines' });
    return;
  }
  const told = checks.lineArithmetic.filter((one) => one === 'right').length;
  const perPiece = checks.perPiece.filter(Boolean).length;
  const hasNone = (cell: LineCell) => checks.habits.some((habit) => habit.what === 'no-cell' && habit.cell === cell);
  // Some suppliers print no prices at all. Off a scan a column may be lost with its head.
  const doesWithout = (cell: 'quantity' | 'unitPrice') =>
    hasNone(cell) || (!checks.trust.scanned && reading.lines.every((line) => line[cell] === null) && !checks.headedColumns().has(cell));
  if (!checks.linesFit) ask('lines', { code: 'lines-differ' });
  reading.lines.forEach((line, index) => {
    if (line.netAmount === null && line.taxedAmount === undefined) ask('netAmount', { code: 'cell-missing' }, index);
    if (line.description === null) ask('description', { code: 'cell-missing' }, index);
    else if (!SAYS_SOMETHING.test(line.description.value))
      ask('description', { code: 'cell-unclear', value: line.description.value }, index);
    if (checks.lineArithmetic[index] === 'wrong') {
      ask('quantity', { code: 'product-differs' }, index);
      ask('unitPrice', { code: 'product-differs' }, index);
      if (!checks.linesFit) ask('netAmount', { code: 'product-differs' }, index);
    }
    for (const [name, cell] of LINE_CELLS.map((name) => [name, line[name]] as const))
      if (
        cell &&
        cell.confidence < checks.askBelow &&
        (name === 'description' || name === 'quantity' || name === 'unitPrice' || name === 'netAmount')
      )
        ask(name, { code: 'cell-unclear', value: cell.value }, index);
    if (
      checks.trust.scanned &&
      !checks.perPiece[index] &&
      checks.lineArithmetic[index] === 'right' &&
      line.netAmount &&
      told > 1 &&
      2 * perPiece >= told
    )
      ask('quantity', { code: 'price-unit-differs' }, index);
    // A minus is a faint sign: on a scan it is asked whether one was lost.
    const below = line.netAmount?.value.startsWith('-') && !line.quantity?.value.startsWith('-') && !line.unitPrice?.value.startsWith('-');
    if (checks.trust.scanned && below && line.quantity && line.unitPrice) ask('quantity', { code: 'amount-below-zero' }, index);
    const bare = checks.lineArithmetic[index] === 'untold' && line.quantity === null && line.unitPrice === null;
    const swallowed = SWALLOWED.test(line.description?.value ?? '');
    const missing = checks.passedOver(index);
    if (checks.trust.scanned && LITRES.test(line.description?.value ?? ''))
      ask('description', { code: 'cell-unclear', value: line.description?.value ?? '' }, index);
    if (missing.words) ask('description', { code: 'words-left' }, index);
    if (missing.figures && line.quantity === null && !hasNone('quantity')) ask('quantity', { code: 'figures-left' }, index);
    if (missing.figures && line.unitPrice === null && !hasNone('unitPrice')) ask('unitPrice', { code: 'figures-left' }, index);
    if (swallowed && !(line.quantity && line.unitPrice))
      for (const cell of ['description', 'quantity', 'unitPrice'] as const) ask(cell, { code: 'figures-left' }, index);
    // A lump sum has neither; on a scan, or where numbers stand beside or in its words, they may have been missed.
    const missed = () => checks.trust.scanned || swallowed || checks.numbersBeside(index);
    if (bare && (told > 0.5 * reading.lines.length || (told > 0 && checks.trust.scanned && swallowed)) && missed())
      for (const cell of ['quantity', 'unitPrice', 'description'] as const) ask(cell, { code: 'no-quantity-no-price' }, index);
    if (checks.lineArithmetic[index] === 'untold' && (line.quantity === null) !== (line.unitPrice === null)) {
      const missing = line.quantity === null ? 'quantity' : 'unitPrice';
      if (!doesWithout(missing))
        ask(missing, { code: missing === 'quantity' ? 'price-without-quantity' : 'quantity-without-price' }, index);
    }
  });
}
