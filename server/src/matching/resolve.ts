import { restedOut } from '../documents/around-queries.js';
import { bumpVersion, record, type Actor } from '../documents/change-queries.js';
import { reopenedTo } from '@umber/core/documents';
import { separationOf } from '../approval/queries.js';
import { knowsCoding } from '../coding/queries.js';
import type { Reasoned } from '@umber/contract/checking';
import type { CodingChoice, OrderChoice, OrderProposal, Proposals, SupplierChoice } from '@umber/contract/matching';
import type { Person } from '@umber/contract/people';
import { needsChoice, needsTwo } from '@umber/core/matching';
import { guessSupplier } from '@umber/core/suppliers';
import { documentLines, handlersOf, liveExceptions } from '../documents/queries.js';
import type { Database } from '../database/database.js';
import { ApiError, refusalOf } from '../api-error.js';
import { log } from '../log.js';
import { openOrders, orderHead } from '../orders/queries.js';
import type { Services } from '../services.js';
import { insertSupplierAccount, suppliersLike, supplierView } from '../suppliers/queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { likelyOrders } from './pairing.js';
import { knownHead, matchAgain, matchDocument, traitsOf } from './match.js';
import { acceptException, codeDocumentLine, confirmersOf, confirmException, type MatchHead, setOrder, setSupplier } from './queries.js';

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

/** Says which order a document is for, and matches again. */
export function chooseOrderFor(services: Services, id: number, person: Person, { version, orderId }: OrderChoice): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db, document) => {
    const order = orderId === null ? null : await orderHead(db, orderId);
    if (orderId !== null && (!order || order.supplierId !== document.supplierId))
      throw new ApiError('no-such-thing', 'This order is not one of the supplier’s.');
    await setOrder(db, id, orderId);
    await record(db, id, person.id, { code: 'order-chosen', order: order?.number ?? null, before: document.orderId, after: orderId });
    await matchDocument(services, db, id, 'match', person.id);
  });
}

/** Accepts an exception with a reason; when none is left open, the document goes on to approval. */
export function accept(services: Services, id: number, person: Person, exceptionId: number, { version, reason }: Reasoned): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db) => {
    const { line, facts } = await openException(db, id, exceptionId);
    if (facts.code === 'supplier-unknown')
      throw new ApiError('incomplete', 'Choose the supplier first: without one nothing can be posted.');
    if (needsChoice(facts))
      throw new ApiError('incomplete', 'This cannot be accepted. Send it back to Check and correct it, or turn it away.');
    if (needsTwo(facts)) throw new ApiError('incomplete', 'Where money goes is confirmed by two people, not accepted by one.');
    await acceptException(db, exceptionId, person.id, reason);
    await record(db, id, person.id, { code: 'exception-accepted', line, facts, reason });
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

/** Sets account and cost centre of a line. */
export function codeLineOf(
  services: Services,
  id: number,
  person: Person,
  position: number,
  { version, account, costCentre }: CodingChoice,
): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db) => {
    if (!(await knowsCoding(db, account, costCentre))) throw new ApiError('no-such-thing', 'There is no such account or cost centre.');
    const line = (await documentLines(db, id)).find((one) => one.position === position);
    if (!line) throw new ApiError('no-such-thing', 'This line is no longer there.');
    await codeDocumentLine(db, id, position, line.orderLineId, account, costCentre);
    await record(db, id, person.id, {
      code: 'line-coded',
      line: position,
      before: { account: line.account, costCentre: line.costCentre },
      after: { account, costCentre },
    });
    await matchDocument(services, db, id, 'match', person.id);
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
  const open = await openOrders(db, head.supplierId, id);
  const ranked = await likelyOrders(services, head.orderReference, await documentLines(db, id), open);
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
