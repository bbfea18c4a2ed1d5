import type { ExceptionFacts } from '../documents/index.js';
import { Decimal, decimal, plain, sum, toAmount, type DecimalString } from '../money/index.js';
import { CHARGE_KINDS, chargeKind, type ChargeKind } from './charge-words.js';
import type { MatchException } from './exceptions.js';
import type { InvoiceLine } from './lines.js';
import { figure, slackOf, type Tolerances } from './three-way.js';

/** A charge of an invoice: of one of its lines, or of its head. Net, in its currency, above zero where it asks for something. */
export interface Charge {
  readonly kind: ChargeKind;
  readonly line: number | null;
  readonly amount: DecimalString;
}

/** Charges and discount of an invoice beside what its orders agreed on. Amounts net, in the invoice's currency. */
export interface Charges {
  /** What its goods make. */
  readonly goods: DecimalString;
  readonly charges: readonly Charge[];
  /** What the orders agreed on and no other invoice has taken yet; null where there is no order. */
  readonly agreed: AgreedCharges | null;
}
export interface AgreedCharges {
  readonly amounts: Readonly<Partial<Record<ChargeKind, DecimalString>>>;
  readonly discountPercent: DecimalString;
}

/** Without an order: carriage, other charges and discounts of more than this share of the goods (percent) are asked about. */
const UNUSUAL = { freight: 25, other: 10, discount: 10 } as const;

/** The charges among the lines that are for nothing that was ordered, and those of the head. */
export function chargesOf(
  lines: readonly InvoiceLine[],
  paired: ReadonlySet<number>,
  head: { readonly carriage: DecimalString | null; readonly discount: DecimalString | null },
): Charge[] {
  const ofHead: Charge[] = [];
  if (head.carriage !== null) ofHead.push({ kind: 'freight', line: null, amount: toAmount(decimal(head.carriage).abs()) });
  if (head.discount !== null) ofHead.push({ kind: 'discount', line: null, amount: toAmount(decimal(head.discount).abs()) });
  const ofLines = lines.flatMap(({ position, description, netAmount }): Charge[] => {
    const kind = paired.has(position) || netAmount === null ? null : chargeKind(description);
    if (kind === null || netAmount === null) return [];
    // A discount is printed below zero, or above it and taken off; a charge below zero gives something back.
    const amount = decimal(netAmount);
    return [{ kind, line: position, amount: toAmount(kind === 'discount' ? amount.negated() : amount) }];
  });
  return [...ofHead, ...ofLines];
}

/** What charges and discount are off from what was agreed, or, where nothing was, from what is usual. */
export function chargeExceptions({ goods, charges, agreed }: Charges, tolerances: Tolerances): MatchException[] {
  return CHARGE_KINDS.flatMap((kind) => {
    const mine = charges.filter((charge) => charge.kind === kind);
    const total = sum(mine.map(({ amount }) => amount));
    const line = mine.length === 1 ? mine[0].line : null;
    return kind === 'discount'
      ? discountException(total, decimal(goods).abs(), agreed, tolerances)
      : chargeException(kind, total, line, decimal(goods).abs(), agreed, tolerances);
  });
}

function chargeException(
  kind: Exclude<ChargeKind, 'discount'>,
  total: Decimal,
  line: number | null,
  goods: Decimal,
  agreed: AgreedCharges | null,
  tolerances: Tolerances,
): MatchException[] {
  const wanted = agreed && decimal(agreed.amounts[kind] ?? '0');
  const limit = wanted
    ? wanted.plus(slackOf(wanted, tolerances))
    : goods.times(kind === 'freight' ? UNUSUAL.freight : UNUSUAL.other).div(100);
  if (total.lte(Decimal.max(decimal(tolerances.chargeAmount), limit))) return [];
  const said = { amount: toAmount(total), agreed: wanted && toAmount(wanted) };
  const facts: ExceptionFacts = kind === 'freight' ? { code: 'carriage', ...said } : { code: 'charge', kind, ...said };
  const off = toAmount(wanted ? total.minus(wanted) : total);
  return [
    { line, facts, figures: [figure(kind === 'freight' ? 'carriage' : 'charge', toAmount(total), wanted && toAmount(wanted), null, off)] },
  ];
}

function discountException(less: Decimal, goods: Decimal, agreed: AgreedCharges | null, tolerances: Tolerances): MatchException[] {
  const wanted = agreed && goods.times(decimal(agreed.discountPercent)).div(100);
  const off = wanted ? less.minus(wanted).abs().minus(slackOf(goods, tolerances)) : less.minus(goods.times(UNUSUAL.discount).div(100));
  if (off.lte(0)) return [];
  const percent = goods.isZero() ? new Decimal(100) : less.div(goods).times(100);
  const facts = {
    code: 'discount',
    amount: toAmount(less),
    percent: plain(percent.toDecimalPlaces(1)),
    agreed: agreed && plain(decimal(agreed.discountPercent)),
  } as const;
  return [
    {
      line: null,
      facts,
      figures: [figure('discount', toAmount(less), wanted && toAmount(wanted), null, toAmount(wanted ? less.minus(wanted) : less))],
    },
  ];
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
