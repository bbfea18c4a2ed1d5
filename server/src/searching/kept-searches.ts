import type { ArchiveSearch, KeepSearch, KeptSearch } from '@umber/contract/searching';
import { NO_SEARCH } from '@umber/contract/searching';
import { jsonOf, many, maybe, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { archiveIds, countArchive } from './archive.js';

type Row = Pick<KeptSearch, 'id' | 'name' | 'shared' | 'by' | 'isMine'> & { search: ArchiveSearch; newest: number };

/** How many new ones are counted. */
const FRESH_COUNTED = 100;

/** Searches that this person kept, and those that others share, with what they find now. */
export async function keptSearches(db: Database, personId: number): Promise<KeptSearch[]> {
  const rows = await many<Row>(
    db,
    `select k.id, k.name, k.shared, p.name as by, k.made_by = $1 as "isMine", k.search, coalesce(l.newest, 0) as newest
     from kept_searches k join people p on p.id = k.made_by left join search_looks l on l.search_id = k.id and l.person_id = $1
     where k.removed_at is null and (k.shared or k.made_by = $1) order by k.made_by <> $1, lower(k.name) limit 60`,
    [personId],
  );
  const kept: KeptSearch[] = [];
  for (const { newest, search: known, ...row } of rows) {
    const search = { ...NO_SEARCH, ...known };
    const { documents, isRough } = await countArchive(db, search);
    const newestIds = await archiveIds(db, { ...search, order: 'newest', after: 0 }, FRESH_COUNTED);
    kept.push({ ...row, search, documents, isRough, fresh: newestIds.filter((id) => id > newest).length });
  }
  return kept;
}

/** Keeps a search under its name, in place of the one of this person that has it. What is found now counts as seen. */
export async function keepSearch(db: Database, { name, search, shared }: KeepSearch, personId: number): Promise<void> {
  const kept = { ...search, after: 0 };
  const { rows } = await db.query<{ id: number }>(
    `insert into kept_searches (name, search, shared, made_by) values ($1, $2, $3, $4)
     on conflict (made_by, lower(name)) where removed_at is null do update set name = excluded.name, search = excluded.search, shared = excluded.shared returning id`,
    [name, jsonOf(kept), shared, personId],
  );
  await sawAll(db, rows[0].id, kept, personId);
}

/** Says that a person has seen what a search finds now. @throws ApiError where there is none for them. */
export async function lookAtSearch(db: Database, id: number, personId: number): Promise<void> {
  const row = await maybe<{ search: ArchiveSearch }>(
    db,
    'select search from kept_searches where id = $1 and removed_at is null and (shared or made_by = $2)',
    [id, personId],
  );
  if (!row) throw new ApiError('no-such-thing');
  await sawAll(db, id, { ...NO_SEARCH, ...row.search }, personId);
}

async function sawAll(db: Database, id: number, search: ArchiveSearch, personId: number): Promise<void> {
  const [newest] = await archiveIds(db, { ...search, order: 'newest', after: 0 }, 1);
  await db.query(
    'insert into search_looks (search_id, person_id, newest) values ($1, $2, $3) on conflict (search_id, person_id) do update set newest = greatest(search_looks.newest, excluded.newest)',
    [id, personId, newest ?? 0],
  );
}

/** Takes a search away: only who made it may. @throws ApiError where this person made none such. */
export async function removeSearch(db: Database, id: number, personId: number): Promise<void> {
  const { rowCount } = await db.query('update kept_searches set removed_at = now() where id = $1 and made_by = $2 and removed_at is null', [
    id,
    personId,
  ]);
  if (rowCount === 0) throw new ApiError('no-such-thing', 'Only who made a search can take it away.');
}
