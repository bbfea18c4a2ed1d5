import type { ShortPayment, WaitWish } from '@umber/contract/asking';
import type { Person } from '@umber/contract/people';
import { saysTooMuch, wantsReceipt } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { setRestsUntil, setWaitsFor } from '../documents/around-queries.js';
import { record } from '../documents/change-queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { liveExceptions } from '../documents/queries.js';
import { knownHead, matchDocument } from '../matching/match.js';
import { acceptException } from '../matching/queries.js';
import type { Services } from '../services.js';
import { insertClaim } from './queries.js';

/** Lets a document rest until what was invoiced has come, or until its day: it is taken up by itself then. */
export function waitForReceipt(
  services: Services,
  id: number,
  person: Person,
  exceptionId: number,
  { version, until, reason }: WaitWish,
): Promise<void> {
  if (until <= services.today()) throw new ApiError('bad-request', 'Choose a day that is still to come.');
  return onDocument(services.pool, id, version, 'park', async (db, document) => {
    const { facts } = await openException(db, id, exceptionId);
    if (!wantsReceipt(facts)) throw new ApiError('incomplete', 'No receipt would settle this.');
    await moveTo(db, id, 'park', 'parked', person.id, { from: document.tray, reason: { code: 'said', text: reason }, until });
    await setRestsUntil(db, id, until);
    await setWaitsFor(db, id, 'receipt');
  });
}

/**
 * Accepts what is too much without paying it: the invoice is booked as it is, and so much of it is held back until a credit note comes. Never
 * more than the exception is about and the invoice asks for.
 */
export function payShort(
  services: Services,
  id: number,
  person: Person,
  exceptionId: number,
  { version, net, reason }: ShortPayment,
): Promise<void> {
  return onDocument(services.pool, id, version, 'match', async (db) => {
    const { line, facts } = await openException(db, id, exceptionId);
    if (!saysTooMuch(facts)) throw new ApiError('incomplete', 'This says of no amount that it is too much.');
    const head = await knownHead(db, id);
    if (head.kind === 'credit-note') throw new ApiError('incomplete', 'A credit note is not paid.');
    const total = decimal(head.gross ?? '0');
    const ofNet = decimal(head.net ?? head.gross ?? '0');
    if (decimal(net).gte(ofNet)) throw new ApiError('incomplete', 'That is the whole invoice. Turn it away instead.');
    const gross = toAmount(ofNet.isZero() ? decimal(net) : decimal(net).times(total).div(ofNet));
    await acceptException(db, exceptionId, person.id, reason);
    await insertClaim(db, { documentId: id, exceptionId, net, gross, reason, by: person.id });
    await record(db, id, person.id, { code: 'exception-accepted', line, facts, reason });
    await record(db, id, person.id, { code: 'paid-short', net, gross, reason });
    await matchDocument(services, db, id, 'match', person.id);
  });
}

async function openException(db: Database, id: number, exceptionId: number) {
  const open = (await liveExceptions(db, id)).find((one) => one.id === exceptionId && one.acceptedReason === null);
  if (!open) throw new ApiError('no-such-thing', 'This exception is no longer open.');
  return open;
}
