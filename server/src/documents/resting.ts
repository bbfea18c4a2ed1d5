import { withdrawApprovals } from './change-queries.js';
import type { Parking } from '@umber/contract/around';
import type { Reasoned } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import type { Pool } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { setRestsUntil } from './around-queries.js';
import { moveTo, onDocument } from './lifecycle.js';

/**
 * Lets a document rest; it goes back to the tray it came from when its day comes, or when somebody reopens it.
 * @throws ApiError where the day is not to come.
 */
export function park({ pool, today }: Services, id: number, person: Person, { version, reason, until }: Parking): Promise<void> {
  if (until && until <= today()) throw new ApiError('bad-request', 'Choose a day that is still to come.');
  return onDocument(pool, id, version, 'park', async (db, document) => {
    await moveTo(db, id, 'park', 'parked', person.id, {
      from: document.tray,
      reason: { code: 'said', text: reason },
      ...(until ? { until } : {}),
    });
    await setRestsUntil(db, id, until ?? null);
  });
}

/** Puts a document aside that will not be paid. It is kept and can be reopened. */
export function turnAway(pool: Pool, id: number, person: Person, { version, reason }: Reasoned): Promise<void> {
  return onDocument(pool, id, version, 'turn-away', async (db) => {
    await withdrawApprovals(db, id);
    await moveTo(db, id, 'turn-away', 'turned-away', person.id, { reason: { code: 'said', text: reason } });
  });
}
