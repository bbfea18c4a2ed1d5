import type { CreditView, ReplacedView } from '@umber/contract/documents';
import { many, maybe, type Database } from '../database/database.js';

/** What posted credit notes leave of a document d. */
export const LEFT = `coalesce(d.gross_total, 0) - coalesce((select sum(c.gross_total) from credit_links l join documents c on c.id = l.credit_id and c.tray = 'posted' where l.invoice_id = d.id), 0)`;

export const replacedOf = (db: Database, id: number) =>
  maybe<ReplacedView & { left: string; booked: boolean }>(
    db,
    `select d.id, coalesce(d.invoice_number, '') as number, d.tray, (${LEFT})::text as left, d.allotted_at is not null as booked from documents o join documents d on d.id = o.replaces_id where o.id = $1`,
    [id],
  );

export const replacementOf = (db: Database, id: number) =>
  maybe<ReplacedView>(
    db,
    "select d.id, coalesce(d.invoice_number, '') as number, d.tray from documents d where d.replaces_id = $1 and d.tray not in ('turned-away', 'filed') order by d.id limit 1",
    [id],
  );

/** The invoices that a credit note gives back of, and the credit notes of an invoice. */
export const creditViews = (db: Database, id: number) =>
  many<CreditView & { of: 'credits' | 'creditedBy' }>(
    db,
    `select case when l.credit_id = $1 then 'credits' else 'creditedBy' end as of, d.id, coalesce(d.invoice_number, '') as number, d.tray, d.issue_date as "issueDate", d.gross_total as gross, l.known_by as "knownBy",
       (${LEFT})::text as left from credit_links l join documents d on d.id = case when l.credit_id = $1 then l.invoice_id else l.credit_id end where l.credit_id = $1 or l.invoice_id = $1 order by d.id`,
    [id],
  );
