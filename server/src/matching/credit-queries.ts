import type { CreditableInvoice } from '@umber/contract/matching';
import { sum, toAmount } from '@umber/core/money';
import { many, type Database } from '../database/database.js';
import { LEFT } from '../documents/credit-queries.js';

/** By what the invoice is known that a credit note gives back of. */
export type CreditKnownBy = 'number' | 'lines' | 'amount' | 'person';

/** Invoices of the supplier in the credit note's currency that are on their way to the books or in them. */
const BOOKED = `d.supplier_id = $2 and d.kind = 'invoice' and d.allotted_at is not null and d.currency = (select currency from documents where id = $1)`;

export const namedNumbers = async (db: Database, id: number): Promise<string[]> =>
  (await many<{ number: string }>(db, 'select number from citations where document_id = $1 order by position', [id])).map(
    ({ number }) => number,
  );

export const invoicesNamed = async (db: Database, id: number, supplierId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d where ${BOOKED} and d.number_key in (select invoice_number_key(number) from citations where document_id = $1) order by d.id`,
      [id, supplierId],
    )
  ).map((row) => row.id);

/** Those that took of the order lines that the credit note's lines are for. */
export const invoicesOfLines = async (db: Database, id: number, supplierId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `select distinct d.id from line_pairs c join line_pairs p on p.order_line_id = c.order_line_id join documents d on d.id = p.document_id where c.document_id = $1 and ${BOOKED} order by d.id`,
      [id, supplierId],
    )
  ).map((row) => row.id);

/** Those of just its total that no credit note is for. */
export const invoicesOfTotal = (db: Database, id: number, supplierId: number) =>
  many<{ id: number; number: string }>(
    db,
    `select d.id, coalesce(d.invoice_number, '') as number from documents d where ${BOOKED} and d.gross_total = (select gross_total from documents where id = $1)
       and not exists (select from credit_links l where l.invoice_id = d.id) order by d.id`,
    [id, supplierId],
  );

export const chosenCredited = async (db: Database, id: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      "select invoice_id as id from credit_links where credit_id = $1 and known_by = 'person' order by invoice_id",
      [id],
    )
  ).map((row) => row.id);

/** Says which invoices a credit note gives back of, in place of what was said. */
export const setCredited = async (db: Database, id: number, invoices: readonly number[], knownBy: CreditKnownBy): Promise<void> => {
  await db.query('delete from credit_links where credit_id = $1', [id]);
  for (const invoice of invoices)
    await db.query('insert into credit_links (credit_id, invoice_id, known_by) values ($1, $2, $3)', [id, invoice, knownBy]);
};

/** What is left of invoices: their totals less what credit notes gave back that took their turn before this one. */
export const leftOf = async (db: Database, id: number, invoices: readonly number[]) => {
  const of = await many<{ number: string; gross: string }>(
    db,
    `select coalesce(invoice_number, '') as number, coalesce(gross_total, 0)::text as gross from documents where id = any($1) order by id`,
    [invoices],
  );
  const credits = await many<{ gross: string }>(
    db,
    `select coalesce(d.gross_total, 0)::text as gross from documents d where d.id <> $1 and d.kind = 'credit-note' and d.id in (select credit_id from credit_links where invoice_id = any($2))
       and d.allotted_at < coalesce((select allotted_at from documents where id = $1), 'infinity')`,
    [id, invoices],
  );
  const total = (amounts: readonly { gross: string }[]) => sum(amounts.map(({ gross }) => gross));
  return { numbers: of.map(({ number }) => number), left: toAmount(total(of).minus(total(credits))) };
};

export const setReplaces = (db: Database, id: number, replaced: number | null) =>
  db.query('update documents set replaces_id = $2, version = version + 1 where id = $1', [id, replaced]);

/** Invoices that a document may be for or in place of, the newest first. */
export const creditableInvoices = (db: Database, id: number, supplierId: number) =>
  many<CreditableInvoice>(
    db,
    `select d.id, coalesce(d.invoice_number, '') as number, d.tray, d.issue_date as "issueDate", d.gross_total as gross, d.currency, (${LEFT})::text as left
     from documents d where d.supplier_id = $2 and d.kind = 'invoice' and d.id <> $1 and d.tray <> 'arriving' order by d.issue_date desc nulls last, d.id desc limit 200`,
    [id, supplierId],
  );

/** What is held back of the invoices that a credit note is for, the oldest first. */
export const openClaims = (db: Database, creditId: number) =>
  many<{ id: number; gross: string }>(
    db,
    `select c.id, c.gross from claims c join credit_links l on l.invoice_id = c.document_id join exceptions e on e.id = c.exception_id and e.withdrawn_at is null
     where l.credit_id = $1 and c.ended_at is null order by c.id`,
    [creditId],
  );

export const endClaim = (db: Database, claimId: number, creditId: number) =>
  db.query('update claims set credit_id = $2, ended_at = now() where id = $1', [claimId, creditId]);
