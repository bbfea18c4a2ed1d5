import type { NewSupplier, SupplierView } from '@umber/contract/suppliers';
import type { KnownSupplier, SellerTraits } from '@umber/core/suppliers';
import { many, maybe, one, type Database } from '../database/database.js';

const VIEW = `select s.id, s.name, s.tax_id as "taxId", s.iban, s.country, s.terms_days as "termsDays",
    case when s.added_by is not null and s.confirmed_by is null
      then json_build_object('by', p.name, 'byId', p.id, 'on', to_char(s.added_on at time zone 'utc', 'YYYY-MM-DD')) end as "waitsSince"
  from suppliers s left join people p on p.id = s.added_by`;

export const supplierView = (db: Database, id: number) => maybe<SupplierView>(db, `${VIEW} where s.id = $1`, [id]);

export const searchSuppliers = (db: Database, text: string) =>
  many<SupplierView>(
    db,
    `${VIEW} where s.name ilike '%' || $1 || '%' or s.tax_id ilike '%' || $1 || '%'
     order by s.added_by is not null and s.confirmed_by is null desc, s.name limit 100`,
    [text],
  );

/** Suppliers of like names that are compared with what a document shows, the likest first. */
const MOST_LIKE = 40;

/** The suppliers that have something in common with what a document shows of its seller, each found by an index. */
export const suppliersLike = (db: Database, { taxId, iban, mailDomain, name }: SellerTraits) =>
  many<KnownSupplier>(
    db,
    `select id, name, tax_id as "taxId", iban, mail_domain as "mailDomain" from suppliers where id in (
       select id from suppliers where regexp_replace(regexp_replace(upper(tax_id), '[^A-Z0-9]', '', 'g'), '^[A-Z]{2}', '') = regexp_replace(regexp_replace(upper($1), '[^A-Z0-9]', '', 'g'), '^[A-Z]{2}', '')
       union select id from suppliers where regexp_replace(upper(iban), '[^A-Z0-9]', '', 'g') = regexp_replace(upper($2), '[^A-Z0-9]', '', 'g')
       union select id from suppliers where mail_domain = $3
       union (select id from suppliers where name % $4 order by similarity(name, $4) desc, id limit ${MOST_LIKE}))`,
    [taxId, iban, mailDomain, name],
  );

export const supplierDefaults = (db: Database, id: number) =>
  maybe<{ account: string; costCentre: string; name: string; iban: string | null }>(
    db,
    'select default_account as account, default_cost_centre as "costCentre", name, iban from suppliers where id = $1',
    [id],
  );

/** The supplier on file with this tax id or IBAN, or of just this name where not both have a tax id. */
export const supplierLike = (db: Database, { taxId, iban, name }: Pick<NewSupplier, 'taxId' | 'iban' | 'name'>) =>
  maybe<{ name: string; same: 'tax id' | 'IBAN' | 'name' }>(
    db,
    `select name, case when tax_id = $1 then 'tax id' when iban = $2 then 'IBAN' else 'name' end as same
     from suppliers where tax_id = $1 or iban = $2 or (lower(name) = lower($3) and (tax_id is null or $1::text is null)) limit 1`,
    [taxId, iban, name],
  );

export const insertSupplier = async (db: Database, supplier: NewSupplier, personId: number): Promise<number> => {
  const { name, taxId, iban, mailDomain, country, currency, termsDays, account, costCentre } = supplier;
  const added = await one<{ id: number }>(
    db,
    `insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre, added_by, added_on)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, now()) returning id`,
    [name, taxId, iban, mailDomain, country, currency, termsDays, account, costCentre, personId],
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
