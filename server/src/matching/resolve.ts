import { record } from '../documents/change-queries.js';
import { knowsCoding } from '../coding/queries.js';
import type { Reasoned } from '@umber/contract/checking';
import type { CodingChoice, OrderChoice, OrderProposal, Proposals, SupplierChoice } from '@umber/contract/matching';
import type { Person } from '@umber/contract/people';
import { guessOrder, needsChoice } from '@umber/core/matching';
import { guessSupplier } from '@umber/core/suppliers';
import { documentLines } from '../documents/queries.js';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { openOrders, orderHead } from '../orders/queries.js';
import type { Services } from '../services.js';
import { suppliersLike, supplierView } from '../suppliers/queries.js';
import { onDocument } from '../documents/lifecycle.js';
import { matchDocument, traitsOf } from './match.js';
import { acceptException, codeDocumentLine, matchHead, setOrder, setSupplier } from './queries.js';

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
    const accepted = await acceptException(db, id, exceptionId, person.id, reason);
    if (!accepted) throw new ApiError('no-such-thing', 'This exception is no longer open.');
    if (needsChoice(accepted.facts)) throw new ApiError('incomplete', 'Choose the supplier first: without one nothing can be posted.');
    await record(db, id, person.id, { code: 'exception-accepted', ...accepted, reason });
    await matchDocument(services, db, id, 'match', person.id);
  });
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

/** The suppliers and orders a document may belong to, and why. */
export async function proposals(db: Database, id: number): Promise<Proposals> {
  const head = await matchHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  const suppliers = guessSupplier(traitsOf(head), await suppliersLike(db, traitsOf(head))).map((guess) => ({
    id: guess.id,
    name: guess.name,
    signs: guess.signs,
  }));
  if (head.supplierId === null) return { suppliers, orders: [] };
  const open = await openOrders(db, head.supplierId, id);
  const ranked = guessOrder(head.orderReference, await documentLines(db, id), open);
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
