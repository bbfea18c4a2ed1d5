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

/** The bytes kept under a hash, checked. @throws ApiError when they are gone or damaged: they are not served. */
export async function fetchBlob(db: Database, hash: Buffer): Promise<Buffer> {
  const bytes = await blobBytes(db, hash);
  if (!bytes || !sha256(bytes).equals(hash)) throw new ApiError('damaged-blob');
  return bytes;
}
