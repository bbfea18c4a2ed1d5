import type { OrderLineWish, OrderView, OrderWish } from '@umber/contract/orders';
import type { LineCheck } from '@umber/core/matching';
import type { OrderKind } from '@umber/core/orders';
import { decimal, isDecimalString, plain, sum, toAmount } from '@umber/core/money';
import { typedValue } from '../checking/typed-value';

/** A line while it is typed: every field is its text. */
export interface LineDraft {
  readonly id: number | null;
  readonly itemNumber: string;
  readonly ourItem: string;
  readonly description: string;
  readonly quantity: string;
  readonly unit: string;
  readonly price: string;
  readonly pricePer: string;
  /** "100: 1.85; 500: 1.70". */
  readonly steps: string;
  readonly byAmount: boolean;
  readonly check: LineCheck;
  readonly account: string;
  readonly costCentre: string;
}
/** An order while it is typed. */
export interface OrderDraft {
  readonly number: string;
  readonly kind: OrderKind;
  readonly supplierId: number | null;
  readonly supplierName: string;
  readonly ownerId: string;
  readonly costCentre: string;
  readonly project: string;
  readonly currency: string;
  readonly orderedOn: string;
  readonly blanketId: string;
  readonly valueLimit: string;
  readonly validUntil: string;
  readonly note: string;
  readonly charges: Readonly<Partial<Record<string, string>>>;
  readonly discountPercent: string;
  readonly lines: readonly LineDraft[];
}

export const emptyLine = (after: LineDraft | null, byAmount: boolean): LineDraft => ({
  id: null,
  itemNumber: '',
  ourItem: '',
  description: '',
  quantity: '',
  unit: after?.unit ?? 'pcs',
  price: '',
  pricePer: after?.pricePer ?? '1',
  steps: '',
  byAmount,
  check: after?.check ?? 'receipt',
  account: after?.account ?? '',
  costCentre: '',
});

export const emptyOrder = (today: string, currency: string): OrderDraft => ({
  number: '',
  kind: 'goods',
  supplierId: null,
  supplierName: '',
  ownerId: '',
  costCentre: '',
  project: '',
  currency,
  orderedOn: today,
  blanketId: '',
  valueLimit: '',
  validUntil: '',
  note: '',
  charges: {},
  discountPercent: '',
  lines: [emptyLine(null, false)],
});

/** An order that there is, as it is typed. */
export const draftOf = (order: OrderView): OrderDraft => ({
  number: order.number,
  kind: order.kind,
  supplierId: order.supplierId,
  supplierName: order.supplier,
  ownerId: String(order.ownerId),
  costCentre: order.costCentre,
  project: order.project ?? '',
  currency: order.currency,
  orderedOn: order.orderedOn,
  blanketId: order.blanket === null ? '' : String(order.blanket.id),
  valueLimit: order.valueLimit ?? '',
  validUntil: order.validUntil ?? '',
  note: order.note,
  charges: Object.fromEntries(order.charges.map(({ kind, amount }) => [kind, amount])),
  discountPercent: order.discountPercent === '0' ? '' : order.discountPercent,
  lines: order.lines.map((line) => ({
    id: line.id,
    itemNumber: line.itemNumber ?? '',
    ourItem: line.ourItem ?? '',
    description: line.description,
    quantity: line.quantity,
    unit: line.unit ?? '',
    price: plain(decimal(line.unitPrice).times(decimal(line.pricePer))),
    pricePer: line.pricePer,
    steps: line.priceSteps.map(({ from, unitPrice }) => `${from}: ${unitPrice}`).join('; '),
    byAmount: line.byAmount,
    check: line.check,
    account: line.account,
    costCentre: line.costCentre ?? '',
  })),
});

const numberText = (text: string): string => typedValue('quantity', text);
const orNull = (text: string): string | null => (text.trim() === '' ? null : text.trim());

function lineWish(line: LineDraft): OrderLineWish {
  const priceSteps = line.steps
    .split(/[;\n]/)
    .filter((step) => step.trim() !== '')
    .map((step) => {
      const [from, unitPrice = ''] = step.split(':');
      return { from: numberText(from), unitPrice: numberText(unitPrice) };
    });
  return {
    id: line.id,
    itemNumber: orNull(line.itemNumber),
    ourItem: orNull(line.ourItem),
    description: line.description.trim(),
    quantity: numberText(line.quantity),
    unit: line.byAmount ? null : orNull(line.unit),
    price: line.byAmount ? '1' : numberText(line.price),
    pricePer: line.byAmount ? '1' : numberText(line.pricePer),
    priceSteps,
    byAmount: line.byAmount,
    check: line.check,
    account: line.account,
    costCentre: orNull(line.costCentre),
  };
}

/** What is sent of what was typed; lines without any words and figures are left out. */
export const wishOf = (draft: OrderDraft): OrderWish => ({
  number: draft.number.trim(),
  kind: draft.kind,
  supplierId: draft.supplierId ?? 0,
  ownerId: Number(draft.ownerId),
  costCentre: draft.costCentre,
  project: orNull(draft.project),
  currency: draft.currency,
  orderedOn: draft.orderedOn,
  blanketId: draft.blanketId === '' ? null : Number(draft.blanketId),
  valueLimit: draft.kind === 'blanket' ? orNull(numberText(draft.valueLimit)) : null,
  validUntil: draft.kind === 'blanket' ? orNull(draft.validUntil) : null,
  note: draft.note.trim(),
  charges: Object.entries(draft.charges)
    .filter((entry): entry is [string, string] => (entry[1] ?? '').trim() !== '')
    .map(([kind, amount]) => ({ kind: kind as OrderWish['charges'][number]['kind'], amount: numberText(amount) })),
  discountPercent: orNull(numberText(draft.discountPercent)) ?? '0',
  lines: draft.lines.filter(({ description, quantity, price }) => `${description}${quantity}${price}`.trim() !== '').map(lineWish),
});

/** What a line comes to, net; null while it is no number. */
export function lineWorth(line: LineDraft): string | null {
  const [quantity, price, per] = [
    numberText(line.quantity),
    line.byAmount ? '1' : numberText(line.price),
    line.byAmount ? '1' : numberText(line.pricePer),
  ];
  if (![quantity, price, per].every(isDecimalString) || decimal(per).isZero()) return null;
  return toAmount(decimal(quantity).times(decimal(price)).div(decimal(per)));
}
/** What all lines come to. */
export const draftWorth = ({ lines }: OrderDraft): string => toAmount(sum(lines.map((line) => lineWorth(line) ?? '0')));

/** The first thing that is missing, in words; null where nothing is. */
export function draftFault(draft: OrderDraft): string | null {
  if (draft.supplierId === null) return 'Choose the supplier.';
  if (draft.ownerId === '') return 'Say who ordered it.';
  if (draft.costCentre === '') return 'Choose the cost centre.';
  if (draft.orderedOn === '') return 'Say when it was ordered.';
  const wish = wishOf(draft);
  if (wish.lines.length === 0) return 'An order has at least one line.';
  for (const [i, line] of wish.lines.entries()) {
    const at = `Line ${i + 1}: `;
    if (line.description === '') return `${at}say in words what is ordered.`;
    if (!isDecimalString(line.quantity)) return `${at}${line.byAmount ? 'type the amount' : 'type the quantity'}.`;
    if (!isDecimalString(line.price)) return `${at}type the price.`;
    if (!isDecimalString(line.pricePer)) return `${at}say for how many units the price is.`;
    if (line.account === '') return `${at}choose the account.`;
    if (line.priceSteps.some(({ from, unitPrice }) => !isDecimalString(from) || !isDecimalString(unitPrice)))
      return `${at}prices by quantity are written as “100: 1.85; 500: 1.70”.`;
  }
  return null;
}
