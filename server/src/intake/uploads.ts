import type { Person } from '@umber/contract/people';
import { PIECE_BYTES, type UploadStart, type UploadView } from '@umber/contract/intake';
import { inTransaction } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { plainName } from '../readers/mail.js';
import type { Services } from '../services.js';
import { finishUpload, insertPiece, insertUpload, lockUpload, uploadRow } from './queries.js';
import { onlySource, storeArrival } from './store.js';

/** Begins an upload. @throws ApiError where uploads are switched off. */
export async function startUpload(services: Services, person: Person, { name, size }: UploadStart): Promise<UploadView> {
  if (!(await onlySource(services.pool, 'upload')).enabled) throw new ApiError('source-off');
  const id = await insertUpload(services.pool, person.id, plainName(name) ?? 'file', size);
  return uploadView(services, person, id);
}

/** How far an upload has come: a browser that lost its connection goes on from there. @throws ApiError where it is not this person's. */
export async function uploadView(services: Services, person: Person, id: string): Promise<UploadView> {
  const upload = await uploadRow(services.pool, id, person.id);
  if (!upload) throw new ApiError('no-such-thing', 'There is no such upload. Begin it anew.');
  return upload;
}

/**
 * Takes one piece. Pieces follow one another; one that came before changes nothing. With the last one the file becomes an
 * arrival, in the same transaction. @throws ApiError where a piece is missing before it, or it is too long.
 */
export async function takePiece(services: Services, person: Person, id: string, starts: number, bytes: Buffer): Promise<UploadView> {
  const { id: source } = await onlySource(services.pool, 'upload');
  const whole = await inTransaction(services.pool, async (db) => {
    await lockUpload(db, id);
    const upload = await uploadRow(db, id, person.id);
    if (!upload) throw new ApiError('no-such-thing', 'There is no such upload. Begin it anew.');
    if (upload.arrivalId !== null || starts < upload.received) return null;
    if (starts > upload.received) throw new ApiError('stale', `A piece before this one is missing: go on from byte ${upload.received}.`);
    if (bytes.length === 0 || bytes.length > PIECE_BYTES || starts + bytes.length > upload.size)
      throw new ApiError('bad-request', 'The piece is empty, too long, or goes beyond the end of the file.');
    await insertPiece(db, id, starts, bytes);
    return starts + bytes.length < upload.size ? null : { name: upload.name, bytes: { upload: id } };
  });
  if (whole)
    await storeArrival(
      services,
      { source, kind: 'file', ...whole, from: null, to: [], origin: `upload ${id}`, person: person.id, tags: [] },
      (db, arrivalId) => finishUpload(db, id, arrivalId),
    );
  return uploadView(services, person, id);
}
