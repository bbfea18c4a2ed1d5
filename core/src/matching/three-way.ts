import { roundingOfProduct } from '../arithmetic/index.js';
import type { ExceptionFacts } from '../documents/index.js';
import { Decimal, decimal, plain, toAmount, type DecimalString } from '../money/index.js';
import { chargeKind } from './charge-words.js';
import type { Direction, InvoiceLine, OrderLine } from './lines.js';
import { NO_CONTEXT, type Pair, type PairingContext, type PairSign } from './pair.js';
import { pairLines } from './pairing.js';
import { effectivePrice, orderPrice } from './prices.js';

/**
 * How far an invoice may be off without asking. Of a share and an amount the stricter holds, in all of a line, of a charge and of an order;
 * what was let pass on one invoice has a limit in all. Amounts in the invoice's currency, net.
 */
export interface Tolerances {
  /** Above the order's price. */
  readonly pricePercent: DecimalString;
  readonly priceAmount: DecimalString;
  /** Below it. */
  readonly underPercent: DecimalString;
  readonly underAmount: DecimalString;
  /** Above the quantity, as a share and as what it is worth. */
  readonly quantityPercent: DecimalString;
  readonly quantityAmount: DecimalString;
  /** What all lines of one invoice may be over the order's prices. */
  readonly invoiceAmount: DecimalString;
  /** Carriage that no order agreed on, and a discount likewise. */
  readonly chargeAmount: DecimalString;
}

/** The company's tolerances, and those of orders that have their own. */
export interface Limits {
  readonly general: Tolerances;
  readonly byOrder: Readonly<Record<number, Tolerances>>;
}
export const limitsOf = ({ general, byOrder }: Limits, orderId: number): Tolerances => byOrder[orderId] ?? general;

/** What may be above an amount without asking: the share or the amount, whichever is less; never less than rounding leaves. */
export function slackOf(expected: Decimal, { pricePercent, priceAmount }: Tolerances, amount = priceAmount): Decimal {
  return stricter(expected, pricePercent, amount);
}
/** What may be below it. */
const slackBelow = (expected: Decimal, { underPercent, underAmount }: Tolerances): Decimal => stricter(expected, underPercent, underAmount);
const stricter = (expected: Decimal, percent: DecimalString, amount: DecimalString): Decimal =>
  Decimal.max(Decimal.min(expected.abs().times(decimal(percent)).div(100), decimal(amount)), roundingOfProduct(expected));

/** Figures that are compared. */
export type FigureName =
  | 'unit-price'
  | 'amount'
  | 'quantity'
  | 'invoiced-before'
  | 'amount-before'
  | 'account'
  | 'iban'
  | 'total'
  | 'issue-date'
  | 'carriage'
  | 'charge'
  | 'discount'
  | 'tax'
  | 'tax-rate'
  | 'order-total'
  | 'due-date'
  | 'budget';

/** A figure of a variance: the invoice's number beside the order's and the receipt's. */
export interface VarianceFigure {
  readonly name: FigureName;
  readonly invoice: string | null;
  readonly order: string | null;
  readonly received: string | null;
  readonly variance: string | null;
}
export interface Variance {
  readonly facts: ExceptionFacts;
  /** Position of the invoice line; null for all of them. */
  readonly line: number | null;
  readonly figures: readonly VarianceFigure[];
  /** What the variance is worth, net, in the invoice's currency. */
  readonly worth: DecimalString;
}

/** Which lines are which, and what does not fit. */
export interface ThreeWayMatch {
  readonly pairs: readonly Pair[];
  readonly variances: readonly Variance[];
  /** By order: what lines that were asked about are over what their order lines are worth, net: what is no further question of the order. */
  readonly over: Readonly<Record<number, DecimalString>>;
}

/** Pairs the lines and compares price, quantity and amount of each part with its order line, within tolerances. */
export function threeWayMatch(
  lines: readonly InvoiceLine[],
  order: readonly OrderLine[],
  limits: Limits,
  direction: Direction = 'invoice',
  context: PairingContext = NO_CONTEXT,
): ThreeWayMatch {
  const pairs = pairLines(lines, order, context);
  const known = new Map(order.map((one) => [one.id, one]));
  const variances: Variance[] = [];
  let passed = new Decimal(0);
  const over = new Map<number, Decimal>();
  for (const shown of lines) {
    const mine = pairs.filter(({ line }) => line === shown.position);
    // What is no goods is held against what was agreed on beside them.
    if (mine.length === 0) variances.push(...(chargeKind(shown.description) === null ? [notOnOrder(shown)] : []));
    else if (shown.netAmount === null) variances.push(variance({ code: 'no-amount', description: shown.description }, shown, '0.00', []));
    else if (mine.some(({ sure }) => !sure)) variances.push(unsure(shown, mine, known));
    for (const pair of shown.netAmount === null ? [] : mine) {
      const other = known.get(pair.orderLineId) as OrderLine;
      const part = turned(partOf(shown, pair), direction);
      const found = compare(part.line, other, limitsOf(limits, other.orderId), part.direction);
      variances.push(...found);
      if (found.length === 0) passed = passed.plus(Decimal.max(priceOff(part.line, other), 0));
      else over.set(other.orderId, (over.get(other.orderId) ?? new Decimal(0)).plus(Decimal.max(overOrdered(part.line, other), 0)));
      known.set(other.id, taken(other, part));
    }
  }
  return {
    pairs,
    variances: [...variances, ...overInAll(passed, limits.general)],
    over: Object.fromEntries([...over].map(([id, amount]) => [id, toAmount(amount)])),
  };
}

const notOnOrder = (line: InvoiceLine): Variance => {
  const worth = line.netAmount ?? '0.00';
  return variance({ code: 'not-on-order', description: line.description }, line, worth, [figure('amount', worth, null, null, worth)]);
};

/** The line as far as it goes against one order line, in the order's unit. */
function partOf(line: InvoiceLine, { quantity, amount, factor }: Pair): InvoiceLine {
  const unitPrice = line.unitPrice === null ? null : plain(decimal(line.unitPrice).div(decimal(factor)));
  return { ...line, quantity, netAmount: amount, unitPrice: quantity === null && line.quantity !== null ? null : unitPrice };
}

/** The order line after a part of this invoice took of it: several lines of one invoice may be for one of the order. */
function taken(order: OrderLine, { line, direction }: { line: InvoiceLine; direction: Direction }): OrderLine {
  const sign = direction === 'invoice' ? 1 : -1;
  const price = decimal(order.unitPrice);
  const amount = decimal(line.netAmount ?? '0');
  const quantity = line.quantity === null ? (price.isZero() ? new Decimal(0) : amount.div(price)) : decimal(line.quantity);
  return {
    ...order,
    invoicedBefore: plain(decimal(order.invoicedBefore).plus(quantity.times(sign)).toDecimalPlaces(4)),
    amountBefore: toAmount(decimal(order.amountBefore).plus(amount.times(sign))),
  };
}

/** That the pair is likely and no more; or that the units can only be told from the prices. */
function unsure(line: InvoiceLine, pairs: readonly Pair[], known: ReadonlyMap<number, OrderLine>): Variance {
  const { orderLineId, signs, factor } = pairs[0];
  const other = known.get(orderLineId) as OrderLine;
  const { description } = line;
  if (signs.includes('other-unit') && !pairs.some((pair) => pair.signs.some((sign) => SPEAKS_AGAINST.has(sign))))
    return variance({ code: 'unit', description, invoice: line.unit, order: other.unit, factor }, line, '0.00', [
      figure('quantity', line.quantity, pairs[0].quantity, null, null),
    ]);
  return variance(
    { code: 'pair-doubtful', description, ordered: other.description, signs: [...new Set(pairs.flatMap((pair) => pair.signs))] },
    line,
    line.netAmount ?? '0.00',
    [],
  );
}
const SPEAKS_AGAINST: ReadonlySet<PairSign> = new Set([
  'other-item-number',
  'other-size',
  'other-model',
  'other-side',
  'other-colour',
  'other-words',
]);

const overOrdered = ({ netAmount }: InvoiceLine, { quantity, unitPrice, amountBefore }: OrderLine): Decimal =>
  decimal(netAmount ?? '0')
    .plus(decimal(amountBefore))
    .minus(decimal(quantity).times(decimal(unitPrice)));

/** Compares a part of a line, above zero, with its order line. */
function compare(line: InvoiceLine, order: OrderLine, tolerances: Tolerances, direction: Direction): Variance[] {
  const price = priceVariance(line, order, tolerances);
  const quantity = quantityVariance(line, order, tolerances, direction);
  // An amount that is beyond what is left because of what was said already is no further question.
  const explained = Decimal.max(decimal(price?.worth ?? '0'), 0);
  const amount = quantity === null ? amountVariance(line, order, tolerances, direction, explained) : null;
  return [price, quantity, amount].filter((one) => one !== null);
}

/** A line below zero is one of the other direction: goods that go back on an invoice, or are asked to be paid again on a credit note. */
function turned(line: InvoiceLine, direction: Direction): { line: InvoiceLine; direction: Direction } {
  const below = decimal(line.netAmount ?? '0').isNegative();
  const absolute = (value: DecimalString | null) => (value === null ? null : plain(decimal(value).abs()));
  return {
    line: { ...line, quantity: absolute(line.quantity), netAmount: absolute(line.netAmount), unitPrice: absolute(line.unitPrice) },
    direction: below === (direction === 'invoice') ? 'credit-note' : 'invoice',
  };
}

/** What the amount of a line is off from its quantity at the order's price; without a quantity, the amount tells how many there are. */
function priceOff({ quantity, unitPrice, netAmount }: InvoiceLine, order: OrderLine): Decimal {
  const [amount, price] = [decimal(netAmount ?? '0'), orderPrice(order, quantity === null ? null : decimal(quantity))];
  if (quantity !== null) return amount.minus(decimal(quantity).times(price));
  if (unitPrice === null || decimal(unitPrice).isZero() || price.isZero()) return new Decimal(0);
  return amount.times(decimal(unitPrice).minus(price)).div(decimal(unitPrice));
}

function priceVariance(line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  const off = priceOff(line, order);
  const expected = decimal(line.netAmount ?? '0').minus(off);
  if (off.abs().lte(off.isNegative() ? slackBelow(expected, tolerances) : slackOf(expected, tolerances))) return null;
  const percent = expected.isZero() ? new Decimal(100) : off.div(expected.abs()).times(100);
  const price = effectivePrice(line) ?? new Decimal(0);
  const agreed = orderPrice(order, line.quantity === null ? null : decimal(line.quantity));
  const facts = { code: 'price', description: line.description, percent: plain(percent.toDecimalPlaces(1)), off: toAmount(off) } as const;
  return variance(facts, line, toAmount(off), [
    figure('unit-price', priceText(price), priceText(agreed), null, priceText(price.minus(agreed))),
    figure('amount', line.netAmount, toAmount(expected), null, toAmount(off)),
  ]);
}

/** Quantities beyond what was received or ordered, or beyond what was invoiced where they are credited. */
function quantityVariance(line: InvoiceLine, order: OrderLine, tolerances: Tolerances, direction: Direction): Variance | null {
  if (line.quantity === null) return null;
  const quantity = decimal(line.quantity);
  const before = decimal(order.invoicedBefore);
  const said = { description: line.description, invoiced: plain(quantity), before: order.invoicedBefore };
  const beyond = (code: 'not-received' | 'more-than-ordered' | 'more-than-invoiced', asked: Decimal, limit: Decimal, limited: Decimal) => {
    if (!asked.gt(limited)) return null;
    const worth = toAmount(asked.minus(limit).times(decimal(order.unitPrice)));
    const figures = [figure('quantity', plain(quantity), order.quantity, order.received, plain(asked.minus(limit)))];
    if (!before.isZero()) figures.push(figure('invoiced-before', order.invoicedBefore, null, null, null));
    return variance({ code, ...said, limit: plain(limit) }, line, worth, figures);
  };
  if (direction === 'credit-note') return beyond('more-than-invoiced', quantity, before, before);
  const all = quantity.plus(before);
  const [received, ordered] = [decimal(order.received), decimal(order.quantity)];
  const within = (limit: Decimal) => limit.plus(moreThan(limit, decimal(order.unitPrice), tolerances));
  const came = order.check === 'order' ? null : beyond('not-received', all, received, within(received));
  return came ?? beyond('more-than-ordered', all, ordered, within(ordered));
}

/** What may be more of a quantity without asking: the share, or what the amount buys, whichever is less. */
function moreThan(quantity: Decimal, price: Decimal, { quantityPercent, quantityAmount }: Tolerances): Decimal {
  const share = quantity.times(decimal(quantityPercent)).div(100);
  return price.isZero() ? share : Decimal.min(share, decimal(quantityAmount).div(price));
}

/** Amounts beyond what is left of the order line's value, less what a price that was asked about explains. */
function amountVariance(
  line: InvoiceLine,
  order: OrderLine,
  tolerances: Tolerances,
  direction: Direction,
  explained: Decimal,
): Variance | null {
  const amount = decimal(line.netAmount ?? '0');
  const before = decimal(order.amountBefore);
  const beyond = (of: 'received' | 'ordered' | 'invoiced', asked: Decimal, limit: Decimal) => {
    if (asked.minus(explained).lte(limit.plus(slackOf(limit, tolerances)))) return null;
    const facts = {
      code: 'amount-beyond',
      description: line.description,
      of,
      invoiced: toAmount(amount),
      before: toAmount(before),
      limit: toAmount(limit),
    } as const;
    const off = toAmount(asked.minus(limit));
    const figures = [figure('amount', toAmount(amount), toAmount(valueOf(order.quantity)), toAmount(valueOf(order.received)), off)];
    if (!before.isZero()) figures.push(figure('amount-before', toAmount(before), null, null, null));
    return variance(facts, line, off, figures);
  };
  const valueOf = (quantity: DecimalString) => decimal(quantity).times(decimal(order.unitPrice));
  if (direction === 'credit-note') return beyond('invoiced', amount, before);
  const price = decimal(order.unitPrice);
  const limit = (quantity: DecimalString) =>
    decimal(quantity)
      .plus(moreThan(decimal(quantity), price, tolerances))
      .times(price);
  const all = amount.plus(before);
  const came = order.check === 'order' ? null : beyond('received', all, limit(order.received));
  return came ?? beyond('ordered', all, limit(order.quantity));
}

/** What passed line by line, where it is too much in all. */
function overInAll(over: Decimal, { invoiceAmount }: Tolerances): Variance[] {
  if (over.lte(decimal(invoiceAmount))) return [];
  const off = toAmount(over);
  return [
    {
      facts: { code: 'over-in-all', off, limit: invoiceAmount },
      line: null,
      figures: [figure('amount', null, null, null, off)],
      worth: off,
    },
  ];
}

const variance = (facts: ExceptionFacts, line: InvoiceLine, worth: string, figures: VarianceFigure[]): Variance => ({
  facts,
  line: line.position,
  figures,
  worth,
});
export const figure = (
  name: FigureName,
  invoice: string | null,
  order: string | null,
  received: string | null,
  off: string | null,
): VarianceFigure => ({ name, invoice, order, received, variance: off });
const priceText = (price: Decimal): string =>
  plain(price.toDecimalPlaces(4))
    .replace(/^(-?\d+)$/, '$1.00')
    .replace(/^(-?\d+\.\d)$/, '$10');
