import { ApiError } from '../api-error.js';
import { fetchBlob } from '../archive/blobs.js';
import type { Services } from '../services.js';
import { described } from './described.js';
import { documentFile, documentHead, keepSearchable, keptSearchable, pagesToPrint } from './queries.js';

/**
 * The document as a PDF that can be searched, made by a worker when it is first asked for and kept until the document changes.
 * @throws ApiError where there is no such document, or it has no pages yet.
 */
export async function searchablePdf({ pool, readers }: Services, id: number): Promise<Buffer> {
  const [head, file] = [await documentHead(pool, id), await documentFile(pool, id)];
  if (!head || !file) throw new ApiError('no-such-document');
  const kept = await keptSearchable(pool, id, head.version);
  if (kept) return kept;
  if (file.blob === null) throw new ApiError('original-deleted');
  const pages = await pagesToPrint(pool, id);
  if (pages.length === 0)
    throw new ApiError(
      'no-such-page',
      'The document has not been read, so there is nothing to make a PDF of. Its file can be saved as it came.',
    );
  const pdf = await readers.run('searchable-pdf', {
    ...(await described(pool, head)),
    pages: await Promise.all(
      pages.map(async ({ picture, ...page }) => ({ ...page, picture: page.scanned && picture ? await fetchBlob(pool, picture) : null })),
    ),
    file: pages.some(({ scanned }) => !scanned) ? await fetchBlob(pool, file.blob) : null,
  });
  const bytes = Buffer.from(pdf);
  await keepSearchable(pool, id, head.version, bytes);
  return bytes;
}
