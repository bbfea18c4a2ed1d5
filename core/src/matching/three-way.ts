import type { ExceptionFacts } from '../documents/index.js';
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

/** Figures that are compared. */
export type FigureName = 'unit-price' | 'amount' | 'quantity' | 'invoiced-before' | 'iban' | 'total';

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
  /** Position of the invoice line. */
  readonly line: number;
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
  const worth = line.netAmount ?? '0.00';
  const { description } = line;
  if (order === null) return [variance({ code: 'not-on-order', description }, line, worth, [figure('amount', worth, null, null, worth)])];
  if (line.netAmount === null) return [variance({ code: 'no-amount', description }, line, '0.00', [])];
  return [priceVariance(line, order, tolerances), quantityVariance(line, order, tolerances)].filter((one) => one !== null);
}

function priceVariance(line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  const quantity = decimal(line.quantity ?? order.quantity);
  const expected = quantity.times(decimal(order.unitPrice));
  const off = decimal(line.netAmount ?? '0').minus(expected);
  const percent = expected.isZero() ? new Decimal(100) : off.div(expected).times(100);
  if (percent.abs().lte(decimal(tolerances.pricePercent)) || off.abs().lte(decimal(tolerances.priceAmount))) return null;
  const price = effectivePrice(line) ?? new Decimal(0);
  const facts = { code: 'price', description: line.description, percent: plain(percent.toDecimalPlaces(1)), off: toAmount(off) } as const;
  return variance(facts, line, toAmount(off), [
    figure('unit-price', priceText(price), priceText(decimal(order.unitPrice)), null, priceText(price.minus(decimal(order.unitPrice)))),
    figure('amount', line.netAmount, toAmount(expected), null, toAmount(off)),
  ]);
}

function quantityVariance(line: InvoiceLine, order: OrderLine, tolerances: Tolerances): Variance | null {
  if (line.quantity === null) return null;
  const invoiced = decimal(line.quantity).plus(decimal(order.invoicedBefore));
  const slack = new Decimal(1).plus(decimal(tolerances.quantityPercent).div(100));
  const figures = [figure('quantity', line.quantity, order.quantity, order.received, plain(invoiced.minus(decimal(order.received))))];
  if (decimal(order.invoicedBefore).gt(0)) figures.push(figure('invoiced-before', order.invoicedBefore, null, null, null));
  const beyond = (code: 'not-received' | 'more-than-ordered', limit: DecimalString): Variance | null => {
    if (!invoiced.gt(decimal(limit).times(slack))) return null;
    const worth = toAmount(invoiced.minus(decimal(limit)).times(decimal(order.unitPrice)));
    const facts = { code, description: line.description, invoiced: line.quantity ?? '0', before: order.invoicedBefore, limit };
    return variance(facts, line, worth, figures);
  };
  return beyond('not-received', order.received) ?? beyond('more-than-ordered', order.quantity);
}

const variance = (facts: ExceptionFacts, line: InvoiceLine, worth: string, figures: VarianceFigure[]): Variance => ({
  facts,
  line: line.position,
  figures,
  worth,
});
const figure = (
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
