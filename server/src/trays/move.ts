import { TRAY_NAMES, type Tray } from '@umber/contract/trays';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { Refused } from '../errors.js';
import { record, type Actor } from '../archive/trail.js';
import { lockDocument, updateTray } from './queries.js';

export type LockedDocument = NonNullable<Awaited<ReturnType<typeof lockDocument>>>;

/**
 * Runs `work` on a locked document whose version and tray are as the person saw them.
 * @throws Refused `stale` or `wrong-tray` when they are not.
 */
export function onDocument<T>(
  pool: Pool,
  id: number,
  version: number | null,
  trays: readonly Tray[],
  work: (db: Database, document: LockedDocument) => Promise<T>,
): Promise<T> {
  return inTransaction(pool, async (db) => {
    const document = await lockDocument(db, id);
    if (!document) throw new Refused('no-such-document');
    if (!trays.includes(document.tray))
      throw new Refused(
        'wrong-tray',
        `The document is in ${TRAY_NAMES[document.tray]} now, so this cannot be done. Reload to see what happened.`,
      );
    if (version !== null && document.version !== version) throw new Refused('stale');
    return work(db, document);
  });
}

/** Moves a document to a tray and writes it into its trail. */
export async function moveTo(
  db: Database,
  id: number,
  tray: Tray,
  actor: Actor,
  sentence: string,
  options: { reason?: string; parkedFrom?: Tray } = {},
): Promise<void> {
  await updateTray(db, id, tray, options.reason ?? null, options.parkedFrom ?? null);
  await record(db, id, actor, 'moved', sentence, { after: { tray, ...options } });
}
