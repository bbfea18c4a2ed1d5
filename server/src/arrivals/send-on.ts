import { isForTheBooks } from '@umber/core/documents';
import type { Sending, Sent } from '@umber/contract/intake';
import type { Person } from '@umber/contract/people';
import { ApiError, refusalOf } from '../api-error.js';
import type { Services } from '../services.js';
import { sayKind } from '../sorting/sort.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { park, turnAway } from '../documents/resting.js';
import { reopen } from '../matching/resolve.js';
import { documentsOfArrival, markToRead, overrule } from '../intake/queries.js';

type Document = Awaited<ReturnType<typeof documentsOfArrival>>[number];

/**
 * Sends all documents of an arrival to a tray. One that a rule turned away whole is taken apart after all, whatever the rules
 * say. Each document is sent on its own: one that cannot go there stays where it is, and is told.
 */
export async function sendOn(services: Services, arrivalId: number, person: Person, sending: Sending): Promise<Sent> {
  if (sending.to === 'check' && (await overrule(services.pool, arrivalId))) {
    await services.enqueue('unpack-arrival', arrivalId);
    return { sent: 1, left: [] };
  }
  const documents = (await documentsOfArrival(services.pool, arrivalId)).filter(({ tray }) => tray !== sending.to);
  if (documents.length === 0) throw new ApiError('bad-request', 'Nothing of this arrival can be sent there.');
  const left: { id: number; why: string }[] = [];
  for (const document of documents) {
    const refused = await refusalOf(() => sendOne(services, document, person, sending));
    if (refused) left.push({ id: document.id, why: refused.message });
  }
  return { sent: documents.length - left.length, left };
}

async function sendOne(
  services: Services,
  { id, version, tray, kind, unread }: Document,
  person: Person,
  { to, reason }: Sending,
): Promise<void> {
  if (to === 'parked') await park(services, id, person, { version, reason });
  else if (to === 'turned-away') await turnAway(services.pool, id, person, { version, reason });
  else if (to === 'filed') await sayKind(services, id, person, { version, kind: isForTheBooks(kind) ? 'other' : kind });
  else if (unread) await readAfterAll(services, id, version, person);
  else if (tray === 'filed' && !isForTheBooks(kind)) await sayKind(services, id, person, { version, kind: 'invoice' });
  else await reopen(services, id, person.id, { version });
}

/** Reads a document that a rule kept unread. */
async function readAfterAll(services: Services, id: number, version: number, person: Person): Promise<void> {
  await onDocument(services.pool, id, version, 'read-again', async (db) => {
    await markToRead(db, id);
    await moveTo(db, id, 'read-again', 'arriving', person.id);
  });
  await services.enqueue('read-document', id);
}
