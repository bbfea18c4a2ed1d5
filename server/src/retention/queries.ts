import type { DueDay, KeptOriginal, KeptYears, RetentionWish } from '@umber/contract/retention';
import type { KeptKind } from '@umber/core/documents';
import { many, maybe, one, type Database } from '../database/database.js';

export const keptYears = async (db: Database): Promise<KeptYears> =>
  Object.fromEntries(
    (await many<{ kind: KeptKind; years: number | null }>(db, 'select kind, years from retention_rules')).map(({ kind, years }) => [
      kind,
      years,
    ]),
  ) as KeptYears;
export const yearEndsIn = async (db: Database): Promise<number> =>
  (await one<{ month: number }>(db, 'select year_ends_in as month from company')).month;

/** Nobody else sets them until the transaction ends. */
export const lockRetention = (db: Database) => db.query('select 1 from company for update');
export const setRetention = async (db: Database, { years, yearEndsIn }: Required<RetentionWish>): Promise<void> => {
  await db.query(
    `insert into retention_rules (kind, years) select kind, years from unnest($1::text[], $2::int[]) as wished (kind, years)
     on conflict (kind) do update set years = excluded.years`,
    [Object.keys(years), Object.values(years)],
  );
  await db.query('update company set year_ends_in = $1', [yearEndsIn]);
};

/** Who set the years last; null: nobody ever did. */
export const yearsSetBy = (db: Database) =>
  maybe<{ by: string; at: string }>(
    db,
    `select p.name as by, a.at from audit a join people p on p.id = a.person_id where a.act ->> 'code' = 'retention-set' order by a.id desc limit 1`,
  );

/** What came at once, and until when something of it is kept. */
const ORIGINALS = `select k.arrival_id, max(k.kept_until) as until, count(k.document_id)::int as documents, array_agg(k.kind) as kinds, bool_and(k.rests) as rests,
    bool_or(k.kept_until is null) as for_ever
  from kept_originals k group by k.arrival_id`;
const HELD = '(select h.arrival_id from held_originals h)';

/** How many originals are kept until each day (null: for ever), and with how many somebody works; `today` says which days are over. */
export const keptDays = (db: Database, today: string) =>
  many<Omit<DueDay, 'until'> & { until: string | null; rests: boolean }>(
    db,
    `select o.rests, case when not o.for_ever then o.until end::text as until, coalesce(o.until < $1::date and not o.for_ever, false) as "isDue", count(*)::int as originals,
       sum(o.documents)::int as documents, (count(*) filter (where o.arrival_id in ${HELD}))::int as held
     from (${ORIGINALS}) o group by 1, 2, 3 order by 2`,
    [today],
  );

/** Originals to be deleted: kept until a day at most, of some kinds alone where these are named, and by no hold. */
const CHOSEN = `o.rests and not o.for_ever and o.until <= $1 and ($2::text[] = '{}' or o.kinds <@ $2::text[])`;

export const countChosen = async (db: Database, until: string, kinds: readonly KeptKind[]): Promise<number> =>
  (
    await one<{ originals: number }>(
      db,
      `select count(*)::int as originals from (${ORIGINALS}) o where ${CHOSEN} and o.arrival_id not in ${HELD}`,
      [until, kinds],
    )
  ).originals;

/** Lists the originals of a deletion that was just asked for; how many these are. Those of one that is open stay with it. */
export const listChosen = async (db: Database, deletionId: number, until: string, kinds: readonly KeptKind[]): Promise<number> =>
  (
    await db.query(
      `insert into deletion_arrivals (deletion_id, arrival_id, kept_until) select $3, o.arrival_id, o.until from (${ORIGINALS}) o
       where ${CHOSEN} and o.arrival_id not in ${HELD}
         and not exists (select from deletion_arrivals x join deletions d on d.id = x.deletion_id where x.arrival_id = o.arrival_id and x.outcome is null and d.done_at is null)`,
      [until, kinds, deletionId],
    )
  ).rowCount ?? 0;

const HOLD_NAMES = `array(select distinct x.name from held_originals h join holds x on x.id = h.hold_id where h.arrival_id = a.id order by 1)`;
const ROW = `a.id as "arrivalId", d.id as "documentId", coalesce(d.kind, 'no-document') as kind, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.issue_date::text as "issueDate",
  d.currency, d.gross_total as total, coalesce(a.subject, a.name) as name, (a.received_at at time zone 'utc')::date::text as "receivedOn"`;

/** Documents of originals that are kept until a day at most, those that are kept shortest first. */
export const dueRows = (db: Database, until: string, kinds: readonly KeptKind[], most: number) =>
  many<KeptOriginal>(
    db,
    `select ${ROW}, o.until::text as "keptUntil", ${HOLD_NAMES} as holds, null as outcome
     from (${ORIGINALS}) o join arrivals a on a.id = o.arrival_id left join documents d on d.arrival_id = a.id left join suppliers s on s.id = d.supplier_id
     where ${CHOSEN} order by o.until, a.id, d.id limit $3`,
    [until, kinds, most],
  );
/** Documents of the originals of a deletion, with what became of them. */
export const deletionRows = (db: Database, deletionId: number, most: number | null) =>
  many<KeptOriginal>(
    db,
    `select ${ROW}, x.kept_until::text as "keptUntil", ${HOLD_NAMES} as holds, x.outcome
     from deletion_arrivals x join arrivals a on a.id = x.arrival_id left join documents d on d.arrival_id = a.id left join suppliers s on s.id = d.supplier_id
     where x.deletion_id = $1 order by x.kept_until, a.id, d.id limit $2`,
    [deletionId, most],
  );
/** What went of each original. */
export const deletedFiles = (db: Database, deletionId: number) =>
  many<{ arrivalId: number; settledAt: string | null; files: { name: string; sha256: string; bytes: number }[] }>(
    db,
    'select arrival_id as "arrivalId", settled_at as "settledAt", files from deletion_arrivals where deletion_id = $1',
    [deletionId],
  );
