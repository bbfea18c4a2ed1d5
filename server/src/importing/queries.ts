import type { ImportRow, RowState } from '@umber/contract/importing';
import type { ImportMapping, ImportTable } from '@umber/core/importing';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

export interface KeptImport {
  readonly id: number;
  readonly table: ImportTable;
  readonly fileName: string;
  readonly bytes: Buffer;
  readonly mapping: ImportMapping;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly appliedBy: string | null;
  readonly appliedAt: string | null;
  readonly undoneBy: string | null;
  readonly undo: unknown;
  /** What came of it; null: it was not brought in. */
  readonly counts: Readonly<Record<RowState, number>> | null;
}

export const insertImport = async (
  db: Database,
  table: ImportTable,
  fileName: string,
  bytes: Buffer,
  mapping: ImportMapping,
  personId: number,
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into imports (table_name, file_name, bytes, mapping, made_by) values ($1, $2, $3, $4, $5) returning id',
      [table, fileName, bytes, jsonOf(mapping), personId],
    )
  ).id;

export const keptImport = (db: Database, id: number, lock = false) =>
  maybe<KeptImport>(
    db,
    `select i.id, i.table_name as "table", i.file_name as "fileName", i.bytes, i.mapping, m.name as "madeBy", i.made_at as "madeAt", a.name as "appliedBy", i.applied_at as "appliedAt", u.name as "undoneBy", i.undo, i.counts
     from imports i join people m on m.id = i.made_by left join people a on a.id = i.applied_by left join people u on u.id = i.undone_by where i.id = $1 ${lock ? 'for update of i' : ''}`,
    [id],
  );

export const setMapping = (db: Database, id: number, mapping: ImportMapping) =>
  db.query('update imports set mapping = $2 where id = $1', [id, jsonOf(mapping)]);

export const headsBefore = async (db: Database, table: ImportTable): Promise<Record<string, string>> =>
  Object.fromEntries(
    (
      await many<{ head: string; name: string }>(db, 'select head, column_name as name from import_heads where table_name = $1', [table])
    ).map(({ head, name }) => [head, name]),
  );

export const rememberHead = (db: Database, table: ImportTable, head: string, column: string) =>
  db.query(
    'insert into import_heads (table_name, head, column_name) values ($1, $2, $3) on conflict (table_name, head) do update set column_name = excluded.column_name',
    [table, head, column],
  );

export const markApplied = (db: Database, id: number, personId: number, counts: Readonly<Record<RowState, number>>, undo: unknown) =>
  db.query('update imports set applied_by = $2, applied_at = now(), counts = $3, undo = $4 where id = $1', [
    id,
    personId,
    jsonOf(counts),
    jsonOf(undo),
  ]);

export const markUndone = (db: Database, id: number, personId: number) =>
  db.query('update imports set undone_by = $2, undone_at = now() where id = $1', [id, personId]);

const LAST = `not exists (select from imports x where x.table_name = i.table_name and x.applied_at > i.applied_at)`;
export const isLast = async (db: Database, id: number) =>
  (await maybe(db, `select 1 as yes from imports i where i.id = $1 and i.applied_at is not null and i.undone_at is null and ${LAST}`, [
    id,
  ])) !== null;

export const importRows = (db: Database) =>
  many<ImportRow>(
    db,
    `select i.id, i.table_name as "table", i.file_name as "fileName", i.counts, m.name as "madeBy", i.made_at as "madeAt", a.name as "appliedBy", i.applied_at as "appliedAt", u.name as "undoneBy",
       i.applied_at is not null and i.undone_at is null and ${LAST} as "canUndo"
     from imports i join people m on m.id = i.made_by left join people a on a.id = i.applied_by left join people u on u.id = i.undone_by where i.applied_at is not null order by i.id desc limit 100`,
  );

export const personLike = async (db: Database, text: string) =>
  (
    await maybe<{ id: number }>(
      db,
      "select id from people where (login = lower($1) or lower(name) = lower($1)) and role in ('clerk', 'approver', 'controller') order by id limit 1",
      [text],
    )
  )?.id ?? null;

export const supplierLike = (db: Database, text: string) =>
  many<{ id: number; name: string }>(
    db,
    "select id, name from suppliers where merged_into is null and (lower(name) = lower($1) or tax_id = upper(regexp_replace($1, '[^A-Za-z0-9]', '', 'g'))) order by id limit 2",
    [text],
  );

export const orderNamed = (db: Database, number: string) =>
  maybe<{ id: number; version: number }>(db, 'select id, version from orders where number = $1', [number]);

export const accountRow = (db: Database, number: string) =>
  maybe<{ name: string; kind: string; purpose: string | null }>(db, 'select name, kind, purpose from accounts where number = $1', [number]);
export const putAccount = (db: Database, number: string, name: string, kind: string) =>
  db.query(
    'insert into accounts (number, name, kind) values ($1, $2, $3) on conflict (number) do update set name = excluded.name, kind = excluded.kind',
    [number, name, kind],
  );
export const dropAccount = (db: Database, number: string) => db.query('delete from accounts where number = $1', [number]);
export const centreRow = (db: Database, code: string) =>
  maybe<{ name: string; managerId: number; manager: string }>(
    db,
    'select c.name, c.manager_id as "managerId", p.name as manager from cost_centres c join people p on p.id = c.manager_id where c.code = $1',
    [code],
  );
export const putCentre = (db: Database, code: string, name: string, managerId: number) =>
  db.query(
    'insert into cost_centres (code, name, manager_id) values ($1, $2, $3) on conflict (code) do update set name = excluded.name, manager_id = excluded.manager_id',
    [code, name, managerId],
  );
export const dropCentre = (db: Database, code: string) => db.query('delete from cost_centres where code = $1', [code]);
export const budgetRow = (db: Database, costCentre: string, year: number) =>
  maybe<{ amount: string }>(db, 'select amount from budgets where cost_centre = $1 and year = $2', [costCentre, year]);
/** Sets a budget; null: there is none. */
export const putBudget = (db: Database, costCentre: string, year: number, amount: string | null) =>
  amount === null
    ? db.query('delete from budgets where cost_centre = $1 and year = $2', [costCentre, year])
    : db.query(
        'insert into budgets (cost_centre, year, amount) values ($1, $2, $3) on conflict (cost_centre, year) do update set amount = excluded.amount',
        [costCentre, year, amount],
      );
export const dropSupplier = (db: Database, id: number) => db.query('delete from suppliers where id = $1', [id]);
export const dropOrder = async (db: Database, id: number) => {
  await db.query('delete from order_lines where order_id = $1', [id]);
  await db.query('delete from orders where id = $1', [id]);
};

/** What of each table is handed out, with its heads; the same columns that are brought in. */
const EXPORTS: Readonly<Record<ImportTable, string>> = {
  suppliers: `select name, tax_id as "taxId", iban, mail_domain as "mailDomain", country, currency, terms_days::text as "termsDays", default_account as account, default_cost_centre as "costCentre", address from suppliers where merged_into is null order by name`,
  orders: `select o.number as "orderNumber", s.name as supplier, o.ordered_on::text as "orderedOn", p.login as "orderedBy", o.cost_centre as "costCentre", o.currency, l.position::text as line, l.item_number as "itemNumber", l.our_item as "ourItem", l.description,
    trim_scale(l.quantity)::text as quantity, l.unit, trim_scale(l.unit_price * l.price_per)::text as price, trim_scale(l.price_per)::text as "pricePer", l.account, l.check_by as "check"
    from orders o join suppliers s on s.id = o.supplier_id join people p on p.id = o.owner_id join order_lines l on l.order_id = o.id order by o.number, l.position`,
  receipts: `select o.number as "orderNumber", l.position::text as line, trim_scale(case r.kind when 'return' then -x.quantity else x.quantity end)::text as quantity, r.received_on::text as "receivedOn", r.delivery_note as "deliveryNote"
    from receipts r join receipt_lines x on x.receipt_id = r.id join order_lines l on l.id = x.order_line_id join orders o on o.id = l.order_id order by r.received_on, r.id, l.position`,
  accounts: 'select number, name, kind from accounts order by number',
  budgets: 'select cost_centre as "costCentre", year::text, amount::text from budgets order by cost_centre, year',
  'cost-centres': 'select c.code, c.name, p.login as manager from cost_centres c join people p on p.id = c.manager_id order by c.code',
};
export const exported = (db: Database, table: ImportTable) => many<Record<string, string | null>>(db, EXPORTS[table]);
