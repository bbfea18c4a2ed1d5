import type { DocumentView, ExceptionView, LineView, PairView } from '@umber/contract/documents';
import type { OrderLineView, OrderView } from '@umber/contract/orders';
import { Decimal, decimal, plain, toAmount } from '@umber/core/money';
import { exceptionText } from './sentences';
import { grouped } from '../money/grouped';
import { orderLineOf } from './ordered';

/** One row of the table: a line, or a further part of it, beside its order line and what was received of that. */
export interface MatchRow {
  readonly line: LineView;
  /** 0: the line itself; others: further parts of it. */
  readonly part: number;
  readonly pair: PairView | null;
  readonly order: OrderView | null;
  readonly ordered: OrderLineView | null;
  /** What the line is off, in the invoice's currency; zero where it fits. */
  readonly off: string;
  /** -1..1: how far the bar reaches, less to the left. */
  readonly share: number;
  readonly state: 'fits' | 'within' | 'asks' | 'accepted' | 'charge';
  readonly words: string;
}

const ofLine = (exceptions: readonly ExceptionView[], line: number) => exceptions.filter((one) => one.line === line);

/** All rows of a document, and what is off in all. */
export function matchRows(document: DocumentView): { rows: MatchRow[]; off: string } {
  const bare = document.lines.flatMap((line) =>
    line.pairs.length === 0 ? [rowOf(document, line, null, 0)] : line.pairs.map((pair, part) => rowOf(document, line, pair, part)),
  );
  const most = Decimal.max(1, ...bare.map(({ off }) => decimal(off).abs()));
  // Shares are drawn, not reckoned with.
  const rows = bare.map((row) => ({ ...row, share: decimal(row.off).div(most).toNumber() }));
  const off = rows.reduce((total, row) => total.plus(decimal(row.off)), new Decimal(0));
  return { rows, off: toAmount(off) };
}

function rowOf(document: DocumentView, line: LineView, pair: PairView | null, part: number): Omit<MatchRow, 'share'> & { share: 0 } {
  const ordered = pair && orderLineOf(document, pair.orderLineId);
  const order = document.orders.find(({ id }) => id === pair?.orderId) ?? null;
  const asked = part === 0 ? ofLine(document.exceptions, line.position) : [];
  const off = pair && ordered ? offOf(pair, ordered) : notOrdered(document, line);
  const base = { line, part, pair, order, ordered, off, share: 0 as const };
  if (asked.length > 0) {
    const open = asked.filter(({ acceptedReason }) => acceptedReason === null);
    return { ...base, state: open.length > 0 ? 'asks' : 'accepted', words: shortText(open[0] ?? asked[0], off) };
  }
  if (line.charge !== null) return { ...base, state: 'charge', words: 'charge, as agreed' };
  if (!pair || !ordered) return { ...base, off: '0.00', state: 'fits', words: document.orders.length === 0 ? '' : 'not on an order' };
  if (decimal(off).isZero()) return { ...base, state: 'fits', words: asOrdered(line, pair, ordered) };
  const expected = decimal(pair.amount).minus(decimal(off));
  const percent = expected.isZero()
    ? ''
    : `, ${plain(decimal(off).div(expected).times(100).abs().toDecimalPlaces(1))} % ${off.startsWith('-') ? 'under' : 'over'}`;
  return { ...base, state: 'within', words: `${signed(off)} price${percent}, within its limit` };
}

/** A line that is on no order where others are is off by all of it. */
const notOrdered = (document: DocumentView, line: LineView): string =>
  ofLine(document.exceptions, line.position).some(
    ({ facts }) => facts.code === 'not-on-order' || facts.code === 'carriage' || facts.code === 'charge',
  )
    ? (line.cells.netAmount ?? '0.00')
    : '0.00';

/** What a part asks for beyond its quantity at the order's price, and for what did not come. */
function offOf(
  { quantity, amount }: PairView,
  { unitPrice, received, quantity: ordered, invoicedBefore, check, byAmount }: OrderLineView,
): string {
  const price = decimal(unitPrice);
  const asked = quantity === null ? (price.isZero() ? new Decimal(0) : decimal(amount).div(price)) : decimal(quantity);
  const priced = quantity === null || byAmount ? new Decimal(0) : decimal(amount).minus(asked.times(price));
  const limit = check === 'order' ? decimal(ordered) : Decimal.min(decimal(received), decimal(ordered));
  const beyond = Decimal.max(asked.plus(decimal(invoicedBefore)).minus(limit), 0);
  return toAmount(priced.plus(Decimal.min(beyond, asked).times(price)));
}

export const signed = (amount: string): string => `${amount.startsWith('-') ? '' : '+'}${grouped(amount)}`;

function asOrdered(line: LineView, pair: PairView, ordered: OrderLineView): string {
  if (pair.factor === '1' || line.cells.quantity === null || pair.quantity === null) return 'as ordered';
  return `${line.cells.quantity} × ${pair.factor} = ${pair.quantity} ${ordered.unit ?? ''}`.trim();
}

/** An exception in a few words, as its row has room for. */
function shortText({ facts, figures }: ExceptionView, off: string): string {
  const worth = decimal(off).isZero() ? '' : `${signed(off)} `;
  switch (facts.code) {
    case 'price':
      return `${worth}price, ${facts.percent.replace('-', '')} % ${facts.off.startsWith('-') ? 'under' : 'over'}`;
    case 'not-received': {
      const missing = figures.find(({ name }) => name === 'quantity')?.variance ?? '';
      return `${worth}quantity, ${missing} not received`;
    }
    case 'more-than-ordered':
      return `${worth}more than ordered`;
    case 'more-than-invoiced':
      return 'more than was invoiced';
    case 'amount-beyond':
      return `${worth}beyond what was ${facts.of}`;
    case 'not-on-order':
      return `${worth}not ordered`;
    case 'pair-doubtful':
      return 'is it this one?';
    case 'unit':
      return `one ${facts.invoice ?? 'unit'}: ${facts.factor} ${facts.order ?? ''}?`;
    case 'carriage':
      return `${worth}carriage, ${facts.agreed === null ? 'no order' : 'not agreed'}`;
    case 'charge':
      return `${worth}${facts.kind}, not agreed`;
    case 'tax-rate':
      return `tax of ${facts.rate} %`;
    default:
      return exceptionText({ line: null, facts });
  }
}
