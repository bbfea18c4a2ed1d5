import type { ExceptionFacts } from '../documents/index.js';
import { Decimal, decimal, plain, toAmount, type DecimalString } from '../money/index.js';
import type { MatchException } from './exceptions.js';
import { figure, slackOf, type Tolerances } from './three-way.js';

/** Carriage and discount of an invoice beside what its order agreed on. Amounts net, in the invoice's currency. */
export interface Charges {
  /** What the lines make. */
  readonly goods: DecimalString;
  readonly carriage: DecimalString | null;
  readonly discount: DecimalString | null;
  /** What the order agreed on and no other invoice has taken yet; null where there is no order. */
  readonly agreed: { readonly carriage: DecimalString; readonly discountPercent: DecimalString } | null;
}

/** Without an order: carriage and discounts of more than this share of the goods (percent) are asked about. */
const UNUSUAL = { carriage: 25, discount: 10 } as const;

/** What carriage and discount are off from what was agreed, or, where nothing was, from what is usual. */
export function chargeExceptions({ goods, carriage, discount, agreed }: Charges, tolerances: Tolerances): MatchException[] {
  const base = decimal(goods).abs();
  const exceptions: MatchException[] = [];
  const raise = (facts: ExceptionFacts, name: 'carriage' | 'discount', is: Decimal, wanted: Decimal | null) =>
    exceptions.push({
      line: null,
      facts,
      figures: [figure(name, toAmount(is), wanted && toAmount(wanted), null, toAmount(wanted ? is.minus(wanted) : is))],
    });
  const carried = decimal(carriage ?? '0').abs();
  const carriageAgreed = agreed && decimal(agreed.carriage);
  const carriageLimit = Decimal.max(
    decimal(tolerances.chargeAmount),
    carriageAgreed ? carriageAgreed.plus(slackOf(carriageAgreed, tolerances)) : base.times(UNUSUAL.carriage).div(100),
  );
  if (carried.gt(carriageLimit))
    raise(
      { code: 'carriage', amount: toAmount(carried), agreed: carriageAgreed && toAmount(carriageAgreed) },
      'carriage',
      carried,
      carriageAgreed,
    );
  const less = decimal(discount ?? '0').abs();
  const wanted = agreed && base.times(decimal(agreed.discountPercent)).div(100);
  const off = wanted ? less.minus(wanted).abs().minus(slackOf(base, tolerances)) : less.minus(base.times(UNUSUAL.discount).div(100));
  if (off.gt(0)) {
    const percent = base.isZero() ? new Decimal(100) : less.div(base).times(100);
    const facts = {
      code: 'discount',
      amount: toAmount(less),
      percent: plain(percent.toDecimalPlaces(1)),
      agreed: agreed && plain(decimal(agreed.discountPercent)),
    } as const;
    raise(facts, 'discount', less, wanted);
  }
  return exceptions;
}

/** What an invoice and those before it ask for of an order, beside what the order is worth. Net, in the order's currency. */
export interface OrderTotals {
  /** What this invoice asks for, less its lines that are not on the order. */
  readonly invoiced: DecimalString;
  readonly before: DecimalString;
  /** Lines, carriage and discount as agreed. */
  readonly ordered: DecimalString;
  /** What was asked about already of what is too much. */
  readonly explained: DecimalString;
}

/** Whether the order has that much left. */
export function beyondOrder({ invoiced, before, ordered, explained }: OrderTotals, tolerances: Tolerances): MatchException[] {
  const limit = decimal(ordered).times(new Decimal(1).plus(decimal(tolerances.quantityPercent).div(100)));
  const over = decimal(invoiced).plus(decimal(before)).minus(limit);
  const slack = Decimal.max(slackOf(limit, tolerances, tolerances.invoiceAmount), decimal(tolerances.chargeAmount));
  if (over.minus(decimal(explained)).lte(slack)) return [];
  return [
    {
      line: null,
      facts: { code: 'beyond-order', invoiced: toAmount(invoiced), before: toAmount(before), ordered: toAmount(ordered) },
      figures: [
        figure('order-total', toAmount(invoiced), toAmount(ordered), null, toAmount(over)),
        ...(decimal(before).isZero() ? [] : [figure('amount-before', toAmount(before), null, null, null)]),
      ],
    },
  ];
}
