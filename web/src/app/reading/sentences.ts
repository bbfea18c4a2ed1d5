import { ruleText, termName } from '@umber/contract/e-invoices';
import { failureText } from '@umber/contract/reading';
import {
  isOwnName,
  ownKey,
  type BoundarySign,
  type DocumentKind,
  type Evidence,
  type HeaderField,
  type LineCell,
  type OwnFault,
  type Question,
  type SupplierSign,
} from '@umber/core/documents';
import { KIND_NAMES } from '@umber/contract/documents';
import { fullDay } from '../dates/day';
import { grouped } from '../money/grouped';

const RELATION_WORDS = { 'same run': 'behind', 'right of': 'right of', below: 'below', above: 'above' } as const;
const PROVED_BY = {
  date: '',
  dots: ', written with dots',
  country: ', as in the seller’s country',
  'due-date': ': the due date then follows the issue date',
  nothing: '',
} as const;

/** What led to a value or confirmed it, or why it may be another one. */
export function evidenceText(evidence: Evidence): string {
  switch (evidence.code) {
    case 'labelled':
      return `${RELATION_WORDS[evidence.relation]} “${evidence.label}”`;
    case 'captioned':
      return `${RELATION_WORDS[evidence.relation]} “${evidence.words}”, which no list of labels has`;
    case 'by-looks':
      return 'by how it looks and where it stands';
    case 'data':
      return `in the data of the electronic invoice, ${termName(evidence.term)}`;
    case 'hash-number':
      return 'a number with # in the head';
    case 'after-number':
      return 'behind the number in a sentence';
    case 'alone-in-head':
      return 'a date that stands alone in the head';
    case 'due-words':
      return `“${evidence.words}” before it in a sentence`;
    case 'terms':
      return `terms of ${evidence.days} days from the issue date`;
    case 'early-terms':
      return 'printed early payment terms';
    case 'cover-text':
      return 'said in the mail';
    case 'habit-place':
      return 'where this supplier’s habits let expect it';
    case 'habit-same':
      return 'the same on all pages of this supplier';
    case 'habit-looks':
      return 'it looks as this supplier’s values of the kind do';
    case 'rule':
      return 'a rule that was made by hand says so';
    case 'without-habits':
      return 'read so without this supplier’s habits';
    case 'day-month':
      return `${evidence.first} first${evidence.by === 'date' ? `, as in ${evidence.date ?? ''}` : PROVED_BY[evidence.by]}`;
    case 'printed-currency':
      return 'the sign or code printed with the amounts';
    case 'country-currency':
      return 'the currency of the seller’s country';
    case 'crowns':
      return 'crowns, of the seller’s country';
    case 'legal-name':
      return 'a legal name that is not the buyer’s';
    case 'tax-id-label':
      return 'labelled as a tax id';
    case 'payment-code':
      return 'the payment code on the page says the same';
    case 'check-digits':
      return 'check digits right';
    case 'check-digits-repaired':
      return 'check digits right with one character read otherwise';
    case 'usual-days':
      return `${evidence.days} days from issue to due, as is usual`;
    case 'read-unclearly':
      return 'not all of it read clearly';
    case 'column':
      return 'its column';
    case 'product':
      return 'quantity × price = amount';
    case 'only-rate':
      return 'the only rate that the totals give';
    case 'tax-left':
      return `the total less the net, as ${evidence.rate === null ? 'the lines’ rates give' : `${evidence.rate} % gives`} it`;
    case 'tax-parts':
      return `sum of ${evidence.parts} tax amounts`;
    case 'net-parts':
      return `sum of the net amounts of ${evidence.parts} rates`;
    case 'net-with-charges':
      return 'the goods with the charges and less the discounts below them';
    case 'closing-sum':
      return 'no label says so, but with it net, tax and total close';
    case 'only-total':
      return 'the invoice total: nothing else is said about the amount to pay';
    case 'due-follows':
      return 'follows from the total, payments and balances';
    case 'totals-fit':
      return 'net + tax = total';
    case 'lines-fit':
      return 'the lines sum to it';
    case 'also-printed':
      return 'also printed';
    case 'other-name':
      return 'another name on the page';
    case 'other-iban':
      return 'another IBAN on the page';
    case 'other-tax-id':
      return 'another tax id on the page';
    case 'day-month-swapped':
      return 'with day and month the other way round';
    case 'other-reading':
      return 'how else it may read';
    case 'as-worded':
      return evidence.text;
  }
}

const LANGUAGE_NAMES = new Intl.DisplayNames('en', { type: 'language' });

/** Fields within a sentence. */
const FIELD_WORDS: Readonly<Record<HeaderField, string>> = {
  invoiceNumber: 'invoice number',
  issueDate: 'issue date',
  dueDate: 'due date',
  currency: 'currency',
  orderReference: 'order number',
  sellerName: 'supplier’s name',
  sellerTaxId: 'tax id',
  sellerIban: 'IBAN',
  paymentReference: 'payment reference',
  netTotal: 'net total',
  taxTotal: 'tax',
  grossTotal: 'total',
  amountDue: 'amount due',
  discountPercent: 'early payment discount',
  discountDate: 'last day for the discount',
};
const CELL_WORDS: Readonly<Record<LineCell, string>> = {
  itemNumber: 'item number',
  description: 'description',
  quantity: 'quantity',
  unit: 'unit',
  unitPrice: 'price',
  netAmount: 'amount',
  taxRate: 'tax rate',
};
const SOUGHT: Readonly<Record<string, string>> = {
  orderReference: 'an order number',
  dueDate: 'a due date',
  sellerTaxId: 'a tax id of the supplier',
  sellerIban: 'an IBAN',
};

/** What a field or a cell of a line is called in a sentence. */
export const fieldWord = (field: string | null): string =>
  (FIELD_WORDS as Readonly<Record<string, string>>)[field ?? ''] ??
  (CELL_WORDS as Readonly<Record<string, string>>)[field ?? ''] ??
  (field !== null && isOwnName(field) ? ownKey(field).replaceAll('-', ' ') : 'value');
const kindWord = (kind: DocumentKind): string => KIND_NAMES[kind].toLowerCase();
const shortened = (text: string): string => (text.length > 40 ? `${text.slice(0, 38)}…` : text);
/** A value within a sentence: a date in words, an amount grouped, anything else as it is. */
const shown = (value: string): string =>
  /^\d{4}-\d{2}-\d{2}$/.test(value) ? fullDay(value) : /^-?\d{4,}\.\d{2}$/.test(value) ? grouped(value) : value;

/** What is asked about a field, a cell of a line (0-based) or the whole document. */
export function questionText({ field, line, question }: { field: string | null; line: number | null; question: Question }): string {
  const text = bareQuestion(field, question);
  if (line !== null && question.code === 'habit-differs') return `Line ${line + 1}: ${text}`;
  return line === null || question.code === 'as-worded' ? text : `Line ${line + 1}${text}`;
}

const OWN_FAULTS: Readonly<Record<OwnFault, (field: string, value: string) => string>> = {
  type: (field, value) => `“${value}” is none that the ${field} can be.`,
  choice: (field, value) => `“${value}” is none of what the ${field} may be.`,
  least: (field, value) => `The ${field} is ${value}, less than it may be.`,
  most: (field, value) => `The ${field} is ${value}, more than it may be.`,
  pattern: (field, value) => `“${value}” does not look as the ${field} does.`,
};

/** What is asked where habits make another value of what would be read without them. */
function differsByHabit(field: string | null, value: string | null, without: string | null): string {
  if (field === 'lines') return `With this supplier’s habits ${value ?? '0'} lines are read, without them ${without ?? '0'}.`;
  if (value === null) return `This supplier’s habits say that there is no ${fieldWord(field)}: is it not ${shown(without ?? '')}?`;
  return without === null
    ? `Is the ${fieldWord(field)} ${shown(value)}? Only this supplier’s habits say so.`
    : `Is the ${fieldWord(field)} ${shown(value)}, as this supplier’s habits say, or ${shown(without)}?`;
}

function bareQuestion(field: string | null, question: Question): string {
  switch (question.code) {
    case 'unreadable':
      return failureText(question.because);
    case 'no-text':
      return 'The page is a picture without text: nothing could be read from it.';
    case 'several-numbers':
      return `Is this one document? Its pages carry several numbers: ${question.numbers.join(', ')}.`;
    case 'language-unknown':
      return `This seems to be ${LANGUAGE_NAMES.of(question.language) ?? question.language}, which is not read yet: whatever was read of it must be looked at.`;
    case 'kind-untitled':
      return 'Is this an invoice? Its title does not say.';
    case 'kind-below-zero':
      return 'The total is below zero: is this an invoice or a credit note?';
    case 'kind-sorted-otherwise':
      return `Its page says ${kindWord(question.titled)}, but ${question.examples === 1 ? 'one like it was' : `${question.examples} like it were`} sorted as ${kindWord(question.kind)}.`;
    case 'boundary':
      return `Is page ${question.page} the start of a new document? What the pages say: ${question.signs.map(boundaryText).join(', ')}.`;
    case 'sent-back':
      return `Sent back by ${question.by}: ${question.comment}`;
    case 'not-found':
      return `No ${field === 'amountDue' ? 'amount to pay' : fieldWord(field)} was found on the page.`;
    case 'unclear':
      return question.other === null
        ? `Is the ${fieldWord(field)} ${shown(question.value)}? It is not labelled clearly.`
        : `Is the ${fieldWord(field)} ${shown(question.value)} or ${shown(question.other)}?`;
    case 'payment-code-differs':
      return `The payment code on the page says ${question.said}, the print ${question.printed}.`;
    case 'rule-broken':
      return `${ruleText(question)} (${question.rule}${question.others > 0 ? ` and ${question.others} more` : ''})`;
    case 'page-differs':
      return question.page === null
        ? `The data says ${shown(question.data)}, which is nowhere on the page.`
        : `The data says ${shown(question.data)}, the page ${shown(question.page)}.`;
    case 'data-unreadable':
      return 'It holds the data of an electronic invoice that cannot be read: what stands here was read off its page. Is all of it right?';
    case 'habit-differs':
      return differsByHabit(field, question.value, question.without);
    case 'own-check':
      return OWN_FAULTS[question.fault](fieldWord(field), shown(question.value));
    case 'perhaps':
      return `Is ${shown(question.value)} the ${fieldWord(field)}? Nothing on the page says so plainly.`;
    case 'due-out-of-order':
      return 'The due date does not follow the issue date within half a year.';
    case 'far-from-arrival':
      return `The document came on ${fullDay(question.arrived)}: is it really of ${fullDay(question.issued)}?`;
    case 'day-or-month':
      return 'Day first or month first? Both are dates.';
    case 'check-digits-wrong':
      return 'The check digits of the tax id are wrong: a slip on the page, or a misread digit.';
    case 'iban-unread':
      return 'An IBAN is printed, but it could not be read with right check digits.';
    case 'terms-without-date':
      return 'Payment terms are printed, but the date that they count from was not found.';
    case 'label-without-value':
      return `“${question.label}” is printed, but what stands beside it could not be read.`;
    case 'unlabelled-date':
      return `${question.date} stands on the page too: is it the due date?`;
    case 'parts-unread':
      return `Parts of the page could not be read: is there ${SOUGHT[field ?? ''] ?? `a ${fieldWord(field)}`} on it?`;
    case 'not-on-scan':
      return `Is there ${SOUGHT[field ?? ''] ?? `a ${fieldWord(field)}`} on the page? None was read off the scan.`;
    case 'currency-unlikely':
      return `The amounts are in ${question.value}, but the account is in a country that uses ${question.likelier}.`;
    case 'total-missing':
      return question.value === null
        ? 'No total was found that it belongs to.'
        : `Is the ${fieldWord(field)} ${shown(question.value)}? No total was found that proves it.`;
    case 'totals-differ':
      return `Net ${shown(question.net)} and tax ${shown(question.tax)} do not make the total ${shown(question.gross)}.`;
    case 'same-as-total':
      return 'It is the same as the total, which is in question.';
    case 'lines-exceed':
      return `The lines sum to ${shown(question.lines)}, more than the net total ${shown(question.net)}.`;
    case 'tax-missing':
      return 'A net total is printed but no tax was found.';
    case 'net-missing':
      return 'A tax is printed but no net total was found.';
    case 'tax-unproven':
      return `Is the tax ${shown(question.value)}? No net total was found that proves it.`;
    case 'only-total-differs':
      return 'Only one total was found, and the lines do not sum to it.';
    case 'due-unexplained':
      return `The amount due ${shown(question.value)} is not explained by the total and payments.`;
    case 'no-lines':
      return 'No lines were found.';
    case 'lines-differ':
      return 'The lines do not sum to the net total: is one missing or too many?';
    case 'cell-missing':
      return ` has no ${fieldWord(field)}.`;
    case 'cell-unclear':
      return `: is the ${fieldWord(field)} ${shortened(question.value)}? It did not read clearly.`;
    case 'product-differs':
      return ': quantity × price is not the amount.';
    case 'price-unit-differs':
      return ': quantity × price is the amount only per 10, 100 or 1000, unlike the others.';
    case 'amount-below-zero':
      return ': the amount is below zero. Is the quantity too?';
    case 'no-quantity-no-price':
      return ' has no quantity and no price, unlike the others.';
    case 'words-left':
      return ' has more words than its description.';
    case 'figures-left':
      return ' has figures that are in none of its cells.';
    case 'price-without-quantity':
      return ' has a price but no quantity.';
    case 'quantity-without-price':
      return ' has a quantity but no price.';
    case 'as-worded':
      return question.text;
  }
}

/** What speaks for or against a document's beginning before a page. */
export function boundaryText(sign: BoundarySign): string {
  switch (sign.code) {
    case 'same-number':
      return `the same number ${sign.number}`;
    case 'other-number':
      return `number ${sign.number} after ${sign.before}`;
    case 'page-of':
      return `it says that it is page ${sign.page}`;
    case 'brought-forward':
      return 'a sum is brought forward';
    case 'same-seller':
      return 'the same supplier';
    case 'other-seller':
      return 'another supplier';
    case 'title':
      return 'it has a title';
    case 'no-title':
      return 'it has no title and no number';
    case 'totals-before':
      return 'totals stand on the page before';
    case 'blank-before':
      return 'a blank page stands before it';
    case 'separator-before':
      return 'a separator sheet lies before it';
    case 'as-worded':
      return sign.text;
  }
}

/** What a document and a supplier on file have in common, or not. */
export const SUPPLIER_SIGNS: Readonly<Record<SupplierSign, string>> = {
  'tax-id': 'same tax id',
  iban: 'same IBAN',
  'mail-domain': 'same mail domain',
  name: 'same name',
  'similar-name': 'similar name',
  'other-tax-id': 'the tax id is another one than on file',
  'other-iban': 'the IBAN is another one than on file',
};
export const signsText = (signs: readonly SupplierSign[]): string => signs.map((sign) => SUPPLIER_SIGNS[sign]).join(', ');
