import { Decimal } from 'decimal.js';

/** Exact decimal arithmetic for amounts, prices, quantities and rates. No float ever holds money. */
export { Decimal };

/** A decimal as it travels in JSON: digits with a point, a leading `-` where negative, no separators. */
export type DecimalString = string;

Decimal.set({ precision: 40, rounding: Decimal.ROUND_HALF_UP });

const PLAIN = /^-?\d+(\.\d+)?$/;

/** Whether `text` is a decimal string as JSON carries it. */
export function isDecimalString(text: unknown): text is DecimalString {
  return typeof text === 'string' && PLAIN.test(text);
}

/** The exact value of a decimal string. @throws RangeError when `text` is not one. */
export function decimal(text: DecimalString | Decimal): Decimal {
  if (text instanceof Decimal) return text;
  if (!isDecimalString(text)) throw new RangeError(`not a decimal: ${JSON.stringify(text)}`);
  return new Decimal(text);
}

/** The sum of decimal strings, exact; zero for none. */
export function sum(values: Iterable<DecimalString | Decimal>): Decimal {
  let total = new Decimal(0);
  for (const value of values) total = total.plus(decimal(value));
  return total;
}

/** An amount rounded half up to the currency's minor unit, written with exactly `places` digits. */
export function toAmount(value: Decimal | DecimalString, places = 2): DecimalString {
  return decimal(value).toFixed(places, Decimal.ROUND_HALF_UP);
}

/** A decimal written plainly: no exponent, the digits it has. */
export function plain(value: Decimal): DecimalString {
  return value.toFixed();
}

/** Whether two amounts are equal within `tolerance` (same unit as the amounts). */
export function within(a: Decimal | DecimalString, b: Decimal | DecimalString, tolerance: Decimal | DecimalString): boolean {
  return decimal(a).minus(decimal(b)).abs().lte(decimal(tolerance));
}

/**
 * Splits `total` in proportion to `weights` so that the parts, each rounded to cents, sum to it exactly.
 * The cents left over go to the parts with the largest remainder. Weights of zero in all share equally.
 */
export function distribute(total: DecimalString, weights: readonly DecimalString[]): DecimalString[] {
  if (weights.length === 0) return [];
  const all = sum(weights);
  const shares = weights.map((weight) =>
    all.isZero() ? decimal(total).div(weights.length) : decimal(total).times(decimal(weight)).div(all),
  );
  const parts = shares.map((share) => share.toDecimalPlaces(2, Decimal.ROUND_DOWN));
  let cents = decimal(total).minus(sum(parts)).times(100).round().toNumber();
  const step = new Decimal(cents < 0 ? '-0.01' : '0.01');
  const byRemainder = shares
    .map((share, index) => ({ index, rest: share.minus(parts[index]).abs() }))
    .sort((a, b) => b.rest.cmp(a.rest) || a.index - b.index);
  for (let i = 0; cents !== 0; i = (i + 1) % byRemainder.length) {
    const { index } = byRemainder[i];
    parts[index] = parts[index].plus(step);
    cents -= Math.sign(cents);
  }
  return parts.map((part) => toAmount(part));
}

export * from './currencies.js';
