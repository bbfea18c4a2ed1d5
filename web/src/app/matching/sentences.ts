import type { OrderProposal } from '@umber/contract/matching';
import { printedAccount } from '@umber/core/identifiers';
import type { ExceptionFacts } from '@umber/core/documents';
import type { FigureName } from '@umber/core/matching';
import { isDecimalString } from '@umber/core/money';
import { fullDay } from '../dates/day';
import { CHARGE_NAMES } from '../orders/sentences';
import { grouped } from '../money/grouped';

/** The figures of an exception, as the heads of their rows. */
export const FIGURE_NAMES: Readonly<Record<FigureName, string>> = {
  'unit-price': 'Unit price',
  amount: 'Amount',
  quantity: 'Quantity',
  'invoiced-before': 'Invoiced before',
  'amount-before': 'Invoiced before',
  account: 'Account',
  iban: 'IBAN',
  total: 'Total',
  'issue-date': 'Issue date',
  carriage: 'Carriage',
  charge: 'Charge',
  discount: 'Discount',
  tax: 'Tax',
  'tax-rate': 'Tax rate, %',
  'order-total': 'All of the order',
  'due-date': 'Due date',
  budget: 'Of the year',
};

/** What does not fit, and where that helps, what to do. `line` is 0-based; null for the whole document. */
export function exceptionText({ line, facts }: { line: number | null; facts: ExceptionFacts }): string {
  const text = bareException(facts);
  return line === null || facts.code === 'as-worded' ? text : `Line ${line + 1}${described(facts)}: ${text}`;
}

const described = (facts: ExceptionFacts): string => {
  const description = 'description' in facts ? facts.description : null;
  return description === null ? '' : `, ${description.length > 48 ? `${description.slice(0, 47).trimEnd()}…` : description}`;
};
const size = (value: string): string => value.replace(/^-/, '');

function bareException(facts: ExceptionFacts): string {
  switch (facts.code) {
    case 'supplier-unknown':
      return `No supplier on file is “${facts.name ?? 'unnamed'}” for certain. Choose the supplier.`;
    case 'iban-changed':
      return 'The IBAN on the page is not the one on file. Ask the supplier by a known telephone number before accepting it.';
    case 'bank-account':
      return `The account ${printedAccount(facts.account)} is ${facts.onFile === null ? 'not on file, nor is any other' : 'not the one on file'}. Ask the supplier by a telephone number that you knew before; two people who touched nothing else of this document confirm it.`;
    case 'duplicate':
      return duplicateText(facts);
    case 'not-above-zero':
      return facts.total === null
        ? 'There is no total. Send it back to Check.'
        : `The total is ${grouped(facts.total)}: nothing can be owed for it. Send it back to Check and say what it is, or turn it away.`;
    case 'currency':
      return `The invoice is in ${facts.invoice}, the order in ${facts.order}.`;
    case 'order-unknown':
      return facts.number === null
        ? `No order number is on the invoice; order ${facts.best ?? ''} fits best. Choose the order, or accept that there is none.`
        : `No open order of this supplier has the number ${facts.number}. Choose the order, or accept that there is none.`;
    case 'not-on-order':
      return 'not on the order.';
    case 'no-amount':
      return 'has no amount to compare.';
    case 'pair-doubtful':
      return `may be “${facts.ordered}” of the order, but ${againstText(facts.signs)}. Accept it if it is, or choose another line.`;
    case 'unit':
      return `is counted in ${facts.invoice ?? 'no unit'}, the order in ${facts.order ?? 'no unit'}. By the prices one is ${facts.factor}.`;
    case 'order-closed':
      return `Order ${facts.number} is closed. Ask who ordered it, or choose another order.`;
    case 'order-of-another':
      return `Order ${facts.number} is one of ${facts.supplier}. Is this the right supplier?`;
    case 'order-not-named':
      return `Some of it is for order ${facts.number}, but the page names ${facts.named.join(', ')}.`;
    case 'order-required':
      return 'This supplier’s invoices need an order, and it is for none.';
    case 'supplier-blocked':
      return `The supplier is blocked: ${facts.reason}`;
    case 'charge':
      return `${CHARGE_NAMES[facts.kind] ?? facts.kind} of ${grouped(facts.amount)}; ${facts.agreed === null ? 'there is no order that agreed on it' : `the order ${nothing(facts.agreed) ? 'has none left' : `has ${grouped(facts.agreed)} left`}`}.`;
    case 'price':
      return `the price is ${size(facts.percent)} % ${facts.off.startsWith('-') ? 'below' : 'above'} the order, ${grouped(size(facts.off))} in all.`;
    case 'not-received':
      return `${facts.invoiced} invoiced${before(facts.before)}, ${facts.limit} received.`;
    case 'more-than-ordered':
      return `${facts.invoiced} invoiced${before(facts.before)}, ${facts.limit} ordered.`;
    case 'more-than-invoiced':
      return `${facts.invoiced} credited, ${facts.limit} invoiced.`;
    case 'amount-beyond':
      return `${grouped(facts.invoiced)} ${facts.of === 'invoiced' ? 'credited' : `invoiced${before(facts.before)}`}, ${OF[facts.of]} is worth ${grouped(facts.limit)}.`;
    case 'over-in-all':
      return `Each line is within its tolerance, but all of them are ${grouped(facts.off)} above the order; ${grouped(facts.limit)} may pass.`;
    case 'carriage':
      return facts.agreed === null
        ? `Carriage of ${grouped(facts.amount)} is much for these goods, and there is no order.`
        : `Carriage of ${grouped(facts.amount)}; the order ${nothing(facts.agreed) ? 'has none left' : `has ${grouped(facts.agreed)} left`}.`;
    case 'discount':
      return `A discount of ${grouped(facts.amount)}, ${facts.percent} % of the goods; ${facts.agreed === null ? 'there is no order to compare it with' : `the order says ${nothing(facts.agreed) ? 'none' : `${facts.agreed} %`}`}.`;
    case 'beyond-order':
      return `${grouped(facts.invoiced)} invoiced${before(facts.before)}; the whole order is worth ${grouped(facts.ordered)}.`;
    case 'tax-rate':
      return `a tax of ${facts.rate} % is none that ${facts.countries.join(' or ')} has.`;
    case 'tax-amount':
      return facts.expected === null
        ? `The tax is ${facts.percent} % of the net total, which no tax rate here makes.`
        : `The tax is not what its rates make of the amounts: that would be ${grouped(facts.expected)}.`;
    case 'credit-beyond':
      return `It credits ${grouped(facts.credited)}; of ${facts.invoices.join(', ')} ${grouped(facts.left)} ${facts.invoices.length === 1 ? 'is' : 'are'} left.`;
    case 'credits-nothing-known':
      return facts.named.length === 0
        ? 'It names no invoice that it credits, and goes against no order. Ask what it is for.'
        : `It credits ${facts.named.join(', ')}, which ${facts.named.length === 1 ? 'has' : 'have'} not been settled here.`;
    case 'credit-likely':
      return `It names no invoice. Invoice ${facts.number} has the same total: is it for that?`;
    case 'replaces-booked':
      return `It comes in place of invoice ${facts.number}, of which ${grouped(facts.left)} is not credited in the books: that would be paid twice. Ask for a credit note, or wait for it.`;
    case 'terms':
      return `It is due on ${fullDay(facts.due)}; with ${facts.days} days as agreed it would be on ${fullDay(facts.agreed)}.`;
    case 'period':
      return facts.posted === null
        ? `No period is open for ${fullDay(facts.date)} or later. Is the date right? Else a period has to be opened.`
        : `The period of ${fullDay(facts.date)} is closed: it would be posted on ${fullDay(facts.posted)}.`;
    case 'over-budget':
      return `${facts.costCentre} may spend ${grouped(facts.budget)} in ${facts.year}: ${grouped(facts.before)} went before, this asks for ${grouped(facts.asked)}.`;
    case 'own-differs':
      return facts.order === null
        ? `${facts.field} is ${facts.value}, but there is no order to hold it against.`
        : `${facts.field} is ${facts.value}; ${OWN_OF[facts.of]} is ${facts.order}.`;
    case 'as-worded':
      return facts.text;
  }
}

/** What speaks against a pair, in words. */
const AGAINST: Readonly<Partial<Record<string, string>>> = {
  'other-item-number': 'the item number is another',
  'other-words': 'the words are others',
  'other-size': 'the size is another',
  'other-model': 'the model is another',
  'other-side': 'the side or state is another',
  'other-colour': 'the colour is another',
  'other-price': 'the price is another',
  'other-unit': 'the unit is another',
  'other-order': 'the page names another order',
  'sum-of-lines': 'only the sum of several lines fits',
};
const againstText = (signs: readonly string[]): string => {
  const said = signs.flatMap((sign) => AGAINST[sign] ?? []);
  return said.length === 0 ? 'other lines are as like it' : said.join(' and ');
};

const OWN_OF = {
  orderNumber: 'the order’s number',
  orderOwner: 'who ordered',
  costCentre: 'the order’s cost centre',
} as const;
const nothing = (value: string): boolean => /^-?0*(\.0*)?$/.test(value);
const before = (value: string): string => (nothing(value) ? '' : ` and ${/\.\d\d$/.test(value) ? grouped(value) : value} invoiced before`);
const OF = { received: 'what was received', ordered: 'what was ordered', invoiced: 'what was invoiced' } as const;

const duplicateText = ({ number, document, because = 'number' }: Extract<ExceptionFacts, { code: 'duplicate' }>): string => {
  const out = 'Turn this one away unless it is another.';
  switch (because) {
    case 'number':
      return `Invoice ${number} of this supplier is here already, as document ${document}. ${out}`;
    case 'similar-number':
      return `Invoice ${number} has nearly the same number and the same total, as document ${document}. ${out}`;
    case 'amount-and-date':
      return `Invoice ${number} has the same total and the same date, as document ${document}. ${out}`;
    case 'page':
      return `The same page is here already, as document ${document}. ${out}`;
  }
};

/** What the column beside the invoice's figures holds. */
export const comparedWith = ({ code }: ExceptionFacts): string => {
  switch (code) {
    case 'bank-account':
    case 'iban-changed':
      return 'On file';
    case 'duplicate':
      return 'The other one';
    case 'tax-amount':
      return 'By its rates';
    case 'credit-beyond':
      return 'Left to credit';
    default:
      return 'Order';
  }
};

/** Why an order is proposed. */
export const orderText = ({ by, percent }: OrderProposal): string =>
  by === 'number' ? 'its number is on the invoice' : by === 'lines' ? `lines fit ${percent} %` : 'open';

/** Figures that are no money. */
const COUNTS: ReadonlySet<FigureName> = new Set(['quantity', 'invoiced-before', 'tax-rate']);

/** A figure as the reader sees numbers, money with its cents; accounts and days as people write them. */
export function figureText(name: FigureName, text: string | null): string {
  if (text === null) return '–';
  if (name === 'account') return printedAccount(text);
  if (name === 'issue-date') return fullDay(text);
  return isDecimalString(text) ? grouped(text, COUNTS.has(name) ? 0 : 2) : text;
}
