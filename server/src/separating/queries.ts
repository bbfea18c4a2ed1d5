import type { BoundaryView, FilePageView, FileView, PartView } from '@umber/contract/separating';
import type { PageWords } from '@umber/core/reading';
import type { Boundary } from '@umber/core/separating';
import { many, maybe, type Database, jsonOf } from '../database/database.js';
import { areSigns } from '../database/json-columns.js';
import type { TurnedPage } from '../readers/read-page.js';

export const lockFile = (db: Database, id: number) =>
  maybe<{ id: number; version: number; readAt: string | null }>(
    db,
    'select id, version, read_at as "readAt" from files where id = $1 for update',
    [id],
  );

export const markFileRead = (db: Database, id: number) => db.query('update files set read_at = now() where id = $1', [id]);

export const bumpFile = (db: Database, id: number) => db.query('update files set version = version + 1 where id = $1', [id]);

/** What a page carries beside its print; null where that is nothing. */
const besideOf = ({ codes, data, isMade }: PageWords) => (codes || data || isMade ? jsonOf({ codes, data, isMade }) : null);

export const insertFilePage = (db: Database, fileId: number, page: PageWords, picture: Buffer | null) =>
  db.query(
    'insert into file_pages (file_id, number, width, height, words, straightened_by, picture, beside) values ($1, $2, $3, $4, $5, $6, $7, $8)',
    [fileId, page.page, page.width, page.height, jsonOf(page.words), page.straightenedBy ?? null, picture, besideOf(page)],
  );

export const insertBoundary = (db: Database, fileId: number, { before, probability, signs }: Boundary) =>
  db.query('insert into boundaries (file_id, before, probability, signs) values ($1, $2, $3, $4)', [
    fileId,
    before,
    probability,
    jsonOf(signs),
  ]);

export const boundariesOf = (db: Database, fileId: number) =>
  many<BoundaryView>(db, 'select before, probability, signs from boundaries where file_id = $1 order by before', [fileId], {
    signs: areSigns,
  });

export const setPages = async (db: Database, documentId: number, pages: readonly number[]) => {
  await db.query('delete from pages where document_id = $1', [documentId]);
  await db.query(
    'insert into pages (document_id, number, position) select $1, number, position - 1 from unnest($2::int[]) with ordinality as given (number, position)',
    [documentId, pages],
  );
};

/** The pages of a document as the readers found them, in the document's order. */
export const wordsOfDocument = async (db: Database, documentId: number): Promise<PageWords[]> =>
  (
    await many<{
      page: number;
      width: number;
      height: number;
      words: PageWords['words'];
      straightenedBy: number[] | null;
      beside: Pick<PageWords, 'codes' | 'data' | 'isMade'> | null;
    }>(
      db,
      `select f.number as page, f.width, f.height, f.words, f.straightened_by as "straightenedBy", f.beside
       from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
       where p.document_id = $1 order by p.position`,
      [documentId],
    )
  ).map(({ straightenedBy, beside, ...page }) => ({ ...page, ...(straightenedBy === null ? {} : { straightenedBy }), ...(beside ?? {}) }));

export const fileHead = (db: Database, id: number) =>
  maybe<Omit<FileView, 'arrival' | 'pages' | 'boundaries' | 'documents'> & FileView['arrival'] & { arrivalId: number }>(
    db,
    `select f.id, f.name, f.version, a.id as "arrivalId", coalesce(a.sender, a.envelope_from) as sender, a.subject, a.received_at as "receivedAt"
     from files f join arrivals a on a.id = f.arrival_id where f.id = $1`,
    [id],
  );

export const filePages = (db: Database, id: number) =>
  many<FilePageView>(db, 'select number, width, height, turned from file_pages where file_id = $1 order by number', [id]);

export const turnPage = (db: Database, fileId: number, page: number, turned: number) =>
  db.query('update file_pages set turned = $3, stale = true where file_id = $1 and number = $2', [fileId, page, turned]);

/** Pages of a document that were turned since they were read. */
export const stalePages = (db: Database, documentId: number) =>
  many<TurnedPage>(
    db,
    `select f.number as page, f.turned as turns from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 and f.stale order by f.number`,
    [documentId],
  );

/** What a page says since it was turned; a page that was turned once more meanwhile stays as it is. */
export const replaceFilePage = (db: Database, fileId: number, page: PageWords, picture: Buffer | null, turned: number) =>
  db.query(
    `update file_pages set width = $3, height = $4, words = $5, straightened_by = $6, picture = $7, beside = coalesce(beside, '{}') || coalesce($9::jsonb, '{}'), small = null, stale = false
     where file_id = $1 and number = $2 and turned = $8`,
    [fileId, page.page, page.width, page.height, jsonOf(page.words), page.straightenedBy ?? null, picture, turned, besideOf(page)],
  );

export const smallPicture = async (db: Database, id: number, page: number) =>
  (await maybe<{ small: Buffer | null }>(db, 'select small from file_pages where file_id = $1 and number = $2', [id, page]))?.small ?? null;

/** Keeps the small picture of a page if it was made of the picture that the page still has. */
export const setSmallPicture = async (db: Database, id: number, page: number, picture: Buffer, small: Buffer): Promise<boolean> =>
  (await db.query('update file_pages set small = $4 where file_id = $1 and number = $2 and picture = $3', [id, page, picture, small]))
    .rowCount !== 0;

/** The documents that still hold pages of the file, in the order of their first pages. */
export const partsOf = (db: Database, fileId: number) =>
  many<PartView>(
    db,
    `select d.id, d.tray, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, array_agg(p.number order by p.position) as pages
     from documents d join pages p on p.document_id = d.id left join suppliers s on s.id = d.supplier_id
     where d.file_id = $1 group by d.id, s.name order by min(p.number)`,
    [fileId],
  );

export const filePagePicture = async (db: Database, id: number, page: number) =>
  (await maybe<{ picture: Buffer | null }>(db, 'select picture from file_pages where file_id = $1 and number = $2', [id, page]))?.picture ??
  null;

export const settlePageDoubts = (db: Database, fileId: number, personId: number) =>
  db.query(
    "update doubts set settled_at = now(), settled_by = $2 where field = 'pages' and settled_at is null and document_id in (select id from documents where file_id = $1)",
    [fileId, personId],
  );
