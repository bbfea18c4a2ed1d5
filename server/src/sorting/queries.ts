import type { SortingView } from '@umber/contract/sorting';
import type { DocumentKind, PageWords } from '@umber/core/reading';
import type { SortingModel } from '@umber/core/sorting';
import { row, rows, type Database } from '../database/database.js';

/** The newest documents of which a person said or confirmed what they are, with the words of their first page. */
export const sortedByPeople = (db: Database, most: number) =>
  rows<{ kind: DocumentKind; pages: number; page: PageWords }>(
    db,
    `select coalesce(d.kind_given, d.kind) as kind, (select count(*)::int from pages p where p.document_id = d.id) as pages,
       (select json_build_object('page', f.number, 'width', f.width, 'height', f.height, 'words', f.words) from pages p join file_pages f on f.file_id = d.file_id and f.number = p.number
          where p.document_id = d.id order by p.position limit 1) as page
     from documents d where (d.kind_given is not null or d.checked_by is not null) and exists (select from pages p where p.document_id = d.id)
     order by d.kind_given is null, d.id desc limit $1`,
    [most],
  );

export const insertModel = (db: Database, model: SortingModel, examples: number, right: number) =>
  db.query('insert into sorting_models (model, examples, right_count) values ($1, $2, $3)', [JSON.stringify(model), examples, right]);

export const newestModel = async (db: Database) =>
  (await row<{ model: SortingModel }>(db, 'select model from sorting_models order by version desc limit 1'))?.model ?? null;

export const sortingView = async (db: Database): Promise<SortingView> =>
  (await row<SortingView>(
    db,
    'select version, trained_at as "trainedAt", examples, right_count as right from sorting_models order by version desc limit 1',
  )) ?? { version: 0, trainedAt: null, examples: 0, right: 0 };

export const giveKind = (db: Database, id: number, kind: DocumentKind) =>
  db.query('update documents set kind = $2, kind_given = $2, version = version + 1 where id = $1', [id, kind]);
