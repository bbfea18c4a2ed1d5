import { ApiError } from '../api-error.js';
import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { inTransaction } from '../database/database.js';
import type { Services } from '../services.js';
import { filePagePicture, setSmallPicture, smallPicture } from './queries.js';

/** Pixels: twice what is shown, for dense screens. */
const WIDTH = 300;

/** The small picture of a page, made and kept when it is first asked for: most files are never looked at page by page. Null where the page has none. @throws ApiError where it changed meanwhile. */
export async function smallPictureOf({ pool, readers }: Services, fileId: number, page: number): Promise<Buffer | null> {
  const kept = await smallPicture(pool, fileId, page);
  if (kept) return kept;
  const picture = await filePagePicture(pool, fileId, page);
  if (!picture) return null;
  const bytes = await readers.run('small-picture', { bytes: await fetchBlob(pool, picture), width: WIDTH });
  return inTransaction(pool, async (db) => {
    const small = await keepBlob(db, bytes);
    if (await setSmallPicture(db, fileId, page, picture, small)) return small;
    throw new ApiError('no-such-page', 'The page is not what it was. Reload the screen.');
  });
}
