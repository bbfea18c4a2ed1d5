import type { Spread } from '@umber/core/ledger';
import {
  EMPTY_CELLS,
  LINE_CELLS,
  type Dispute,
  type EditedLine,
  type HeaderField,
  type LineCell,
  type OwnName,
  type Question,
} from '@umber/core/documents';
import type { CodingPart } from '@umber/core/coding';
import type { Place } from '@umber/core/geometry';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';
import { isQuestion } from '../database/json-columns.js';
import { splitsOf, storeSplits } from '../coding/queries.js';
import { documentLines } from '../documents/queries.js';

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

/** A line with what it is coded to. */
export interface StoredLine extends EditedLine {
  readonly account: string | null;
  readonly costCentre: string | null;
  readonly project: string | null;
  readonly spread: Spread | null;
  /** The person who coded it. */
  readonly codedById: number | null;
  /** Parts of it that go elsewhere. */
  readonly parts: readonly CodingPart[];
  /** Its values of the company's own fields. */
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
}

/** A line of which nothing is known. */
export const EMPTY_LINE: StoredLine = {
  cells: EMPTY_CELLS,
  page: null,
  box: null,
  readLine: null,
  account: null,
  costCentre: null,
  project: null,
  spread: null,
  codedById: null,
  parts: [],
  own: {},
};

/** The lines in their order. */
export const linesOf = async (db: Database, id: number): Promise<StoredLine[]> => {
  const splits = await splitsOf(db, id);
  return (await documentLines(db, id)).map((line) => ({
    cells: Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]])) as StoredLine['cells'],
    page: line.page,
    box: line.box,
    readLine: line.readLine,
    account: line.account,
    costCentre: line.costCentre,
    project: line.project,
    spread: line.spread,
    codedById: line.codedById,
    parts: splits.filter((part) => part.line === line.position).map(({ line: _line, ...part }) => part),
    own: line.own,
  }));
};

/** Keeps lines in this order in place of those that there were, with what they are coded to. */
export const storeLines = async (db: Database, id: number, lines: readonly StoredLine[]) => {
  await db.query('delete from document_lines where document_id = $1', [id]);
  const rows = lines.map(({ cells, box, page, readLine, account, costCentre, project, spread, codedById, own }, position) => ({
    document_id: id,
    position,
    ...Object.fromEntries(LINE_CELLS.map((cell) => [CELL_COLUMN[cell], cells[cell]])),
    page,
    box,
    read_line: readLine,
    account,
    cost_centre: costCentre,
    project,
    spread_from: spread?.from ?? null,
    spread_months: spread?.months ?? null,
    coded_by: codedById,
    own_values: own,
  }));
  await db.query('insert into document_lines select * from jsonb_populate_recordset(null::document_lines, $1::jsonb)', [jsonOf(rows)]);
  for (const [position, { parts }] of lines.entries()) if (parts.length > 0) await storeSplits(db, id, position, parts);
};

/** Takes open doubts to where their lines stand now; those of lines that are gone are settled. `from[i]` is where line i stood. */
export const moveDoubts = async (db: Database, id: number, from: readonly (number | null)[], personId: number) => {
  const moved = from.flatMap((was, line) => (was === null ? [] : [{ was, line }]));
  await db.query(
    `update doubts set settled_at = now(), settled_by = $3 where document_id = $1 and settled_at is null and line is not null
       and line not in (select was from jsonb_to_recordset($2::jsonb) as moved (was int))`,
    [id, jsonOf(moved), personId],
  );
  await db.query(
    `update doubts q set line = moved.line from jsonb_to_recordset($2::jsonb) as moved (was int, line int)
     where q.document_id = $1 and q.settled_at is null and q.line = moved.was`,
    [id, jsonOf(moved)],
  );
};

export const setDispute = (db: Database, id: number, dispute: Dispute | null) =>
  db.query('update documents set dispute = $2, version = version + 1 where id = $1', [id, jsonOf(dispute)]);

/** Where a person pointed for a field; null: its value has no place. */
export const setPointed = (db: Database, id: number, field: HeaderField | OwnName, at: Place | null) =>
  db.query(
    `update documents set pointed = case when $3::jsonb is null then pointed - $2 else pointed || jsonb_build_object($2::text, $3::jsonb) end where id = $1`,
    [id, field, jsonOf(at)],
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

/** `keys`: how many keys and pointings the check took; null where nobody counted. */
export const markChecked = (db: Database, id: number, personId: number, keys: number | null) =>
  db.query('update documents set checked_by = $2, checked_at = now(), check_keys = coalesce($3, check_keys) where id = $1', [
    id,
    personId,
    keys,
  ]);

/** A document's values of the company's own fields, and those of its lines. */
export const ownValuesOf = (db: Database, id: number) =>
  one<{ head: Readonly<Record<string, string>>; lines: readonly Readonly<Record<string, string>>[] }>(
    db,
    `select d.own_values as head, coalesce((select jsonb_agg(l.own_values order by l.position) from document_lines l where l.document_id = d.id), '[]') as lines
     from documents d where d.id = $1`,
    [id],
  );

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
