import { lockDocument, updateTray, record, type Actor } from './change-queries.js';
import { type Tray, mayMove, traysFor, type Act, type Moved } from '@umber/core/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { ApiError } from '../api-error.js';

export type LockedDocument = NonNullable<Awaited<ReturnType<typeof lockDocument>>>;

/**
 * Runs `work` on a locked document whose version is as the person saw it, in a tray in which the act may be done.
 * @throws ApiError `stale` or `wrong-tray` when they are not, `original-deleted` where nothing is left to work on.
 */
export function onDocument<T>(
  pool: Pool,
  id: number,
  version: number | null,
  act: Act | readonly Tray[],
  work: (db: Database, document: LockedDocument) => Promise<T>,
): Promise<T> {
  return inTransaction(pool, async (db) => {
    const document = await lockDocument(db, id);
    if (!document) throw new ApiError('no-such-document');
    if (document.isDeleted) throw new ApiError('original-deleted');
    if (!(typeof act === 'string' ? traysFor(act) : act).includes(document.tray))
      throw new ApiError(
        'wrong-tray',
        `The document is in ${TRAY_NAMES[document.tray]} now, so this cannot be done. Reload to see what happened.`,
      );
    if (version !== null && document.version !== version) throw new ApiError('stale');
    return work(db, document);
  });
}

/** Moves a document to a tray as the act allows it, and writes it into its trail. @throws ApiError `wrong-tray` where it does not. */
export async function moveTo(
  db: Database,
  id: number,
  act: Act,
  tray: Tray,
  actor: Actor,
  about: Omit<Moved, 'code' | 'act' | 'to'> = {},
): Promise<void> {
  const sources = traysFor(act).filter((from) => mayMove(act, from, tray));
  const parkedFrom = act === 'park' ? (about.from ?? null) : null;
  if (!(await updateTray(db, id, sources, tray, about.reason ?? null, parkedFrom))) throw new ApiError('wrong-tray');
  await record(db, id, actor, { code: 'moved', act, to: tray, ...about });
}
