import { Decimal, decimal, toAmount, type DecimalString } from '../money/index.js';
import type { Coding } from './propose.js';

/** A part of a line that goes elsewhere: a share of it in per cent, or an amount. */
export interface CodingPart extends Coding {
  readonly percent: DecimalString | null;
  readonly amount: DecimalString | null;
}
/** A part with what it comes to. */
export interface CodedAmount extends Coding {
  readonly amount: DecimalString;
}

/**
 * A line shared out: each part with its amount, and the rest, which stays with the line's own coding, first. To the cent; no part is left out.
 * Null where the parts ask for more than the line is, or go against its sign.
 */
export function splitAmounts(net: DecimalString, own: Coding, parts: readonly CodingPart[]): CodedAmount[] | null {
  const total = decimal(net);
  const amounts = parts.map(({ percent, amount }) =>
    amount !== null
      ? decimal(amount)
      : total
          .times(decimal(percent ?? '0'))
          .div(100)
          .toDecimalPlaces(2),
  );
  if (amounts.some((amount) => amount.isNegative() !== total.isNegative() && !amount.isZero())) return null;
  const rest = amounts.reduce((left, amount) => left.minus(amount), total);
  if (!rest.isZero() && rest.isNegative() !== total.isNegative()) {
    // Shares of a hundred per cent may come to a cent too much: the last one bears it.
    if (rest.abs().gt(new Decimal('0.01').times(parts.length)) || parts.some(({ percent }) => percent === null)) return null;
    amounts[amounts.length - 1] = amounts[amounts.length - 1].plus(rest);
    return coded(parts, amounts);
  }
  const shared = coded(parts, amounts);
  return rest.isZero()
    ? shared
    : [{ account: own.account, costCentre: own.costCentre, project: own.project, amount: toAmount(rest) }, ...shared];
}

const coded = (parts: readonly CodingPart[], amounts: readonly Decimal[]): CodedAmount[] =>
  parts.map(({ account, costCentre, project }, i) => ({ account, costCentre, project, amount: toAmount(amounts[i]) }));
