import type { DocumentKind } from '@umber/core/documents';
import type { AlikeDocument, SortingView } from '@umber/contract/sorting';
import type { PageWords } from '@umber/core/reading';
import type { PageLayout, Seen, SortingModel } from '@umber/core/sorting';
import { many, maybe, one, type Database, jsonOf } from '../database/database.js';

/** The newest documents of which a person said or confirmed what they are, with the words of their first page. */
export const sortedByPeople = (db: Database, most: number) =>
  many<{ kind: DocumentKind; titled: DocumentKind; seller: string | null; pages: number; page: PageWords }>(
    db,
    `select coalesce(d.kind_given, d.kind) as kind, coalesce(d.kind_titled, d.kind) as titled, d.seller_name as seller, (select count(*)::int from pages p where p.document_id = d.id) as pages,
       (select json_build_object('page', f.number, 'width', f.width, 'height', f.height, 'words', f.words) from pages p join file_pages f on f.file_id = d.file_id and f.number = p.number
          where p.document_id = d.id order by p.position limit 1) as page
     from documents d where (d.kind_given is not null or d.checked_by is not null) and exists (select from pages p where p.document_id = d.id)
     order by d.kind_given is null, d.id desc limit $1`,
    [most],
  );

export const insertModel = (db: Database, model: SortingModel, examples: number, right: number) =>
  db.query('insert into sorting_models (model, examples, right_count) values ($1, $2, $3)', [jsonOf(model), examples, right]);

export const newestModel = async (db: Database) =>
  (await maybe<{ model: SortingModel }>(db, 'select model from sorting_models order by version desc limit 1'))?.model ?? null;

/** Whether people have sorted documents and the newest model knows none of them, as after a change of what is learned. */
export const isForgotten = async (db: Database): Promise<boolean> =>
  (
    await one<{ forgotten: boolean }>(
      db,
      `select coalesce((select model -> 'examples' = '[]' from sorting_models order by version desc limit 1), false)
         and exists (select from documents where kind_given is not null) as forgotten`,
    )
  ).forgotten;

export const sortingView = async (db: Database): Promise<SortingView> =>
  (await maybe<SortingView>(
    db,
    'select version, trained_at as "trainedAt", examples, right_count as right from sorting_models order by version desc limit 1',
  )) ?? { version: 0, trainedAt: null, examples: 0, right: 0 };

export const giveKind = (db: Database, id: number, kind: DocumentKind) =>
  db.query('update documents set kind = $2, kind_given = $2, version = version + 1 where id = $1', [id, kind]);

/** Documents of no known supplier that still wait to be settled, the newest: a new one may belong to their groups. */
export const unknownLayouts = (db: Database, most: number) =>
  many<Seen>(
    db,
    `select l.group_id as "group", l.layout, d.seller_tax_id as "taxId" from page_layouts l join documents d on d.id = l.document_id
     where d.supplier_id is null and d.tray in ('check', 'match', 'parked') order by d.id desc limit $1`,
    [most],
  );

/** Held until the transaction ends: two documents that come at once do not begin two groups. */
export const lockLayouts = (db: Database) => db.query("select pg_advisory_xact_lock(hashtext('page layouts'))");

export const insertLayout = (db: Database, documentId: number, group: number, layout: PageLayout) =>
  db.query(
    'insert into page_layouts (document_id, group_id, layout) values ($1, $2, $3) on conflict (document_id) do update set group_id = excluded.group_id, layout = excluded.layout',
    [documentId, group, layout],
  );

export const takeApart = (db: Database, documentId: number) =>
  db.query('update page_layouts set group_id = document_id where document_id = $1', [documentId]);

export const hasSupplier = async (db: Database, documentId: number) =>
  (await maybe(db, 'select from documents where id = $1 and supplier_id is not null', [documentId])) !== null;

/** The documents of a group that still wait for their supplier, oldest first. */
export const alikeDocuments = (db: Database, group: number) =>
  many<AlikeDocument>(
    db,
    `select d.id, d.version, d.tray, d.kind, d.seller_name as seller, d.invoice_number as number, d.issue_date as "issueDate", d.order_reference as "order", d.currency, d.gross_total as total, d.file_id as "fileId",
       coalesce((select jsonb_agg(jsonb_build_object('id', q.id, 'field', q.field, 'line', q.line, 'question', q.question) order by q.line nulls first, q.id)
         from doubts q where q.document_id = d.id and q.settled_at is null), '[]') as doubts,
       d.checked_by is not null as checked,
       (select r.habit_owner_id is not null from readings r where r.document_id = d.id order by r.id desc limit 1) is true as taught,
       (select p.number from pages p where p.document_id = d.id order by p.position limit 1) as page
     from page_layouts l join documents d on d.id = l.document_id where l.group_id = $1 and d.supplier_id is null and d.tray in ('check', 'match') order by d.issue_date, d.id`,
    [group],
  );
