import { wellFormedIn } from '@umber/core/text';
import { noted } from '../log.js';
import type { NewArrival } from './new-arrival.js';
import type { SourceKind } from '@umber/contract/intake';
import { keepBlob } from '../archive/blobs.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { ApiError } from '../api-error.js';
import { arrivalOfOrigin, countSourceDay, keepPieces, insertArrival, sourceOfKind } from './queries.js';
import { beginStep, endStep } from './steps.js';

/** What became of it: the arrival, and whether it had been kept before. */
export interface Kept {
  readonly id: number;
  readonly again: boolean;
}

/**
 * Commits an arrival byte for byte, then asks for it to be unpacked: what is acknowledged after this is never lost. The same
 * origin twice is one arrival, whichever of two servers was first.
 */
export async function storeArrival(
  services: Services,
  came: NewArrival,
  within?: (db: Database, id: number) => Promise<void>,
): Promise<Kept> {
  const arrival = { ...came, ...(wellFormedIn({ ...came, bytes: null }) as Omit<NewArrival, 'bytes'>), bytes: came.bytes };
  const kept = await inTransaction(services.pool, async (db) => {
    const known = arrival.origin === null ? null : await arrivalOfOrigin(db, arrival.source, arrival.origin);
    const content = known === null ? await keepContent(db, arrival) : null;
    const id = content === null ? known : await insertArrival(db, arrival, content.blob);
    // Another server kept it between the two: the unique index says so.
    if (id === null) return { id: (await arrivalOfOrigin(db, arrival.source, arrival.origin ?? '')) ?? 0, again: true };
    if (content !== null) {
      await beginStep(db, { arrivalId: id }, 'stored');
      await endStep(db, { arrivalId: id }, 'stored', 'done', { code: 'kept', bytes: content.size });
    }
    await within?.(db, id);
    return { id, again: known !== null };
  });
  // The job may be lost in a crash right here: at start and every minute stored arrivals are looked for.
  if (!kept.again)
    await services
      .enqueue('unpack-arrival', kept.id)
      .catch(noted('a job could not be sent: the next sweep finds the arrival', { arrival: kept.id }));
  return kept;
}

/** Keeps what came, within what its source may bring in a day. @throws ApiError `source-full` where that is too much. */
async function keepContent(db: Database, { source, bytes }: NewArrival): Promise<{ blob: Buffer; size: number }> {
  const content = Buffer.isBuffer(bytes) ? { blob: await keepBlob(db, bytes), size: bytes.length } : await keepPieces(db, bytes.upload);
  if (!(await countSourceDay(db, source, content.size))) throw new ApiError('source-full');
  return content;
}

/** The one source of its kind, and whether it takes anything now. */
export async function onlySource(
  db: Database,
  kind: Extract<SourceKind, 'mail' | 'upload' | 'api'>,
): Promise<{ id: number; enabled: boolean }> {
  const source = await sourceOfKind(db, kind);
  if (!source) throw new Error(`There is no source for ${kind}.`);
  return source;
}
