import type { LedgerBatch, LedgerCode, LedgerCodeChange, StoppedEntry } from '@umber/contract/other-ledger';
import { many, maybe, one, type Database } from '../database/database.js';

export const handsEntries = async (db: Database): Promise<boolean> =>
  (await one<{ on: boolean }>(db, 'select hands_entries as on from company')).on;
export const setHandsEntries = (db: Database, on: boolean) => db.query('update company set hands_entries = $1', [on]);

export const ledgerCodes = (db: Database) =>
  many<LedgerCode>(
    db,
    `select 'account' as kind, a.number as ours, a.name, c.theirs from accounts a left join ledger_codes c on c.kind = 'account' and c.ours = a.number
     union all select 'cost-centre', m.code, m.name, c.theirs from cost_centres m left join ledger_codes c on c.kind = 'cost-centre' and c.ours = m.code
     union all select 'tax-rate', r.ours, r.ours || ' %', c.theirs from (
       select trim_scale(rate)::text as ours from (
         with recursive seen as (select min(tax_rate) as rate from journal_lines union all select (select min(tax_rate) from journal_lines where tax_rate > s.rate) from seen s where s.rate is not null)
         select rate from seen where rate is not null) each
       union select ours from ledger_codes where kind = 'tax-rate') r left join ledger_codes c on c.kind = 'tax-rate' and c.ours = r.ours
     order by 1, 2`,
  );
export const setLedgerCode = (db: Database, { kind, ours, theirs }: LedgerCodeChange) =>
  theirs === null
    ? db.query('delete from ledger_codes where kind = $1 and ours = $2', [kind, ours])
    : db.query(
        'insert into ledger_codes (kind, ours, theirs) values ($1, $2, $3) on conflict (kind, ours) do update set theirs = excluded.theirs',
        [kind, ours, theirs],
      );

/** Entries that are neither there, nor on their way, nor refused and not let go again: triggers keep them together. */
const TO_HAND = 'entries_to_hand t join journal_entries e on e.id = t.entry_id';
/** A code of one of an entry's lines that has no counterpart; rates of tax count where any is named there. */
const WITHOUT_CODE = `(select 'account' as kind, l.account as ours from journal_lines l where l.entry_id = e.id and not exists (select from ledger_codes c where c.kind = 'account' and c.ours = l.account)
  union all select 'cost-centre', l.cost_centre from journal_lines l where l.entry_id = e.id and l.cost_centre is not null and not exists (select from ledger_codes c where c.kind = 'cost-centre' and c.ours = l.cost_centre)
  union all select 'tax-rate', trim_scale(l.tax_rate)::text from journal_lines l where l.entry_id = e.id and l.tax_rate is not null and exists (select from ledger_codes c where c.kind = 'tax-rate')
    and not exists (select from ledger_codes c where c.kind = 'tax-rate' and c.ours = trim_scale(l.tax_rate)::text) limit 1)`;

/** Entries whose turn it is, the oldest first, all of their codes known. One at a time makes a batch of them. */
export const entriesToHand = async (db: Database, most: number): Promise<number[]> => {
  await db.query("select pg_advisory_xact_lock(hashtext('other ledger'))");
  const rows = await many<{ id: number }>(db, `select e.id from ${TO_HAND} where not exists ${WITHOUT_CODE} order by e.number limit $1`, [
    most,
  ]);
  return rows.map(({ id }) => id);
};

export interface HandedLine {
  readonly entry: number;
  readonly date: string;
  readonly period: string;
  readonly text: string;
  readonly currency: string;
  readonly rate: string;
  readonly account: string;
  readonly costCentre: string | null;
  readonly taxCode: string | null;
  readonly supplier: string | null;
  readonly supplierTaxId: string | null;
  readonly document: string | null;
  readonly debit: string;
  readonly credit: string;
}
/** The lines of entries, under the other ledger's codes. */
export const handedLines = (db: Database, ids: readonly number[]) =>
  many<HandedLine>(
    db,
    `select e.number as entry, e.posted_on as date, e.period, l.text, e.currency, trim_scale(e.exchange_rate)::text as rate, a.theirs as account, c.theirs as "costCentre", t.theirs as "taxCode",
       s.name as supplier, s.tax_id as "supplierTaxId", d.invoice_number as document, l.debit::text as debit, l.credit::text as credit
     from journal_entries e join journal_lines l on l.entry_id = e.id join ledger_codes a on a.kind = 'account' and a.ours = l.account
       left join ledger_codes c on c.kind = 'cost-centre' and c.ours = l.cost_centre left join ledger_codes t on t.kind = 'tax-rate' and t.ours = trim_scale(l.tax_rate)::text left join suppliers s on s.id = l.supplier_id left join documents d on d.id = e.document_id
     where e.id = any($1) order by e.number, l.position`,
    [ids],
  );
export const insertBatch = async (db: Database, csv: string, entries: readonly number[]): Promise<void> => {
  const { id } = await one<{ id: number }>(db, 'insert into ledger_batches (csv) values ($1) returning id', [csv]);
  await db.query('insert into ledger_batch_entries (batch_id, entry_id) select $1, unnest($2::bigint[])', [id, entries]);
};

export interface DueBatch {
  readonly id: number;
  readonly csv: string;
  readonly tries: number;
  /** Under which it is done once there. */
  readonly key: string;
}
/** Takes the batch whose turn has come; nobody else has it for two minutes. */
export const takeBatch = (db: Database) =>
  maybe<DueBatch>(
    db,
    `update ledger_batches set next_at = now() + interval '2 minutes', tries = tries + 1
     where id = (select id from ledger_batches where next_at <= now() order by id limit 1 for update skip locked)
     returning id, csv, tries, 'batch-' || id || '-' || extract(epoch from made_at)::bigint as key`,
  );

export const entryAccepted = async (db: Database, batchId: number, entry: number, number: string): Promise<boolean> =>
  (
    await db.query(
      "update ledger_batch_entries b set state = 'accepted', their_number = $3 from journal_entries e where b.batch_id = $1 and e.number = $2 and e.id = b.entry_id and b.state = 'sent'",
      [batchId, entry, number],
    )
  ).rowCount === 1;
export const entryRefused = async (db: Database, batchId: number, entry: number, reason: string): Promise<boolean> =>
  (
    await db.query(
      "update ledger_batch_entries b set state = 'refused', reason = $3 from journal_entries e where b.batch_id = $1 and e.number = $2 and e.id = b.entry_id and b.state = 'sent'",
      [batchId, entry, reason],
    )
  ).rowCount === 1;
export const unanswered = async (db: Database, batchId: number): Promise<number[]> =>
  (
    await many<{ number: number }>(
      db,
      "select e.number from ledger_batch_entries b join journal_entries e on e.id = b.entry_id where b.batch_id = $1 and b.state = 'sent' order by 1",
      [batchId],
    )
  ).map(({ number }) => number);
export const noteAnswered = (db: Database, id: number, status: number) =>
  db.query('update ledger_batches set answered_at = now(), next_at = null, status = $2, fault = null where id = $1', [id, status]);
/** `again`: seconds until the next try; null: somebody must say so. */
export const noteUnanswered = (db: Database, id: number, status: number | null, fault: string, again: number | null) =>
  db.query(
    "update ledger_batches set next_at = now() + $4::int * interval '1 second', status = $2, fault = $3, maybe_taken = maybe_taken or $4::int is not null where id = $1",
    [id, status, fault, again],
  );

export const newestBatches = (db: Database, most: number) =>
  many<LedgerBatch>(
    db,
    `select b.id, b.made_at as "madeAt", b.tries, b.next_at as "nextAt", b.answered_at as "answeredAt", b.fault, b.maybe_taken as "maybeTaken", count(*)::int as entries,
       count(*) filter (where x.state = 'accepted')::int as accepted, count(*) filter (where x.state = 'refused')::int as refused
     from ledger_batches b join ledger_batch_entries x on x.batch_id = b.id group by b.id order by b.id desc limit $1`,
    [most],
  );
export const batchCsv = async (db: Database, id: number): Promise<string | null> =>
  (await maybe<{ csv: string }>(db, 'select csv from ledger_batches where id = $1', [id]))?.csv ?? null;

/** Entries that were refused and not let go again, and those with a code that has no counterpart. */
export const stoppedEntries = async (db: Database, most: number): Promise<StoppedEntry[]> => {
  const refused = await many<{ entryId: number; number: number; description: string; reason: string }>(
    db,
    `select e.id as "entryId", e.number, e.description, b.reason from ledger_batch_entries b join journal_entries e on e.id = b.entry_id where b.state = 'refused' and not b.released order by e.number limit $1`,
    [most],
  );
  const without = await many<{ entryId: number; number: number; description: string; kind: LedgerCode['kind']; ours: string }>(
    db,
    `select e.id as "entryId", e.number, e.description, w.kind, w.ours from ${TO_HAND}, lateral ${WITHOUT_CODE} as w order by e.number limit $1`,
    [most],
  );
  return [
    ...refused.map(({ reason, ...entry }) => ({ ...entry, because: { code: 'refused' as const, reason } })),
    ...without.map(({ kind, ours, ...entry }) => ({ ...entry, because: { code: 'no-code' as const, kind, ours } })),
  ];
};
export const handedCounts = (db: Database) =>
  one<{ accepted: number; waiting: number }>(
    db,
    `select (select count(*)::int from ledger_batch_entries where state = 'accepted') as accepted,
       (select count(*)::int from entries_to_hand) + (select count(*)::int from ledger_batch_entries where state = 'sent' or state = 'refused' and not released) as waiting`,
  );

/** Lets an entry that was refused go again. @returns its number; null where there was none. */
export const releaseEntry = async (db: Database, entryId: number): Promise<number | null> =>
  (
    await maybe<{ number: number }>(
      db,
      "update ledger_batch_entries b set released = true from journal_entries e where b.entry_id = $1 and e.id = $1 and b.state = 'refused' and not b.released returning e.number",
      [entryId],
    )
  )?.number ?? null;
export const sendBatchAgain = async (db: Database, id: number): Promise<boolean> =>
  (await db.query('update ledger_batches set next_at = now() where id = $1 and answered_at is null', [id])).rowCount !== 0;

/** A batch that waits for somebody, locked; null where it does not. */
export const waitingBatch = (db: Database, id: number) =>
  maybe<{ maybeTaken: boolean }>(
    db,
    'select maybe_taken as "maybeTaken" from ledger_batches where id = $1 and answered_at is null and next_at is null for update',
    [id],
  );
/** Ends a batch that was refused as a whole; its entries wait to go in others. @returns how many there are. */
export const takeBatchApart = async (db: Database, id: number): Promise<number> => {
  await db.query('update ledger_batches set answered_at = now() where id = $1', [id]);
  const { rowCount } = await db.query(
    "update ledger_batch_entries x set state = 'refused', reason = b.fault, released = true from ledger_batches b where b.id = $1 and x.batch_id = $1 and x.state = 'sent'",
    [id],
  );
  return rowCount ?? 0;
};
