import type { InspectionWish, OrderLineView, OrderPage, OrderView, ReceiptWish } from '@umber/contract/orders';
import type { Person } from '@umber/contract/people';
import { Decimal, decimal, plain, sum, toAmount } from '@umber/core/money';
import type { EntryLine } from '@umber/core/ledger';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, type Database } from '../database/database.js';
import { insertEntry, insertEntryLine, purposeAccounts, takeNumber } from '../ledger/queries.js';
import { postingDay } from '../matching/books-queries.js';
import { exchangeRate } from '../matching/queries.js';
import { orderPage } from '../orders/enter.js';
import { lookAgain } from '../waiting/look-again.js';
import { lockOrder } from '../orders/queries.js';
import { askToMatch } from '../waiting/queries.js';
import { orderViews } from '../orders/view.js';
import type { Services } from '../services.js';
import { insertReceipt, insertReceiptLine, inspectLine, nextReceiptNumber, receiptHead } from './queries.js';

/**
 * Says what came of an order, or what went back. Goods that came stand in the books at the order's price until their invoice is posted. What
 * waits at Match for them is matched again.
 */
export async function enterReceipt(services: Services, person: Person, orderId: number, wish: ReceiptWish): Promise<OrderPage> {
  const suppliers = await inTransaction(services.pool, (db) => enterReceipts(services, db, person, [{ orderId, wish }]));
  for (const supplier of suppliers) await lookAgain(services, supplier);
  return orderPage(services.pool, orderId);
}

/** Enters receipts of orders inside the caller's transaction; the suppliers whose documents must be matched again. */
export async function enterReceipts(
  { today }: Pick<Services, 'today'>,
  db: Database,
  person: Person,
  receipts: readonly { readonly orderId: number; readonly wish: ReceiptWish }[],
): Promise<number[]> {
  const suppliers = new Set<number>();
  for (const { orderId, wish } of receipts) {
    if (wish.receivedOn > today()) throw new ApiError('bad-request', 'Goods cannot have come on a day that is still to come.');
    suppliers.add(await receiveIn(db, person.id, orderId, wish));
  }
  return [...suppliers];
}

/** Enters one receipt or return inside the caller's transaction; its supplier. */
export async function receiveIn(
  db: Database,
  personId: number,
  orderId: number,
  { kind, receivedOn, deliveryNote, lines: wished }: ReceiptWish,
): Promise<number> {
  await lockOrder(db, orderId);
  const [order] = await orderViews(db, [orderId], 0);
  if (!order) throw new ApiError('no-such-thing', 'There is no such order.');
  if (order.state === 'closed') throw new ApiError('incomplete', 'The order is closed. Reopen it before you say what came.');
  const lines = wished.map(({ orderLineId, quantity }) => ({ quantity, line: lineOf(order, orderLineId) }));
  if (kind === 'return') for (const { quantity, line } of lines) await requireThere(order, line, quantity, db);
  const number = await nextReceiptNumber(db);
  const receiptId = await insertReceipt(db, { number, orderId, kind, receivedOn, deliveryNote, personId });
  for (const { quantity, line } of lines) await insertReceiptLine(db, receiptId, line.id, quantity);
  await postReceipt(db, order, { id: receiptId, number, kind, receivedOn }, lines, personId);
  await askToMatch(db, order.supplierId);
  await audit(db, personId, { code: 'receipt-entered', order: order.number, receipt: number, kind });
  return order.supplierId;
}

/** Says how much of what came was found good. Each line is inspected once; who received it does not inspect it. */
export async function inspect(services: Services, person: Person, receiptId: number, { lines }: InspectionWish): Promise<OrderPage> {
  const { orderId, supplierId } = await inTransaction(services.pool, async (db) => {
    const receipt = await receiptHead(db, receiptId);
    const [order] = receipt === null ? [] : await orderViews(db, [receipt.orderId], 0);
    if (!receipt || !order) throw new ApiError('no-such-thing', 'There is no such receipt.');
    if (receipt.enteredBy === person.id)
      throw new ApiError('own-work', 'You said that it came, so somebody else looks whether it is good.');
    for (const { orderLineId, accepted } of lines)
      if (!(await inspectLine(db, receiptId, orderLineId, accepted, person.id)))
        throw new ApiError('incomplete', 'This was inspected already, or less came than you found good. Look at the receipt once more.');
    await askToMatch(db, order.supplierId);
    await audit(db, person.id, { code: 'receipt-inspected', order: order.number, receipt: receipt.number });
    return { orderId: order.id, supplierId: order.supplierId };
  });
  await lookAgain(services, supplierId);
  return orderPage(services.pool, orderId);
}

function lineOf(order: OrderView, id: number): OrderLineView {
  const line = order.lines.find((one) => one.id === id);
  if (!line) throw new ApiError('no-such-thing', 'This line is no longer on the order. Look at it once more.');
  return line;
}

/** Only what came can go back. What waits for its inspection came too. */
async function requireThere(order: OrderView, line: OrderLineView, quantity: string, db: Database): Promise<void> {
  const { receipts } = await orderPage(db, order.id);
  const came = sum(
    receipts.flatMap(({ kind, lines }) =>
      lines
        .filter(({ orderLineId }) => orderLineId === line.id)
        .map((one) => (kind === 'return' ? decimal(one.quantity).negated() : decimal(one.quantity))),
    ),
  );
  if (decimal(quantity).gt(came))
    throw new ApiError(
      'incomplete',
      `Of “${line.description}” ${plain(came)} ${line.unit ?? ''} came and can go back.`.replace(/\s+/g, ' '),
    );
}

/** Goods at the order's price: to their accounts, against what was received and is not invoiced; back the other way. */
async function postReceipt(
  db: Database,
  order: OrderView,
  receipt: { id: number; number: string; kind: 'receipt' | 'return'; receivedOn: string },
  lines: readonly { quantity: string; line: OrderLineView }[],
  personId: number,
): Promise<void> {
  const day = await postingDay(db, receipt.receivedOn);
  if (day === null) throw new ApiError('period-closed');
  const rate = await exchangeRate(db, order.currency, receipt.receivedOn);
  if (rate === null)
    throw new ApiError(
      'incomplete',
      `There is no exchange rate for ${order.currency} on ${receipt.receivedOn}. Ask a controller to add one.`,
    );
  const against = (await purposeAccounts(db)).find(({ purpose }) => purpose === 'goods-received')?.number;
  if (against === undefined) throw new ApiError('not-postable', 'The chart of accounts has no account for goods received.');
  const parts = new Map<string, { account: string; costCentre: string; value: Decimal }>();
  for (const { quantity, line } of lines) {
    const costCentre = line.costCentre ?? order.costCentre;
    const key = `${line.account}|${costCentre}`;
    const value = decimal(quantity).times(decimal(line.unitPrice)).times(decimal(rate));
    parts.set(key, { account: line.account, costCentre, value: (parts.get(key)?.value ?? new Decimal(0)).plus(value) });
  }
  const text = `${receipt.kind === 'return' ? 'Return' : 'Receipt'} ${receipt.number}, ${order.supplier}`;
  const sides = (amount: string, isDebit: boolean) =>
    isDebit === (receipt.kind === 'receipt') ? { debit: amount, credit: '0.00' } : { debit: '0.00', credit: amount };
  const cost = [...parts.values()]
    .map(({ account, costCentre, value }): EntryLine => ({ account, costCentre, supplierId: null, text, ...sides(toAmount(value), true) }))
    .filter(({ debit, credit }) => debit !== '0.00' || credit !== '0.00');
  // What costs nothing leaves no trace in the books.
  if (cost.length === 0) return;
  const total = toAmount(sum(cost.flatMap(({ debit, credit }) => [debit, credit])));
  const entryId = await insertEntry(db, {
    number: await takeNumber(db),
    kind: 'receipt',
    postedOn: day,
    description: text,
    documentId: null,
    receiptId: receipt.id,
    currency: order.currency,
    exchangeRate: rate,
    postedBy: personId,
  });
  const entry: EntryLine[] = [...cost, { account: against, costCentre: null, supplierId: null, text, ...sides(total, false) }];
  for (const [i, line] of entry.entries()) await insertEntryLine(db, entryId, i + 1, line);
}
