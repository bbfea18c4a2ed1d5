import type { StatementLineView, StatementView, UnlistedInvoice } from '@umber/contract/documents';
import type { Statement } from '@umber/core/reading';
import { OUT_OF_THE_BOOKS } from '@umber/core/documents';
import { jsonOf, many, maybe, type Database } from '../database/database.js';

/** Keeps what a statement of account says, in place of what was kept. */
export const storeStatement = (db: Database, id: number, { lines, opening, closing }: Statement) =>
  db.query(
    `insert into statements (document_id, opening, closing, lines) values ($1, $2, $3, $4)
     on conflict (document_id) do update set opening = excluded.opening, closing = excluded.closing, lines = excluded.lines`,
    [id, opening, closing, jsonOf(lines)],
  );

export const statementHead = (db: Database, id: number) =>
  maybe<Pick<StatementView, 'opening' | 'closing'>>(db, 'select opening, closing from statements where document_id = $1', [id]);

/** Its lines, each with the document here that has the number: of the same supplier where that is known, and of the same kind first. */
export const statementLines = (db: Database, id: number) =>
  many<Omit<StatementLineView, 'state'>>(
    db,
    `select l.kind, l.date, l.number, l.amount::text as amount, l.page, l.box,
       (select json_build_object('id', x.id, 'tray', x.tray, 'kind', x.kind, 'gross', x.gross_total::text, 'since', x.tray_since) from documents x
          where l.number is not null and x.id <> d.id and x.kind in ('invoice', 'credit-note') and x.number_key = invoice_number_key(l.number)
            and (d.supplier_id is null or x.supplier_id is null or x.supplier_id = d.supplier_id)
          order by x.supplier_id = d.supplier_id desc nulls last, (x.kind = 'credit-note') = (l.kind = 'credit') desc, x.tray = any($2), x.id desc limit 1) as document
     from statements s join documents d on d.id = s.document_id,
       rows from (jsonb_to_recordset(s.lines) as (kind text, date text, number text, amount numeric, page int, box jsonb)) with ordinality as l (kind, date, number, amount, page, box, at)
     where s.document_id = $1 order by l.at`,
    [id, OUT_OF_THE_BOOKS],
  );

/** Invoices and credit notes of its supplier that are on their way to the books or in them, were made in its time, and that it does not list. */
export const notListed = (db: Database, id: number) =>
  many<UnlistedInvoice>(
    db,
    `with said as (select l.number, l.date from statements s, jsonb_to_recordset(s.lines) as l (number text, date text) where s.document_id = $1)
     select x.id, coalesce(x.invoice_number, '') as number, x.kind, x.tray, x.issue_date as "issueDate", x.gross_total as gross from documents d join documents x on x.supplier_id = d.supplier_id
     where d.id = $1 and x.kind in ('invoice', 'credit-note') and x.allotted_at is not null and x.issue_date >= (select min(date)::date from said)
       and x.issue_date <= coalesce(d.issue_date, (select max(date)::date from said))
       and not exists (select from said where number is not null and invoice_number_key(number) = x.number_key) order by x.issue_date, x.id limit 50`,
    [id],
  );
