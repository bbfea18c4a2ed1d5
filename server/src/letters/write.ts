import type { LetterWish } from '@umber/contract/letters';
import type { Person } from '@umber/contract/people';
import { OPEN_TRAYS, RESTING_TRAYS } from '@umber/core/documents';
import { ApiError } from '../api-error.js';
import { inTransaction } from '../database/database.js';
import { bumpVersion, record } from '../documents/change-queries.js';
import { onDocument } from '../documents/lifecycle.js';
import type { Services } from '../services.js';
import { handOver } from './post-office.js';
import { insertLetter, lockLetter, markFailed, markSent } from './queries.js';

/** Writes a letter about a document; it goes out in the background. @throws ApiError where no mail server is set. */
export async function writeLetter(services: Services, id: number, person: Person, wish: LetterWish): Promise<void> {
  if (services.mailOut === null)
    throw new ApiError('incomplete', 'No mail server is set for letters. Copy the text and send it by hand, or ask an administrator.');
  const letter = await onDocument(services.pool, id, wish.version, [...OPEN_TRAYS, ...RESTING_TRAYS], async (db) => {
    const written = await insertLetter(db, id, person.id, wish);
    await bumpVersion(db, id);
    await record(db, id, person.id, { code: 'letter-written', to: wish.to, subject: wish.subject });
    return written;
  });
  await services.enqueue('send-letter', letter);
}

/** Sends a letter that waits. Where the mail server does not take it, why stands with it, and the error is thrown so that it is tried again. */
export async function sendLetter(services: Services, id: number): Promise<void> {
  const { mailOut } = services;
  if (mailOut === null) return;
  const failure = await inTransaction(services.pool, async (db) => {
    const letter = await lockLetter(db, id);
    if (!letter) return null;
    try {
      await handOver(mailOut, id, letter);
      await markSent(db, id);
      return null;
    } catch (error) {
      await markFailed(db, id, error instanceof Error ? error.message : String(error));
      return error;
    }
  });
  if (failure !== null) throw failure;
}
