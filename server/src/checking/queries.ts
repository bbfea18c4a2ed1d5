import type { HeaderField, LineCell, Question } from '@umber/core/documents';
import { many, maybe, one, type Database } from '../database/database.js';
import { isQuestion } from '../database/json-columns.js';

const COLUMN: Readonly<Record<HeaderField, string>> = {
  invoiceNumber: 'invoice_number',
  issueDate: 'issue_date',
  dueDate: 'due_date',
  currency: 'currency',
  orderReference: 'order_reference',
  sellerName: 'seller_name',
  sellerTaxId: 'seller_tax_id',
  sellerIban: 'seller_iban',
  paymentReference: 'payment_reference',
  netTotal: 'net_total',
  taxTotal: 'tax_total',
  grossTotal: 'gross_total',
  amountDue: 'amount_due',
  discountPercent: 'discount_percent',
  discountDate: 'discount_date',
};
const CELL_COLUMN: Readonly<Record<LineCell, string>> = {
  itemNumber: 'item_number',
  description: 'description',
  quantity: 'quantity',
  unit: 'unit',
  unitPrice: 'unit_price',
  netAmount: 'net_amount',
  taxRate: 'tax_rate',
};

export const fieldValue = async (db: Database, id: number, field: HeaderField) =>
  (await maybe<{ value: string | null }>(db, `select ${COLUMN[field]}::text as value from documents where id = $1`, [id]))?.value ?? null;

export const updateField = (db: Database, id: number, field: HeaderField, value: string | null) =>
  db.query(`update documents set ${COLUMN[field]} = $2, version = version + 1 where id = $1`, [id, value]);

export const markSettled = (db: Database, id: number, field: string) =>
  db.query(
    'update documents set settled_fields = array_append(array_remove(settled_fields, $2), $2), version = version + 1 where id = $1',
    [id, field],
  );

export const cellValue = async (db: Database, id: number, position: number, cell: LineCell) =>
  maybe<{ value: string | null }>(
    db,
    `select ${CELL_COLUMN[cell]}::text as value from document_lines where document_id = $1 and position = $2`,
    [id, position],
  );

export const updateCell = (db: Database, id: number, position: number, cell: LineCell, value: string | null) =>
  db.query(`update document_lines set ${CELL_COLUMN[cell]} = $3 where document_id = $1 and position = $2`, [id, position, value]);

export const insertEmptyLine = async (db: Database, id: number) =>
  (
    await one<{ position: number }>(
      db,
      'insert into document_lines (document_id, position) select $1, coalesce(max(position) + 1, 0) from document_lines where document_id = $1 returning position',
      [id],
    )
  ).position;

export const deleteLine = async (db: Database, id: number, position: number) =>
  maybe<Record<string, string | null>>(
    db,
    'delete from document_lines where document_id = $1 and position = $2 returning item_number, description, quantity, unit_price, net_amount',
    [id, position],
  );

export const settleDoubtsOfLine = (db: Database, id: number, line: number, personId: number) =>
  db.query('update doubts set settled_at = now(), settled_by = $3 where document_id = $1 and line = $2 and settled_at is null', [
    id,
    line,
    personId,
  ]);

export const settleDoubt = (db: Database, id: number, doubtId: number, personId: number) =>
  maybe<{ field: string | null; line: number | null; question: Question }>(
    db,
    'update doubts set settled_at = now(), settled_by = $3 where document_id = $1 and id = $2 and settled_at is null returning field, line, question',
    [id, doubtId, personId],
    { question: isQuestion },
  );

/** The doubts that are open, in the order in which they are asked. */
export const openDoubts = (db: Database, id: number) =>
  many<{ id: number; field: string | null; line: number | null; question: Question }>(
    db,
    'select id, field, line, question from doubts where document_id = $1 and settled_at is null order by id',
    [id],
    { question: isQuestion },
  );

export const countOpenDoubts = async (db: Database, id: number) =>
  (await one<{ n: number }>(db, 'select count(*)::int as n from doubts where document_id = $1 and settled_at is null', [id])).n;

export const markChecked = (db: Database, id: number, personId: number) =>
  db.query('update documents set checked_by = $2, checked_at = now() where id = $1', [id, personId]);

export const amountsOf = (db: Database, id: number) =>
  maybe<{
    kind: string;
    invoiceNumber: string | null;
    issueDate: string | null;
    currency: string | null;
    net: string | null;
    tax: string | null;
    gross: string | null;
    discount: string | null;
    carriage: string | null;
  }>(
    db,
    'select kind, invoice_number as "invoiceNumber", issue_date as "issueDate", currency, net_total as net, tax_total as tax, gross_total as gross, document_discount as discount, carriage from documents where id = $1',
    [id],
  );

export const lineAmounts = async (db: Database, id: number) =>
  (
    await many<{ amount: string | null }>(db, 'select net_amount as amount from document_lines where document_id = $1 order by position', [
      id,
    ])
  ).map((one) => one.amount);
