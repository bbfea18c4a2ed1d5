import { Decimal, decimal, plain, toAmount, type DecimalString } from '../money/index.js';
import { foldText, similarity } from '../similarity/index.js';
import { assign } from './assignment.js';

/** A line of the invoice, amounts net and in the invoice's currency. */
export interface InvoiceLine {
  readonly position: number;
  readonly itemNumber: string | null;
  readonly description: string | null;
  readonly quantity: DecimalString | null;
  readonly unitPrice: DecimalString | null;
  readonly netAmount: DecimalString | null;
}

/** A line of the order with what was received and what was invoiced before. */
export interface OrderLine {
  readonly id: number;
  readonly position: number;
  readonly itemNumber: string | null;
  readonly description: string;
  readonly quantity: DecimalString;
  /** Per one unit. */
  readonly unitPrice: DecimalString;
  readonly received: DecimalString;
  readonly invoicedBefore: DecimalString;
}

/** How far price and quantity may be off without asking. A price exception needs both price tolerances passed. */
export interface Tolerances {
  readonly pricePercent: DecimalString;
  readonly priceAmount: DecimalString;
  readonly quantityPercent: DecimalString;
}

export type VarianceCode = 'price' | 'not-received' | 'more-than-ordered' | 'not-on-order' | 'no-amount';

/** A figure of a variance: the invoice's number beside the order's and the receipt's. */
export interface VarianceFigure {
  readonly label: string;
  readonly invoice: string | null;
  readonly order: string | null;
  readonly received: string | null;
  readonly variance: string | null;
}
export interface Variance {
  readonly code: VarianceCode;
  /** Position of the invoice line. */
  readonly line: number;
  readonly sentence: string;
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
}

/** Above this cost an order line is no counterpart. */
const UNPAIRED = 1;

/** Pairs the lines at the least total cost and compares price and quantity within tolerances. */
export function threeWayMatch(lines: readonly InvoiceLine[], order: readonly OrderLine[], tolerances: Tolerances): ThreeWayMatch {
  const costs = lines.map((line) => [...order.map((other) => pairCost(line, other)), ...lines.map(() => UNPAIRED)]);
  const columns = assign(costs);
  const pairs = lines.map((line, i) => ({ line: line.position, orderLineId: order[columns[i]]?.id ?? null }));
  const variances = lines.flatMap((line, i) => compare(line, order[columns[i]] ?? null, tolerances));
  return { pairs, variances };
}

/** 0 for a certain counterpart, over 1 for none: item number first, then words, price and quantity. */
export function pairCost(line: InvoiceLine, order: OrderLine): number {
  const sameItem = line.itemNumber !== null && order.itemNumber !== null && foldText(line.itemNumber) === foldText(order.itemNumber);
  const words = line.description === null ? 0 : similarity(line.description, order.description);
  const price = closeness(effectivePrice(line), decimal(order.unitPrice));
  const quantity = closeness(line.quantity === null ? null : decimal(line.quantity), decimal(order.quantity));
  if (sameItem) return 0.1 * (1 - words) + 0.05 * (1 - price);
  const otherItem = line.itemNumber !== null && order.itemNumber !== null ? 0.15 : 0;
  return 1.45 - 1.1 * words - 0.2 * price - 0.1 * quantity + otherItem;
}

/** The price per unit that is really asked: amount over quantity, after discounts and price units. */
export function effectivePrice(line: InvoiceLine): Decimal | null {
  if (line.netAmount !== null && line.quantity !== null && !decimal(line.quantity).isZero())
    return decimal(line.netAmount).div(decimal(line.quantity));
  return line.unitPrice === null ? null : decimal(line.unitPrice);
}

function closeness(a: Decimal | null, b: Decimal): number {
  if (a === null || a.isZero() || b.isZero()) return 0;
  return Decimal.min(a.abs(), b.abs()).div(Decimal.max(a.abs(), b.abs())).toNumber();
}

function compare(line: InvoiceLine, order: OrderLine | null, tolerances: Tolerances): Variance[] {
  const name = `Line ${line.position + 1}${line.description ? `, ${short(line.description)}` : ''}`;
  const worth = line.netAmount ?? '0.00';
  if (order === null)
    return [variance('not-on-order', line, `${name}: not on the order.`, worth, [figure('Amount', worth, null, null, worth)])];
  if (line.netAmount === null) return [variance('no-amount', line, `${name}: has no amount to compare.`, '0.00', [])];
  return [priceVariance(name, line, order, tolerances), quantityVariance(name, line, order, tolerances)].filter((one) => one !== null);
}

function priceVariance(name: string, line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  const quantity = decimal(line.quantity ?? order.quantity);
  const expected = quantity.times(decimal(order.unitPrice));
  const off = decimal(line.netAmount ?? '0').minus(expected);
  const percent = expected.isZero() ? new Decimal(100) : off.div(expected).times(100);
  if (percent.abs().lte(decimal(tolerances.pricePercent)) || off.abs().lte(decimal(tolerances.priceAmount))) return null;
  const price = effectivePrice(line) ?? new Decimal(0);
  const way = off.isNegative() ? 'below' : 'above';
  const sentence = `${name}: the price is ${plain(percent.abs().toDecimalPlaces(1))} % ${way} the order, ${toAmount(off.abs())} in all.`;
  return variance('price', line, sentence, toAmount(off), [
    figure('Unit price', priceText(price), priceText(decimal(order.unitPrice)), null, priceText(price.minus(decimal(order.unitPrice)))),
    figure('Amount', line.netAmount, toAmount(expected), null, toAmount(off)),
  ]);
}

function quantityVariance(name: string, line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  if (line.quantity === null) return null;
  const invoiced = decimal(line.quantity).plus(decimal(order.invoicedBefore));
  const slack = new Decimal(1).plus(decimal(tolerances.quantityPercent).div(100));
  const figures = [figure('Quantity', line.quantity, order.quantity, order.received, plain(invoiced.minus(decimal(order.received))))];
  if (decimal(order.invoicedBefore).gt(0)) figures.push(figure('Invoiced before', order.invoicedBefore, null, null, null));
  const price = decimal(order.unitPrice);
  const before = decimal(order.invoicedBefore).gt(0) ? ` and ${order.invoicedBefore} invoiced before` : '';
  if (invoiced.gt(decimal(order.received).times(slack))) {
    const open = invoiced.minus(decimal(order.received));
    return variance(
      'not-received',
      line,
      `${name}: ${line.quantity} invoiced${before}, ${order.received} received.`,
      toAmount(open.times(price)),
      figures,
    );
  }
  if (invoiced.gt(decimal(order.quantity).times(slack))) {
    const over = invoiced.minus(decimal(order.quantity));
    return variance(
      'more-than-ordered',
      line,
      `${name}: ${line.quantity} invoiced${before}, ${order.quantity} ordered.`,
      toAmount(over.times(price)),
      figures,
    );
  }
  return null;
}

const variance = (code: VarianceCode, line: InvoiceLine, sentence: string, worth: string, figures: VarianceFigure[]): Variance => ({
  code,
  line: line.position,
  sentence,
  figures,
  worth,
});
const figure = (
  label: string,
  invoice: string | null,
  order: string | null,
  received: string | null,
  off: string | null,
): VarianceFigure => ({ label, invoice, order, received, variance: off });
const short = (text: string): string => (text.length > 48 ? `${text.slice(0, 47).trimEnd()}…` : text);
const priceText = (price: Decimal): string =>
  plain(price.toDecimalPlaces(4))
    .replace(/^(-?\d+)$/, '$1.00')
    .replace(/^(-?\d+\.\d)$/, '$10');
