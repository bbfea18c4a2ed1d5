import type { Spread } from '@umber/core/ledger';
import type { EntryLine } from '@umber/core/ledger';
import type { EntryLineView, EntryView, OpenItem, PaidTo, TrialBalanceRow } from '@umber/contract/ledger';
import { many, maybe, one, type Database } from '../database/database.js';

export const postingHead = (db: Database, id: number) =>
  maybe<{
    kind: string;
    invoiceNumber: string | null;
    issueDate: string | null;
    currency: string | null;
    net: string | null;
    tax: string | null;
    gross: string | null;
    discount: string | null;
    carriage: string | null;
    supplierId: number | null;
    supplier: string | null;
    country: string | null;
  }>(
    db,
    `select d.kind, d.invoice_number as "invoiceNumber", d.issue_date as "issueDate", d.currency, d.net_total as net, d.tax_total as tax, d.gross_total as gross, d.document_discount as discount, d.carriage, d.supplier_id as "supplierId", s.name as supplier, s.country
     from documents d left join suppliers s on s.id = d.supplier_id where d.id = $1`,
    [id],
  );

/**
 * The document's lines as they are posted: a line that is for several order lines in parts, each with what its goods were received at (null
 * where nothing was received of them). A person's coding goes before the order's.
 */
export const postingLines = (db: Database, id: number) =>
  many<{
    position: number;
    description: string | null;
    netAmount: string | null;
    account: string | null;
    costCentre: string | null;
    project: string | null;
    receivedValue: string | null;
    taxRate: string | null;
    spread: Spread | null;
  }>(
    db,
    `select l.position, l.description, l.project, case when l.spread_from is not null then json_build_object('from', l.spread_from, 'months', l.spread_months) end as spread, trim_scale(l.tax_rate)::text as "taxRate", coalesce(p.amount, l.net_amount) as "netAmount",
       case when l.coded_by is null then coalesce(o.account, l.account) else l.account end as account, case when l.coded_by is null then coalesce(o.cost_centre, l.cost_centre) else l.cost_centre end as "costCentre",
       case when exists (select 1 from receipt_lines r where r.order_line_id = p.order_line_id) then trim_scale(coalesce(p.quantity * o.unit_price, p.amount))::text end as "receivedValue"
     from document_lines l left join line_pairs p on p.document_id = l.document_id and p.line = l.position left join order_lines o on o.id = p.order_line_id where l.document_id = $1 order by l.position, o.position`,
    [id],
  );

export const purposeAccounts = (db: Database) =>
  many<{ purpose: string; number: string }>(db, 'select purpose, number from accounts where purpose is not null');

export const accountNames = (db: Database) => many<{ number: string; name: string }>(db, 'select number, name from accounts');

/** The next number of the journal. The row stays locked until the entry is committed or rolled back: no gaps. */
export const takeNumber = async (db: Database) =>
  (await one<{ number: number }>(db, 'update journal_counter set last_number = last_number + 1 returning last_number as number')).number;

export const insertEntry = async (
  db: Database,
  entry: {
    number: number;
    kind: 'invoice' | 'receipt' | 'release';
    postedOn: string;
    description: string;
    documentId: number | null;
    receiptId: number | null;
    currency: string;
    exchangeRate: string;
    postedBy: number | null;
  },
) =>
  (
    await one<{ id: number }>(
      db,
      `insert into journal_entries (number, kind, posted_on, period, description, document_id, receipt_id, currency, exchange_rate, posted_by)
       values ($1, $2, $3, to_char($3::date, 'YYYY-MM'), $4, $5, $6, $7, $8, $9) returning id`,
      [
        entry.number,
        entry.kind,
        entry.postedOn,
        entry.description,
        entry.documentId,
        entry.receiptId,
        entry.currency,
        entry.exchangeRate,
        entry.postedBy,
      ],
    )
  ).id;

export const insertEntryLine = (db: Database, entryId: number, position: number, line: EntryLine) =>
  db.query(
    'insert into journal_lines (entry_id, position, account, cost_centre, supplier_id, text, debit, credit, tax_rate) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
    [entryId, position, line.account, line.costCentre, line.supplierId, line.text, line.debit, line.credit, line.taxRate ?? null],
  );

export const insertEntryAccount = (db: Database, entryId: number, { account, source, confirmedBy }: PaidTo) =>
  db.query('insert into entry_accounts (entry_id, account, source, confirmed_by) values ($1, $2, $3, $4)', [
    entryId,
    account,
    source,
    confirmedBy,
  ]);

const ENTRY = `select e.id, e.number, e.kind, e.posted_on as "postedOn", e.period, e.description, e.document_id as "documentId", e.currency, trim_scale(e.exchange_rate)::text as "exchangeRate", p.name as "postedBy",
  (select json_build_object('account', x.account, 'source', x.source, 'confirmedBy', x.confirmed_by) from entry_accounts x where x.entry_id = e.id) as "paidTo",
  (select json_agg(json_build_object('account', l.account, 'accountName', a.name, 'costCentre', l.cost_centre, 'supplierId', l.supplier_id, 'text', l.text, 'debit', l.debit::text, 'credit', l.credit::text, 'taxRate', trim_scale(l.tax_rate)::text) order by l.position)
   from journal_lines l join accounts a on a.number = l.account where l.entry_id = e.id) as lines
  from journal_entries e left join people p on p.id = e.posted_by`;

/** The newest entries, before one of this number where that is named. */
export const entryRows = (db: Database, most: number, before: number | null = null) =>
  many<EntryView & { lines: EntryLineView[] }>(db, `${ENTRY} where $2::bigint is null or e.number < $2 order by e.number desc limit $1`, [
    most,
    before,
  ]);

export const entryOfDocument = (db: Database, documentId: number) =>
  maybe<EntryView>(db, `${ENTRY} where e.document_id = $1`, [documentId]);

/** The items due first, by supplier, each with all that its supplier is owed. */
export const openItems = (db: Database, most: number) =>
  many<OpenItem>(
    db,
    `with first as (
       select d.id, d.invoice_number, d.due_date, e.id as entry_id, e.number from documents d join journal_entries e on e.document_id = d.id
       where d.tray = 'posted' order by d.due_date nulls last, d.id limit $1)
     select f.id as "documentId", f.number as "entryNumber", s.id as "supplierId", s.name as supplier, f.invoice_number as "invoiceNumber", f.due_date as "dueDate",
       (l.credit - l.debit)::text as amount,
       array(select coalesce(o.invoice_number, '') from credit_links c join documents o on o.id = case when c.credit_id = f.id then c.invoice_id else c.credit_id end and o.tray = 'posted'
         where c.credit_id = f.id or c.invoice_id = f.id order by o.id) as with,
       (select sum(c.gross)::text from claims c join exceptions x on x.id = c.exception_id and x.withdrawn_at is null where c.document_id = f.id and c.ended_at is null) as "heldBack",
       (select (t.credit - t.debit)::text from supplier_totals t where t.supplier_id = s.id and t.account = a.number) as "supplierTotal"
     from first f join journal_lines l on l.entry_id = f.entry_id join accounts a on a.number = l.account and a.purpose = 'payables'
       join suppliers s on s.id = l.supplier_id
     order by s.name, f.due_date nulls last, f.number`,
    [most],
  );

/** How many items there are in all. */
export const openItemCount = async (db: Database) =>
  (
    await one<{ lines: number }>(
      db,
      "select coalesce(sum(t.lines), 0)::int as lines from supplier_totals t join accounts a on a.number = t.account where a.purpose = 'payables'",
    )
  ).lines;

export const trialBalanceRows = (db: Database) =>
  many<TrialBalanceRow>(
    db,
    `select a.number as account, a.name, greatest(sum(t.debit - t.credit), 0)::text as debit, greatest(sum(t.credit - t.debit), 0)::text as credit
     from account_totals t join accounts a on a.number = t.account group by a.number order by a.number`,
  );

/** What later months take of a posted document. */
export const insertRelease = (
  db: Database,
  documentId: number,
  release: { period: string; account: string; costCentre: string; text: string; amount: string },
) =>
  db.query('insert into spread_releases (document_id, period, account, cost_centre, text, amount) values ($1, $2, $3, $4, $5, $6)', [
    documentId,
    release.period,
    release.account,
    release.costCentre,
    release.text,
    release.amount,
  ]);

/** Documents and months whose turn has come and whose period is open, locked: nobody else releases them. */
export const dueReleases = (db: Database, period: string) =>
  many<{ id: number; documentId: number; period: string; account: string; costCentre: string; text: string; amount: string }>(
    db,
    `select r.id, r.document_id as "documentId", r.period, r.account, r.cost_centre as "costCentre", r.text, r.amount
     from spread_releases r join periods p on p.id = r.period and p.state = 'open' where r.entry_id is null and r.period <= $1 order by r.period, r.document_id, r.id limit 500 for update of r skip locked`,
    [period],
  );

export const markReleased = (db: Database, ids: readonly number[], entryId: number) =>
  db.query('update spread_releases set entry_id = $2 where id = any($1)', [ids, entryId]);
