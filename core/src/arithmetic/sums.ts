import { Decimal, decimal, sum, within, type DecimalString } from '../money/index.js';

/** By how much amounts that belong together may differ, in the currency's units, and why. */
export const ROUNDING = {
  /** Net + tax against the total (EN 16931 BR-CO-15): tax is rounded for each rate, so two of them may miss by a cent each. */
  total: '0.02',
  /** Amounts that have the tax in them were each rounded by themselves; the tax of all lines misses that of the whole likewise. */
  taxed: '0.05',
  /** Lines against the net total: suppliers round each line on their own, at least so much in all … */
  lines: '0.05',
  /** … and so much a line. */
  line: '0.01',
  /** Quantity × price against the amount: a cent and what half a cent's rounding of it leaves … */
  product: '0.011',
  /** … or so much of a large amount, as the price was rounded too. */
  productShare: '0.00005',
} as const;

/** What the rounding of so many lines may leave between them and their net total. */
export const roundingOfLines = (lines: number): Decimal => Decimal.max(ROUNDING.lines, decimal(ROUNDING.line).times(lines));

/** What rounding may leave between quantity × price and an amount of this size. */
export const roundingOfProduct = (amount: Decimal): Decimal => Decimal.max(ROUNDING.product, amount.abs().times(ROUNDING.productShare));

/** Whether net and tax make the total (BR-CO-15); no tax counts as none. */
export const totalsFit = (net: Decimal | DecimalString, tax: Decimal | DecimalString | null, gross: Decimal | DecimalString): boolean =>
  within(decimal(net).plus(decimal(tax ?? '0')), gross, ROUNDING.total);

/** Whether quantity × price is the amount of a line, but for rounding. */
export const lineFits = (product: Decimal, amount: Decimal): boolean => within(product.abs(), amount.abs(), roundingOfProduct(amount));

/**
 * Whether the lines make the net total, less the document's discount and with its carriage (EN 16931 BR-CO-13), or by themselves
 * where these are in them already. False where a line has no amount or there is no total.
 */
export function linesFitNet(
  lines: readonly (DecimalString | null)[],
  net: DecimalString | null,
  discount: DecimalString | null,
  carriage: DecimalString | null,
): boolean {
  if (net === null || lines.length === 0 || lines.some((amount) => amount === null)) return false;
  const total = sum(lines.filter((amount) => amount !== null));
  const expected = total.minus(decimal(discount ?? '0').abs()).plus(decimal(carriage ?? '0'));
  const slack = roundingOfLines(lines.length);
  return within(expected, net, slack) || within(total, net, slack);
}

/** One part of the sentence at the foot of the checking screen. */
export interface SumCheck {
  readonly lines: DecimalString | null;
  readonly net: DecimalString | null;
  readonly tax: DecimalString | null;
  readonly gross: DecimalString | null;
  readonly linesFit: boolean;
  readonly totalsFit: boolean;
}

/** The arithmetic of an invoice as it stands: do the lines make the net, do net and tax make the total? */
export function checkSums(
  lines: readonly (DecimalString | null)[],
  totals: {
    net: DecimalString | null;
    tax: DecimalString | null;
    gross: DecimalString | null;
    discount: DecimalString | null;
    carriage: DecimalString | null;
  },
): SumCheck {
  const known = lines.filter((amount) => amount !== null);
  const net = totals.net ?? (totals.tax === null ? totals.gross : null);
  return {
    lines: known.length > 0 ? sum(known).toFixed(2) : null,
    net: totals.net,
    tax: totals.tax,
    gross: totals.gross,
    linesFit: linesFitNet(lines, net, totals.discount, totals.carriage),
    totalsFit: net !== null && totals.gross !== null && totalsFit(net, totals.tax, totals.gross),
  };
}
