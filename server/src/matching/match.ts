import { handlersOf } from '../documents/queries.js';
import { withdrawApprovals, record, type Actor } from '../documents/change-queries.js';
import type { Act } from '@umber/core/documents';
import { approvalsNeeded } from '@umber/core/approval';
import { codeLine } from '@umber/core/coding';
import { exceptionKey, guessOrder, threeWayMatch, type InvoiceLine, type MatchException } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import { guessSupplier, SURE, type SellerTraits } from '@umber/core/suppliers';
import { normalizeIban } from '@umber/core/identifiers';
import { documentLines, liveExceptions } from '../documents/queries.js';
import { approvalRules, askApproval, costCentreManagers } from '../approval/queries.js';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { openOrders, orderHead, orderLines } from '../orders/queries.js';
import { approverIds } from '../people/queries.js';
import type { Services } from '../services.js';
import { suppliersLike, supplierDefaults } from '../suppliers/queries.js';
import { moveTo } from '../documents/lifecycle.js';
import {
  codeDocumentLine,
  exchangeRate,
  insertException,
  matchHead,
  sameNumber,
  setOrder,
  setSupplier,
  tolerances,
  withdrawException,
} from './queries.js';

type Head = NonNullable<Awaited<ReturnType<typeof matchHead>>>;

/** What ends with a document being matched. */
type MatchingAct = Extract<Act, 'read' | 'check' | 'supplier' | 'match'>;

/**
 * Finds supplier and order, pairs the lines, raises what is out of tolerance, and sends the document on:
 * to Match with its exceptions, to Sign-off where a rule asks for it, else to Post. Runs inside the caller's transaction.
 */
export async function matchDocument(services: Services, db: Database, id: number, act: MatchingAct, actor: Actor): Promise<void> {
  const head = await matchHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  const supplierId = head.supplierId ?? (await findSupplier(db, head));
  const found: MatchException[] = [];
  if (supplierId === null) {
    found.push({ line: null, facts: { code: 'supplier-unknown', name: head.sellerName }, figures: [] });
  } else {
    found.push(...(await supplierChecks(db, head, supplierId)));
    found.push(...(await matchOrder(db, head, supplierId)));
  }
  const open = await storeExceptions(db, id, found);
  if (open > 0) {
    await moveTo(db, id, act, 'match', actor, { exceptions: open });
    return;
  }
  await askForApproval(services, db, head, act, actor);
}

/** The supplier that the document shows for certain; kept with the document. Null where it is not certain. */
async function findSupplier(db: Database, head: Head): Promise<number | null> {
  const [best, second] = guessSupplier(traitsOf(head), await suppliersLike(db, traitsOf(head)));
  if (!best || best.score < SURE || (second && second.score > best.score - 0.1)) return null;
  await setSupplier(db, head.id, best.id);
  await record(db, head.id, null, { code: 'supplier-recognised', supplier: best.name, because: best.signs });
  return best.id;
}

/** What the document and its mail show of the seller. */
export const traitsOf = (head: Head): SellerTraits => ({
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

async function supplierChecks(db: Database, head: Head, supplierId: number): Promise<MatchException[]> {
  const found: MatchException[] = [];
  const supplier = await supplierDefaults(db, supplierId);
  if (head.sellerIban && supplier?.iban && normalizeIban(head.sellerIban) !== normalizeIban(supplier.iban)) {
    found.push({
      line: null,
      facts: { code: 'iban-changed' },
      figures: [{ name: 'iban', invoice: head.sellerIban, order: supplier.iban, received: null, variance: null }],
    });
  }
  const twin = head.invoiceNumber === null ? null : await sameNumber(db, head.id, supplierId, head.invoiceNumber);
  if (twin) {
    found.push({
      line: null,
      facts: { code: 'duplicate', number: head.invoiceNumber ?? '', document: twin.id },
      figures: [{ name: 'total', invoice: head.gross, order: twin.gross, received: null, variance: null }],
    });
  }
  return found;
}

async function matchOrder(db: Database, head: Head, supplierId: number): Promise<MatchException[]> {
  const lines = await documentLines(db, head.id);
  const invoice: InvoiceLine[] = lines.map(({ position, itemNumber, description, quantity, unitPrice, netAmount }) => ({
    position,
    itemNumber,
    description,
    quantity,
    unitPrice,
    netAmount,
  }));
  const defaults = await supplierDefaults(db, supplierId);
  if (!defaults) throw new ApiError('no-such-thing', 'The supplier is no longer on file.');
  const choice = await chooseOrder(db, head, supplierId, invoice);
  const order = choice.orderId === null ? null : await orderHead(db, choice.orderId);
  const ordered = choice.orderId === null ? [] : await orderLines(db, choice.orderId, head.id);
  const creditNote = head.kind === 'credit-note';
  const match = order ? threeWayMatch(invoice, ordered, await tolerances(db)) : null;
  const pairOf = new Map(match?.pairs.map((pair) => [pair.line, pair.orderLineId]));
  const accountOf = new Map(ordered.map((line) => [line.id, line.account]));
  for (const line of lines) {
    const orderLineId = pairOf.get(line.position) ?? null;
    const account = orderLineId === null ? undefined : accountOf.get(orderLineId);
    const coded = codeLine(
      { account: line.account ?? undefined, costCentre: line.costCentre ?? undefined },
      account && order ? { account, costCentre: order.costCentre } : null,
      {
        account: defaults.account,
        costCentre: order?.costCentre ?? defaults.costCentre,
      },
    );
    await codeDocumentLine(db, head.id, line.position, orderLineId, coded.account, coded.costCentre);
  }
  // A credit note takes back what was invoiced: receipts do not bound it.
  const variances = (match?.variances ?? []).filter(
    ({ facts }) => !creditNote || (facts.code !== 'not-received' && facts.code !== 'more-than-ordered'),
  );
  const found: MatchException[] = [...choice.found, ...variances.map(({ facts, line, figures }) => ({ facts, line, figures }))];
  if (order && head.currency && order.currency !== head.currency) {
    found.push({ line: null, facts: { code: 'currency', invoice: head.currency, order: order.currency }, figures: [] });
  }
  return found;
}

async function chooseOrder(
  db: Database,
  head: Head,
  supplierId: number,
  invoice: InvoiceLine[],
): Promise<{ orderId: number | null; found: MatchException[] }> {
  if (head.orderId !== null) {
    const known = await orderHead(db, head.orderId);
    if (known?.supplierId === supplierId) return { orderId: head.orderId, found: [] };
    await setOrder(db, head.id, null);
  }
  const [best, second] = guessOrder(head.orderReference, invoice, await openOrders(db, supplierId, head.id));
  const named = best?.byNumber === true;
  const clearly = best !== undefined && best.score >= 0.85 && (second === undefined || second.score < best.score - 0.2);
  if (best && (named || (head.orderReference === null && clearly))) {
    await setOrder(db, head.id, best.id);
    await record(db, head.id, null, { code: 'order-recognised', order: best.number, by: named ? 'number' : 'lines' });
    return { orderId: best.id, found: [] };
  }
  if (head.orderReference !== null || best) {
    const facts = { code: 'order-unknown', number: head.orderReference, best: best?.number ?? null } as const;
    return { orderId: null, found: [{ line: null, facts, figures: [] }] };
  }
  return { orderId: null, found: [] };
}

/** Keeps accepted exceptions that are still just the same, withdraws those that are not, adds new ones. Returns how many are open. */
async function storeExceptions(db: Database, id: number, found: readonly MatchException[]): Promise<number> {
  const wanted = new Map(found.map((one) => [exceptionKey(one), one]));
  let open = 0;
  for (const known of await liveExceptions(db, id)) {
    if (!wanted.delete(exceptionKey(known))) await withdrawException(db, known.id);
    else if (known.acceptedReason === null) open++;
  }
  for (const one of wanted.values()) {
    await insertException(db, id, one);
    await record(db, id, null, { code: 'exception-raised', line: one.line, facts: one.facts });
    open++;
  }
  return open;
}

async function askForApproval(services: Services, db: Database, head: Head, act: MatchingAct, actor: Actor): Promise<void> {
  const now = await matchHead(db, head.id);
  const lines = await documentLines(db, head.id);
  const order = now?.orderId ? await orderHead(db, now.orderId) : null;
  const rate = await exchangeRate(db, head.currency ?? '', head.issueDate ?? services.today());
  if (rate === null)
    throw new ApiError('incomplete', `There is no exchange rate for ${head.currency ?? 'this currency'}. Ask a controller to add one.`);
  const exceptions = await liveExceptions(db, head.id);
  const approvers = await approverIds(db);
  const handledBy = await handlersOf(db, head.id);
  const needs = approvalsNeeded(await approvalRules(db), {
    amount: toAmount(decimal(head.gross ?? '0').times(decimal(rate))),
    costCentres: [...new Set(lines.map((line) => line.costCentre).filter((code) => code !== null))],
    hasException: exceptions.length > 0 || order === null,
    orderOwner: order?.ownerId ?? null,
    managerOf: Object.fromEntries((await costCentreManagers(db)).map((one) => [one.code, one.managerId])),
    handledBy,
    approvers,
  });
  await withdrawApprovals(db, head.id);
  const fits = exceptions.length === 0 && order ? order.number : null;
  if (needs.length === 0) {
    await moveTo(db, head.id, act, 'post', actor, { order: fits });
    return;
  }
  for (const need of needs) await askApproval(db, head.id, need);
  await moveTo(db, head.id, act, 'sign-off', actor, { order: fits, approvals: needs });
}
