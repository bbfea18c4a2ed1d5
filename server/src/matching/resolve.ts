import { restedOut } from '../documents/around-queries.js';
import { bumpVersion, record, type Actor } from '../documents/change-queries.js';
import { reopenedTo } from '@umber/core/documents';
import { separationOf } from '../approval/queries.js';
import { storeSplits } from '../coding/queries.js';
import { requireCodings } from '../coding/rules.js';
import { splitAmounts } from '@umber/core/coding';
import type { CodingWish } from '@umber/contract/coding';
import type { Reasoned } from '@umber/contract/checking';
import type { CodingChoice, OpenLine, OrderChoice, OrderProposal, PairChoice, Proposals, SupplierChoice } from '@umber/contract/matching';
import type { Person } from '@umber/contract/people';
import { guessOrder, needsChoice, needsTwo, orderKey, theirKeys } from '@umber/core/matching';
import { decimal, plain } from '@umber/core/money';
import { guessSupplier } from '@umber/core/suppliers';
import { documentLines, handlersOf, liveExceptions, pairsOf } from '../documents/queries.js';
import type { Database } from '../database/database.js';
import { ApiError, refusalOf } from '../api-error.js';
import { log } from '../log.js';
import { learnItem, linesById, openLines, openOrderHeads, orderHeads, setConversion } from '../orders/queries.js';
import type { Services } from '../services.js';
import { insertSupplierAccount, suppliersLike, supplierView } from '../suppliers/queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { setCredited } from './credit-queries.js';
import { knownHead, matchAgain, matchDocument, traitsOf } from './match.js';
import {
  acceptException,
  codeByPerson,
  confirmersOf,
  confirmException,
  documentOrders,
  forgetChoices,
  type MatchHead,
  setChoice,
  setOrders,
  setSupplier,
} from './queries.js';

/** Says which supplier a document is from; at Match it is matched again, at Check it waits for its doubts as before. */
export function chooseSupplier(services: Services, id: number, person: Person, { version, supplierId }: SupplierChoice): Promise<void> {
  return onDocument(services.pool, id, version, 'supplier', async (db, document) => {
    const supplier = await supplierView(db, supplierId);
    if (!supplier) throw new ApiError('no-such-thing', 'There is no such supplier.');
    await setSupplier(db, id, supplierId);
    await record(db, id, person.id, { code: 'supplier-chosen', supplier: supplier.name, id: supplierId });
    if (document.tray === 'match') await matchDocument(services, db, id, 'supplier', person.id);
  });
}

/** Says which orders a document is for, and matches again. What was said of its lines for other orders is forgotten. */
export function chooseOrdersFor(services: Services, id: number, person: Person, { version, orderIds }: OrderChoice): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db, document) => {
    const orders = await orderHeads(db, orderIds);
    if (orders.length < orderIds.length || orders.some(({ supplierId }) => supplierId !== document.supplierId))
      throw new ApiError('no-such-thing', 'This order is not one of the supplier’s.');
    const before = await documentOrders(db, id);
    await setOrders(
      db,
      id,
      orderIds.map((orderId) => ({ orderId, knownBy: 'person' })),
    );
    await forgetChoices(db, id, null);
    const numbers = (all: readonly { number: string }[]) => (all.length === 0 ? null : all.map(({ number }) => number).join(', '));
    await record(db, id, person.id, {
      code: 'order-chosen',
      order: numbers(orders),
      before: before[0]?.orderId ?? null,
      after: orderIds[0] ?? null,
    });
    await matchDocument(services, db, id, 'match', person.id);
  });
}

/**
 * Says which lines of orders a line is for; none: it is on no order; null: as the machine pairs it. What the supplier calls the item is learned
 * where it is one line of an order.
 */
export function choosePairs(
  services: Services,
  id: number,
  person: Person,
  position: number,
  { version, orderLineIds }: PairChoice,
): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db, document) => {
    const line = (await documentLines(db, id)).find((one) => one.position === position);
    if (!line) throw new ApiError('no-such-thing', 'This line is no longer there.');
    if (document.supplierId === null) throw new ApiError('incomplete', 'Choose the supplier first.');
    if (orderLineIds === null) await forgetChoices(db, id, position);
    else await pairByPerson(db, id, person, document.supplierId, line, orderLineIds);
    const pairs = await pairsOf(db, id);
    await record(db, id, person.id, {
      code: 'line-paired',
      line: position,
      before: pairs.filter((pair) => pair.line === position).map(({ orderLineId }) => orderLineId),
      after: orderLineIds,
    });
    await matchDocument(services, db, id, 'match', person.id);
  });
}

async function pairByPerson(
  db: Database,
  id: number,
  person: Person,
  supplierId: number,
  line: Awaited<ReturnType<typeof documentLines>>[number],
  orderLineIds: readonly number[],
): Promise<void> {
  const chosen = await linesById(db, supplierId, orderLineIds);
  if (chosen.length < orderLineIds.length) throw new ApiError('no-such-thing', 'This line is of no order of the supplier.');
  await setChoice(db, id, line.position, orderLineIds, person.id);
  // Its orders are the document's from now on.
  const orders = await documentOrders(db, id);
  const added = [...new Set(chosen.map(({ orderId }) => orderId))].filter((orderId) => !orders.some((one) => one.orderId === orderId));
  if (added.length > 0) await setOrders(db, id, [...orders, ...added.map((orderId) => ({ orderId, knownBy: 'person' as const }))]);
  // A number tells one item for good; words alone do where there is none.
  const theirs = theirKeys(line.itemNumber === null ? line : { ...line, description: null });
  if (chosen.length === 1) for (const key of theirs) await learnItem(db, supplierId, key, orderKey(chosen[0]), person.id, id);
}

/**
 * Accepts an exception with a reason; when none is left open, the document goes on to approval. That a pair is right, and how many of one
 * unit the other is, is remembered of the supplier.
 */
export function accept(services: Services, id: number, person: Person, exceptionId: number, { version, reason }: Reasoned): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db, { supplierId }) => {
    const { line, facts } = await openException(db, id, exceptionId);
    if (facts.code === 'supplier-unknown')
      throw new ApiError('incomplete', 'Choose the supplier first: without one nothing can be posted.');
    if (needsChoice(facts))
      throw new ApiError('incomplete', 'This cannot be accepted. Send it back to Check and correct it, or turn it away.');
    if (needsTwo(facts)) throw new ApiError('incomplete', 'Where money goes is confirmed by two people, not accepted by one.');
    await acceptException(db, exceptionId, person.id, reason);
    if (facts.code === 'credit-likely') await setCredited(db, id, [facts.document], 'person');
    await record(db, id, person.id, { code: 'exception-accepted', line, facts, reason });
    if (line !== null && supplierId !== null && (facts.code === 'unit' || facts.code === 'pair-doubtful')) {
      const pairs = (await pairsOf(db, id)).filter((pair) => pair.line === line);
      const [first] = await linesById(
        db,
        supplierId,
        pairs.slice(0, 1).map(({ orderLineId }) => orderLineId),
      );
      if (facts.code === 'unit' && first && facts.invoice !== null && facts.order !== null)
        await setConversion(db, supplierId, orderKey(first), { from: facts.invoice, to: facts.order, factor: facts.factor }, person.id);
      const own = (await documentLines(db, id)).find((one) => one.position === line);
      if (facts.code === 'pair-doubtful' && own)
        await pairByPerson(
          db,
          id,
          person,
          supplierId,
          own,
          pairs.map(({ orderLineId }) => orderLineId),
        );
    }
    await matchDocument(services, db, id, 'match', person.id);
  });
}

/**
 * Confirms an account that is not on file. Two people do who touched nothing else of the document: the first leaves it open, with the
 * second it is the supplier's from then on. In a company of two anybody may, but not alone.
 */
export function confirmAccount(
  services: Services,
  id: number,
  person: Person,
  exceptionId: number,
  { version, reason }: Reasoned,
): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db, { supplierId }) => {
    const { facts } = await openException(db, id, exceptionId);
    if (facts.code !== 'bank-account') throw new ApiError('no-such-thing', 'This exception is about no account.');
    const hands = (await separationOf(db)) === 'two-people' ? [] : await handlersOf(db, id, 'beside-accounts');
    if (hands.includes(person.id))
      throw new ApiError(
        'own-work',
        'You had a hand in this document. Two others, who touched nothing of it, confirm where its money goes.',
      );
    if ((await confirmersOf(db, exceptionId)).includes(person.id))
      throw new ApiError('own-work', 'You confirmed this already. A second person has to.');
    await confirmException(db, exceptionId, person.id, reason);
    await record(db, id, person.id, { code: 'account-confirmed', account: facts.account, reason });
    const [first, second] = (await confirmersOf(db, exceptionId)).filter((one) => !hands.includes(one));
    if (second === undefined) {
      await bumpVersion(db, id);
      return;
    }
    await acceptException(db, exceptionId, person.id, reason);
    if (supplierId !== null) await insertSupplierAccount(db, supplierId, facts.account, id, [first, second]);
    await matchDocument(services, db, id, 'match', person.id);
  });
}

async function openException(db: Database, id: number, exceptionId: number) {
  const open = (await liveExceptions(db, id)).find((one) => one.id === exceptionId && one.acceptedReason === null);
  if (!open) throw new ApiError('no-such-thing', 'This exception is no longer open.');
  return open;
}

/**
 * Takes a resting document up again, a person or, once its day has come, the machine: a parked one where it was if it still fits there, any
 * other at Check. Without a version, as it stands.
 */
export function reopen(services: Services, id: number, actor: Actor, { version }: { version: number | null }): Promise<void> {
  return onDocument(services.pool, id, version, 'reopen', async (db, document) => {
    const tray = reopenedTo(document.tray, document.parkedFrom);
    if (tray === 'match') await matchDocument(services, db, id, 'reopen', actor);
    else if (tray === 'check' || (await matchAgain(services, db, id, 'reopen', actor)))
      await moveTo(db, id, 'reopen', tray, actor, { from: document.tray });
  });
}

/** Takes up what was parked until a day that has come. */
export async function wakeRested(services: Services): Promise<void> {
  for (const id of await restedOut(services.pool, services.today())) {
    // One that cannot be taken up, as without an exchange rate, keeps no other from it.
    const refused = await refusalOf(() => reopen(services, id, null, { version: null }));
    if (refused) log.warn({ document: id, code: refused.code }, 'a parked document whose day has come');
  }
}

/** Sets account and cost centre of a line, in whatever tray before Posted. */
export const codeLineOf = (
  services: Services,
  id: number,
  person: Person,
  position: number,
  { version, account, costCentre }: CodingChoice,
): Promise<void> =>
  codeLinesOf(services, id, person, { version, lines: [{ position, account, costCentre, project: null, parts: [], spread: null }] });

/**
 * Codes lines, with the parts that go elsewhere. At Check it waits as before; further on it is matched and approved anew: what was approved is
 * not what is booked then.
 */
export function codeLinesOf(services: Services, id: number, person: Person, { version, lines: wishes }: CodingWish): Promise<void> {
  return onDocument(services.pool, id, version, 'code', async (db, { tray }) => {
    await requireCodings(
      db,
      wishes.flatMap((wish) => [wish, ...wish.parts]),
    );
    const lines = await documentLines(db, id);
    for (const wish of wishes) {
      const line = lines.find((one) => one.position === wish.position);
      if (!line) throw new ApiError('no-such-thing', 'This line is no longer there.');
      if (wish.parts.length > 0 && splitAmounts(line.netAmount ?? '0', wish, wish.parts) === null)
        throw new ApiError(
          'incomplete',
          `The parts of line ${wish.position + 1} come to more than it is. Its net amount is ${line.netAmount ?? '0.00'}.`,
        );
      await codeByPerson(db, id, wish.position, wish, person.id);
      await storeSplits(db, id, wish.position, wish.parts);
      await record(db, id, person.id, {
        code: 'line-coded',
        line: wish.position,
        before: { account: line.account, costCentre: line.costCentre },
        after: { account: wish.account, costCentre: wish.costCentre },
        ...(wish.parts.length > 0 ? { parts: wish.parts.length } : {}),
        ...(wish.spread ? { months: wish.spread.months } : {}),
      });
    }
    if (tray === 'check') await bumpVersion(db, id);
    else await matchDocument(services, db, id, 'code', person.id);
  });
}

/** The suppliers that a document may be from, and why. */
export const likelySuppliers = async (db: Database, id: number) => suppliersFor(db, await knownHead(db, id));

async function suppliersFor(db: Database, head: MatchHead): Promise<Proposals['suppliers']> {
  const traits = traitsOf(head);
  return guessSupplier(traits, await suppliersLike(db, traits)).map((guess) => ({ id: guess.id, name: guess.name, signs: guess.signs }));
}

/** The suppliers and orders a document may belong to, and why. */
export async function proposals(services: Services, id: number): Promise<Proposals> {
  const { pool: db } = services;
  const head = await knownHead(db, id);
  const suppliers = await suppliersFor(db, head);
  if (head.supplierId === null) return { suppliers, orders: [] };
  const open = await openOrderHeads(db, head.supplierId);
  const lines = await openLines(db, head.supplierId, [], id);
  const orders = open.map(({ id: orderId, number }) => ({ id: orderId, number, lines: lines.filter((line) => line.orderId === orderId) }));
  const ranked = guessOrder(head.orderReference, await documentLines(db, id), orders.slice(0, MOST_RANKED));
  const named = ranked.map(({ id: orderId, number, score, byNumber }): OrderProposal => ({
    id: orderId,
    number,
    by: byNumber ? 'number' : 'lines',
    percent: Math.round(score * 100),
  }));
  const rest = open
    .filter((order) => !ranked.some((guess) => guess.id === order.id))
    .map((order): OrderProposal => ({ id: order.id, number: order.number, by: 'open', percent: 0 }));
  return { suppliers, orders: [...named, ...rest] };
}

/** Open order lines of the document's supplier, and those of orders that it is for. */
export async function orderLinesFor({ pool: db }: Services, id: number): Promise<OpenLine[]> {
  const head = await knownHead(db, id);
  if (head.supplierId === null) return [];
  const mine = (await documentOrders(db, id)).map(({ orderId }) => orderId);
  const lines = await openLines(db, head.supplierId, mine, id);
  const numbers = new Map(
    (await orderHeads(db, [...new Set(lines.map(({ orderId }) => orderId))])).map((order) => [order.id, order.number]),
  );
  return lines.map(({ id: lineId, orderId, position, itemNumber, ourItem, description, unit, unitPrice, quantity, invoicedBefore }) => ({
    id: lineId,
    orderId,
    orderNumber: numbers.get(orderId) ?? '',
    position,
    itemNumber,
    ourItem,
    description,
    unit,
    unitPrice,
    open: plain(decimal(quantity).minus(decimal(invoicedBefore))),
  }));
}

/** Open orders, the newest, that are ranked by how their lines fit. */
const MOST_RANKED = 30;
