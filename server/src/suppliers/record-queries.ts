import type { SupplierAccountView, SupplierChangeView, SupplierPage, SupplierRecord } from '@umber/contract/suppliers';
import type { SupplierChange, SupplierRecordField } from '@umber/core/suppliers';
import { OWN_TOLERANCES, type OwnTolerances } from '@umber/contract/suppliers';
import { nameKey } from '@umber/core/suppliers';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

/** A supplier's whole record as it is kept. */
export interface KeptRecord extends SupplierRecord {
  readonly id: number;
  readonly version: number;
  readonly approver: string | null;
  readonly blocked: string | null;
  readonly mergedInto: { readonly id: number; readonly name: string } | null;
}

const TOLERANCES = `(select json_build_object('pricePercent', trim_scale(t.price_percent)::text, 'priceAmount', t.price_amount::text, 'underPercent', trim_scale(t.under_percent)::text, 'underAmount', t.under_amount::text,
  'quantityPercent', trim_scale(t.quantity_percent)::text, 'quantityAmount', t.quantity_amount::text, 'chargeAmount', t.charge_amount::text) from (select) one left join own_tolerances t on t.supplier_id = s.id)`;

export const supplierRecord = (db: Database, id: number, lock = false) =>
  maybe<KeptRecord>(
    db,
    `select s.id, s.version, s.name, s.trading_names as "tradingNames", s.former_names as "formerNames", s.address, s.country, s.currency, s.tax_id as "taxId", s.other_tax_ids as "otherTaxIds", s.iban,
       s.mail_domain as "mailDomain", s.other_domains as "otherDomains", s.terms_days as "termsDays", trim_scale(s.discount_percent)::text as "discountPercent", s.discount_days as "discountDays",
       s.tax_treatment as "taxTreatment", s.default_account as account, s.default_cost_centre as "costCentre", s.approver_id as "approverId", s.order_required as "orderRequired", s.straight_limit as "straightLimit", s.sample_every as "sampleEvery", ${TOLERANCES} as tolerances, s.group_name as "group", s.note,
       p.name as approver, s.blocked_reason as blocked, case when t.id is not null then json_build_object('id', t.id, 'name', t.name) end as "mergedInto"
     from suppliers s left join people p on p.id = s.approver_id left join suppliers t on t.id = s.merged_into where s.id = $1 ${lock ? 'for update of s' : ''}`,
    [id],
  );

/** The columns of the fields of a record that are changed one by one. */
const COLUMNS: Readonly<Partial<Record<SupplierRecordField, string>>> = {
  name: 'name',
  tradingNames: 'trading_names',
  formerNames: 'former_names',
  address: 'address',
  country: 'country',
  currency: 'currency',
  taxId: 'tax_id',
  otherTaxIds: 'other_tax_ids',
  iban: 'iban',
  mailDomain: 'mail_domain',
  otherDomains: 'other_domains',
  termsDays: 'terms_days',
  discountPercent: 'discount_percent',
  discountDays: 'discount_days',
  taxTreatment: 'tax_treatment',
  account: 'default_account',
  costCentre: 'default_cost_centre',
  approver: 'approver_id',
  orderRequired: 'order_required',
  straightLimit: 'straight_limit',
  sampleEvery: 'sample_every',
  group: 'group_name',
  note: 'note',
  blocked: 'blocked_reason',
  mergedInto: 'merged_into',
};

/** Writes one field of a record. */
export async function writeField(db: Database, id: number, field: SupplierRecordField, value: unknown): Promise<void> {
  const column = COLUMNS[field];
  if (column === undefined) throw new Error(`${field} is no column of a supplier`);
  await db.query(`update suppliers set ${column} = $2 where id = $1`, [id, value]);
  if (field === 'name') await db.query('update suppliers set name_key = $2 where id = $1', [id, nameKey(String(value))]);
}

/** Writes a supplier's own tolerances. */
export const writeTolerances = (db: Database, supplierId: number, tolerances: OwnTolerances, personId: number) =>
  db.query(
    `insert into own_tolerances (supplier_id, price_percent, price_amount, under_percent, under_amount, quantity_percent, quantity_amount, charge_amount, set_by) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (supplier_id) do update set price_percent = excluded.price_percent, price_amount = excluded.price_amount, under_percent = excluded.under_percent, under_amount = excluded.under_amount,
       quantity_percent = excluded.quantity_percent, quantity_amount = excluded.quantity_amount, charge_amount = excluded.charge_amount, set_by = excluded.set_by, set_at = now()`,
    [supplierId, ...OWN_TOLERANCES.map((name) => tolerances[name]), personId],
  );
export const bumpSupplier = (db: Database, id: number) => db.query('update suppliers set version = version + 1 where id = $1', [id]);

/** A change with the value that is written when it holds; `before` and `after` are for people. */
export interface KeptChange extends SupplierChange {
  readonly value: unknown;
}

export const insertChange = async (
  db: Database,
  change: { supplierId: number; changes: readonly KeptChange[]; reason: string; by: number; takesTwo: boolean },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into supplier_changes (supplier_id, changes, reason, asked_by, takes_two) values ($1, $2, $3, $4, $5) returning id',
      [change.supplierId, jsonOf(change.changes), change.reason, change.by, change.takesTwo],
    )
  ).id;

export const waitingChanges = (db: Database, supplierId: number) =>
  many<{ id: number; changes: KeptChange[]; askedBy: number }>(
    db,
    'select id, changes, asked_by as "askedBy" from supplier_changes where supplier_id = $1 and takes_two and answered_at is null order by id for update',
    [supplierId],
  );

export const answer = (db: Database, id: number, personId: number, confirmed: boolean) =>
  db.query(`update supplier_changes set ${confirmed ? 'confirmed_by' : 'refused_by'} = $2, answered_at = now() where id = $1`, [
    id,
    personId,
  ]);

export const changesOf = async (db: Database, supplierId: number): Promise<SupplierChangeView[]> =>
  (
    await many<SupplierChangeView & { changes: KeptChange[] }>(
      db,
      `select c.id, c.changes, c.reason, a.name as "askedBy", c.asked_by as "askedById", c.asked_at as "askedAt", c.takes_two as "takesTwo", y.name as "confirmedBy", n.name as "refusedBy", c.answered_at as "answeredAt"
       from supplier_changes c join people a on a.id = c.asked_by left join people y on y.id = c.confirmed_by left join people n on n.id = c.refused_by where c.supplier_id = $1
       order by c.takes_two and c.answered_at is null desc, c.id desc limit 200`,
      [supplierId],
    )
  ).map((change) => ({ ...change, changes: change.changes.map(({ field, before, after }) => ({ field, before, after })) }));

export const accountsOf = (db: Database, supplierId: number) =>
  many<SupplierAccountView>(
    db,
    `select account, source, "documentId", "confirmedBy", since, "endedAt", "endedBy" from (
       select s.iban as account, 'record' as source, null::bigint as "documentId", array_remove(array[a.name, c.name], null) as "confirmedBy", s.confirmed_on as since, null::timestamptz as "endedAt", null as "endedBy", 0 as place
         from suppliers s left join people a on a.id = s.added_by left join people c on c.id = s.confirmed_by where s.id = $1 and s.iban is not null
       union all select x.account, x.source, x.document_id, array[f.name, n.name], x.confirmed_at, x.ended_at, e.name, 1
         from supplier_accounts x join people f on f.id = x.confirmed_by join people n on n.id = x.seconded_by left join people e on e.id = x.ended_by where x.supplier_id = $1) known
     order by "endedAt" is not null, place, since desc`,
    [supplierId],
  );

export const endAccount = async (db: Database, supplierId: number, account: string, personId: number): Promise<boolean> =>
  (await maybe(
    db,
    'update supplier_accounts set ended_at = now(), ended_by = $3 where supplier_id = $1 and account = $2 and ended_at is null returning 1 as done',
    [supplierId, account, personId],
  )) !== null;

/** Other suppliers that have one of these accounts. */
export const othersWithAccount = (db: Database, supplierId: number, account: string) =>
  many<{ id: number; name: string }>(
    db,
    `select distinct s.id, s.name from supplier_handles h join suppliers s on s.id = h.supplier_id where h.kind = 'account' and h.plain = plain_account($2) and s.id <> $1`,
    [supplierId, account],
  );

export const ordersOfSupplier = (db: Database, supplierId: number) =>
  many<SupplierPage['orders'][number]>(
    db,
    `select o.id, o.number, o.state, o.ordered_on as "orderedOn", coalesce(o.value_limit, (select round(sum(l.quantity * l.unit_price), 2) from order_lines l where l.order_id = o.id), 0)::text as amount, o.currency
     from orders o where o.supplier_id = $1 order by o.state = 'open' desc, o.ordered_on desc, o.id desc limit 40`,
    [supplierId],
  );

export const documentsOfSupplier = (db: Database, supplierId: number) =>
  many<SupplierPage['documents'][number]>(
    db,
    `select d.id, d.kind, d.invoice_number as number, d.tray, d.issue_date as "issueDate", d.gross_total as amount, d.currency from documents d where d.supplier_id = $1 order by d.id desc limit 40`,
    [supplierId],
  );

/** What is owed to a supplier and to those that were merged into it, in base currency. */
export const owedTo = async (db: Database, supplierId: number) =>
  (
    await one<{ owed: string }>(
      db,
      `select coalesce(sum(t.credit - t.debit), 0)::numeric(16, 2)::text as owed from supplier_totals t join accounts a on a.number = t.account and a.purpose = 'payables'
       where t.supplier_id in (select id from suppliers where id = $1 or merged_into = $1)`,
      [supplierId],
    )
  ).owed;

export const itemsOf = (db: Database, supplierId: number) =>
  many<SupplierPage['items'][number]>(
    db,
    'select i.theirs, i.ours, p.name as by from supplier_items i left join people p on p.id = i.said_by where i.supplier_id = $1 order by i.theirs limit 500',
    [supplierId],
  );
export const unitsOf = (db: Database, supplierId: number) =>
  many<SupplierPage['units'][number]>(
    db,
    'select u.from_unit as "from", u.to_unit as "to", trim_scale(u.factor)::text as factor, u.item_key as item, p.name as by from unit_conversions u left join people p on p.id = u.set_by where u.supplier_id = $1 order by u.item_key nulls first, u.from_unit limit 500',
    [supplierId],
  );

/** Gives all that belongs to one supplier to another, but what is in the books. */
export async function giveAll(db: Database, from: number, into: number): Promise<void> {
  await db.query('update documents set supplier_id = $2 where supplier_id = $1', [from, into]);
  await db.query('update orders set supplier_id = $2 where supplier_id = $1', [from, into]);
  for (const [table, key] of [
    ['supplier_items', 'x.theirs = t.theirs'],
    ['supplier_accounts', 'x.account = t.account'],
    ['unit_conversions', 'x.item_key is not distinct from t.item_key and x.from_unit = t.from_unit and x.to_unit = t.to_unit'],
    ['own_tolerances', 'true'],
  ] as const) {
    await db.query(
      `delete from ${table} t where t.supplier_id = $1 and exists (select from ${table} x where x.supplier_id = $2 and ${key})`,
      [from, into],
    );
    await db.query(`update ${table} set supplier_id = $2 where supplier_id = $1`, [from, into]);
  }
}

export const nameOfApprover = async (db: Database, id: number) =>
  (await maybe<{ name: string }>(db, "select name from people where id = $1 and role in ('approver', 'controller')", [id]))?.name ?? null;

/** How a supplier's invoices fared that went without anybody's hand. */
export const straightFigures = (db: Database, supplierId: number) =>
  one<{ went: number; shown: number; right: number; wrong: number }>(
    db,
    `select count(*) filter (where not sample)::int as went, count(*) filter (where sample)::int as shown, count(*) filter (where result = 'right')::int as right, count(*) filter (where result = 'wrong')::int as wrong
     from straight_runs where supplier_id = $1`,
    [supplierId],
  );
