import type { DocumentsPage, DocumentsWish } from '@umber/contract/searching';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { documentsBefore } from './queries.js';

/** Before which document the next page begins, as programs carry it around: nothing to be reckoned with. */
const cursorOf = (id: number): string => Buffer.from(`before:${id}`).toString('base64url');
function idIn(cursor: string): number {
  const [, id] = /^before:([1-9]\d{0,14})$/.exec(Buffer.from(cursor, 'base64url').toString()) ?? [];
  if (id === undefined) throw new ApiError('bad-request', 'A cursor is what the page before gave as its next.');
  return Number(id);
}

/** A page of all documents, the newest first. What comes while one turns pages moves nothing. @throws ApiError where the cursor is none. */
export async function documentsPage(db: Database, { cursor, limit }: DocumentsWish): Promise<DocumentsPage> {
  const found = await documentsBefore(db, cursor === '' ? null : idIn(cursor), limit + 1);
  const documents = found.slice(0, limit);
  const last = documents.at(-1);
  return { documents, next: found.length > limit && last ? cursorOf(last.id) : null };
}
