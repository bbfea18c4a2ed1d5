import type { KeepingFault, KeepingWish } from '@umber/contract/keeping';
import type { NamingValues } from '@umber/core/naming';
import { many, maybe, one, type Database } from '../database/database.js';

export const keepingWish = (db: Database) => one<KeepingWish>(db, 'select kept_folder as folder, kept_pattern as pattern from company');
export const setKeeping = (db: Database, { folder, pattern }: KeepingWish) =>
  db.query('update company set kept_folder = $1, kept_pattern = $2', [folder, pattern]);

/** Documents are kept once they rest for good: posted, or filed. */
const RESTS = `d.tray in ('posted', 'filed')`;
/** What is written as it is now, where it is wanted. */
const IS_KEPT = `k.version = d.version and k.folder = c.kept_folder and k.pattern = c.kept_pattern and k.fault is null`;
/** What failed is tried again ever later: after a minute, two, four, up to a day. */
const HAS_ITS_TURN = `(k.fault is null or k.tried_at < now() - least(interval '1 day', interval '1 minute' * power(2, least(k.tries, 11))))`;

/** Documents that are to be written, the oldest first. */
export const documentsToKeep = async (db: Database, most: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d cross join company c left join kept_files k on k.document_id = d.id
       where c.kept_folder is not null and ${RESTS} and not coalesce(${IS_KEPT}, false) and coalesce(${HAS_ITS_TURN}, true)
         and exists (select from pages p where p.document_id = d.id) order by d.id limit $1`,
      [most],
    )
  ).map(({ id }) => id);

export const keepingCounts = (db: Database) =>
  one<{ kept: number; waiting: number }>(
    db,
    `select count(*) filter (where ${IS_KEPT})::int as kept, count(*) filter (where not coalesce(${IS_KEPT}, false))::int as waiting
     from documents d cross join company c left join kept_files k on k.document_id = d.id
     where c.kept_folder is not null and ${RESTS} and exists (select from pages p where p.document_id = d.id)`,
  );
export const keepingFaults = (db: Database, most: number) =>
  many<KeepingFault>(
    db,
    `select k.document_id as "documentId", d.invoice_number as number, k.fault, k.tried_at as "triedAt"
     from kept_files k join documents d on d.id = k.document_id where k.fault is not null order by k.tried_at desc limit $1`,
    [most],
  );

/** What names are made of. */
const VALUES = `select d.id, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.issue_date::text as date, to_char(d.issue_date, 'YYYY') as year, to_char(d.issue_date, 'MM') as month,
    e.posted_on::text as posted, d.kind, d.currency, d.gross_total::text as total, d.order_reference as "order", e.number::text as entry, regexp_replace(f.name, '\\.[^.]*$', '') as file
  from documents d join files f on f.id = d.file_id left join suppliers s on s.id = d.supplier_id left join journal_entries e on e.document_id = d.id`;
type ValuesRow = Omit<NamingValues, 'id'> & { id: number };
const asValues = ({ id, ...row }: ValuesRow): NamingValues => ({ ...row, id: String(id) });

export const namingValues = async (db: Database, id: number): Promise<NamingValues | null> => {
  const row = await maybe<ValuesRow>(db, `${VALUES} where d.id = $1`, [id]);
  return row && asValues(row);
};
export const newestNamingValues = async (db: Database, most: number): Promise<NamingValues[]> =>
  (await many<ValuesRow>(db, `${VALUES} where ${RESTS} order by d.id desc limit $1`, [most])).map(asValues);

/** Whether the document is kept already, and as which version; locked first, so that of two who write it the second sees what the first did. */
export const documentToKeep = async (db: Database, id: number) => {
  await db.query('select 1 from documents where id = $1 for no key update', [id]);
  return maybe<{ version: number; kept: boolean; path: string | null; folder: string | null }>(
    db,
    `select d.version, coalesce(${IS_KEPT}, false) or not ${RESTS} or d.deletion_id is not null as kept, k.path, k.folder
     from documents d cross join company c left join kept_files k on k.document_id = d.id where d.id = $1`,
    [id],
  );
};

/** Nobody else chooses a name and writes under it until the transaction ends. */
export const oneNameAtATime = (db: Database) => db.query("select pg_advisory_xact_lock(hashtext('kept files'))");
export const isPathTaken = async (db: Database, id: number, folder: string, path: string): Promise<boolean> =>
  (await maybe(db, 'select 1 from kept_files where folder = $1 and lower(path) = lower($2) and document_id <> $3', [folder, path, id])) !==
  null;

export const noteKept = (
  db: Database,
  id: number,
  wish: KeepingWish,
  { path, version, sha256 }: { path: string; version: number; sha256: Buffer },
) =>
  db.query(
    `insert into kept_files (document_id, path, version, folder, pattern, sha256, kept_at, tried_at) values ($1, $2, $3, $4, $5, $6, now(), now())
     on conflict (document_id) do update set path = excluded.path, version = excluded.version, folder = excluded.folder, pattern = excluded.pattern, sha256 = excluded.sha256, kept_at = now(), tried_at = now(), fault = null, tries = 0`,
    [id, path, version, wish.folder, wish.pattern, sha256],
  );
export const noteNotKept = (db: Database, id: number, fault: string) =>
  db.query(
    `insert into kept_files (document_id, fault, tries, tried_at) values ($1, $2, 1, now())
     on conflict (document_id) do update set fault = excluded.fault, tries = kept_files.tries + 1, tried_at = now()`,
    [id, fault],
  );
/** What failed has its turn at once. */
export const tryAgainNow = (db: Database) => db.query("update kept_files set tried_at = 'epoch' where fault is not null");

/** The pages of a document with their pictures, as they lie in it. */
export const pagesToKeep = (db: Database, id: number) =>
  many<{
    width: number;
    height: number;
    words: { text: string; x: number; y: number; width: number; height: number }[];
    picture: Buffer | null;
  }>(
    db,
    `select f.width, f.height, f.words, f.picture from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 order by p.position`,
    [id],
  );
