import { inTransaction, type Pool } from '../database/database.js';
import { archiveDocument, takeStale } from './archive-queries.js';

const TOGETHER = 200;

/** Brings the archive's rows of so many documents up to date. @returns how many there were. */
export const bringUpToDate = (pool: Pool): Promise<number> =>
  inTransaction(pool, async (db) => {
    const stale = await takeStale(db, TOGETHER);
    for (const id of stale) await archiveDocument(db, id);
    return stale.length;
  });
