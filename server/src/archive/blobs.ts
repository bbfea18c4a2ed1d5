import { blobBytes, insertBlob } from './queries.js';
import { createHash } from 'node:crypto';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';

export const sha256 = (bytes: Uint8Array): Buffer => createHash('sha256').update(bytes).digest();

/** Keeps bytes under their SHA-256; the same bytes are kept once. Returns the hash. */
export async function keepBlob(db: Database, bytes: Uint8Array): Promise<Buffer> {
  const hash = sha256(bytes);
  await insertBlob(db, hash, Buffer.from(bytes));
  return hash;
}

/** The bytes kept under a hash, checked; null is the hash of what was deleted. @throws ApiError when they are deleted, gone or damaged: they are not served. */
export async function fetchBlob(db: Database, hash: Buffer | null): Promise<Buffer> {
  if (hash === null) throw new ApiError('original-deleted');
  const kept = await blobBytes(db, hash);
  if (kept?.isDeleted) throw new ApiError('original-deleted');
  if (!kept || !sha256(kept.bytes).equals(hash)) throw new ApiError('damaged-blob');
  return kept.bytes;
}
