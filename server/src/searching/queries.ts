import type { FoundDocument, ListedDocument } from '@umber/contract/searching';
import { many, type Database } from '../database/database.js';

/** What is looked for, in the ways in which it may be meant; null where it cannot be meant so. */
export interface Looked {
  /** Part of a number or name, as `like` takes it. */
  readonly part: string;
  /** A decimal string. */
  readonly amount: string | null;
  /** All words, each by its beginning, as PostgreSQL's text search takes them. */
  readonly words: string | null;
}

/** Documents that fit, likeliest ways first, then the newest. */
export const foundDocuments = (db: Database, { part, amount, words }: Looked, most: number) =>
  many<FoundDocument>(
    db,
    `with hits as (
       (select id, 1 as rank, 'number' as by from documents where invoice_number ilike $1 order by id desc limit $4)
       union all (select id, 2, 'order' from documents where order_reference ilike $1 order by id desc limit $4)
       union all (select id, 3, 'amount' from documents where $2::numeric is not null and (gross_total = $2::numeric or net_total = $2::numeric or amount_due = $2::numeric) order by id desc limit $4)
       union all (select d.id, 4, 'supplier' from documents d join suppliers s on s.id = d.supplier_id where s.name ilike $1 order by d.id desc limit $4)
       union all (select id, 4, 'supplier' from documents where seller_name ilike $1 order by id desc limit $4)
       union all (select id, 4, 'own' from documents where own_values <> '{}' and own_text(own_values) ilike $1 order by id desc limit $4)
       union all (select document_id, 4, 'own' from document_lines where own_values <> '{}' and own_text(own_values) ilike $1 order by document_id desc limit $4)
       union all (select p.document_id, 5, 'page' from file_pages f join documents d on d.file_id = f.file_id join pages p on p.document_id = d.id and p.number = f.number
                  where $3::text is not null and f.said @@ to_tsquery('simple', $3) order by p.document_id desc limit $4)
       union all (select d.id, 6, 'mail' from arrivals a join documents d on d.arrival_id = a.id
                  where $3::text is not null and arrival_words(a.sender, a.subject, a.name, a.body_text) @@ to_tsquery('simple', $3) order by d.id desc limit $4)),
     best as (select distinct on (id) id, rank, by from hits order by id, rank)
     select d.id, d.tray, d.kind, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.issue_date as "issueDate", d.currency, d.gross_total as total, b.by
     from best b join documents d on d.id = b.id left join suppliers s on s.id = d.supplier_id order by b.rank, d.id desc limit $4`,
    [part, amount, words, most],
  );

/** Documents of ids below this one, the newest first; null: from the newest on. */
export const documentsBefore = (db: Database, id: number | null, most: number) =>
  many<ListedDocument>(
    db,
    `select d.id, d.tray, d.kind, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.issue_date as "issueDate", d.currency, d.gross_total as total
     from documents d left join suppliers s on s.id = d.supplier_id where ($1::bigint is null or d.id < $1) order by d.id desc limit $2`,
    [id, most],
  );
