import { Decimal, decimal, plain, sum, type DecimalString } from '../money/index.js';
import { HIGHEST_RATE } from './rates.js';

/** What the tax of an invoice is held against. Amounts in its currency, rates in percent. */
export interface TaxedInvoice {
  readonly net: DecimalString;
  readonly tax: DecimalString;
  readonly lines: readonly {
    readonly position: number;
    readonly netAmount: DecimalString | null;
    readonly taxRate: DecimalString | null;
  }[];
  /** The rates that the seller's and the buyer's country have; null where these are not known. */
  readonly rates: readonly number[] | null;
}

/** What is wrong with the tax: a rate that the country does not have, or an amount that is not rate × base. */
export type TaxFault =
  | { readonly code: 'rate'; readonly line: number; readonly rate: DecimalString }
  /** `expected` is null where no rate explains the amount; `percent` is what the tax is of the net total. */
  | { readonly code: 'amount'; readonly expected: DecimalString | null; readonly percent: DecimalString };

/** Tax is rounded for each rate or each line: so much in all and so much a line. */
const ROUNDING = { invoice: '0.02', line: '0.01' } as const;
/** Rates are printed with one place at times. */
const SAME_RATE = 0.051;

/**
 * Whether the tax is what its rates make of their bases, and whether the country has these rates. Carriage and discounts, which belong
 * to no line, are at any of the rates that the invoice has. Lines that show no rate are all at one that the country has.
 */
export function taxFaults({ net, tax, lines, rates }: TaxedInvoice): TaxFault[] {
  const wrong = lines.flatMap(({ position, taxRate }): TaxFault[] =>
    taxRate === null || isKnownRate(decimal(taxRate), rates) ? [] : [{ code: 'rate', line: position, rate: taxRate }],
  );
  const base = decimal(net);
  const charged = decimal(tax);
  const slack = taxSlack(lines.length);
  const rated = lines.filter((line) => line.taxRate !== null && line.netAmount !== null);
  const others = base.minus(sum(rated.map((line) => line.netAmount ?? '0')));
  const known = sum(rated.map((line) => percentOf(decimal(line.netAmount ?? '0'), decimal(line.taxRate ?? '0'))));
  const printed = [...new Set(rated.map((line) => line.taxRate ?? '0'))].map(decimal);
  const unrated = lines.some((line) => line.taxRate === null && line.netAmount !== null && !decimal(line.netAmount).isZero());
  if (printed.length > 0 && !unrated) {
    const makes = printed.map((rate) => known.plus(percentOf(others, rate)));
    if (charged.gte(Decimal.min(...makes).minus(slack)) && charged.lte(Decimal.max(...makes).plus(slack))) return wrong;
    return [...wrong, amountFault(base, charged, makes[0])];
  }
  const explains = (rate: number) =>
    known
      .plus(percentOf(others, new Decimal(rate)))
      .minus(charged)
      .abs()
      .lte(slack);
  const fits =
    rates === null ? charged.lte(percentOf(base, new Decimal(HIGHEST_RATE)).plus(slack)) && !charged.lt(0) : rates.some(explains);
  return fits ? wrong : [...wrong, amountFault(base, charged, null)];
}

/** What the rounding of so many lines may leave between a tax and what its rates make. */
export const taxSlack = (lines: number): Decimal => decimal(ROUNDING.invoice).plus(decimal(ROUNDING.line).times(lines));

/** The one rate of these that makes the tax of a net amount of so many lines; null where none does, or more than one. */
export function explainedBy(net: Decimal, tax: Decimal, lines: number, rates: readonly number[]): DecimalString | null {
  const fit = rates.filter((rate) => percentOf(net, new Decimal(rate)).minus(tax).abs().lte(taxSlack(lines)));
  return fit.length === 1 ? plain(new Decimal(fit[0])) : null;
}

const percentOf = (amount: Decimal, rate: Decimal): Decimal => amount.times(rate).div(100);

const isKnownRate = (rate: Decimal, rates: readonly number[] | null): boolean =>
  rates === null ? rate.lte(HIGHEST_RATE) && rate.gte(0) : rates.some((one) => rate.minus(one).abs().lt(SAME_RATE));

const amountFault = (base: Decimal, charged: Decimal, expected: Decimal | null): TaxFault => ({
  code: 'amount',
  expected: expected?.toFixed(2) ?? null,
  percent: base.isZero() ? '100' : plain(charged.div(base).times(100).toDecimalPlaces(1)),
});
