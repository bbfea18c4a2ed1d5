import { Decimal, decimal, isDecimalString, toAmount } from '../../money/index.js';

/** The value of a term that may be missing or be no number. */
export const valueOf = (text: string | null): Decimal | null => (text !== null && isDecimalString(text) ? decimal(text) : null);
/** The value of a term that counts as nothing where it is missing. */
export const orZero = (text: string | null): Decimal => valueOf(text) ?? decimal('0');
/** The sum of terms, rounded to cents as the norm's sums are. */
export const total = (texts: readonly (string | null)[]): Decimal =>
  decimal(toAmount(texts.reduce((sum, text) => sum.plus(orZero(text)), decimal('0'))));
/** Digits after the point. */
export const places = (text: string): number => (/\.(\d+)$/.exec(text)?.[1] ?? '').length;
export const same = (a: Decimal, b: Decimal): boolean => a.eq(b);
