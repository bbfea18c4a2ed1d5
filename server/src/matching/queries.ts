import type { MatchException } from '@umber/core/matching';
import { OUT_OF_THE_BOOKS, type ExceptionFacts } from '@umber/core/documents';
import { maybe, type Database, jsonOf } from '../database/database.js';
import { isFacts } from '../database/json-columns.js';

export const matchHead = (db: Database, id: number) =>
  maybe<{
    id: number;
    kind: string;
    sellerName: string | null;
    sellerTaxId: string | null;
    sellerIban: string | null;
    sender: string | null;
    orderReference: string | null;
    invoiceNumber: string | null;
    supplierId: number | null;
    orderId: number | null;
    currency: string | null;
    issueDate: string | null;
    gross: string | null;
    net: string | null;
    settledFields: string[];
  }>(
    db,
    `select d.id, d.kind, d.seller_name as "sellerName", d.seller_tax_id as "sellerTaxId", d.seller_iban as "sellerIban", a.sender, d.order_reference as "orderReference", d.invoice_number as "invoiceNumber",
       d.supplier_id as "supplierId", d.order_id as "orderId", d.currency, d.issue_date as "issueDate", d.gross_total as gross, d.net_total as net, d.settled_fields as "settledFields"
     from documents d join arrivals a on a.id = d.arrival_id where d.id = $1`,
    [id],
  );

export const setSupplier = (db: Database, id: number, supplierId: number | null) =>
  db.query('update documents set supplier_id = $2, version = version + 1 where id = $1', [id, supplierId]);

export const setOrder = (db: Database, id: number, orderId: number | null) =>
  db.query('update documents set order_id = $2, version = version + 1 where id = $1', [id, orderId]);

export const codeDocumentLine = (
  db: Database,
  id: number,
  position: number,
  orderLineId: number | null,
  account: string,
  costCentre: string,
) =>
  db.query('update document_lines set order_line_id = $3, account = $4, cost_centre = $5 where document_id = $1 and position = $2', [
    id,
    position,
    orderLineId,
    account,
    costCentre,
  ]);

/** Another document of the same supplier with the same number, not turned away. */
export const sameNumber = (db: Database, id: number, supplierId: number, invoiceNumber: string) =>
  maybe<{ id: number; tray: string; gross: string | null }>(
    db,
    `select id, tray, gross_total as gross from documents where supplier_id = $2 and id <> $1 and not tray = any($4)
       and regexp_replace(lower(invoice_number), '[^a-z0-9]', '', 'g') = regexp_replace(lower($3), '[^a-z0-9]', '', 'g') order by id limit 1`,
    [id, supplierId, invoiceNumber, OUT_OF_THE_BOOKS],
  );

export const tolerances = async (db: Database) =>
  (await maybe<{ pricePercent: string; priceAmount: string; quantityPercent: string }>(
    db,
    'select price_percent as "pricePercent", price_amount as "priceAmount", quantity_percent as "quantityPercent" from tolerances',
  )) ?? { pricePercent: '0', priceAmount: '0', quantityPercent: '0' };

export const exchangeRate = async (db: Database, currency: string, on: string) =>
  (
    await maybe<{ rate: string }>(
      db,
      `select case when $1 = (select currency from company) then '1' else (select trim_scale(rate)::text from exchange_rates where currency = $1 and valid_from <= $2 order by valid_from desc limit 1) end as rate`,
      [currency, on],
    )
  )?.rate ?? null;

export const insertException = (db: Database, id: number, { line, facts, figures }: MatchException) =>
  db.query('insert into exceptions (document_id, line, facts, figures) values ($1, $2, $3, $4)', [
    id,
    line,
    jsonOf(facts),
    jsonOf(figures),
  ]);

export const withdrawException = (db: Database, exceptionId: number) =>
  db.query('update exceptions set withdrawn_at = now() where id = $1', [exceptionId]);

export const acceptException = (db: Database, id: number, exceptionId: number, personId: number, reason: string) =>
  maybe<{ line: number | null; facts: ExceptionFacts }>(
    db,
    'update exceptions set accepted_at = now(), accepted_by = $3, accepted_reason = $4 where document_id = $1 and id = $2 and accepted_at is null and withdrawn_at is null returning line, facts',
    [id, exceptionId, personId, reason],
    { facts: isFacts },
  );
