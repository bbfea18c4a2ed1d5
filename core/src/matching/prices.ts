import { Decimal, decimal } from '../money/index.js';
import type { InvoiceLine, OrderLine } from './lines.js';

/** The price per unit that is really asked: amount over quantity, after discounts and price units. */
export function effectivePrice(line: Pick<InvoiceLine, 'quantity' | 'netAmount' | 'unitPrice'>): Decimal | null {
  if (line.netAmount !== null && line.quantity !== null && !decimal(line.quantity).isZero())
    return decimal(line.netAmount).div(decimal(line.quantity));
  return line.unitPrice === null ? null : decimal(line.unitPrice);
}

/** The order's price for so many units: of price steps the highest that the quantity reaches. */
export function orderPrice({ unitPrice, priceSteps }: Pick<OrderLine, 'unitPrice' | 'priceSteps'>, quantity: Decimal | null): Decimal {
  if (quantity === null) return decimal(unitPrice);
  const reached = priceSteps.filter(({ from }) => decimal(from).lte(quantity.abs()));
  const best = reached.reduce<(typeof priceSteps)[number] | null>(
    (most, step) => (most === null || decimal(step.from).gte(decimal(most.from)) ? step : most),
    null,
  );
  return best === null ? decimal(unitPrice) : decimal(best.unitPrice);
}
