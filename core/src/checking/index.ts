import { Decimal, decimal, sum, within, type DecimalString } from '../money/index.js';

/** Suppliers round each line on their own: a cent a line, at least five. */
function slack(lines: number): Decimal {
  return Decimal.max('0.05', new Decimal(lines).times('0.01'));
}

/**
 * Whether the lines make the net total, less the document's discount and with its carriage (EN 16931 BR-CO-13).
 * False where a line has no amount or there is no total.
 */
export function netFits(
  lines: readonly (DecimalString | null)[],
  net: DecimalString | null,
  discount: DecimalString | null,
  carriage: DecimalString | null,
): boolean {
  if (net === null || lines.length === 0 || lines.some((amount) => amount === null)) return false;
  const total = sum(lines.filter((amount) => amount !== null));
  const expected = total.minus(decimal(discount ?? '0').abs()).plus(decimal(carriage ?? '0'));
  return within(expected, net, slack(lines.length)) || within(total, net, slack(lines.length));
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

/** The arithmetic of an invoice as it stands: do the lines make the net, do net and tax make the total (BR-CO-15)? */
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
    linesFit: netFits(lines, net, totals.discount, totals.carriage),
    totalsFit: net !== null && totals.gross !== null && within(decimal(net).plus(decimal(totals.tax ?? '0')), totals.gross, '0.02'),
  };
}
