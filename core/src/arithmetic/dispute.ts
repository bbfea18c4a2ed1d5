import { decimal, sum, toAmount, within, type Decimal, type DecimalString } from '../money/index.js';
import { linesFitNet, ROUNDING, totalsFit } from './sums.js';

/** What a page prints, as read. Decimal strings; null where it prints none. Rates in percent, one for each line. */
export interface PrintedSums {
  readonly lines: readonly (DecimalString | null)[];
  readonly rates: readonly (DecimalString | null)[];
  readonly net: DecimalString | null;
  readonly tax: DecimalString | null;
  readonly gross: DecimalString | null;
  readonly discount: DecimalString | null;
  readonly carriage: DecimalString | null;
}
/** What is owed where a page contradicts itself: what its lines come to, or the total that it prints. */
export const OWED = ['lines', 'printed'] as const;
export type Owed = (typeof OWED)[number];

/** Sums that agree, and what has to be added to the lines so that they make the net total; nought where they do. */
export interface OwedSums {
  readonly net: DecimalString;
  readonly tax: DecimalString | null;
  readonly gross: DecimalString;
  readonly difference: DecimalString;
}

/** What the lines come to with the document's discount and carriage, or without where these are in them; null where one has no amount. */
export function netOfLines({ lines, net, discount, carriage }: PrintedSums): Decimal | null {
  if (lines.length === 0 || lines.some((amount) => amount === null)) return null;
  const total = sum(lines.filter((amount) => amount !== null));
  return net !== null && linesFitNet(lines, net, null, null)
    ? total
    : total.minus(decimal(discount ?? '0').abs()).plus(decimal(carriage ?? '0'));
}

/** The tax on a net total: by the lines' only rate where it is known, else in proportion to the printed tax. */
function taxOn(net: Decimal, { rates, net: printed, tax }: PrintedSums): DecimalString | null {
  if (tax === null) return null;
  const [rate, ...others] = new Set(rates);
  if (rate && others.length === 0 && (printed === null || within(decimal(printed).times(rate).div(100), tax, ROUNDING.taxed)))
    return toAmount(net.times(rate).div(100));
  return printed === null || decimal(printed).isZero() ? tax : toAmount(net.times(tax).div(printed));
}

/** The sums that are owed, in one way or the other; null where the page does not print what it takes. */
export function owedSums(owed: Owed, printed: PrintedSums): OwedSums | null {
  const lines = netOfLines(printed);
  if (lines === null) return null;
  const { net, tax, gross } = printed;
  if (owed === 'lines') {
    const fits = net !== null && linesFitNet(printed.lines, net, printed.discount, printed.carriage);
    const owedNet = fits ? decimal(net) : lines;
    const owedTax = fits ? tax : taxOn(lines, printed);
    return { net: toAmount(owedNet), tax: owedTax, gross: toAmount(owedNet.plus(owedTax ?? '0')), difference: '0.00' };
  }
  if (gross === null) return null;
  const owedNet = net !== null && totalsFit(net, tax, gross) ? decimal(net) : decimal(gross).minus(tax ?? '0');
  return { net: toAmount(owedNet), tax, gross, difference: toAmount(owedNet.minus(lines)) };
}

/** What a line multiplies. */
export interface Multiplied {
  readonly quantity: DecimalString | null;
  readonly unitPrice: DecimalString | null;
  readonly netAmount: DecimalString | null;
}

/** Quantity × price of a line; null where one is missing. */
export const productOf = ({ quantity, unitPrice }: Multiplied): DecimalString | null =>
  quantity === null || unitPrice === null ? null : toAmount(decimal(quantity).times(unitPrice));

/** The line (0-based) whose quantity × price is more than its amount by just this difference; null where none is. */
export function lineToBlame(lines: readonly Multiplied[], difference: DecimalString): number | null {
  if (decimal(difference).isZero()) return null;
  const at = lines.findIndex((line) => {
    const product = productOf(line);
    return product !== null && line.netAmount !== null && within(decimal(product).minus(line.netAmount), difference, ROUNDING.line);
  });
  return at < 0 ? null : at;
}
