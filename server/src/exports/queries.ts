import {
  MOST_EXPORTED,
  type ExportTarget,
  type ExportWhat,
  type ExportWish,
  type KeepWish,
  type KeptExport,
  type RunView,
  type RunWish,
} from '@umber/contract/exports';
import { HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell } from '@umber/core/documents';
import type { ExportDocument } from '@umber/core/exports';
import { asLike } from '../database/search-words.js';
import { archiveIds } from '../searching/archive.js';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

const DATES = { issueDate: 'd.issue_date', postedOn: 'e.posted_on' } as const;

/** The documents that are meant, the oldest first: one more than go out at a time, where there are as many. */
export const exportedIds = async (db: Database, what: ExportWhat, exportId: number | null, today: string) =>
  many<{ id: number; version: number }>(
    db,
    `select d.id, d.version from documents d left join journal_entries e on e.document_id = d.id left join suppliers s on s.id = d.supplier_id
     where (cardinality($1::text[]) = 0 or d.tray = any($1)) and (cardinality($2::text[]) = 0 or d.kind = any($2)) and d.tray <> 'arriving'
       and ($3::bigint is null or d.supplier_id = $3)
       and ($4::date is null or ${DATES[what.date]} >= $4) and ($5::date is null or ${DATES[what.date]} <= $5)
       and ($6 = '' or d.invoice_number ilike $7 or coalesce(s.name, d.seller_name) ilike $7 or d.order_reference ilike $7)
       and ($8 <> 'this-month' or date_trunc('month', ${DATES[what.date]}) = date_trunc('month', $9::date))
       and ($8 <> 'last-month' or date_trunc('month', ${DATES[what.date]}) = date_trunc('month', $9::date) - interval '1 month')
       and ($8 <> 'last' or not exists (select from export_documents x join export_runs r on r.id = x.run_id where x.document_id = d.id and x.version >= d.version and r.export_id = $10 and r.done_at is not null))
       and ($11::bigint[] is null or d.id = any($11))
     order by d.id limit ${MOST_EXPORTED + 1}`,
    [
      what.trays,
      what.kinds,
      what.supplierId,
      what.from,
      what.to,
      what.words.trim(),
      `%${asLike(what.words.trim())}%`,
      what.since,
      today,
      exportId,
      // What an earlier version kept knows of no searches.
      what.search ? await archiveIds(db, { ...what.search, after: 0 }, MOST_EXPORTED + 1) : null,
    ],
  );

const COLUMNS: Readonly<Record<HeaderField, string>> = {
  invoiceNumber: 'd.invoice_number',
  issueDate: 'd.issue_date',
  dueDate: 'd.due_date',
  currency: 'd.currency',
  orderReference: 'd.order_reference',
  sellerName: 'd.seller_name',
  sellerTaxId: 'd.seller_tax_id',
  sellerIban: 'd.seller_iban',
  paymentReference: 'd.payment_reference',
  netTotal: 'd.net_total',
  taxTotal: 'd.tax_total',
  grossTotal: 'd.gross_total',
  amountDue: 'd.amount_due',
  discountPercent: 'trim_scale(d.discount_percent)',
  discountDate: 'd.discount_date',
};
const CELLS: Readonly<Record<LineCell, string>> = {
  itemNumber: 'item_number',
  description: 'description',
  quantity: 'trim_scale(quantity)',
  unit: 'unit',
  unitPrice: 'trim_scale(unit_price)',
  netAmount: 'net_amount',
  taxRate: 'trim_scale(tax_rate)',
};

/** Documents as they are handed on, in the order of their ids. Doubts by field and code. */
export async function exportDocuments(db: Database, ids: readonly number[]): Promise<ExportDocument[]> {
  type Head = Omit<ExportDocument, 'fields' | 'lines' | 'doubts'> & Record<HeaderField, string | null>;
  const heads = await many<Head>(
    db,
    `select d.id, f.name as file, (select string_agg(p.number::text, ', ' order by p.position) from pages p where p.document_id = d.id) as pages, d.kind, d.tray, s.name as supplier,
       (select string_agg(o.number, ', ' order by o.number) from document_orders x join orders o on o.id = x.order_id where x.document_id = d.id) as orders,
       d.document_discount::text as discount, d.carriage::text as carriage, e.number as entry, e.posted_on as "postedOn", d.own_values as own,
       ${HEADER_FIELDS.map((field) => `${COLUMNS[field]}::text as "${field}"`).join(', ')}
     from documents d join files f on f.id = d.file_id left join suppliers s on s.id = d.supplier_id left join journal_entries e on e.document_id = d.id
     where d.id = any($1) order by d.id`,
    [ids],
  );
  const lines = await many<
    {
      documentId: number;
      position: number;
      account: string | null;
      costCentre: string | null;
      project: string | null;
      own: ExportDocument['own'];
    } & Record<LineCell, string | null>
  >(
    db,
    `select document_id as "documentId", position, account, cost_centre as "costCentre", project, own_values as own, ${LINE_CELLS.map((cell) => `${CELLS[cell]}::text as "${cell}"`).join(', ')}
     from document_lines where document_id = any($1) order by document_id, position`,
    [ids],
  );
  const doubts = await many<{ documentId: number; line: number | null; text: string }>(
    db,
    `select document_id as "documentId", line, string_agg(coalesce(field, 'document') || ': ' || coalesce(question ->> 'rule', question ->> 'code'), '; ' order by id) as text
     from doubts where document_id = any($1) and settled_at is null group by 1, 2`,
    [ids],
  );
  const linesOf = grouped(lines);
  const doubtsOf = new Map(doubts.map(({ documentId, line, text }) => [`${documentId} ${line ?? ''}`, text]));
  return heads.map((head) => ({
    id: head.id,
    file: head.file,
    pages: head.pages ?? '',
    kind: head.kind,
    tray: head.tray,
    supplier: head.supplier,
    orders: head.orders,
    discount: head.discount,
    carriage: head.carriage,
    entry: head.entry,
    postedOn: head.postedOn,
    doubts: doubtsOf.get(`${head.id} `) ?? '',
    fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, head[field]])) as Record<HeaderField, string | null>,
    own: head.own,
    lines: (linesOf.get(head.id ?? 0) ?? []).map((line) => ({
      position: line.position + 1,
      account: line.account,
      costCentre: line.costCentre,
      project: line.project,
      lineDoubts: doubtsOf.get(`${head.id} ${line.position}`) ?? '',
      cells: Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]])) as Record<LineCell, string | null>,
      own: line.own,
    })),
  }));
}

function grouped<T extends { documentId: number }>(rows: readonly T[]): Map<number, T[]> {
  const by = new Map<number, T[]>();
  for (const row of rows) {
    const known = by.get(row.documentId);
    if (known) known.push(row);
    else by.set(row.documentId, [row]);
  }
  return by;
}

export const keptExports = (db: Database) =>
  many<KeptExport>(
    db,
    `select x.id, x.name, x.wish -> 'what' as what, x.wish -> 'layout' as layout, x.every, x.target, x.version, p.name as "madeBy", (select max(r.asked_at) from export_runs r where r.export_id = x.id) as "lastRun"
     from exports x join people p on p.id = x.made_by where x.removed_at is null order by lower(x.name)`,
  );

/** A kept export as those need it who change or run it. */
export interface LockedExport {
  readonly id: number;
  readonly name: string;
  readonly version: number;
  readonly wish: ExportWish;
  readonly target: ExportTarget | null;
}
/** Nobody else changes it until the transaction ends; null: it is gone. */
export const lockedExport = (db: Database, id: number) =>
  maybe<LockedExport>(db, 'select id, name, version, wish, target from exports where id = $1 and removed_at is null for update', [id]);
export const exportNamed = (db: Database, name: string) =>
  maybe<{ id: number; name: string; madeBy: string }>(
    db,
    'select x.id, x.name, p.name as "madeBy" from exports x join people p on p.id = x.made_by where lower(x.name) = lower($1) and x.removed_at is null',
    [name],
  );
export const insertExport = (db: Database, { name, every, what, layout }: KeepWish, personId: number) =>
  db.query('insert into exports (name, wish, every, made_by) values ($1, $2, $3, $4)', [name, jsonOf({ what, layout }), every, personId]);
export const changeExport = (db: Database, id: number, { name, every, what, layout }: KeepWish) =>
  db.query('update exports set wish = $3, every = $4, name = $2, version = version + 1 where id = $1', [
    id,
    name,
    jsonOf({ what, layout }),
    every,
  ]);
export const removeExport = (db: Database, id: number) => db.query('update exports set removed_at = now() where id = $1', [id]);

const RUN = `select r.id, r.export_id as "exportId", r.name, r.wish, p.name as by, r.asked_at as "askedAt", r.done_at as "doneAt", r.documents, r.fault,
   (select json_build_object('target', v.target, 'tries', v.tries, 'nextAt', v.next_at, 'arrivedAt', v.arrived_at, 'fault', v.fault) from export_deliveries v where v.run_id = r.id) as delivery,
   coalesce((select json_agg(json_build_object('name', f.name, 'bytes', f.bytes, 'sha256', encode(f.blob, 'hex')) order by f.position) from export_files f where f.run_id = r.id), '[]') as files
   from export_runs r left join people p on p.id = r.run_by`;
export const newestRuns = (db: Database, most: number) => many<RunView>(db, `${RUN} order by r.id desc limit $1`, [most]);
export const runView = (db: Database, id: number) => maybe<RunView>(db, `${RUN} where r.id = $1`, [id]);

export const insertRun = async (
  db: Database,
  { what, layout, exportId }: RunWish,
  name: string,
  personId: number | null,
): Promise<number> =>
  (
    await one<{ id: number }>(db, 'insert into export_runs (export_id, name, wish, run_by) values ($1, $2, $3, $4) returning id', [
      exportId,
      name,
      jsonOf({ what, layout }),
      personId,
    ])
  ).id;

/** Nobody else makes a run of this kept export, or where it is 0 starts those that are due, until the transaction ends: what one hands on, the next leaves out. */
export const oneRunAtATime = (db: Database, exportId: number) =>
  db.query("select pg_advisory_xact_lock(hashtext('exports'), $1::int)", [exportId]);

/** A run that waits, locked; null where another worker has it, or it is done. */
export const waitingRun = (db: Database, id: number) =>
  maybe<{ id: number; exportId: number | null; name: string; wish: ExportWish }>(
    db,
    'select id, export_id as "exportId", name, wish from export_runs where id = $1 and done_at is null for update skip locked',
    [id],
  );
export const runsToDo = async (db: Database): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select id from export_runs where done_at is null order by id')).map(({ id }) => id);

export const endRun = (db: Database, id: number, documents: number | null, fault: string | null) =>
  db.query('update export_runs set done_at = now(), documents = $2, fault = $3 where id = $1', [id, documents, fault]);

export const insertExportFile = (
  db: Database,
  runId: number,
  position: number,
  { name, type, bytes, blob }: { name: string; type: string; bytes: number; blob: Buffer },
) =>
  db.query('insert into export_files (run_id, position, name, type, bytes, blob) values ($1, $2, $3, $4, $5, $6)', [
    runId,
    position,
    name,
    type,
    bytes,
    blob,
  ]);

export const insertExported = (db: Database, runId: number, documents: readonly { id: number; version: number }[]) =>
  db.query('insert into export_documents (run_id, document_id, version) select $1, * from unnest($2::bigint[], $3::int[])', [
    runId,
    documents.map(({ id }) => id),
    documents.map(({ version }) => version),
  ]);

export const exportFile = (db: Database, runId: number, position: number) =>
  maybe<{ name: string; type: string; blob: Buffer }>(db, 'select name, type, blob from export_files where run_id = $1 and position = $2', [
    runId,
    position,
  ]);

/** Kept exports whose turn has come: a day, a week, a month after they last ran by themselves, or were kept. */
export const exportsDue = (db: Database) =>
  many<{ id: number; name: string; wish: ExportWish }>(
    db,
    `select x.id, x.name, x.wish from exports x where x.removed_at is null and x.every is not null
       and coalesce((select max(r.asked_at) from export_runs r where r.export_id = x.id), x.made_at - interval '40 days') <= now() - case x.every when 'day' then interval '1 day' when 'week' then interval '7 days' else interval '1 month' end`,
  );

/** What a document came as: its file, the data beside it, and the arrival; their blobs are null where they were deleted. */
export const cameWith = (db: Database, id: number) =>
  maybe<{
    fileName: string;
    blob: Buffer | null;
    dataBlob: Buffer | null;
    arrivalBlob: Buffer | null;
    kind: 'mail' | 'file';
    receivedAt: string;
  }>(
    db,
    `select f.name as "fileName", case when d.deletion_id is null then f.blob end as blob, case when d.deletion_id is null then f.data_blob end as "dataBlob",
       case when d.deletion_id is null then a.blob end as "arrivalBlob", a.kind, a.received_at as "receivedAt" from documents d join files f on f.id = d.file_id join arrivals a on a.id = d.arrival_id
     where d.id = $1`,
    [id],
  );

/** @returns the name of the export; null where it is gone. */
export const setTarget = async (db: Database, id: number, target: ExportTarget | null): Promise<string | null> =>
  (
    await maybe<{ name: string }>(db, 'update exports set target = $2 where id = $1 and removed_at is null returning name', [
      id,
      jsonOf(target),
    ])
  )?.name ?? null;

/** The files of a run go where its kept export says. */
export const insertExportDelivery = (db: Database, runId: number) =>
  db.query(
    'insert into export_deliveries (run_id, target) select r.id, x.target from export_runs r join exports x on x.id = r.export_id where r.id = $1 and x.target is not null',
    [runId],
  );
/** Takes the delivery whose turn has come; nobody else has it for five minutes. */
export const takeDelivery = (db: Database) =>
  maybe<{ runId: number; name: string; target: ExportTarget; tries: number }>(
    db,
    `update export_deliveries v set next_at = now() + interval '5 minutes', tries = v.tries + 1 from export_runs r
     where v.run_id = (select run_id from export_deliveries where next_at <= now() order by run_id limit 1 for update skip locked) and r.id = v.run_id
     returning v.run_id as "runId", r.name, v.target, v.tries`,
  );
export const runFiles = (db: Database, runId: number) =>
  many<{ position: number; name: string; type: string; blob: Buffer }>(
    db,
    'select position, name, type, blob from export_files where run_id = $1 order by position',
    [runId],
  );
/** `again`: seconds until the next try; null: none. */
export const noteDelivery = (db: Database, runId: number, fault: string | null, again: number | null) =>
  db.query(
    "update export_deliveries set next_at = now() + $3::int * interval '1 second', arrived_at = case when $2::text is null then now() end, fault = $2 where run_id = $1",
    [runId, fault, again],
  );
export const deliverAgain = async (db: Database, runId: number): Promise<boolean> =>
  (await db.query('update export_deliveries set next_at = now() where run_id = $1 and arrived_at is null', [runId])).rowCount !== 0;
