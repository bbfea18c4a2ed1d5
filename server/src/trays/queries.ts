import { ALIKE } from '../documents/queries.js';
import { type Tray, QUIET_TRAYS } from '@umber/core/documents';
import type { ArrivalRow, TrayCount, TrayRow } from '@umber/contract/trays';
import { many, one, type Database } from '../database/database.js';
import { searchWords } from '../database/search-words.js';
import { areAsked, isArrivalReason, isStepRow } from '../database/json-columns.js';

/** The newest rate of each currency; the base currency itself has none. */
const RATES = `rates as (select distinct on (currency) currency, rate from exchange_rates order by currency, valid_from desc)`;
/** Gross total in base currency, beside `RATES` as `r`. */
const BASE = `round(d.gross_total * coalesce(r.rate, 1), 2)`;

/** How many documents each tray holds; where people work, also how many press and what they are worth. Resting ones are only counted. */
export const trayCounts = (db: Database, today: string) =>
  many<TrayCount>(
    db,
    `with ${RATES}
     select d.tray, count(*)::int as documents, (count(*) filter (where d.due_date <= $1::date + 7))::int as due, coalesce(sum(${BASE}), 0)::text as amount
     from documents d left join rates r on r.currency = d.currency where d.tray <> all($2) group by d.tray
     union all select tray, sum(documents)::int, 0, '0' from resting_counts group by tray`,
    [today, QUIET_TRAYS],
  );

/** Puts what was counted since the last time into one row a tray. */
export const sumUpRestingCounts = (db: Database) =>
  db.query(
    'with gone as (delete from resting_counts returning tray, documents) insert into resting_counts (tray, documents) select tray, sum(documents) from gone group by tray',
  );

/** Questions of a document that a tray knows of. */
const MOST_ASKED = 24;

/** Why a document `d` is in the tray, one row each. */
const ASKED: Readonly<Partial<Record<Tray, string>>> = {
  check: `select jsonb_build_object('of', 'doubt', 'field', x.field, 'line', x.line, 'question', x.question) as asked from doubts x
    where x.document_id = d.id and x.settled_at is null order by x.line nulls first, x.id limit ${MOST_ASKED}`,
  match: `select jsonb_build_object('of', 'exception', 'line', x.line, 'facts', x.facts) as asked from exceptions x
    where x.document_id = d.id and x.accepted_at is null and x.withdrawn_at is null order by x.line nulls first, x.id limit ${MOST_ASKED}`,
  'sign-off': `select jsonb_build_object('of', 'approval', 'approver', p.name, 'because', x.because) as asked from approvals x join people p on p.id = x.approver_id
    where x.document_id = d.id and x.state = 'asked' order by x.id`,
};
const RESTING = `select jsonb_build_object('of', 'resting', 'reason', d.rest_reason) as asked where d.rest_reason is not null`;

/** Rows of a tray: overdue and nearly due first, then by money at stake; resting places newest first. */
export const trayRows = (db: Database, tray: Tray, today: string, most: number) => {
  const quiet = QUIET_TRAYS.includes(tray);
  // What is in dispute comes first where somebody decides about it.
  const disputed = tray === 'sign-off' ? 'd.dispute is not null desc, ' : '';
  const order = quiet ? 'd.tray_since desc' : `${disputed}d.due_date <= $3::date + 7 desc nulls last, ${BASE} desc nulls last`;
  return many<TrayRow>(
    db,
    `with ${RATES}, first as (
       select d.*, ${BASE}::text as base, row_number() over (order by ${order}, d.id) as place from documents d left join rates r on r.currency = d.currency
       where d.tray = $1 order by ${order}, d.id limit $2)
     select d.id, d.version, d.tray, d.kind, coalesce(s.name, d.seller_name) as supplier, s.id is not null as "supplierKnown", d.invoice_number as number, d.issue_date as "issueDate", d.due_date as "dueDate",
       d.currency, d.gross_total as total, d.base as "totalBase", d.tray_since as since, a.received_at as "receivedAt", a.kind as source,
       (select coalesce(jsonb_agg(x.asked), '[]') from (${ASKED[tray] ?? RESTING}) x) as asked, ${ALIKE} as alike,
       h.name as "handedTo", d.tags, d.dispute is not null as disputed
     from first d join arrivals a on a.id = d.arrival_id left join suppliers s on s.id = d.supplier_id left join people h on h.id = d.handed_to
     order by d.place`,
    quiet ? [tray, most] : [tray, most, today],
    { asked: areAsked },
  );
};

/** How many documents the tray holds. */
export const trayTotal = async (db: Database, tray: Tray) =>
  (
    await one<{ n: number }>(
      db,
      QUIET_TRAYS.includes(tray)
        ? 'select coalesce(sum(documents), 0)::int as n from resting_counts where tray = $1'
        : 'select count(*)::int as n from documents where tray = $1',
      [tray],
    )
  ).n;

/** The newest arrivals, before one of them where that is named; those that have all words of `search` (the beginnings of words will do), where it is not empty. */
export const arrivalRows = (db: Database, search: string, most: number, before: number | null = null) =>
  many<ArrivalRow>(
    db,
    `select a.id, a.received_at as "receivedAt", s.name as source, a.kind, a.name, coalesce(a.sender, a.envelope_from) as sender, a.subject, a.state, a.reason,
       (select json_build_object('name', t.name, 'state', t.state, 'note', t.note) from steps t where t.arrival_id = a.id and t.state <> 'done'
          order by array_position(array['failed', 'waiting', 'running'], t.state), t.id limit 1) as step,
       (select case when bool_and(t.state in ('done', 'failed')) then round(extract(epoch from max(t.ended_at) - a.received_at)::numeric, 1)::float end
          from steps t where t.arrival_id = a.id) as seconds,
       coalesce((select json_agg(json_build_object('id', f.id, 'name', f.name, 'pages', (select count(*) from file_pages p where p.file_id = f.id), 'documents',
         (select json_agg(json_build_object('id', d.id, 'tray', d.tray, 'number', d.invoice_number) order by d.id) from documents d where d.file_id = f.id)) order by f.id)
         from files f where f.arrival_id = a.id), '[]') as files
     from arrivals a join sources s on s.id = a.source_id
     where ($1 = '' or arrival_words(a.sender, a.subject, a.name, a.body_text) @@ to_tsquery('simple', $1)) and ($3::bigint is null or a.id < $3)
     order by a.id desc limit $2`,
    [searchWords(search), most, before],
    { reason: isArrivalReason, step: isStepRow },
  );
