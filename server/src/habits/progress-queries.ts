import type { HabitsProgress, MonthProgress } from '@umber/contract/habits';
import { many, type Database } from '../database/database.js';
import type { OwnerRow } from './queries.js';

/** Fields that are listed: those that were corrected most. */
const MOST_FIELDS = 12;

/** Documents `d` of an owner $1 whose supplier is $2; of all where $1 is null. */
const OF = `($1::bigint is null or (d.supplier_id is not null and d.supplier_id = $2)
  or exists (select from readings r where r.document_id = d.id and r.habit_owner_id = $1)
  or exists (select from habit_versions v where v.owner_id = $1 and v.document_id = d.id))`;
/** The last months that are shown. */
const SINCE = "date_trunc('month', now()) - interval '11 months'";

/** How reading does month by month, of one supplier or, where `owner` is null, of all. */
export async function progressOf(db: Database, owner: Pick<OwnerRow, 'id' | 'supplierId'> | null): Promise<HabitsProgress> {
  const of = [owner?.id ?? null, owner?.supplierId ?? null];
  const months = await many<MonthProgress>(
    db,
    `select to_char(date_trunc('month', a.received_at), 'YYYY-MM') as month, count(*)::int as documents,
       count(*) filter (where d.tray <> 'check' and d.checked_by is null)::int as untouched,
       coalesce(sum(d.check_keys), 0)::int as keys, count(d.check_keys)::int as counted
     from documents d join arrivals a on a.id = d.arrival_id
     where d.kind in ('invoice', 'credit-note') and d.tray in ('check', 'match', 'sign-off', 'post', 'posted') and a.received_at >= ${SINCE} and ${OF}
     group by 1 order by 1`,
    of,
  );
  // What was taken back was no correction.
  const corrections = await many<{ field: string; month: string; corrections: number }>(
    db,
    `select coalesce(x.act ->> 'field', x.act ->> 'cell', 'lines') as field, to_char(date_trunc('month', a.received_at), 'YYYY-MM') as month, sum(x.counts)::int as corrections
     from (select t.document_id, case when t.act ->> 'code' = 'undone' then t.act -> 'act' else t.act end as act,
             case when t.act ->> 'code' = 'undone' then -1 else 1 end as counts
           from trail t where t.person_id is not null) x
       join documents d on d.id = x.document_id join arrivals a on a.id = d.arrival_id
     where x.act ->> 'code' in ('field-changed', 'cell-changed', 'line-added', 'line-removed', 'line-split', 'lines-joined', 'lines-replaced', 'rows-pasted', 'cells-filled')
       and a.received_at >= ${SINCE} and ${OF}
     group by 1, 2 having sum(x.counts) > 0`,
    of,
  );
  const names = [...new Set(corrections.map(({ field }) => field))];
  const fields = names.map((field) => ({
    field,
    corrections: months.map(({ month }) => corrections.find((one) => one.field === field && one.month === month)?.corrections ?? 0),
  }));
  const total = (one: { corrections: readonly number[] }) => one.corrections.reduce((sum, count) => sum + count, 0);
  return { months, fields: fields.sort((a, b) => total(b) - total(a)).slice(0, MOST_FIELDS) };
}
