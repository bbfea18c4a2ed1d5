import { decimal, distribute, toAmount, type DecimalString } from '../money/index.js';

/** The months that a cost belongs to: the first, `YYYY-MM`, and how many. */
export interface Spread {
  readonly from: string;
  readonly months: number;
}

/** The months of a spread, in order. */
export function monthsOf({ from, months }: Spread): string[] {
  const [year, month] = from.split('-').map(Number);
  return Array.from({ length: months }, (_, i) => {
    const at = year * 12 + month - 1 + i;
    return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
  });
}

/** An amount in equal parts by month, to the cent: what is of the period in which it is posted or of earlier ones, and what later months have. */
export function spreadOver(
  amount: DecimalString,
  spread: Spread,
  postedIn: string,
): { readonly now: DecimalString; readonly later: readonly { readonly period: string; readonly amount: DecimalString }[] } {
  const months = monthsOf(spread);
  const parts = distribute(
    toAmount(amount),
    months.map(() => '1.00'),
  );
  let now = decimal('0');
  const later: { period: string; amount: DecimalString }[] = [];
  for (const [i, period] of months.entries()) {
    if (period <= postedIn) now = now.plus(decimal(parts[i]));
    else later.push({ period, amount: parts[i] });
  }
  return { now: toAmount(now), later };
}
