import { handlersOf } from '../documents/queries.js';
import { insertDoubt, withdrawApprovals, bumpVersion, record } from '../documents/change-queries.js';
import { mayApprove } from '@umber/core/approval';
import { may } from '@umber/core/permissions';
import type { Reasoned } from '@umber/contract/checking';
import type { Approve } from '@umber/contract/approval';
import type { Person } from '@umber/contract/people';
import type { Database, Pool } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { moveTo, onDocument, type LockedDocument } from '../documents/lifecycle.js';
import { orderHands } from '../orders/queries.js';
import { foundStraight } from './straight.js';
import { answerApproval, askedApprovals } from './queries.js';

/** Approves; when nobody else is asked, the document goes on to Post. @throws ApiError for one's own work. */
export function approve(pool: Pool, id: number, person: Person, { version, comment }: Approve): Promise<void> {
  return onDocument(pool, id, version, 'approve', async (db, document) => {
    const asked = await ownApproval(db, document, person);
    await answerApproval(db, asked, 'approved', comment === '' ? null : comment);
    await record(db, id, person.id, { code: 'approved', comment: comment === '' ? null : comment });
    if ((await askedApprovals(db, id)).length > 0) await bumpVersion(db, id);
    else {
      await foundStraight(db, id, person.id, 'right');
      await moveTo(db, id, 'approve', 'post', null);
    }
  });
}

/**
 * Sends the document back to Check with a comment, which becomes a doubt there: an approver who is asked, or somebody who checks
 * fetches it back, or who posts while it waits at Post. @throws ApiError for everybody else.
 */
export function sendBack(pool: Pool, id: number, person: Person, { version, reason }: Reasoned): Promise<void> {
  return onDocument(pool, id, version, 'send-back', async (db, document) => {
    const fetches = may(person.role, 'check') || (document.tray === 'post' && may(person.role, 'post'));
    const isAsked = (await askedApprovals(db, id)).some((approval) => approval.approverId === person.id);
    if (isAsked || !fetches) await answerApproval(db, await ownApproval(db, document, person), 'sent-back', reason);
    await foundStraight(db, id, person.id, 'wrong');
    await withdrawApprovals(db, id);
    await insertDoubt(db, id, { field: null, line: null, question: { code: 'sent-back', by: person.name, comment: reason } });
    await moveTo(db, id, 'send-back', 'check', person.id, { text: reason });
  });
}

async function ownApproval(db: Database, document: LockedDocument, person: Person): Promise<number> {
  if (!mayApprove(person.id, { handledBy: [...(await handlersOf(db, document.id)), ...(await lateHands(db, document.id))] }))
    throw new ApiError('own-work');
  const own = (await askedApprovals(db, document.id)).find((approval) => approval.approverId === person.id);
  if (!own) throw new ApiError('not-asked');
  return own.id;
}

/** Who made an order for a document, or changed one so that it allows more, after it had come. */
const lateHands = async (db: Database, id: number): Promise<number[]> =>
  (await orderHands(db, id)).filter(({ late }) => late).map((one) => one.id);
