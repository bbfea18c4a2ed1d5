import type { KeptHabit, Marks } from '@umber/core/habits';
import type { DocumentKind, HeaderField, LineCell, OwnName } from '@umber/core/documents';
import type { Place } from '@umber/core/geometry';
import type { HabitOwnerRow, HabitsChange, RuleTry, TrialResult } from '@umber/contract/habits';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

/** The habits of one supplier as they are in force. */
export interface OwnerRow {
  readonly id: number;
  readonly supplierId: number | null;
  /** Whether it holds for all suppliers. */
  readonly everyone: boolean;
  readonly version: number;
  readonly marks: Marks;
  readonly kept: readonly KeptHabit[];
}

const OWNER = `select o.id, o.supplier_id as "supplierId", o.everyone, o.version, coalesce(v.marks, '{"names":[],"taxIds":[],"ibans":[]}') as marks, coalesce(v.kept, '[]') as kept
  from habit_owners o left join habit_versions v on v.owner_id = o.id and v.version = o.version`;

/** Whose habits documents teach that look like this one, whose supplier nobody knows; null where none does, or several do. */
export const ownerOfAlike = async (db: Database, documentId: number): Promise<OwnerRow | null> => {
  const owners = await many<OwnerRow>(
    db,
    `${OWNER} where o.id in (select t.owner_id from page_layouts l join page_layouts g on g.group_id = l.group_id and g.document_id <> l.document_id
         join habit_versions t on t.document_id = g.document_id where l.document_id = $1)
       and exists (select from documents d where d.id = $1 and d.supplier_id is null) limit 2`,
    [documentId],
  );
  return owners.length === 1 ? owners[0] : null;
};

/** The rules that hold for all suppliers. */
export const everyonesRow = (db: Database) => one<OwnerRow>(db, `${OWNER} where o.everyone`);

export const allOwners = (db: Database) => many<OwnerRow>(db, `${OWNER} order by o.id`);

export const ownerOfSupplier = (db: Database, supplierId: number) => maybe<OwnerRow>(db, `${OWNER} where o.supplier_id = $1`, [supplierId]);

/** Whose pages these may be: all whose names, tax ids or accounts are among what the pages show. */
export const ownersShown = (db: Database, names: readonly string[], ids: readonly string[]) =>
  many<OwnerRow>(db, `${OWNER} where o.names && $1::text[] or o.tax_ids && $2::text[] or o.ibans && $2::text[] order by o.id limit 50`, [
    names,
    ids,
  ]);

export const lockOwners = (db: Database) => db.query("select pg_advisory_xact_lock(hashtext('habits'))");

export const insertOwner = async (db: Database) =>
  (await one<{ id: number }>(db, 'insert into habit_owners default values returning id')).id;

export const setOwnersSupplier = (db: Database, ownerId: number, supplierId: number | null) =>
  db.query('update habit_owners set supplier_id = $2 where id = $1', [ownerId, supplierId]);

export const insertVersion = (
  db: Database,
  ownerId: number,
  version: number,
  { marks, kept }: { marks: Marks; kept: readonly KeptHabit[] },
  by: { documentId: number | null; personId: number | null },
) =>
  db.query('insert into habit_versions (owner_id, version, kept, marks, document_id, person_id) values ($1, $2, $3, $4, $5, $6)', [
    ownerId,
    version,
    jsonOf(kept),
    jsonOf(marks),
    by.documentId,
    by.personId,
  ]);

/** Puts a version in force, with what pages are then known by. */
export const setVersion = (
  db: Database,
  ownerId: number,
  version: number,
  shown: { names: readonly string[]; taxIds: readonly string[]; ibans: readonly string[] },
) =>
  db.query('update habit_owners set version = $2, names = $3, tax_ids = $4, ibans = $5 where id = $1', [
    ownerId,
    version,
    shown.names,
    shown.taxIds,
    shown.ibans,
  ]);

/** All suppliers of whom something was learned, those with the newest first. */
export const ownerRows = (db: Database) =>
  many<Omit<HabitOwnerRow, 'habits' | 'held' | 'corrected'> & { kept: readonly KeptHabit[] }>(
    db,
    `select o.id, coalesce(s.name, v.marks #>> '{names,0}') as name, s.id is not null as "onFile", o.everyone, v.kept, o.version, v.at
     from habit_owners o join habit_versions v on v.owner_id = o.id and v.version = o.version left join suppliers s on s.id = o.supplier_id
     order by o.everyone desc, v.at desc limit 1000`,
  );

/** A supplier's habits with what he is called, and how many documents were read by them. */
export interface NamedOwner extends OwnerRow {
  readonly name: string | null;
  readonly documents: number;
}

export const ownerById = (db: Database, id: number) =>
  maybe<NamedOwner>(
    db,
    `select o.*, coalesce((select s.name from suppliers s where s.id = o."supplierId"), o.marks #>> '{names,0}') as name,
       (select count(distinct r.document_id)::int from readings r where r.habit_owner_id = o.id) as documents
     from (${OWNER} where o.id = $1) o`,
    [id],
  );

export const lockOwner = (db: Database, id: number) =>
  maybe<{ version: number }>(db, 'select version from habit_owners where id = $1 for update', [id]);

/** Every version of an owner, oldest first. */
export const versionsOf = (db: Database, ownerId: number) =>
  many<{ version: number; at: string; by: string | null; kept: readonly KeptHabit[]; marks: Marks; documentId: number | null }>(
    db,
    `select v.version, v.at, p.name as by, v.kept, v.marks, v.document_id as "documentId"
     from habit_versions v left join people p on p.id = v.person_id where v.owner_id = $1 order by v.version`,
    [ownerId],
  );

/** The habits of one version; null where there is no such version. */
export const versionOf = (db: Database, ownerId: number, version: number) =>
  maybe<{ kept: readonly KeptHabit[]; marks: Marks }>(db, 'select kept, marks from habit_versions where owner_id = $1 and version = $2', [
    ownerId,
    version,
  ]);

export const numbersOf = (db: Database, documents: readonly number[]) =>
  many<{ id: number; number: string | null }>(db, 'select id, invoice_number as number from documents where id = any($1)', [documents]);

export const insertTrial = async (
  db: Database,
  ownerId: number,
  personId: number,
  { version, change, kept }: { version: number; change: HabitsChange; kept: readonly KeptHabit[] },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into habit_trials (owner_id, version, change, kept, person_id) values ($1, $2, $3, $4, $5) returning id',
      [ownerId, version, jsonOf(change), jsonOf(kept), personId],
    )
  ).id;

export const trialRow = (db: Database, id: number) =>
  maybe<{ id: number; ownerId: number; version: number; change: HabitsChange; kept: readonly KeptHabit[]; result: TrialResult | null }>(
    db,
    'select id, owner_id as "ownerId", version, change, kept, result from habit_trials where id = $1',
    [id],
  );

export const storeTrial = (db: Database, id: number, result: TrialResult) =>
  db.query('update habit_trials set result = $2 where id = $1', [id, jsonOf(result)]);

/** The last documents of an owner that people have settled: what a change is tried on. */
export const settledOf = async (
  db: Database,
  { id: ownerId, supplierId, everyone }: Pick<OwnerRow, 'id' | 'supplierId' | 'everyone'>,
  most: number,
) =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d
       where (d.checked_by is not null or d.tray = 'posted')
         and ($4 or (d.supplier_id is not null and d.supplier_id = $2) or exists (select from readings r where r.document_id = d.id and r.habit_owner_id = $1)
           or exists (select from habit_versions v where v.owner_id = $1 and v.document_id = d.id))
       order by d.id desc limit $3`,
      [ownerId, supplierId, most, everyone],
    )
  ).map(({ id }) => id);

/** A document with what a person said of it. */
export interface SaidDocument {
  readonly id: number;
  readonly version: number;
  readonly tray: string;
  readonly kind: DocumentKind;
  readonly kindSaid: boolean;
  readonly checked: boolean;
  readonly supplierId: number | null;
  readonly personId: number | null;
  readonly learnedVersion: number | null;
  readonly settled: readonly (HeaderField | OwnName)[];
  readonly pointed: Readonly<Partial<Record<HeaderField | OwnName, Place>>>;
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
  readonly fields: Readonly<Record<HeaderField, string | null>>;
  readonly linesSaid: boolean;
  readonly lines: readonly Readonly<Record<LineCell, string | null>>[];
}

export const saidDocument = (db: Database, id: number) =>
  maybe<SaidDocument>(
    db,
    `select d.id, d.version, d.tray, d.kind, d.kind_given is not null as "kindSaid", d.checked_by is not null as checked, d.supplier_id as "supplierId",
       coalesce(d.checked_by, (select s.person_id from check_steps s where s.document_id = d.id order by s.id desc limit 1)) as "personId",
       d.learned_version as "learnedVersion", d.settled_fields as settled, d.pointed, d.own_values as own,
       jsonb_build_object('invoiceNumber', d.invoice_number, 'issueDate', d.issue_date::text, 'dueDate', d.due_date::text, 'currency', d.currency,
         'orderReference', d.order_reference, 'sellerName', d.seller_name, 'sellerTaxId', d.seller_tax_id, 'sellerIban', d.seller_iban,
         'paymentReference', d.payment_reference, 'netTotal', d.net_total::text, 'taxTotal', d.tax_total::text, 'grossTotal', d.gross_total::text,
         'amountDue', d.amount_due::text, 'discountPercent', d.discount_percent::text, 'discountDate', d.discount_date::text) as fields,
       exists (select from check_steps s where s.document_id = d.id
         and s.act ->> 'code' in ('cell-changed', 'line-added', 'line-removed', 'line-moved', 'line-split', 'lines-joined', 'cells-filled', 'rows-pasted', 'lines-replaced')) as "linesSaid",
       coalesce((select jsonb_agg(jsonb_build_object('itemNumber', l.item_number, 'description', l.description, 'quantity', l.quantity::text, 'unit', l.unit,
         'unitPrice', l.unit_price::text, 'netAmount', l.net_amount::text, 'taxRate', l.tax_rate::text) order by l.position)
         from document_lines l where l.document_id = d.id), '[]') as lines
     from documents d where d.id = $1`,
    [id],
  );

export const markLearned = (db: Database, id: number, version: number) =>
  db.query('update documents set learned_version = $2 where id = $1', [id, version]);

/** Documents on their way of which a person said more than was learned. */
export const documentsToLearn = async (db: Database) =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d where d.tray in ('check', 'match', 'sign-off', 'post') and d.version is distinct from d.learned_version
         and (d.checked_by is not null or d.settled_fields <> '{}' or exists (select from check_steps s where s.document_id = d.id))
       order by d.id desc limit 50`,
    )
  ).map(({ id }) => id);

/** Whose documents: a supplier's, those with one of these names on them, those that look like what taught an owner, or everybody's. */
export interface Whose {
  readonly ownerId: number;
  readonly supplierId: number | null;
  readonly names: readonly string[];
  readonly everyone?: boolean;
}

/** Documents that wait at Check, untouched by anybody, of a supplier or with one of these names on them. */
export const untouchedOf = async (db: Database, { ownerId, supplierId, names, everyone = false }: Whose) =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d
       where d.tray = 'check' and d.settled_fields = '{}' and not exists (select from check_steps s where s.document_id = d.id)
         and ($3 or (d.supplier_id is not null and d.supplier_id = $1) or (d.supplier_id is null and exists (
           select from pages p join file_pages f on f.file_id = d.file_id and f.number = p.number, unnest($2::text[]) name
           where p.document_id = d.id and f.said @@ phraseto_tsquery('simple', name)))
           or (d.supplier_id is null and exists (select from page_layouts l join page_layouts g on g.group_id = l.group_id
             join habit_versions t on t.document_id = g.document_id where l.document_id = d.id and t.owner_id = $4)))
       order by d.id limit 2000`,
      [supplierId, names, everyone, ownerId],
    )
  ).map(({ id }) => id);

/** Whether a waiting document is as nobody has touched it: settled nothing, and nobody has it open. */
export const isUntouched = async (db: Database, id: number) =>
  (
    await one<{ untouched: boolean }>(
      db,
      `select exists (select from documents d where d.id = $1 and d.tray = 'check' and d.settled_fields = '{}'
         and not exists (select from check_steps s where s.document_id = d.id)
         and not exists (select from holders h where h.document_id = d.id and h.seen_at > now() - interval '60 seconds')) as untouched`,
      [id],
    )
  ).untouched;

/** How the habits of a version fared since. */
export const storeKept = (db: Database, ownerId: number, version: number, kept: readonly KeptHabit[]) =>
  db.query('update habit_versions set kept = $3 where owner_id = $1 and version = $2', [ownerId, version, jsonOf(kept)]);

/** What a rule is tried on: documents of a supplier, at Check, or all, with what they have in its field now. */
export const documentsToTry = (
  db: Database,
  { id, supplierId, everyone }: Pick<OwnerRow, 'id' | 'supplierId' | 'everyone'>,
  on: RuleTry['on'],
  search: string,
  field: string,
  most: number,
) =>
  many<{ id: number; number: string | null; seller: string | null; now: string | null; settled: boolean }>(
    db,
    `select d.id, d.invoice_number as number, coalesce(s.name, d.seller_name, f.name) as seller,
       coalesce(d.own_values ->> $6, to_jsonb(d) ->> lower(regexp_replace($6, '([A-Z])', '_\\1', 'g'))) as now,
       $6 = any(d.settled_fields) or d.checked_by is not null as settled
     from documents d join files f on f.id = d.file_id left join suppliers s on s.id = d.supplier_id
     where exists (select from pages p where p.document_id = d.id) and d.kind in ('invoice', 'credit-note')
       and ($3 = 'all' or ($3 = 'check' and d.tray = 'check') or $7
         or (d.supplier_id is not null and d.supplier_id = $2)
         or exists (select from readings r where r.document_id = d.id and r.habit_owner_id = $1)
         or exists (select from habit_versions v where v.owner_id = $1 and v.document_id = d.id))
       and ($4 = '' or d.invoice_number ilike '%' || $4 || '%' or d.seller_name ilike '%' || $4 || '%' or s.name ilike '%' || $4 || '%' or f.name ilike '%' || $4 || '%')
     order by d.id desc limit $5`,
    [id, supplierId, on, search, most, field, everyone && on === 'supplier'],
  );
