import { Decimal, decimal, plain, sum, toAmount, type DecimalString } from '../money/index.js';
import { explainedBy, taxSlack } from '../tax/index.js';

/** What tax is reckoned on. Amounts in the invoice's currency, rates in percent; null where the page shows none. */
export interface TaxBase {
  readonly amount: Decimal;
  readonly taxRate: DecimalString | null;
}

/** The rate of each base, and what of the tax is of each rate. */
export interface TaxByRate {
  readonly rates: readonly (DecimalString | null)[];
  /** Rates above nought with what they make of their bases; one of no rate where what is known does not make the tax. */
  readonly shares: readonly { readonly taxRate: DecimalString | null; readonly weight: DecimalString }[];
}

/**
 * Which tax is of which rate. What shows no rate is of the one that all others show; where none shows any, of the one rate of `rates` (null: not
 * known) that makes the tax.
 */
export function taxByRate(bases: readonly TaxBase[], tax: Decimal, rates: readonly number[] | null): TaxByRate {
  const printed = [...new Set(bases.flatMap(({ taxRate }) => (taxRate === null ? [] : [plain(decimal(taxRate))])))];
  const net = sum(bases.map(({ amount }) => amount));
  const meant =
    printed.length === 1 ? printed[0] : printed.length === 0 && rates !== null ? explainedBy(net, tax, bases.length, rates) : null;
  const known = bases.map(({ taxRate }) => (taxRate === null ? meant : plain(decimal(taxRate))));
  const shares = [...new Set(known)]
    .filter((rate) => rate !== null)
    .map((taxRate) => ({
      taxRate,
      weight: sum(bases.filter((_, i) => known[i] === taxRate).map(({ amount }) => amount))
        .times(taxRate)
        .div(100),
    }));
  const [made, slack] = [sum(shares.map(({ weight }) => weight)), taxSlack(bases.length)];
  // What is given back at one rate may all but make up for another: nothing is shared out by a sum that is next to nothing.
  const isWhole = !known.includes(null) && made.minus(tax).abs().lte(slack) && (shares.length === 1 || made.abs().gt(slack));
  const above = shares.filter(({ weight }) => !weight.isZero());
  if (!isWhole || above.length === 0) return { rates: known, shares: [{ taxRate: null, weight: '1' }] };
  return { rates: known, shares: above.map(({ taxRate, weight }) => ({ taxRate, weight: toAmount(weight) })) };
}
