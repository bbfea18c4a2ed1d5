import type { Spread } from '@umber/core/ledger';
import {
  HANDLING,
  HANDLING_MOVES,
  type HeaderField,
  type OwnName,
  type ApprovalReason,
  type Dispute,
  type ExceptionFacts,
  type Question,
  type DocumentKind,
  type RestingReason,
  type Tray,
} from '@umber/core/documents';
import type { CodingReason } from '@umber/core/coding';
import { NEEDS_TWO, type VarianceFigure } from '@umber/core/matching';
import type { Alike, CitationView, ConfirmationView, EInvoiceHead, PairView, StepView, TrailEntry } from '@umber/contract/documents';
import type { Box, Place } from '@umber/core/geometry';
import type { ClaimView, QuestionView } from '@umber/contract/asking';
import type { HandedView } from '@umber/contract/around';
import type { LetterView } from '@umber/contract/letters';
import type { TaxTreatment } from '@umber/core/e-invoices';
import type { DocumentReading, PageWords, Word } from '@umber/core/reading';
import { many, maybe, type Database } from '../database/database.js';
import { areFigures, isBecause, isFacts, isQuestion, isReading, isRestingReason, isTrailAct } from '../database/json-columns.js';

export const trailOf = (db: Database, documentId: number) =>
  many<TrailEntry>(
    db,
    'select t.id, t.at, p.name as person, t.act, t.sentence from trail t left join people p on p.id = t.person_id where t.document_id = $1 order by t.id desc',
    [documentId],
    { act: isTrailAct },
  );

export const disputeOf = async (db: Database, id: number) =>
  (await maybe<{ dispute: Dispute | null }>(db, 'select dispute from documents where id = $1', [id]))?.dispute ?? null;

export const lettersOf = (db: Database, documentId: number) =>
  many<LetterView>(
    db,
    `select l.id, l.to_address as "to", l.subject, l.body as text, p.name as by, l.written_at as at, l.sent_at as "sentAt", l.failed
     from letters l join people p on p.id = l.written_by where l.document_id = $1 order by l.id desc`,
    [documentId],
  );

/** What was done at Check and can be taken back, newest first. */
export const stepsOf = (db: Database, documentId: number) =>
  many<StepView>(
    db,
    'select s.id, s.at, p.name as person, s.act from check_steps s join people p on p.id = s.person_id where s.document_id = $1 order by s.id desc',
    [documentId],
    { act: isTrailAct },
  );

/** Whom a document `d` was handed to, and by whom. */
const HANDED = `(select json_build_object('toId', h.id, 'to', h.name, 'by', (select b.name from people b where b.id = d.handed_by)) from people h where h.id = d.handed_to)`;

/** A document's own row with the names of what it belongs to. */
export interface DocumentHead extends Readonly<Record<HeaderField, string | null>> {
  readonly id: number;
  readonly version: number;
  readonly tray: Tray;
  readonly parkedFrom: Tray | null;
  readonly reason: RestingReason | null;
  readonly kind: DocumentKind;
  readonly language: string | null;
  readonly fileId: number;
  readonly fileName: string;
  readonly filePages: number;
  readonly discount: string | null;
  readonly carriage: string | null;
  readonly settledFields: readonly (HeaderField | OwnName)[];
  readonly pointed: Readonly<Partial<Record<HeaderField | OwnName, Place>>>;
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
  readonly dispute: Dispute | null;
  readonly restsUntil: string | null;
  readonly handed: HandedView | null;
  readonly supplierId: number | null;
  readonly checkedBy: string | null;
  readonly tags: readonly string[];
  readonly department: string | null;
  readonly alike: Alike | null;
  readonly arrivalId: number;
  readonly source: string;
  readonly arrivalKind: 'mail' | 'file';
  readonly sender: string | null;
  readonly subject: string | null;
  readonly receivedAt: string;
  readonly text: string;
  readonly entryNumber: number | null;
}

export const documentHead = (db: Database, id: number) =>
  maybe<DocumentHead>(
    db,
    `select d.id, d.version, d.tray, d.parked_from as "parkedFrom", d.rest_reason as reason, d.kind, d.language, f.id as "fileId", f.name as "fileName", (select count(*)::int from file_pages x where x.file_id = f.id) as "filePages", d.invoice_number as "invoiceNumber",
       d.issue_date as "issueDate", d.due_date as "dueDate", d.currency, d.order_reference as "orderReference", d.seller_name as "sellerName", d.seller_tax_id as "sellerTaxId",
       d.seller_iban as "sellerIban", d.payment_reference as "paymentReference", d.net_total as "netTotal", d.tax_total as "taxTotal", d.gross_total as "grossTotal", d.amount_due as "amountDue", d.discount_percent as "discountPercent", d.discount_date as "discountDate",
       d.document_discount as discount, d.carriage, d.settled_fields as "settledFields", d.pointed, d.own_values as own, d.dispute, d.rests_until as "restsUntil", ${HANDED} as handed, d.supplier_id as "supplierId", checker.name as "checkedBy",
       d.tags, d.department, ${ALIKE} as alike, a.id as "arrivalId", so.name as source, a.kind as "arrivalKind", a.sender, a.subject, a.received_at as "receivedAt", a.body_text as "text", e.number as "entryNumber"
     from documents d join arrivals a on a.id = d.arrival_id join sources so on so.id = a.source_id join files f on f.id = d.file_id left join people checker on checker.id = d.checked_by left join journal_entries e on e.document_id = d.id
     where d.id = $1`,
    [id],
    { reason: isRestingReason },
  );

export const documentLines = (db: Database, id: number) =>
  many<{
    position: number;
    itemNumber: string | null;
    description: string | null;
    quantity: string | null;
    unit: string | null;
    unitPrice: string | null;
    netAmount: string | null;
    taxRate: string | null;
    page: number | null;
    box: Box | null;
    readLine: number | null;
    charge: string | null;
    account: string | null;
    costCentre: string | null;
    codedBy: string | null;
    codedById: number | null;
    project: string | null;
    codingReason: CodingReason | null;
    spread: Spread | null;
    own: Readonly<Partial<Record<OwnName, string>>>;
  }>(
    db,
    `select position, item_number as "itemNumber", description, trim_scale(quantity)::text as quantity, unit, trim_scale(unit_price)::text as "unitPrice", net_amount as "netAmount",
       trim_scale(tax_rate)::text as "taxRate", page, box, read_line as "readLine", charge, account, cost_centre as "costCentre", (select p.name from people p where p.id = coded_by) as "codedBy", coded_by as "codedById", project, coding_reason as "codingReason", case when spread_from is not null then json_build_object('from', spread_from, 'months', spread_months) end as spread, own_values as own
     from document_lines where document_id = $1 order by position`,
    [id],
  );

/** Which part of which line is for which order line. */
export const pairsOf = (db: Database, id: number) =>
  many<PairView & { line: number }>(
    db,
    `select p.line, p.order_line_id as "orderLineId", l.order_id as "orderId", trim_scale(p.quantity)::text as quantity, p.amount, trim_scale(p.factor)::text as factor, p.signs, p.strength::float, p.sure,
       exists (select from line_choices c where c.document_id = p.document_id and c.line = p.line) as chosen
     from line_pairs p join order_lines l on l.id = p.order_line_id where p.document_id = $1 order by p.line, l.order_id, l.position`,
    [id],
  );

export const ordersOfDocument = async (db: Database, id: number): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select order_id as id from document_orders where document_id = $1', [id])).map((one) => one.id);

export const openDoubts = (db: Database, id: number) =>
  many<{ id: number; field: string | null; line: number | null; question: Question }>(
    db,
    'select id, field, line, question from doubts where document_id = $1 and settled_at is null order by line nulls first, id',
    [id],
    { question: isQuestion },
  );

export const liveExceptions = (db: Database, id: number) =>
  many<{
    id: number;
    line: number | null;
    facts: ExceptionFacts;
    figures: VarianceFigure[];
    acceptedBy: string | null;
    acceptedById: number | null;
    acceptedReason: string | null;
    confirmations: ConfirmationView[];
  }>(
    db,
    `select e.id, e.line, e.facts, e.figures, coalesce((select json_agg(json_build_object('personId', c.person_id, 'by', x.name, 'reason', c.reason) order by c.confirmed_at, c.person_id)
         from confirmations c join people x on x.id = c.person_id where c.exception_id = e.id), '[]') as confirmations, p.name as "acceptedBy", e.accepted_by as "acceptedById", e.accepted_reason as "acceptedReason"
     from exceptions e left join people p on p.id = e.accepted_by where e.document_id = $1 and e.withdrawn_at is null order by e.line nulls first, e.id`,
    [id],
    { facts: isFacts, figures: areFigures },
  );

export const approvalsOf = (db: Database, id: number) =>
  many<{
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
    { because: isBecause },
  );

export const pagesOf = (db: Database, id: number) =>
  many<{ number: number; turned: number; straightened: boolean; width: number; height: number; words: Word[] }>(
    db,
    `select p.number, f.turned, f.straightened_by is not null as straightened, f.width, f.height, f.words from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 order by p.position`,
    [id],
  );

export const pagePicture = async (db: Database, id: number, page: number) =>
  (
    await maybe<{ picture: Buffer | null }>(
      db,
      'select f.picture from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number where p.document_id = $1 and p.number = $2',
      [id, page],
    )
  )?.picture ?? null;

/** The file that a document was cut out of; its blob is null where it was deleted. */
export const documentFile = (db: Database, id: number) =>
  maybe<{ blob: Buffer | null; fileName: string }>(
    db,
    'select case when d.deletion_id is null then f.blob end as blob, f.name as "fileName" from documents d join files f on f.id = d.file_id where d.id = $1',
    [id],
  );

export const lastReading = (db: Database, id: number) =>
  maybe<{ result: DocumentReading }>(db, 'select result from readings where document_id = $1 order by id desc limit 1', [id], {
    result: isReading,
  });

export const arrivalMail = (db: Database, id: number) =>
  maybe<{ sender: string | null; subject: string | null; sentAt: string | null; text: string }>(
    db,
    'select sender, subject, sent_at as "sentAt", body_text as text from arrivals where id = $1',
    [id],
  );

/** The invoices that a document names, with the one here that has the number: of the same supplier where that is known. */
export const citationViews = (db: Database, id: number) =>
  many<CitationView>(
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
  many<{ number: number; width: number; height: number; words: Word[]; picture: Buffer | null; scanned: boolean }>(
    db,
    `select p.number, f.width, f.height, f.words, f.picture, f.straightened_by is not null as scanned
     from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number
     where p.document_id = $1 order by p.position`,
    [id],
  );

/** What was made of a document when it was as it is; null where nothing was. */
export const keptSearchable = async (db: Database, id: number, version: number) =>
  (await maybe<{ bytes: Buffer }>(db, 'select bytes from searchable_pdfs where document_id = $1 and version = $2', [id, version]))?.bytes ??
  null;

/** Of a document whose original is deleted meanwhile nothing is kept. */
export const keepSearchable = (db: Database, id: number, version: number, bytes: Buffer) =>
  db.query(
    `insert into searchable_pdfs (document_id, version, bytes) select id, $2, $3 from documents where id = $1 and deletion_id is null for share on conflict (document_id) do update set version = excluded.version, bytes = excluded.bytes`,
    [id, version, bytes],
  );

/** The group of a document of an unknown supplier and how many others wait in it; null where there are none. */
export const ALIKE = `case when d.supplier_id is null and d.tray in ('check', 'match') then (select json_build_object('group', l.group_id, 'others', count(*)) from page_layouts l
  join page_layouts o on o.group_id = l.group_id and o.document_id <> l.document_id join documents x on x.id = o.document_id and x.supplier_id is null and x.tray in ('check', 'match')
  where l.document_id = d.id group by l.group_id) end`;

/**
 * Who had a hand in what a document says. What versions that wrote sentences kept of a person counts as a hand. Beside accounts: without
 * those who did no more than confirm where its money goes.
 */
export const handlersOf = async (db: Database, documentId: number, which: 'all' | 'beside-accounts' = 'all'): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `select person_id as id from trail where document_id = $1 and person_id is not null
         and (act is null or act ->> 'code' = any($2) or (act ->> 'code' = 'moved' and act ->> 'act' = any($3)))
       union select checked_by from documents where id = $1 and checked_by is not null
       union select accepted_by from exceptions where document_id = $1 and accepted_by is not null and ($4 or not facts ->> 'code' = any($5))`,
      [documentId, HANDLING.filter((code) => which === 'all' || code !== 'account-confirmed'), HANDLING_MOVES, which === 'all', NEEDS_TWO],
    )
  ).map(({ id }) => id);

/** The columns of a question `q`, and what they are taken from. */
export const QUESTION = `q.id, q.exception_id as "exceptionId", q.kind, q.text, o.name as "askedOf", q.asked_of as "askedOfId", b.name as "askedBy", q.asked_at as "askedAt", q.answer, q.words, a.name as "answeredBy", q.answered_at as "answeredAt"`;
export const QUESTIONS = `from questions q join people o on o.id = q.asked_of join people b on b.id = q.asked_by left join people a on a.id = q.answered_by`;

export const questionsOf = (db: Database, documentId: number) =>
  many<QuestionView>(db, `select ${QUESTION} ${QUESTIONS} where q.document_id = $1 and q.withdrawn_at is null order by q.id desc`, [
    documentId,
  ]);

export const claimsOf = (db: Database, documentId: number) =>
  many<ClaimView>(
    db,
    `select c.id, c.exception_id as "exceptionId", c.net, c.gross, c.reason, m.name as "madeBy", c.made_at as "madeAt", case when c.credit_id is not null then json_build_object('id', c.credit_id, 'number', d.invoice_number) end as credit,
       x.name as "droppedBy", c.dropped_reason as "droppedReason"
     from claims c join exceptions e on e.id = c.exception_id and e.withdrawn_at is null join people m on m.id = c.made_by left join documents d on d.id = c.credit_id left join people x on x.id = c.dropped_by where c.document_id = $1 order by c.id`,
    [documentId],
  );

const FIRST_PAGE = `from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number where p.document_id = $1 order by p.position limit 1`;

/** What the first page of a document carries beside its print. */
export const heldData = async (db: Database, id: number) =>
  (await maybe<{ beside: Pick<PageWords, 'data' | 'isMade'> | null }>(db, `select f.beside ${FIRST_PAGE}`, [id]))?.beside ?? null;

/** What electronic invoice a document is; null for all else. */
export const eInvoiceHead = (db: Database, id: number) =>
  maybe<EInvoiceHead>(
    db,
    `select invoice ->> 'syntax' as syntax, invoice ->> 'profile' as profile, coalesce((beside ->> 'isMade')::boolean, false) as "isMade"
     from (select f.beside, f.beside #> '{data,invoice}' as invoice ${FIRST_PAGE}) first where invoice ->> 'syntax' is not null`,
    [id],
  );

/** What an electronic invoice says of its seller. */
export const sellerForWriting = (db: Database, supplierId: number) =>
  maybe<{ name: string; taxId: string | null; country: string; address: string; termsDays: number; treatment: TaxTreatment }>(
    db,
    'select name, tax_id as "taxId", country, address, terms_days as "termsDays", tax_treatment as treatment from suppliers where id = $1',
    [supplierId],
  );
