import { withdrawApprovals } from './change-queries.js';
import type { Reasoned } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import type { Pool } from '../database/database.js';
import { moveTo, onDocument } from './lifecycle.js';

/** Lets a document rest; it goes back to the tray it came from when it is reopened. */
export function park(pool: Pool, id: number, person: Person, { version, reason }: Reasoned): Promise<void> {
  return onDocument(pool, id, version, 'park', (db, document) =>
    moveTo(db, id, 'park', 'parked', person.id, { from: document.tray, reason: { code: 'said', text: reason } }),
  );
}

/** Puts a document aside that will not be paid. It is kept and can be reopened. */
export function turnAway(pool: Pool, id: number, person: Person, { version, reason }: Reasoned): Promise<void> {
  return onDocument(pool, id, version, 'turn-away', async (db) => {
    await withdrawApprovals(db, id);
    await moveTo(db, id, 'turn-away', 'turned-away', person.id, { reason: { code: 'said', text: reason } });
  });
}
