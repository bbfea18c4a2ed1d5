import type { OrderChange, OrderLineWish, OrderPage, OrderStateChange, OrderView, OrderWish } from '@umber/contract/orders';
import type { Person } from '@umber/contract/people';
import { orderPrice } from '@umber/core/matching';
import { decimal, plain, sum, toAmount } from '@umber/core/money';
import { orderChanges, type OrderTerms } from '@umber/core/orders';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { supplierView } from '../suppliers/queries.js';
import {
  calledOff,
  callOffsOf,
  deleteOrderLines,
  documentsOfOrder,
  insertOrder,
  insertOrderLine,
  keepVersion,
  knownCodes,
  lockOrder,
  nextOrderNumber,
  orderHead,
  orderVersions,
  receiptsOf,
  shiftPositions,
  storeCharges,
  updateOrder,
  updateOrderLine,
  updateOrderState,
  type KeptLine,
} from './queries.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import { orderViews } from './view.js';

/** All there is of an order. @throws ApiError when there is none. */
export async function orderPage(db: Database, id: number): Promise<OrderPage> {
  const [order] = await orderViews(db, [id], 0);
  if (!order) throw new ApiError('no-such-thing', 'There is no such order.');
  return {
    order,
    receipts: await receiptsOf(db, id),
    versions: await orderVersions(db, id),
    documents: await documentsOfOrder(db, id),
    callOffs: await callOffsOf(db, id),
  };
}

/** Enters an order. What waits at Match for it is looked at again. */
export async function enterOrder(services: Services, person: Person, wish: OrderWish): Promise<OrderPage> {
  const id = await inTransaction(services.pool, (db) => enterOrderIn(db, person.id, wish)).catch((error: unknown) => {
    if (isViolation(error, 'orders_number_key'))
      throw new ApiError('already-there', `Order ${wish.number} is there already. Open it, or give another number.`);
    throw error;
  });
  await lookAgain(services, wish.supplierId);
  return orderPage(services.pool, id);
}

/** Enters an order inside the caller's transaction; its id. */
export async function enterOrderIn(db: Database, personId: number, wish: OrderWish): Promise<number> {
  await checkWish(db, wish, null);
  const added = await insertOrder(db, wish.number === '' ? await nextOrderNumber(db) : wish.number, wish, personId);
  await storeCharges(db, added, wish.charges);
  for (const [i, line] of wish.lines.entries()) await insertOrderLine(db, added, keptLine(line, i, wish));
  await askToMatch(db, wish.supplierId);
  await audit(db, personId, { code: 'order-entered', order: (await orderHead(db, added))?.number ?? '', id: added });
  return added;
}

/** Changes an order: it has another version then, and what was is kept. */
export async function changeOrder(services: Services, person: Person, id: number, change: OrderChange): Promise<OrderPage> {
  const before = await inTransaction(services.pool, (db) => changeOrderIn(db, person.id, id, change));
  await lookAgain(services, before.supplierId);
  return orderPage(services.pool, id);
}

/** Changes an order inside the caller's transaction; as it was before. */
export async function changeOrderIn(
  db: Database,
  personId: number,
  id: number,
  { version, reason, ...wish }: OrderChange,
): Promise<OrderView> {
  const was = await lockedOrder(db, id, version);
  if (was.state === 'closed') throw new ApiError('incomplete', 'The order is closed. Reopen it before you change it.');
  if (wish.supplierId !== was.supplierId)
    throw new ApiError('incomplete', 'An order stays with its supplier. Close it, and enter another.');
  await checkWish(db, wish, id);
  await updateOrder(db, id, wish);
  await storeCharges(db, id, wish.charges);
  await storeLines(db, id, was, wish);
  const [is] = await orderViews(db, [id], 0);
  const { changes, allowsMore } = orderChanges(termsOf(was), termsOf(is as OrderView));
  await keepVersion(db, id, { version, was: { changes, order: termsOf(was) }, personId, reason, allowsMore });
  await askToMatch(db, was.supplierId);
  await audit(db, personId, { code: 'order-changed', order: was.number, id, allowsMore, changes });
  return was;
}

/** An order as it would be entered again. */
export const wishOf = (order: OrderView): OrderWish => ({
  number: order.number,
  kind: order.kind,
  supplierId: order.supplierId,
  ownerId: order.ownerId,
  costCentre: order.costCentre,
  project: order.project,
  currency: order.currency,
  orderedOn: order.orderedOn,
  blanketId: order.blanket?.id ?? null,
  valueLimit: order.valueLimit,
  validUntil: order.validUntil,
  note: order.note,
  charges: order.charges,
  discountPercent: order.discountPercent,
  lines: order.lines.map((line) => ({
    id: line.id,
    itemNumber: line.itemNumber,
    ourItem: line.ourItem,
    description: line.description,
    quantity: line.quantity,
    unit: line.unit,
    price: plain(decimal(line.unitPrice).times(decimal(line.pricePer))),
    pricePer: line.pricePer,
    priceSteps: line.priceSteps,
    byAmount: line.byAmount,
    check: line.check,
    account: line.account,
    costCentre: line.costCentre,
  })),
});

/** Closes an order, so that nothing more is invoiced of it unasked, or reopens it. */
export async function setOrderState(
  services: Services,
  person: Person,
  id: number,
  { version, state, reason }: OrderStateChange,
): Promise<OrderPage> {
  const supplierId = await inTransaction(services.pool, async (db) => {
    const was = await lockedOrder(db, id, version);
    if (was.state === state)
      throw new ApiError('already-there', state === 'closed' ? 'The order is closed already.' : 'The order is open already.');
    await updateOrderState(db, id, state);
    const changes = [{ what: 'state', line: null, before: was.state, after: state }];
    await keepVersion(db, id, {
      version,
      was: { changes, order: termsOf(was) },
      personId: person.id,
      reason,
      allowsMore: state === 'open',
    });
    await askToMatch(db, was.supplierId);
    await audit(db, person.id, { code: 'order-changed', order: was.number, id, allowsMore: state === 'open', changes });
    return was.supplierId;
  });
  await lookAgain(services, supplierId);
  return orderPage(services.pool, id);
}

async function lockedOrder(db: Database, id: number, version: number): Promise<OrderView> {
  await lockOrder(db, id);
  const [order] = await orderViews(db, [id], 0);
  if (!order) throw new ApiError('no-such-thing', 'There is no such order.');
  if (order.version !== version)
    throw new ApiError('stale', 'Someone else changed this order meanwhile. Look at it once more, then repeat.');
  return order;
}

/** What an order must be to what is on file. @throws ApiError */
export async function checkWish(db: Database, wish: OrderWish, id: number | null): Promise<void> {
  if (!(await supplierView(db, wish.supplierId))) throw new ApiError('no-such-thing', 'There is no such supplier.');
  const accounts = [...new Set(wish.lines.map(({ account }) => account))];
  const centres = [...new Set([wish.costCentre, ...wish.lines.flatMap(({ costCentre }) => costCentre ?? [])])];
  const known = await knownCodes(db, accounts, centres, wish.ownerId);
  if (known.accounts < accounts.length || known.centres < centres.length)
    throw new ApiError('no-such-thing', 'There is no such account or cost centre.');
  if (!known.owner) throw new ApiError('no-such-thing', 'There is nobody of that name who orders.');
  if (wish.blanketId === null) return;
  const blanket = await orderHead(db, wish.blanketId);
  if (!blanket || blanket.kind !== 'blanket' || blanket.supplierId !== wish.supplierId)
    throw new ApiError('no-such-thing', 'Call off from a blanket order of the same supplier.');
  if (blanket.currency !== wish.currency) throw new ApiError('incomplete', `The blanket order is in ${blanket.currency}.`);
  if (blanket.state === 'closed' || (blanket.validUntil !== null && wish.orderedOn > blanket.validUntil))
    throw new ApiError('incomplete', `The blanket order ${blanket.number} has ended. Nothing can be called off from it.`);
  if (blanket.valueLimit === null) return;
  const worth = sum(wish.lines.map(({ quantity, price, pricePer }) => decimal(quantity).times(decimal(price)).div(decimal(pricePer))));
  const before = decimal(await calledOff(db, blanket.id, id));
  const left = decimal(blanket.valueLimit).minus(before);
  if (worth.gt(left))
    throw new ApiError(
      'incomplete',
      `The blanket order ${blanket.number} has ${toAmount(left)} left of ${blanket.valueLimit}; this comes to ${toAmount(worth)}.`,
    );
}

/** A line with the price for one unit; of price steps that of the quantity ordered, but where quantities are called off. */
function keptLine({ id: _id, price, ...line }: OrderLineWish, at: number, { kind }: Pick<OrderWish, 'kind'>): KeptLine {
  const one = plain(decimal(price).div(decimal(line.pricePer)).toDecimalPlaces(6));
  const stepped = kind === 'blanket' ? one : plain(orderPrice({ unitPrice: one, priceSteps: line.priceSteps }, decimal(line.quantity)));
  return { ...line, position: at + 1, unitPrice: stepped };
}

async function storeLines(db: Database, id: number, was: OrderView, wish: OrderWish): Promise<void> {
  const kept = new Set(wish.lines.flatMap((line) => line.id ?? []));
  if ([...kept].some((line) => !was.lines.some((one) => one.id === line)))
    throw new ApiError('stale', 'A line is no longer on this order. Look at it once more, then repeat.');
  const gone = was.lines.filter((line) => !kept.has(line.id)).map((line) => line.id);
  if ((await deleteOrderLines(db, gone)) > 0)
    throw new ApiError('incomplete', 'Something was received or invoiced of a line that you took away. Lower its quantity instead.');
  await shiftPositions(db, id);
  for (const [i, line] of wish.lines.entries()) {
    const keep = keptLine(line, i, wish);
    if (line.id === null) await insertOrderLine(db, id, keep);
    else await updateOrderLine(db, line.id, keep);
  }
}

/** An order as its versions are compared. */
const termsOf = (order: OrderView): OrderTerms => ({
  head: {
    owner: order.owner,
    costCentre: order.costCentre,
    project: order.project,
    currency: order.currency,
    orderedOn: order.orderedOn,
    kind: order.kind,
    blanket: order.blanket?.number ?? null,
    validUntil: order.validUntil,
    note: order.note === '' ? null : order.note,
  },
  amounts: { valueLimit: order.valueLimit, ...Object.fromEntries(order.charges.map(({ kind, amount }) => [kind, amount])) },
  discountPercent: order.discountPercent,
  lines: order.lines.map((line) => ({
    id: line.id,
    position: line.position,
    words: {
      description: line.description,
      itemNumber: line.itemNumber,
      ourItem: line.ourItem,
      unit: line.unit,
      check: line.check,
      account: line.account,
      costCentre: line.costCentre,
    },
    quantity: line.quantity,
    unitPrice: line.unitPrice,
    priceSteps: order.kind === 'blanket' ? line.priceSteps : [],
  })),
});
