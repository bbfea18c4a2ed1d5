import type { OrderKind } from '@umber/core/orders';
import type { LineCheck } from '@umber/core/matching';
import type { OrderDifference } from '@umber/core/orders';

export const ORDER_KIND_NAMES: Readonly<Record<OrderKind, string>> = { goods: 'Goods', service: 'Service', blanket: 'Blanket order' };
export const CHECK_NAMES: Readonly<Record<LineCheck, string>> = {
  order: 'the order alone',
  receipt: 'the receipt',
  inspection: 'receipt and inspection',
};
export const CHARGE_NAMES: Readonly<Record<string, string>> = {
  freight: 'Carriage',
  packaging: 'Packaging',
  deposit: 'Deposit',
  'minimum-order': 'Small order charge',
  surcharge: 'Surcharge',
  discount: 'Discount',
};

const WHAT: Readonly<Record<string, string>> = {
  ...CHARGE_NAMES,
  owner: 'who ordered',
  costCentre: 'cost centre',
  project: 'project',
  currency: 'currency',
  orderedOn: 'day',
  kind: 'kind',
  blanket: 'blanket order',
  validUntil: 'valid until',
  valueLimit: 'limit',
  note: 'note',
  discountPercent: 'discount in %',
  description: 'description',
  itemNumber: 'their item number',
  ourItem: 'our item number',
  unit: 'unit',
  check: 'paid by',
  account: 'account',
  quantity: 'quantity',
  unitPrice: 'price',
  priceSteps: 'prices by quantity',
  state: 'state',
};

/** One thing that a later version of an order has otherwise. */
export function orderChangeText({ what, line, before, after }: OrderDifference): string {
  if (what === 'line') return before === null ? `line ${line ?? ''} added: ${after ?? ''}` : `line ${line ?? ''} taken away: ${before}`;
  const name = (WHAT[what] ?? what).toLowerCase();
  return `${line === null ? '' : `line ${line}, `}${name} ${before ?? 'empty'} → ${after ?? 'empty'}`;
}
