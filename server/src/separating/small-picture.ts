import { fetchBlob, keepBlob } from '../archive/blobs.js';
import type { Services } from '../services.js';
import { filePagePicture, setSmallPicture, smallPicture } from './queries.js';

/** Pixels: twice what is shown, for dense screens. */
const WIDTH = 300;

/** The small picture of a page, made and kept when it is first asked for: most files are never looked at page by page. Null where the page has none. */
export async function smallPictureOf({ pool: db, readers }: Services, fileId: number, page: number): Promise<Buffer | null> {
  const kept = await smallPicture(db, fileId, page);
  if (kept) return kept;
  const picture = await filePagePicture(db, fileId, page);
  if (!picture) return null;
  const small = await keepBlob(db, await readers.run('small-picture', { bytes: await fetchBlob(db, picture), width: WIDTH }));
  await setSmallPicture(db, fileId, page, picture, small);
  return small;
}
