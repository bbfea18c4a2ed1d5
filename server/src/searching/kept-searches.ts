import type { ArchiveSearch, KeepSearch, KeptSearch } from '@umber/contract/searching';
import { NO_SEARCH } from '@umber/contract/searching';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { archiveIds, newestInArchive } from './archive.js';
import { insertKept, keptFor, keptRows, noteSeen, removeKept } from './list-queries.js';

/** How many new ones are counted. */
const FRESH_COUNTED = 100;

/** Searches that this person kept, and those that others share, with what they find now. */
export async function keptSearches(db: Database, personId: number): Promise<KeptSearch[]> {
  const rows = await keptRows(db, personId);
  const kept: KeptSearch[] = [];
  for (const { newest, search: known, ...row } of rows) {
    const search = { ...NO_SEARCH, ...known };
    const { documents, isRough, newest: ids } = await newestInArchive(db, search, FRESH_COUNTED);
    kept.push({ ...row, search, documents, isRough, fresh: ids.filter((id) => id > newest).length });
  }
  return kept;
}

/** Keeps a search under its name, in place of the one of this person that has it. What is found now counts as seen. */
export async function keepSearch(db: Database, { name, search, shared }: KeepSearch, personId: number): Promise<void> {
  const kept = { ...search, after: 0 };
  await sawAll(db, await insertKept(db, { name, search: kept, shared }, personId), kept, personId);
}

/** Says that a person has seen what a search finds now. @throws ApiError where there is none for them. */
export async function lookAtSearch(db: Database, id: number, personId: number): Promise<void> {
  const search = await keptFor(db, id, personId);
  if (!search) throw new ApiError('no-such-thing');
  await sawAll(db, id, { ...NO_SEARCH, ...search }, personId);
}

async function sawAll(db: Database, id: number, search: ArchiveSearch, personId: number): Promise<void> {
  const [newest] = await archiveIds(db, { ...search, order: 'newest', after: 0 }, 1);
  await noteSeen(db, id, personId, newest ?? 0);
}

/** Takes a search away: only who made it may. @throws ApiError where this person made none such. */
export async function removeSearch(db: Database, id: number, personId: number): Promise<void> {
  if (!(await removeKept(db, id, personId))) throw new ApiError('no-such-thing', 'Only who made a search can take it away.');
}
