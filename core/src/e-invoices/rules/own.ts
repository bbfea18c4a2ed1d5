import { isIsoDate } from '../../dates/index.js';
import { isIban } from '../../identifiers/index.js';
import { isDecimalString } from '../../money/index.js';
import type { EInvoice } from '../model.js';
import { valueOf } from './arithmetic.js';
import { ofLines, rule, type Rule } from './rule.js';
import { dates, hasRoom, numbers, texts } from './values.js';

/** Rules of our own beside the norm's, by numbers of our own: what its schemas would say, and what makes a payment go astray. */
export const OWN: readonly Rule[] = [
  // The schemas' types.
  rule('UT-01', (invoice) =>
    numbers(invoice).flatMap(([text, place]) => (text !== null && !isDecimalString(text) ? [{ ...place, found: text }] : [])),
  ),
  rule('UT-02', (invoice) =>
    dates(invoice).flatMap(([text, place]) => (text !== null && !isIsoDate(text) ? [{ ...place, found: text }] : [])),
  ),
  // Line by line: what is asked for is not what quantity and price make.
  rule('UT-03', (invoice) =>
    invoice.lines.flatMap((line, index) => {
      const made = lineAmount(line);
      const net = valueOf(line.net);
      if (made === null || net === null || made.minus(net).abs().lte('0.01')) return [];
      return [{ term: 'BT-131' as const, of: 'line' as const, index, found: line.net, wanted: made.toFixed(2) }];
    }),
  ),
  rule('UT-04', ({ payments }) =>
    payments.flatMap(({ accounts }, index) =>
      accounts.flatMap(({ id }) =>
        id !== null && /^[A-Z]{2}\d{2}/i.test(id.replace(/\s/g, '')) && !isIban(id)
          ? [{ term: 'BT-84' as const, of: 'payment' as const, index, found: id }]
          : [],
      ),
    ),
  ),
  rule('UT-05', ({ issueDate, dueDate }) =>
    issueDate !== null && dueDate !== null && isIsoDate(issueDate) && isIsoDate(dueDate) && dueDate < issueDate
      ? [{ term: 'BT-9', found: dueDate, wanted: issueDate }]
      : [],
  ),
  // The price before and after its discount.
  rule('UT-06', (invoice) =>
    ofLines(
      invoice,
      ({ price }) => {
        const [gross, net] = [valueOf(price.gross), valueOf(price.net)];
        return gross !== null && net !== null && price.discount !== null && !gross.minus(valueOf(price.discount) ?? 0).eq(net);
      },
      'BT-147',
    ),
  ),
  rule('UT-07', (invoice) => {
    const ids = invoice.lines.map(({ id }) => id);
    return ids.flatMap((id, index) =>
      id !== null && ids.indexOf(id) < index ? [{ term: 'BT-126' as const, of: 'line' as const, index, found: id }] : [],
    );
  }),
  rule('UT-09', (invoice) =>
    numbers(invoice).flatMap(([text, place]) => (text !== null && !hasRoom(place.term, text) ? [{ ...place, found: text }] : [])),
  ),
  rule('UT-10', (invoice) =>
    texts(invoice).flatMap(([text, most, place]) =>
      text !== null && text.length > most ? [{ ...place, found: `${text.slice(0, 40)}…` }] : [],
    ),
  ),
  rule('UT-08', (invoice) => ofLines(invoice, ({ price }) => price.base !== null && !(valueOf(price.base)?.gt(0) ?? false), 'BT-149')),
];

/** What a line's quantity, price and allowances make; null where one is missing or no number. */
function lineAmount({ quantity, price, allowances: own }: EInvoice['lines'][number]) {
  const [count, each, base] = [valueOf(quantity), valueOf(price.net), price.base === null ? valueOf('1') : valueOf(price.base)];
  if (count === null || each === null || base === null || base.isZero()) return null;
  return own.reduce(
    (sum, { isCharge, amount }) => (isCharge ? sum.plus(valueOf(amount) ?? 0) : sum.minus(valueOf(amount) ?? 0)),
    count.times(each).div(base),
  );
}
