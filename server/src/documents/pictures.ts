import type { Response } from 'express';
import type { Database } from '../database/database.js';
import { Refused } from '../errors.js';
import { imageKind } from '../readers/image.js';
import { fetchBlob } from '../archive/blobs.js';

/** Answers with the picture kept under a hash, checked; it never changes. @throws Refused where there is none or it is damaged. */
export async function sendPicture(db: Database, response: Response, hash: Buffer | null): Promise<void> {
  if (!hash) throw new Refused('no-such-page');
  const picture = await fetchBlob(db, hash);
  response
    .type(imageKind(picture) ?? 'application/octet-stream')
    .set('Cache-Control', 'private, max-age=31536000, immutable')
    .send(picture);
}
