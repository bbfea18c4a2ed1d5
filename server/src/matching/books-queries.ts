import { many, maybe, one, type Database } from '../database/database.js';

/** The cost centres of a document that have a budget for its year: what it is, what went of it before and what this one asks for, in base currency. */
export const budgetsOf = (db: Database, id: number) =>
  many<{ costCentre: string; year: number; budget: string; before: string; asked: string }>(
    db,
    `with own as (select id, extract(year from issue_date)::int as year, coalesce(allotted_at, 'infinity') as turn from documents where id = $1),
     wanted as (select b.* from budgets b, own where b.year = own.year and (b.cost_centre in (select cost_centre from document_lines where document_id = $1)
       or b.cost_centre in (select cost_centre from line_splits where document_id = $1))),
     shares as (
       select l.document_id, l.cost_centre, l.net_amount - coalesce((select sum(coalesce(s.amount, round(l.net_amount * s.percent / 100, 2))) from line_splits s where s.document_id = l.document_id and s.line = l.position), 0) as net
         from document_lines l join wanted w on w.cost_centre = l.cost_centre
       union all select s.document_id, s.cost_centre, coalesce(s.amount, round(l.net_amount * s.percent / 100, 2)) from line_splits s join wanted w on w.cost_centre = s.cost_centre
         join document_lines l on l.document_id = s.document_id and l.position = s.line),
     spent as (
       select x.cost_centre, d.id, round(x.net * case d.kind when 'credit-note' then -1 else 1 end * case when d.currency = (select currency from company) then 1
         else coalesce((select rate from exchange_rates r where r.currency = d.currency and r.valid_from <= d.issue_date order by r.valid_from desc limit 1), 1) end, 2) as net
       from shares x join documents d on d.id = x.document_id, own
       where d.id = $1 or (d.allotted_at < own.turn and extract(year from d.issue_date) = own.year))
     select w.cost_centre as "costCentre", w.year, w.amount::text as budget, coalesce(sum(s.net) filter (where s.id <> $1), 0)::text as before, coalesce(sum(s.net) filter (where s.id = $1), 0)::text as asked
     from wanted w left join spent s on s.cost_centre = w.cost_centre group by w.cost_centre, w.year, w.amount order by w.cost_centre`,
    [id],
  );

/** Whether anything has a budget: without one nothing is summed. */
export const hasBudgets = async (db: Database): Promise<boolean> =>
  (await one<{ some: boolean }>(db, 'select exists (select from budgets) as some')).some;

/** The day to post on: the wanted day where its period is open, else the first day of the next open period. */
export const postingDay = async (db: Database, wanted: string) =>
  (
    await maybe<{ day: string }>(
      db,
      `select greatest($1::date, (id || '-01')::date)::text as day from periods where state = 'open' and id >= to_char($1::date, 'YYYY-MM') order by id limit 1`,
      [wanted],
    )
  )?.day ?? null;
