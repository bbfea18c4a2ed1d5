import type { Page, PageWish } from '@umber/contract/paging';
import { ApiError } from '../api-error.js';

/** Before which row the next page begins, as programs carry it around: nothing to be reckoned with. */
const cursorOf = (key: number): string => Buffer.from(`before:${key}`).toString('base64url');
function keyIn(cursor: string): number {
  const [, key] = /^before:([1-9]\d{0,14})$/.exec(Buffer.from(cursor, 'base64url').toString()) ?? [];
  if (key === undefined) throw new ApiError('bad-request', 'A cursor is what the page before gave as its next.');
  return Number(key);
}

/**
 * A page of a list, the newest first. `rows` fetches at most so many whose key is below one (null: from the newest on), the highest first. What comes
 * while one turns pages moves nothing. @throws ApiError where the cursor is none.
 */
export async function pageOf<T>(
  { cursor, limit }: PageWish,
  rows: (before: number | null, most: number) => Promise<readonly T[]>,
  keyOf: (row: T) => number,
): Promise<Page<T>> {
  const found = await rows(cursor === '' ? null : keyIn(cursor), limit + 1);
  const items = found.slice(0, limit);
  const last = items.at(-1);
  return { items, next: found.length > limit && last !== undefined ? cursorOf(keyOf(last)) : null };
}
