import { roundingOfProduct } from '../arithmetic/index.js';
import type { ExceptionFacts } from '../documents/index.js';
import { Decimal, decimal, plain, sum, toAmount, type DecimalString } from '../money/index.js';
import { foldText, similarity } from '../similarity/index.js';
import { assign } from './assignment.js';

/** A line of the invoice or credit note, amounts net and in its currency, above zero where it asks for or gives back something. */
export interface InvoiceLine {
  readonly position: number;
  readonly itemNumber: string | null;
  readonly description: string | null;
  readonly quantity: DecimalString | null;
  readonly unitPrice: DecimalString | null;
  readonly netAmount: DecimalString | null;
}

/** A line of the order with what was received and what was invoiced before, less what was credited. */
export interface OrderLine {
  readonly id: number;
  readonly position: number;
  readonly itemNumber: string | null;
  readonly description: string;
  readonly quantity: DecimalString;
  /** Per one unit. */
  readonly unitPrice: DecimalString;
  readonly received: DecimalString;
  /** A line that named no quantity counts with its amount over the order's price. */
  readonly invoicedBefore: DecimalString;
  /** Net. */
  readonly amountBefore: DecimalString;
}

/**
 * How far an invoice may be off without asking. Of a share and an amount the stricter holds, in all of a line, of a charge and of an order;
 * what was let pass on one invoice has a limit in all.
 */
export interface Tolerances {
  readonly pricePercent: DecimalString;
  readonly priceAmount: DecimalString;
  readonly quantityPercent: DecimalString;
  /** What all lines of one invoice may be over the order's prices. */
  readonly invoiceAmount: DecimalString;
  /** Carriage that no order agreed on, and a discount likewise. */
  readonly chargeAmount: DecimalString;
}

/** What may be off of an amount without asking: the share or the amount, whichever is less; never less than rounding leaves. */
export function slackOf(expected: Decimal, { pricePercent, priceAmount }: Tolerances, amount = priceAmount): Decimal {
  const share = expected.abs().times(decimal(pricePercent)).div(100);
  return Decimal.max(Decimal.min(share, decimal(amount)), roundingOfProduct(expected));
}

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
  | 'discount'
  | 'tax'
  | 'tax-rate'
  | 'order-total';

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

/** An invoice line and the order line it was paired with, null where none fits. */
export interface LinePair {
  readonly line: number;
  readonly orderLineId: number | null;
}
export interface ThreeWayMatch {
  readonly pairs: readonly LinePair[];
  readonly variances: readonly Variance[];
  /** What lines that were asked about are over what their order lines are worth in all, net: what is no further question of the order. */
  readonly over: DecimalString;
}

/** Above this cost an order line is no counterpart. */
const UNPAIRED = 1;

/** Whether goods are asked to be paid or given back. */
export type Direction = 'invoice' | 'credit-note';

/** Pairs the lines at the least total cost and compares price, quantity and amount within tolerances. */
export function threeWayMatch(
  lines: readonly InvoiceLine[],
  order: readonly OrderLine[],
  tolerances: Tolerances,
  direction: Direction = 'invoice',
): ThreeWayMatch {
  const columns = assign(pairCosts(lines, order));
  const pairs = lines.map((line, i) => ({ line: line.position, orderLineId: order[columns[i]]?.id ?? null }));
  const variances = lines.flatMap((line, i) => compare(line, order[columns[i]] ?? null, tolerances, direction));
  const asked = new Set(variances.map(({ line }) => line));
  const paired = lines.flatMap((line, i) => (order[columns[i]] ? [{ line: turned(line, direction).line, order: order[columns[i]] }] : []));
  const passed = paired.filter(({ line }) => !asked.has(line.position)).map(({ line, order: other }) => priceOff(line, other));
  const beyond = paired.filter(({ line }) => asked.has(line.position)).map(({ line, order: other }) => overOrdered(line, other));
  const aboveZero = (amounts: readonly Decimal[]) => sum(amounts.filter((amount) => amount.gt(0)));
  return { pairs, variances: [...variances, ...overInAll(aboveZero(passed), tolerances)], over: toAmount(aboveZero(beyond)) };
}

const overOrdered = ({ netAmount }: InvoiceLine, { quantity, unitPrice, amountBefore }: OrderLine): Decimal =>
  decimal(netAmount ?? '0')
    .plus(decimal(amountBefore))
    .minus(decimal(quantity).times(decimal(unitPrice)));

/** What pairing looks at in a line, worked out once: each is compared with all of the other side. Prices and quantities only for how near they are. */
interface Traits {
  readonly item: string | null;
  readonly description: string | null;
  readonly price: number;
  readonly quantity: number;
}
const size = (value: Decimal | null): number => value?.abs().toNumber() ?? 0;
const itemOf = (itemNumber: string | null): string | null => (itemNumber === null ? null : foldText(itemNumber));

const traitsOfInvoice = (line: InvoiceLine): Traits => ({
  item: itemOf(line.itemNumber),
  description: line.description,
  price: size(effectivePrice(line)),
  quantity: size(line.quantity === null ? null : decimal(line.quantity)),
});
const traitsOfOrder = ({ itemNumber, description, unitPrice, quantity }: OrderLine): Traits => ({
  item: itemOf(itemNumber),
  description,
  price: size(decimal(unitPrice)),
  quantity: size(decimal(quantity)),
});

/** What pairing each line with each of the order's costs, and with none: 0 for a certain counterpart, over 1 for none. */
export function pairCosts(lines: readonly InvoiceLine[], order: readonly OrderLine[]): number[][] {
  const ordered = order.map(traitsOfOrder);
  return lines.map(traitsOfInvoice).map((line) => [...ordered.map((other) => pairCost(line, other)), ...lines.map(() => UNPAIRED)]);
}

/** Item number first, then words, price and quantity. */
function pairCost(line: Traits, order: Traits): number {
  const words = line.description === null ? 0 : similarity(line.description, order.description ?? '');
  const price = closeness(line.price, order.price);
  if (line.item !== null && line.item === order.item) return 0.1 * (1 - words) + 0.05 * (1 - price);
  const otherItem = line.item !== null && order.item !== null ? 0.15 : 0;
  return 1.45 - 1.1 * words - 0.2 * price - 0.1 * closeness(line.quantity, order.quantity) + otherItem;
}

/** The price per unit that is really asked: amount over quantity, after discounts and price units. */
export function effectivePrice(line: InvoiceLine): Decimal | null {
  if (line.netAmount !== null && line.quantity !== null && !decimal(line.quantity).isZero())
    return decimal(line.netAmount).div(decimal(line.quantity));
  return line.unitPrice === null ? null : decimal(line.unitPrice);
}

const closeness = (a: number, b: number): number => (a === 0 || b === 0 ? 0 : Math.min(a, b) / Math.max(a, b));

function compare(shown: InvoiceLine, order: OrderLine | null, tolerances: Tolerances, wanted: Direction): Variance[] {
  const worth = shown.netAmount ?? '0.00';
  const { description } = shown;
  if (order === null) return [variance({ code: 'not-on-order', description }, shown, worth, [figure('amount', worth, null, null, worth)])];
  if (shown.netAmount === null) return [variance({ code: 'no-amount', description }, shown, '0.00', [])];
  const { line, direction } = turned(shown, wanted);
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
  const [amount, price] = [decimal(netAmount ?? '0'), decimal(order.unitPrice)];
  if (quantity !== null) return amount.minus(decimal(quantity).times(price));
  if (unitPrice === null || decimal(unitPrice).isZero() || price.isZero()) return new Decimal(0);
  return amount.times(decimal(unitPrice).minus(price)).div(decimal(unitPrice));
}

function priceVariance(line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  const off = priceOff(line, order);
  const expected = decimal(line.netAmount ?? '0').minus(off);
  if (off.abs().lte(slackOf(expected, tolerances))) return null;
  const percent = expected.isZero() ? new Decimal(100) : off.div(expected.abs()).times(100);
  const price = effectivePrice(line) ?? new Decimal(0);
  const facts = { code: 'price', description: line.description, percent: plain(percent.toDecimalPlaces(1)), off: toAmount(off) } as const;
  return variance(facts, line, toAmount(off), [
    figure('unit-price', priceText(price), priceText(decimal(order.unitPrice)), null, priceText(price.minus(decimal(order.unitPrice)))),
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
  const within = (limit: Decimal) => limit.times(new Decimal(1).plus(decimal(tolerances.quantityPercent).div(100)));
  return beyond('not-received', all, received, within(received)) ?? beyond('more-than-ordered', all, ordered, within(ordered));
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
  const more = new Decimal(1).plus(decimal(tolerances.quantityPercent).div(100));
  const all = amount.plus(before);
  return beyond('received', all, valueOf(order.received).times(more)) ?? beyond('ordered', all, valueOf(order.quantity).times(more));
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
