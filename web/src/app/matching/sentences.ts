import type { OrderProposal } from '@umber/contract/matching';
import type { ExceptionFacts } from '@umber/core/documents';
import type { FigureName } from '@umber/core/matching';
import { grouped } from '../money/grouped';

/** The figures of an exception, as the heads of their rows. */
export const FIGURE_NAMES: Readonly<Record<FigureName, string>> = {
  'unit-price': 'Unit price',
  amount: 'Amount',
  quantity: 'Quantity',
  'invoiced-before': 'Invoiced before',
  iban: 'IBAN',
  total: 'Total',
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
    case 'duplicate':
      return `Invoice ${facts.number} of this supplier is here already, as document ${facts.document}. Turn this one away unless it is another invoice.`;
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
    case 'price':
      return `the price is ${size(facts.percent)} % ${facts.off.startsWith('-') ? 'below' : 'above'} the order, ${grouped(size(facts.off))} in all.`;
    case 'not-received':
      return `${facts.invoiced} invoiced${before(facts.before)}, ${facts.limit} received.`;
    case 'more-than-ordered':
      return `${facts.invoiced} invoiced${before(facts.before)}, ${facts.limit} ordered.`;
    case 'as-worded':
      return facts.text;
  }
}

const before = (quantity: string): string => (/^0*(\.0*)?$/.test(quantity) ? '' : ` and ${quantity} invoiced before`);

/** Why an order is proposed. */
export const orderText = ({ by, percent }: OrderProposal): string =>
  by === 'number' ? 'its number is on the invoice' : by === 'lines' ? `lines fit ${percent} %` : 'open';
