import { isDeepStrictEqual } from 'node:util';
import type { ExportWish, KeepWish, RunWish } from '@umber/contract/exports';
import { exportWishSchema } from '@umber/contract/exports/schemas';
import type { Person } from '@umber/contract/people';
import { may } from '@umber/core/permissions';
import { audit } from '../audit/queries.js';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { changeExport, exportNamed, insertExport, lockedExport, removeExport, type LockedExport } from './queries.js';

/**
 * Keeps an export under its name: a new one, or a kept one otherwise than before.
 * @throws ApiError `already-there` where another has the name, `stale` where it was kept otherwise meanwhile, `not-allowed` where
 * it goes somewhere by itself and the person may not say what does.
 */
export const keepExport = ({ pool }: Services, wish: KeepWish, person: Person): Promise<void> =>
  inTransaction(pool, async (db) => {
    const { replaces } = wish;
    const before = replaces === null ? null : await ownExport(db, replaces.id, person);
    if (before !== null && before.version !== replaces?.version)
      throw new ApiError('stale', `“${before.name}” was kept otherwise meanwhile. Open it again below: nothing of it was changed.`);
    const other = await exportNamed(db, wish.name);
    if (other !== null && other.id !== replaces?.id)
      throw new ApiError(
        'already-there',
        `“${other.name}” is kept already, by ${other.madeBy}. Open it below to change it, or take another name.`,
      );
    if (before === null) await insertExport(db, wish, person.id);
    else await changeExport(db, before.id, wish);
    await audit(db, person.id, { code: 'export-kept', name: wish.name });
  });

/** Takes a kept export away. @throws ApiError `no-such-thing`, `not-allowed` as above. */
export const takeExportAway = ({ pool }: Services, id: number, person: Person): Promise<void> =>
  inTransaction(pool, async (db) => {
    await ownExport(db, id, person);
    await removeExport(db, id);
    await audit(db, person.id, { code: 'export-removed', id });
  });

/** A kept export, locked, that the person may change: what goes out by itself is said by those who may say where it goes. */
async function ownExport(db: Database, id: number, { role }: Person): Promise<LockedExport> {
  const kept = await lockedExport(db, id);
  if (kept === null) throw new ApiError('no-such-thing');
  if (kept.target !== null && !may(role, 'exportTargets'))
    throw new ApiError(
      'not-allowed',
      `“${kept.name}” goes to ${kept.target.to} by itself. Ask a controller to change it, or keep yours under another name.`,
    );
  return kept;
}

/**
 * The kept export that a run is one of, with all that follows: it goes where that goes, and counts as its last time.
 * @throws ApiError where the person may not keep exports, it is gone, or what is asked for is not what is kept.
 */
export async function exportToRun(db: Database, { exportId, what, layout }: RunWish, { role }: Person): Promise<LockedExport | null> {
  if (exportId === null) return null;
  if (!may(role, 'keepExports')) throw new ApiError('not-allowed', 'Your role exports for itself: leave out which kept export it is.');
  const kept = await lockedExport(db, exportId);
  if (kept === null) throw new ApiError('no-such-thing');
  if (!isDeepStrictEqual(asSent(kept.wish), asSent({ what, layout })))
    throw new ApiError('stale', `“${kept.name}” is kept otherwise than this. Keep what is changed, or open it again below.`);
  return kept;
}

/** With all that has been added to wishes since it was kept. */
const asSent = (wish: ExportWish): ExportWish => exportWishSchema.validate(wish).value as ExportWish;
