import type { FoundSupplier, NewSupplier, SupplierView } from '@umber/contract/suppliers';
import { nameKey, type KnownSupplier, type SellerTraits } from '@umber/core/suppliers';
import { likeText, many, maybe, one, type Database, type Pool } from '../database/database.js';

const VIEW = `select s.id, s.name, s.tax_id as "taxId", s.iban, s.country, s.currency, s.terms_days as "termsDays", s.default_account as account, s.default_cost_centre as "costCentre",
    case when s.added_by is not null and s.confirmed_by is null
      then json_build_object('by', p.name, 'byId', p.id, 'on', to_char(s.added_on at time zone 'utc', 'YYYY-MM-DD'), 'like',
        (select coalesce(json_agg(t.name order by t.name), '[]') from suppliers t where t.id <> s.id and (t.tax_id = s.tax_id or t.iban = s.iban or t.mail_domain = s.mail_domain or t.name_key = s.name_key))) end as "waitsSince"
  from suppliers s left join people p on p.id = s.added_by`;

export const supplierView = (db: Database, id: number) => maybe<SupplierView>(db, `${VIEW} where s.id = $1`, [id]);

/** Suppliers that a list shows at a time. */
const MOST_LISTED = 100;

/** Suppliers by any of their names, numbers, domains or addresses, also mistyped; all, those that wait first, where nothing is asked for. */
export const searchSuppliers = (db: Database, text: string) =>
  text.trim() === ''
    ? many<FoundSupplier>(
        db,
        `select v.*, null as by, s.blocked_reason as blocked from (${VIEW}) v join suppliers s on s.id = v.id where s.merged_into is null
         order by s.added_by is not null and s.confirmed_by is null desc, s.name limit ${MOST_LISTED}`,
      )
    : many<FoundSupplier>(
        db,
        `with hits as (
           (select supplier_id, kind, text, 2::real as likeness from supplier_handles where plain = any(array[plain_tax_id($1), plain_account($1), lower(trim($1))]) limit 40)
           union all (select supplier_id, kind, text, 1 + similarity(text, $1) from supplier_handles where kind in ('name', 'trading-name', 'former-name', 'address') and text ilike '%' || $2 || '%' limit 200)
           union all select l.supplier_id, 'name', '', l.likeness from handles_like($1) l),
         best as (select distinct on (supplier_id) supplier_id, kind, text, likeness from hits order by supplier_id, likeness desc)
         select v.*, case when b.text <> '' then json_build_object('kind', b.kind, 'text', b.text) end as by, s.blocked_reason as blocked from best b join suppliers s on s.id = b.supplier_id join (${VIEW}) v on v.id = s.id
         order by b.likeness desc, s.name limit ${MOST_LISTED}`,
        [text.trim(), likeText(text.trim())],
      );

/** All suppliers, the newest first, before one of them where that is named. */
export const suppliersBefore = (db: Database, before: number | null, most: number) =>
  many<FoundSupplier>(
    db,
    `select v.*, null as by, s.blocked_reason as blocked from (${VIEW}) v join suppliers s on s.id = v.id
     where s.merged_into is null and ($1::bigint is null or v.id < $1) order by v.id desc limit $2`,
    [before, most],
  );

/** The suppliers that have something in common with what a document shows of its seller, each found by an index. */
export const suppliersLike = (db: Database, { taxId, iban, mailDomain, name }: SellerTraits) =>
  many<KnownSupplier>(
    db,
    `select s.id, s.name, s.tax_id as "taxId", s.iban, s.mail_domain as "mailDomain", s.added_by is not null and s.confirmed_by is null as waits,
       s.trading_names || s.former_names as "otherNames", s.other_tax_ids as "otherTaxIds", s.other_domains as "otherDomains",
       array(select a.account from supplier_accounts a where a.supplier_id = s.id and a.ended_at is null) as "otherAccounts"
     from suppliers s where s.merged_into is null and s.id in (
       select supplier_id from supplier_handles where kind = 'tax-id' and plain = plain_tax_id($1)
       union select supplier_id from supplier_handles where kind = 'account' and plain = plain_account($2)
       union select supplier_id from supplier_handles where kind = 'domain' and plain = lower($3)
       union select supplier_id from handles_like(coalesce($4, '')))`,
    [taxId, iban, mailDomain, name],
  );

export const supplierDefaults = (db: Database, id: number) =>
  maybe<{
    account: string;
    costCentre: string;
    name: string;
    iban: string | null;
    country: string;
    blocked: string | null;
    orderRequired: boolean;
    approverId: number | null;
    termsDays: number;
  }>(
    db,
    'select terms_days as "termsDays", default_account as account, default_cost_centre as "costCentre", name, iban, country, blocked_reason as blocked, order_required as "orderRequired", approver_id as "approverId" from suppliers where id = $1',
    [id],
  );

/** Lets nothing else of a supplier be matched or posted until the transaction ends. */
export const lockSupplier = (db: Database, id: number) => db.query('select from suppliers where id = $1 for no key update', [id]);

/** A supplier's accounts with the names of who put them on file and confirmed them: that of its record first, then the newest. */
export const supplierAccounts = (db: Database, supplierId: number) =>
  many<{ account: string; confirmedBy: string[]; documentId: number | null }>(
    db,
    `select account, "confirmedBy", "documentId" from (
       select s.iban as account, array_remove(array[a.name, c.name], null) as "confirmedBy", 'infinity'::timestamptz as since, null::bigint as "documentId"
         from suppliers s left join people a on a.id = s.added_by left join people c on c.id = s.confirmed_by where s.id = $1 and s.iban is not null
       union all select x.account, array[f.name, n.name], x.confirmed_at, x.document_id from supplier_accounts x join people f on f.id = x.confirmed_by join people n on n.id = x.seconded_by
         where x.supplier_id = $1 and x.ended_at is null) known order by since desc`,
    [supplierId],
  );

/** Puts an account on file that two people confirmed. */
export const insertSupplierAccount = (
  db: Database,
  supplierId: number,
  account: string,
  documentId: number | null,
  people: readonly [number, number],
) =>
  db.query(
    `insert into supplier_accounts (supplier_id, account, document_id, source, confirmed_by, seconded_by) values ($1, $2, $3, case when $3::bigint is null then 'record' else 'document' end, $4, $5)
     on conflict (supplier_id, account) do update set ended_at = null, ended_by = null, document_id = excluded.document_id, source = excluded.source, confirmed_by = excluded.confirmed_by, seconded_by = excluded.seconded_by, confirmed_at = now()
       where supplier_accounts.ended_at is not null`,
    [supplierId, account, documentId, ...people],
  );

/** Takes an account off the record that was put there with a document whose confirmation no longer holds. */
export const deleteSupplierAccounts = (db: Database, documentId: number) =>
  db.query('delete from supplier_accounts where document_id = $1', [documentId]);

/** Suppliers on file that have a tax id, an account, a mail domain or the name's key in common with one. */
export const likeSuppliers = (
  db: Database,
  { taxId, iban, mailDomain, name }: Pick<NewSupplier, 'taxId' | 'iban' | 'mailDomain' | 'name'>,
) =>
  many<KnownSupplier>(
    db,
    `select id, name, tax_id as "taxId", iban, mail_domain as "mailDomain" from suppliers
     where tax_id = $1 or iban = $2 or mail_domain = $3 or name_key = $4
       or id in (select supplier_id from supplier_accounts where account = $2 and ended_at is null) order by id limit 20`,
    [taxId, iban, mailDomain, nameKey(name)],
  );

/** Fills the keys of names that an earlier version kept without. */
export async function fillNameKeys(pool: Pool): Promise<void> {
  for (;;) {
    const rows = await many<{ id: number; name: string }>(
      pool,
      'select id, name from suppliers where name_key is null order by id limit 1000',
    );
    if (rows.length === 0) return;
    await pool.query('update suppliers s set name_key = k.key from unnest($1::bigint[], $2::text[]) as k (id, key) where s.id = k.id', [
      rows.map(({ id }) => id),
      rows.map(({ name }) => nameKey(name)),
    ]);
  }
}

export const insertSupplier = async (db: Database, supplier: NewSupplier, personId: number): Promise<number> => {
  const { name, taxId, iban, mailDomain, country, currency, termsDays, account, costCentre } = supplier;
  const added = await one<{ id: number }>(
    db,
    `insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre, added_by, added_on, name_key)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, now(), $11) returning id`,
    [name, taxId, iban, mailDomain, country, currency, termsDays, account, costCentre, personId, nameKey(name)],
  );
  return added.id;
};

/** Whether the supplier waited and is confirmed now. */
export const confirmWaiting = async (db: Database, id: number, personId: number): Promise<boolean> =>
  (await maybe(
    db,
    'update suppliers set confirmed_by = $2, confirmed_on = now() where id = $1 and added_by is not null and confirmed_by is null returning id',
    [id, personId],
  )) !== null;

/** What a document shows of its seller. */
export const shownSeller = (db: Database, documentId: number) =>
  maybe<{
    name: string | null;
    taxId: string | null;
    iban: string | null;
    sender: string | null;
    currency: string | null;
    issueDate: string | null;
    dueDate: string | null;
  }>(
    db,
    `select d.seller_name as name, d.seller_tax_id as "taxId", d.seller_iban as iban, a.sender, d.currency, d.issue_date as "issueDate", d.due_date as "dueDate"
     from documents d join arrivals a on a.id = d.arrival_id where d.id = $1`,
    [documentId],
  );
