import { insertDocument, record } from '../documents/change-queries.js';
import { separate } from '@umber/core/separating';
import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { inTransaction } from '../database/database.js';
import { beginStep, endStep } from '../intake/steps.js';
import { LIMITS } from '../readers/limits.js';
import type { Services } from '../services.js';
import { insertBoundary, insertFilePage, lockFile, markFileRead, replaceFilePage, setPages, stalePages } from './queries.js';

/** Pixels a point of the page pictures: sharp enough to be enlarged beside a doubt. */
const PICTURE_SCALE = 2;

/** A file that waits to be read, and the document that stands for it until then. */
export interface WaitingFile {
  readonly fileId: number;
  readonly fileName: string;
  readonly blob: Buffer;
  /** The data of an electronic invoice that came beside it. */
  readonly dataBlob: Buffer | null;
  readonly arrivalId: number;
  readonly id: number;
}

/**
 * Reads all pages of a file and cuts them into documents: the waiting document takes the first part, new ones the others.
 * Safe to run twice. Returns the new documents, which wait to be read. @throws UnreadableFile where the file cannot be read.
 */
export async function readAndSeparate(
  services: Services,
  { fileId, fileName, blob, dataBlob, arrivalId, id }: WaitingFile,
): Promise<number[]> {
  const step = { arrivalId, fileId };
  await beginStep(services.pool, step, 'straightened');
  const read = await services.readers.read(await fetchBlob(services.pool, blob), {
    pictures: LIMITS.pages,
    scale: PICTURE_SCALE,
    ...(dataBlob ? { data: await fetchBlob(services.pool, dataBlob) } : {}),
  });
  const { documents, boundaries } = separate(read.map((page) => page.words));
  return await inTransaction(services.pool, async (db) => {
    const file = await lockFile(db, fileId);
    if (!file || file.readAt !== null) return [];
    const scanned = read.filter(({ words }) => words.straightenedBy).length;
    await endStep(db, step, 'straightened', 'done', { code: 'words-found', pages: read.length, scanned });
    await beginStep(db, step, 'separated');
    for (const { words, picture } of read) await insertFilePage(db, fileId, words, picture && (await keepBlob(db, picture)));
    for (const boundary of boundaries) await insertBoundary(db, fileId, boundary);
    const [first = [], ...others] = documents.map((document) => document.map((page) => page.page));
    await setPages(db, id, first);
    const added: number[] = [];
    for (const numbers of others) {
      const other = await insertDocument(db, arrivalId, fileId);
      await setPages(db, other, numbers);
      await record(db, other, null, { code: 'cut-out', file: fileName, pages: numbers });
      added.push(other);
    }
    await markFileRead(db, fileId);
    await endStep(db, step, 'separated', 'done', { code: 'separated', pages: read.length, documents: documents.length });
    return added;
  });
}

/** Reads the pages of a document again that a person turned. Safe to run twice. @throws UnreadableFile where the file cannot be read. */
export async function readTurned(services: Services, { fileId, blob, id }: WaitingFile): Promise<void> {
  const only = await stalePages(services.pool, id);
  if (only.length === 0) return;
  const read = await services.readers.read(await fetchBlob(services.pool, blob), { pictures: LIMITS.pages, scale: PICTURE_SCALE, only });
  await inTransaction(services.pool, async (db) => {
    for (const [i, { words, picture }] of read.entries())
      await replaceFilePage(db, fileId, words, picture && (await keepBlob(db, picture)), only[i].turns);
  });
}
