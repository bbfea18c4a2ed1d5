import type { CreditableInvoice, CreditedChoice, ReplacesChoice } from '@umber/contract/matching';
import type { Person } from '@umber/contract/people';
import { mayIn } from '@umber/core/documents';
import { ApiError } from '../api-error.js';
import { isViolation, type Database } from '../database/database.js';
import { lockDocument, record, withdrawApprovals } from '../documents/change-queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import type { Services } from '../services.js';
import { creditableInvoices, setCredited, setReplaces } from './credit-queries.js';
import { knownHead, matchDocument } from './match.js';

/** Invoices of its supplier that a document may be for or in place of. */
export async function creditable({ pool }: Pick<Services, 'pool'>, id: number): Promise<readonly CreditableInvoice[]> {
  const { supplierId } = await knownHead(pool, id);
  return supplierId === null ? [] : creditableInvoices(pool, id, supplierId);
}

/** Says which invoices a credit note gives back of; none: as the machine finds them. */
export function chooseCredited(services: Services, id: number, person: Person, { version, invoiceIds }: CreditedChoice): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db) => {
    const head = await knownHead(db, id);
    if (head.kind !== 'credit-note' || head.supplierId === null)
      throw new ApiError('incomplete', 'Only a credit note gives something back.');
    const known = (await creditableInvoices(db, id, head.supplierId)).filter((one) => invoiceIds.includes(one.id));
    if (known.length < invoiceIds.length) throw new ApiError('no-such-thing', 'This invoice is not one of the supplier’s.');
    if (known.some(({ tray, currency }) => currency !== head.currency || !['sign-off', 'post', 'posted'].includes(tray)))
      throw new ApiError('incomplete', 'An invoice in another currency, or one that is not on its way to the books, cannot be credited.');
    await setCredited(db, id, invoiceIds, 'person');
    await record(db, id, person.id, { code: 'credited-said', invoices: known.map(({ number }) => number) });
    await matchDocument(services, db, id, 'match', person.id);
  });
}

/**
 * Says in which invoice's place one comes. That one is turned away unless it is in the books: then it has to be credited there first.
 */
export function chooseReplaced(services: Services, id: number, person: Person, { version, invoiceId }: ReplacesChoice): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db) => {
    const head = await knownHead(db, id);
    if (head.kind !== 'invoice' || head.supplierId === null)
      throw new ApiError('incomplete', 'Only an invoice comes in the place of another. Choose its supplier first.');
    const known =
      invoiceId === null ? null : ((await creditableInvoices(db, id, head.supplierId)).find((one) => one.id === invoiceId) ?? undefined);
    if (known === undefined) throw new ApiError('no-such-thing', 'This invoice is not one of the supplier’s.');
    await setReplaces(db, id, invoiceId).catch((error: unknown) => {
      if (isViolation(error, 'documents_replace_once'))
        throw new ApiError('already-there', 'Another invoice comes in its place already. Turn that one away first.');
      throw error;
    });
    await record(db, id, person.id, { code: 'replaces-said', number: known?.number ?? null, document: invoiceId });
    if (invoiceId !== null) await turnReplacedAway(db, invoiceId, id, person);
    await matchDocument(services, db, id, 'match', person.id);
  });
}

async function turnReplacedAway(db: Database, replaced: number, by: number, person: Person): Promise<void> {
  const other = await lockDocument(db, replaced);
  if (!other || !mayIn('turn-away', other.tray)) return;
  await withdrawApprovals(db, replaced);
  await moveTo(db, replaced, 'turn-away', 'turned-away', person.id, { reason: { code: 'replaced', document: by } });
}
