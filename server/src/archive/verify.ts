import { checkBlobs, damagedBlobs, archiveCounts } from './queries.js';
import { lastCheck } from './book-queries.js';
import type { ArchiveView } from '@umber/contract/archive';
import type { Database } from '../database/database.js';

/** Blobs compared with their checksums in one go. */
const AT_ONCE = 200;

/** Compares what has not been compared for longest with its checksum. Safe to run twice and to lose half-way. */
export const verifyBlobs = (db: Database): Promise<number> => checkBlobs(db, AT_ONCE);

/** How much is kept, how much of it was compared lately, and what is damaged. */
export async function archiveView(db: Database): Promise<ArchiveView> {
  return { ...(await archiveCounts(db)), books: await lastCheck(db), damaged: await damagedBlobs(db) };
}
