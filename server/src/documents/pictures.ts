import type { Response } from 'express';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { imageKind } from '../readers/image.js';
import { fetchBlob } from '../archive/blobs.js';

/** Answers with the picture kept under a hash, checked; it never changes. @throws ApiError where there is none or it is damaged. */
export async function sendPicture(db: Database, response: Response, hash: Buffer | null): Promise<void> {
  if (!hash) throw new ApiError('no-such-page');
  const picture = await fetchBlob(db, hash);
  response
    .type(imageKind(picture) ?? 'application/octet-stream')
    .set('Cache-Control', 'private, max-age=31536000, immutable')
    .send(picture);
}
