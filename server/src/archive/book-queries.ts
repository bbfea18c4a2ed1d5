import type { BookCheckView, Finding } from '@umber/contract/archive';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

/** Findings of one sort that are listed; more are counted. */
const MOST = 50;

/** Triggers and constraints without which the books would not be what they say; a superuser can switch them off. */
const GUARDS = [
  'trail_append_only',
  'trail_no_truncate',
  'audit_append_only',
  'journal_entries_append_only',
  'journal_lines_append_only',
  'journal_entry_balances',
  'journal_entry_has_lines',
  'journal_entries_period',
  'journal_lines_totals',
  'entry_accounts_append_only',
  'blobs_append_only',
  'holds_kept',
  'hold_documents_append_only',
  'deletions_kept',
  'deletion_arrivals_kept',
  'seals_append_only',
  'documents_move',
  'documents_allotted',
] as const;

/** What is off in the books, by question to the database: each returns the names of what it found. */
const QUESTIONS: readonly (readonly [Exclude<Finding['code'], 'seal-broken' | 'head-differs'>, string])[] = [
  [
    'entry-unbalanced',
    'select e.number::text as name from journal_entries e join journal_lines l on l.entry_id = e.id group by e.id having sum(l.debit) <> sum(l.credit)',
  ],
  [
    'entry-empty',
    'select e.number::text as name from journal_entries e where not exists (select from journal_lines l where l.entry_id = e.id)',
  ],
  [
    'number-missing',
    'select n::text as name from generate_series(1, (select last_number from journal_counter)) n where not exists (select from journal_entries e where e.number = n)',
  ],
  ['number-beyond', 'select number::text as name from journal_entries where number > (select last_number from journal_counter)'],
  [
    'account-sum-differs',
    `select coalesce(t.account, l.account) || ' ' || coalesce(t.period, l.period) as name from account_totals t
     full join (select e.period, l.account, sum(l.debit) as debit, sum(l.credit) as credit from journal_lines l join journal_entries e on e.id = l.entry_id group by 1, 2) l
       on l.period = t.period and l.account = t.account where t.debit is distinct from l.debit or t.credit is distinct from l.credit`,
  ],
  [
    'supplier-sum-differs',
    `select coalesce(t.supplier_id, l.supplier_id)::text as name from supplier_totals t
     full join (select supplier_id, account, sum(debit) as debit, sum(credit) as credit from journal_lines where supplier_id is not null group by 1, 2) l
       on l.supplier_id = t.supplier_id and l.account = t.account where t.debit is distinct from l.debit or t.credit is distinct from l.credit`,
  ],
  [
    'posted-without-entry',
    "select d.id::text as name from documents d where d.tray = 'posted' and not exists (select from journal_entries e where e.document_id = d.id)",
  ],
  [
    'entry-without-posted',
    "select e.number::text as name from journal_entries e join documents d on d.id = e.document_id where d.tray <> 'posted'",
  ],
  [
    'entry-differs-from-document',
    `select e.number::text as name from journal_entries e join documents d on d.id = e.document_id join journal_lines l on l.entry_id = e.id join accounts a on a.number = l.account and a.purpose = 'payables'
     where abs(l.credit - l.debit) <> round(d.gross_total * e.exchange_rate, 2) or (d.supplier_id in (select supplier_and_after(l.supplier_id))) is not true`,
  ],
  [
    'posted-by-approver',
    `select e.number::text as name from journal_entries e join approvals p on p.document_id = e.document_id and p.state = 'approved' and p.approver_id = e.posted_by where (select separation from company) = 'three-people' and e.posted_at > coalesce((select max(at) from audit where act ->> 'code' = 'separation-set'), '-infinity')`,
  ],
  [
    'guard-off',
    `select g as name from unnest($1::text[]) g where not exists (select from pg_trigger t where t.tgname = g and t.tgenabled in ('O', 'A'))`,
  ],
  ['blob-damaged', "select encode(sha256, 'hex') as name from blobs where deletion_id is null and sha256(bytes) <> sha256"],
  [
    'deleted-by-one',
    `select encode(b.sha256, 'hex') as name from blobs b where b.deletion_id is not null
       and not exists (select from deletions d where d.id = b.deletion_id and d.agreed and d.answered_by <> d.asked_by)
     union all select 'arrival ' || a.id from arrivals a where a.deletion_id is not null
       and not exists (select from deletions d join deletion_arrivals x on x.deletion_id = d.id and x.arrival_id = a.id and x.outcome = 'deleted'
         where d.id = a.deletion_id and d.agreed and d.answered_by <> d.asked_by)`,
  ],
  ['deleted-in-use', "select encode(sha256, 'hex') as name from blobs where deletion_id is not null and blob_in_use(sha256)"],
  [
    'deleted-too-early',
    `select 'arrival ' || arrival_id as name from deletion_arrivals where outcome = 'deleted' and kept_until >= (settled_at at time zone 'utc')::date`,
  ],
];

/** What the database itself finds off, but for `without`. */
export async function askBooks(db: Database, without: readonly Finding['code'][]): Promise<Finding[]> {
  const findings: Finding[] = [];
  for (const [code, question] of QUESTIONS.filter(([one]) => !without.includes(one))) {
    const names = await many<{ name: string }>(
      db,
      `select name from (${question}) found order by name limit ${MOST}`,
      code === 'guard-off' ? [GUARDS] : [],
    );
    findings.push(...names.map(({ name }) => ({ code, name })));
  }
  return findings;
}

/** Keeps what a check found. */
export const keepCheck = (db: Database, findings: readonly Finding[]) =>
  one<{ id: number }>(db, 'insert into book_checks (findings) values ($1) returning id', [jsonOf(findings)]);

/** The last check; null where there was none. */
export const lastCheck = (db: Database) => maybe<BookCheckView>(db, 'select at, findings from book_checks order by id desc limit 1');
