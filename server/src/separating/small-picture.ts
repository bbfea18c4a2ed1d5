import { fetchBlob, keepBlob } from '../archive/blobs.js';
import type { Database } from '../database/database.js';
import { smallOf } from '../readers/picture-files.js';
import { filePagePicture, setSmallPicture, smallPicture } from './queries.js';

/** Pixels: twice what is shown, for dense screens. */
const WIDTH = 300;

/** The small picture of a page, made and kept when it is first asked for: most files are never looked at page by page. Null where the page has none. */
export async function smallPictureOf(db: Database, fileId: number, page: number): Promise<Buffer | null> {
  const kept = await smallPicture(db, fileId, page);
  if (kept) return kept;
  const picture = await filePagePicture(db, fileId, page);
  if (!picture) return null;
  const small = await keepBlob(db, await smallOf(await fetchBlob(db, picture), WIDTH));
  await setSmallPicture(db, fileId, page, picture, small);
  return small;
}
