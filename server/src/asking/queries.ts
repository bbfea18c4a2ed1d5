import type { MissingGoods, MyQuestion } from '@umber/contract/asking';
import { many, maybe, one, type Database } from '../database/database.js';
import { QUESTION, QUESTIONS } from '../documents/queries.js';

const ABOUT = `d.id as "documentId", coalesce(s.name, d.seller_name) as supplier, d.invoice_number as "invoiceNumber", d.gross_total as total, d.currency`;

/** What a person is asked: what is open, the oldest first, and what they answered last. */
export const questionsTo = (db: Database, personId: number) =>
  many<Omit<MyQuestion, 'goods'>>(
    db,
    `(select ${QUESTION}, ${ABOUT} ${QUESTIONS} join documents d on d.id = q.document_id left join suppliers s on s.id = d.supplier_id where q.asked_of = $1 and q.answer is null and q.withdrawn_at is null order by q.asked_at, q.id limit 200)
     union all (select ${QUESTION}, ${ABOUT} ${QUESTIONS} join documents d on d.id = q.document_id left join suppliers s on s.id = d.supplier_id where q.answered_by = $1 order by q.answered_at desc limit 20)`,
    [personId],
  );

export const question = (db: Database, id: number) =>
  maybe<{ id: number; documentId: number; askedOf: number; kind: 'anything' | 'arrived'; isOpen: boolean }>(
    db,
    'select id, document_id as "documentId", asked_of as "askedOf", kind, answer is null and withdrawn_at is null as "isOpen" from questions where id = $1 for update',
    [id],
  );

export const insertQuestion = async (
  db: Database,
  asked: { documentId: number; exceptionId: number; kind: string; of: number; by: number; text: string },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into questions (document_id, exception_id, kind, asked_of, asked_by, text) values ($1, $2, $3, $4, $5, $6) returning id',
      [asked.documentId, asked.exceptionId, asked.kind, asked.of, asked.by, asked.text],
    )
  ).id;

export const answerQuestion = (db: Database, id: number, personId: number, answer: 'yes' | 'no', words: string) =>
  db.query('update questions set answer = $3, words = $4, answered_by = $2, answered_at = now() where id = $1', [
    id,
    personId,
    answer,
    words,
  ]);

/** Lines of orders that a document is for, of which less came than is invoiced. */
export const missingGoods = (db: Database, documentId: number) =>
  many<MissingGoods>(
    db,
    `with mine as (select p.order_line_id as id, sum(coalesce(p.quantity, p.amount)) as quantity from line_pairs p where p.document_id = $1 group by 1),
     lines as (
       select m.id, m.quantity + coalesce((select sum(case x.kind when 'credit-note' then -1 else 1 end * coalesce(p.quantity, p.amount)) from line_pairs p join documents x on x.id = p.document_id
           where p.order_line_id = m.id and p.document_id <> $1 and x.allotted_at is not null), 0) as invoiced,
         coalesce((select sum(case h.kind when 'return' then -r.quantity else r.quantity end) from receipt_lines r join receipts h on h.id = r.receipt_id where r.order_line_id = m.id), 0) as received
       from mine m)
     select o.id as "orderId", o.number as "orderNumber", l.id as "orderLineId", l.description, l.unit, trim_scale(l.quantity)::text as ordered, trim_scale(x.received)::text as received, trim_scale(x.invoiced)::text as invoiced
     from lines x join order_lines l on l.id = x.id join orders o on o.id = l.order_id where x.invoiced > x.received and l.check_by <> 'order' and o.state = 'open' order by o.number, l.position`,
    [documentId],
  );

/** A question that was not mailed yet, locked until it was; null where its person has no address. */
export const lockQuestionToMail = (db: Database, id: number) =>
  maybe<{ id: number; documentId: number; to: string; text: string; askedBy: string; supplier: string | null; number: string | null }>(
    db,
    `select q.id, q.document_id as "documentId", o.mail as "to", q.text, b.name as "askedBy", coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number
     from questions q join people o on o.id = q.asked_of join people b on b.id = q.asked_by join documents d on d.id = q.document_id left join suppliers s on s.id = d.supplier_id
     where q.id = $1 and q.mailed_at is null and q.answer is null and q.withdrawn_at is null and o.mail is not null for update of q skip locked`,
    [id],
  );

export const questionsToMail = async (db: Database): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      'select q.id from questions q join people o on o.id = q.asked_of where q.mailed_at is null and q.answer is null and q.withdrawn_at is null and o.mail is not null and q.tries < 8 order by q.id limit 100',
    )
  ).map(({ id }) => id);

export const markMailed = (db: Database, id: number, failed: string | null) =>
  db.query('update questions set mailed_at = case when $2::text is null then now() end, failed = $2, tries = tries + 1 where id = $1', [
    id,
    failed,
  ]);

export const mayBeAsked = async (db: Database, id: number) =>
  (await maybe<{ name: string }>(db, "select name from people where id = $1 and role in ('clerk', 'approver', 'controller')", [id]))
    ?.name ?? null;

export const insertClaim = (
  db: Database,
  claim: { documentId: number; exceptionId: number; net: string; gross: string; reason: string; by: number },
) =>
  db.query('insert into claims (document_id, exception_id, net, gross, reason, made_by) values ($1, $2, $3, $4, $5, $6)', [
    claim.documentId,
    claim.exceptionId,
    claim.net,
    claim.gross,
    claim.reason,
    claim.by,
  ]);
