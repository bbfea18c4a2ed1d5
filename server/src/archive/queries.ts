import type { VarianceFigure } from '@umber/core/matching';
import type { ApprovalReason, ExceptionFacts, Question, TrailAct } from '@umber/core/documents';
import type { CitationView, TrailEntry } from '@umber/contract/documents';
import type { Word } from '@umber/core/reading';
import { row, rows, type Database } from '../database/database.js';
import { ALIKE } from '../trays/queries.js';

export const insertBlob = (db: Database, hash: Buffer, bytes: Buffer) =>
  db.query('insert into blobs (sha256, bytes) values ($1, $2) on conflict do nothing', [hash, bytes]);

export const blobBytes = async (db: Database, hash: Buffer) =>
  (await row<{ bytes: Buffer }>(db, 'select bytes from blobs where sha256 = $1', [hash]))?.bytes ?? null;

export const insertTrail = (db: Database, documentId: number, personId: number | null, act: TrailAct) =>
  db.query('insert into trail (document_id, person_id, act) values ($1, $2, $3)', [documentId, personId, JSON.stringify(act)]);

export const trailOf = (db: Database, documentId: number) =>
  rows<TrailEntry>(
    db,
    'select t.id, t.at, p.name as person, t.act, t.sentence from trail t left join people p on p.id = t.person_id where t.document_id = $1 order by t.id desc',
    [documentId],
  );

export const documentHead = (db: Database, id: number) =>
  row<Record<string, string | null> & { id: number; version: number; lines: string }>(
    db,
    `select d.id, d.version, d.tray, d.parked_from as "parkedFrom", d.rest_reason as reason, d.kind, d.language, f.id as "fileId", f.name as "fileName", (select count(*)::int from file_pages x where x.file_id = f.id) as "filePages", d.invoice_number as "invoiceNumber",
       d.issue_date as "issueDate", d.due_date as "dueDate", d.currency, d.order_reference as "orderReference", d.seller_name as "sellerName", d.seller_tax_id as "sellerTaxId",
       d.seller_iban as "sellerIban", d.net_total as "netTotal", d.tax_total as "taxTotal", d.gross_total as "grossTotal", d.amount_due as "amountDue", d.discount_percent as "discountPercent", d.discount_date as "discountDate",
       d.document_discount as discount, d.carriage, d.settled_fields as "settledFields", d.supplier_id as "supplierId", d.order_id as "orderId", checker.name as "checkedBy",
       d.tags, d.department, ${ALIKE} as alike, a.id as "arrivalId", so.name as source, a.kind as "arrivalKind", a.sender, a.subject, a.received_at as "receivedAt", a.body_text as "text", e.number as "entryNumber"
     from documents d join arrivals a on a.id = d.arrival_id join sources so on so.id = a.source_id join files f on f.id = d.file_id left join people checker on checker.id = d.checked_by left join journal_entries e on e.document_id = d.id
     where d.id = $1`,
    [id],
  );

export const documentLines = (db: Database, id: number) =>
  rows<{
    position: number;
    itemNumber: string | null;
    description: string | null;
    quantity: string | null;
    unit: string | null;
    unitPrice: string | null;
    netAmount: string | null;
    taxRate: string | null;
    orderLineId: number | null;
    account: string | null;
    costCentre: string | null;
  }>(
    db,
    `select position, item_number as "itemNumber", description, trim_scale(quantity)::text as quantity, unit, trim_scale(unit_price)::text as "unitPrice", net_amount as "netAmount",
       trim_scale(tax_rate)::text as "taxRate", order_line_id as "orderLineId", account, cost_centre as "costCentre"
     from document_lines where document_id = $1 order by position`,
    [id],
  );

export const openDoubts = (db: Database, id: number) =>
  rows<{ id: number; field: string | null; line: number | null; question: Question }>(
    db,
    'select id, field, line, question from doubts where document_id = $1 and settled_at is null order by line nulls first, id',
    [id],
  );

export const liveExceptions = (db: Database, id: number) =>
  rows<{
    id: number;
    line: number | null;
    facts: ExceptionFacts;
    figures: VarianceFigure[];
    acceptedBy: string | null;
    acceptedById: number | null;
    acceptedReason: string | null;
  }>(
    db,
    `select e.id, e.line, e.facts, e.figures, p.name as "acceptedBy", e.accepted_by as "acceptedById", e.accepted_reason as "acceptedReason"
     from exceptions e left join people p on p.id = e.accepted_by where e.document_id = $1 and e.withdrawn_at is null order by e.line nulls first, e.id`,
    [id],
  );

export const approvalsOf = (db: Database, id: number) =>
  rows<{
    id: number;
    approverId: number;
    approver: string;
    because: ApprovalReason;
    state: 'asked' | 'approved' | 'sent-back' | 'withdrawn';
    comment: string | null;
    answeredAt: string | null;
  }>(
    db,
    'select a.id, a.approver_id as "approverId", p.name as approver, a.because, a.state, a.comment, a.answered_at as "answeredAt" from approvals a join people p on p.id = a.approver_id where a.document_id = $1 order by a.id',
    [id],
  );

export const pagesOf = (db: Database, id: number) =>
  rows<{ number: number; turned: number; width: number; height: number; words: never }>(
    db,
    `select p.number, f.turned, f.width, f.height, f.words from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 order by p.position`,
    [id],
  );

export const pagePicture = async (db: Database, id: number, page: number) =>
  (
    await row<{ picture: Buffer | null }>(
      db,
      'select f.picture from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number where p.document_id = $1 and p.number = $2',
      [id, page],
    )
  )?.picture ?? null;

export const documentFile = (db: Database, id: number) =>
  row<{ blob: Buffer; fileName: string }>(
    db,
    'select f.blob, f.name as "fileName" from documents d join files f on f.id = d.file_id where d.id = $1',
    [id],
  );

export const lastReading = (db: Database, id: number) =>
  row<{ result: never }>(db, 'select result from readings where document_id = $1 order by id desc limit 1', [id]);

export const arrivalMail = (db: Database, id: number) =>
  row<{ sender: string | null; subject: string | null; sentAt: string | null; text: string }>(
    db,
    'select sender, subject, sent_at as "sentAt", body_text as text from arrivals where id = $1',
    [id],
  );

/** The invoices that a document names, with the one here that has the number: of the same supplier where that is known. */
export const citationViews = (db: Database, id: number) =>
  rows<CitationView>(
    db,
    `select c.number, c.amount,
       (select json_build_object('id', x.id, 'tray', x.tray, 'since', x.tray_since) from documents x
          where x.id <> d.id and x.kind in ('invoice', 'credit-note') and upper(regexp_replace(x.invoice_number, '[^[:alnum:]]', '', 'g')) = upper(regexp_replace(c.number, '[^[:alnum:]]', '', 'g'))
            and (d.supplier_id is null or x.supplier_id is null or x.supplier_id = d.supplier_id)
          order by x.supplier_id = d.supplier_id desc nulls last, x.tray = 'turned-away', x.id desc limit 1) as document
     from citations c join documents d on d.id = c.document_id where c.document_id = $1 order by c.position`,
    [id],
  );

export const pagesToPrint = (db: Database, id: number) =>
  rows<{ number: number; width: number; height: number; words: Word[]; picture: Buffer | null; scanned: boolean }>(
    db,
    `select p.number, f.width, f.height, f.words, f.picture, f.straightened_by is not null as scanned
     from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 order by p.position`,
    [id],
  );

/** Compares the blobs that were compared longest ago with their checksums; how many. */
export const checkBlobs = async (db: Database, most: number) =>
  (
    await db.query(
      `insert into blob_checks (sha256, damaged)
       select b.sha256, sha256(b.bytes) <> b.sha256 from blobs b left join blob_checks c on c.sha256 = b.sha256
       where c.sha256 is null or c.checked_at < now() - interval '1 day' order by c.checked_at nulls first limit $1
       on conflict (sha256) do update set checked_at = now(), damaged = excluded.damaged`,
      [most],
    )
  ).rowCount ?? 0;

export const keepingCounts = async (db: Database) =>
  (await row<{ blobs: number; bytes: number; checked: number }>(
    db,
    `select count(*)::int as blobs, coalesce(sum(b.size), 0)::bigint as bytes, (count(*) filter (where c.checked_at > now() - interval '7 days'))::int as checked
     from blobs b left join blob_checks c on c.sha256 = b.sha256`,
  )) ?? { blobs: 0, bytes: 0, checked: 0 };

export const damagedBlobs = (db: Database) =>
  rows<{ checksum: string; foundAt: string; usedBy: string[] }>(
    db,
    `select encode(c.sha256, 'hex') as checksum, c.checked_at as "foundAt",
       array(select 'arrival ' || a.id from arrivals a where a.blob = c.sha256) || array(select f.name || ' of arrival ' || f.arrival_id from files f where f.blob = c.sha256)
         || array(select distinct 'a page of ' || f.name from file_pages p join files f on f.id = p.file_id where p.picture = c.sha256) as "usedBy"
     from blob_checks c where c.damaged order by c.checked_at desc limit 100`,
  );
