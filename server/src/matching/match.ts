import { approvalsNeeded, mayGoStraight } from '@umber/core/approval';
import type { Act } from '@umber/core/documents';
import { exceptionKey, needsTwo, type MatchException } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import { guessSupplier, SURE, type SellerTraits } from '@umber/core/suppliers';
import { ApiError } from '../api-error.js';
import { isSample } from '../approval/straight.js';
import { straightLimit } from '../approval/straight-queries.js';
import { approvalRules, askApproval, costCentreManagers } from '../approval/queries.js';
import type { Database } from '../database/database.js';
import { record, withdrawApprovals, type Actor } from '../documents/change-queries.js';
import { moveTo } from '../documents/lifecycle.js';
import { replacedOf } from '../documents/credit-queries.js';
import { disputeOf, documentLines, handlersOf, liveExceptions } from '../documents/queries.js';
import { orderHands } from '../orders/queries.js';
import { approverIds } from '../people/queries.js';
import type { Services } from '../services.js';
import { deleteSupplierAccounts, supplierDefaults, suppliersLike } from '../suppliers/queries.js';
import { compareDocument } from './compare.js';
import {
  confirmersOf,
  documentOrders,
  exchangeRate,
  insertException,
  matchHead,
  setSupplier,
  tellApart,
  turnAmounts,
  withdrawException,
  type MatchHead,
} from './queries.js';

/** What ends with a document being matched. */
type MatchingAct = Extract<Act, 'read' | 'check' | 'supplier' | 'match' | 'code' | 'reopen'>;

/**
 * Finds supplier and order, pairs the lines, raises what is out of tolerance, and sends the document on:
 * to Match with its exceptions, to Sign-off where a rule asks for it, else to Post. Runs inside the caller's transaction.
 */
export async function matchDocument(services: Services, db: Database, id: number, act: MatchingAct, actor: Actor): Promise<void> {
  if (await turnAmounts(db, id)) await record(db, id, null, { code: 'amounts-turned' });
  const open = await openExceptions(services, db, id);
  if (open > 0) await moveTo(db, id, act, 'match', actor, { exceptions: open });
  else await askForApproval(services, db, await knownHead(db, id), act, actor);
}

/**
 * Compares a document once more that was matched already and is about to be posted or was taken up again; what it took of its order it
 * keeps. Where something no longer fits it goes to Match. Returns whether it fits.
 */
export async function matchAgain(
  services: Services,
  db: Database,
  id: number,
  act: Extract<Act, 'match-again' | 'reopen'>,
  actor: Actor,
): Promise<boolean> {
  const open = await openExceptions(services, db, id);
  if (open > 0) {
    await withdrawApprovals(db, id);
    await moveTo(db, id, act, 'match', actor, { exceptions: open });
  }
  return open === 0;
}

/** A document as matching sees it. @throws ApiError where there is none. */
export async function knownHead(db: Database, id: number): Promise<MatchHead> {
  const head = await matchHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  return head;
}

/** Compares the document with all that is known and keeps what does not fit. Returns how many exceptions are open. */
async function openExceptions(services: Services, db: Database, id: number): Promise<number> {
  const head = await knownHead(db, id);
  const supplierId = head.supplierId ?? (await findSupplier(db, head));
  const found: MatchException[] =
    supplierId === null
      ? [{ line: null, facts: { code: 'supplier-unknown', name: head.sellerName }, figures: [] }]
      : await compareDocument(services, db, head, supplierId);
  return storeExceptions(db, id, found);
}

/** The supplier that the document shows for certain; kept with the document. Null where it is not certain, or nobody has confirmed it. */
async function findSupplier(db: Database, head: MatchHead): Promise<number | null> {
  const [best, second] = guessSupplier(traitsOf(head), await suppliersLike(db, traitsOf(head)));
  if (!best || best.waits || best.score < SURE || (second && second.score > best.score - 0.1)) return null;
  await setSupplier(db, head.id, best.id);
  await record(db, head.id, null, { code: 'supplier-recognised', supplier: best.name, because: best.signs });
  return best.id;
}

/** What the document and its mail show of the seller. */
export const traitsOf = (head: MatchHead): SellerTraits => ({
  name: head.sellerName,
  taxId: head.sellerTaxId,
  iban: head.sellerIban,
  mailDomain: head.sender?.split('@')[1] ?? null,
});

/** Recognises the supplier of a document that goes to Check first, so that the clerk sees whom it is from. */
export async function recogniseSupplier(db: Database, id: number): Promise<void> {
  const head = await matchHead(db, id);
  if (head && head.supplierId === null) await findSupplier(db, head);
}

/**
 * Keeps accepted exceptions that are still just the same, withdraws those that are not, adds new ones. What two people confirmed of whom one
 * touched something else of the document since is asked again. Returns how many are open.
 */
async function storeExceptions(db: Database, id: number, found: readonly MatchException[]): Promise<number> {
  const wanted = new Map(found.map((one) => [exceptionKey(one), one]));
  const hands = await handlersOf(db, id, 'beside-accounts');
  let open = 0;
  let apart = (await replacedOf(db, id)) !== null;
  for (const known of await liveExceptions(db, id)) {
    const key = exceptionKey(known);
    const voided = needsTwo(known.facts) && (await confirmersOf(db, known.id)).some((person) => hands.includes(person));
    if (!wanted.has(key) || voided) {
      await withdrawException(db, known.id);
      if (voided) await deleteSupplierAccounts(db, id);
      continue;
    }
    wanted.delete(key);
    if (known.acceptedReason === null) open++;
    else if (known.facts.code === 'duplicate') apart = true;
  }
  for (const one of wanted.values()) {
    await insertException(db, id, one);
    await record(db, id, null, { code: 'exception-raised', line: one.line, facts: one.facts });
    open++;
  }
  await tellApart(db, id, apart);
  return open;
}

async function askForApproval(services: Services, db: Database, head: MatchHead, act: MatchingAct, actor: Actor): Promise<void> {
  const lines = await documentLines(db, head.id);
  const orders = await documentOrders(db, head.id);
  const late = (await orderHands(db, head.id)).filter((one) => one.late).map(({ id }) => id);
  const rate = await exchangeRate(db, head.currency ?? '', head.issueDate ?? services.today());
  if (rate === null)
    throw new ApiError('incomplete', `There is no exchange rate for ${head.currency ?? 'this currency'}. Ask a controller to add one.`);
  const exceptions = await liveExceptions(db, head.id);
  const amount = toAmount(
    decimal(head.gross ?? '0')
      .abs()
      .times(decimal(rate)),
  );
  const isDisputed = (await disputeOf(db, head.id)) !== null;
  const handledBy = await handlersOf(db, head.id);
  const supplierApprover = head.supplierId === null ? null : ((await supplierDefaults(db, head.supplierId))?.approverId ?? null);
  const mayStraight = mayGoStraight({
    limit: head.supplierId === null ? null : ((await straightLimit(db, head.supplierId))?.limit ?? null),
    amount,
    isInvoice: head.kind === 'invoice',
    fits: exceptions.length === 0 && orders.length > 0,
    isUntouched: handledBy.length === 0,
    isDisputed,
    hasLateOrder: late.length > 0,
    hasApprover: supplierApprover !== null,
  });
  const straight = mayStraight && head.supplierId !== null ? ((await isSample(db, head.id, head.supplierId)) ? 'sample' : 'through') : null;
  const needs =
    straight === 'through'
      ? []
      : approvalsNeeded(await approvalRules(db), {
          amount,
          isSample: straight === 'sample',
          costCentres: [...new Set(lines.map((line) => line.costCentre).filter((code) => code !== null))],
          hasException: exceptions.length > 0 || orders.length === 0,
          hasLateOrder: late.length > 0,
          isDisputed,
          orderOwners: [...new Set(orders.map(({ ownerId }) => ownerId))],
          supplierApprover,
          managerOf: Object.fromEntries((await costCentreManagers(db)).map((one) => [one.code, one.managerId])),
          handledBy: [...new Set([...handledBy, ...late])],
          approvers: await approverIds(db),
        });
  await withdrawApprovals(db, head.id);
  const fits = exceptions.length === 0 && orders.length > 0 ? orders.map(({ number }) => number).join(', ') : null;
  if (needs.length === 0) {
    await moveTo(db, head.id, act, 'post', actor, { order: fits, ...(straight === 'through' ? { straight: true } : {}) });
    return;
  }
  for (const need of needs) await askApproval(db, head.id, need);
  await moveTo(db, head.id, act, 'sign-off', actor, { order: fits, approvals: needs });
}
