import type { DocumentReading, Word } from '@umber/core/reading';
import type { HeaderField, LineCell, Question } from '@umber/core/documents';
import type { PageView } from '@umber/contract/documents';
import { many, type Database } from '../database/database.js';
import { isQuestion, isReading } from '../database/json-columns.js';

/** Questions to which "it is as it was read" is a whole answer. */
const PLAIN: readonly Question['code'][] = [
  'unclear',
  'cell-unclear',
  'tax-unproven',
  'due-unexplained',
  'day-or-month',
  'far-from-arrival',
  'terms-without-date',
  'currency-unlikely',
  'price-unit-differs',
  'not-on-scan',
];

/** Open doubts at Check about single values, with the reading that they are from; the documents that press first. */
export const plainDoubts = (db: Database, today: string, most: number) =>
  many<{
    id: number;
    document: number;
    field: HeaderField | LineCell;
    line: number | null;
    question: Question;
    supplier: string | null;
    currency: string | null;
    reading: DocumentReading;
    readLine: number | null;
  }>(
    db,
    `select q.id, q.document_id as document, q.field, q.line, q.question, coalesce(s.name, d.seller_name) as supplier, d.currency, l.read_line as "readLine",
       (select r.result from readings r where r.document_id = d.id order by r.id desc limit 1) as reading
     from doubts q join documents d on d.id = q.document_id left join suppliers s on s.id = d.supplier_id
       left join document_lines l on l.document_id = d.id and l.position = q.line
     where d.tray = 'check' and q.settled_at is null and q.field is not null and q.question ->> 'code' = any($1)
     order by d.due_date <= $2::date + 7 desc nulls last, d.gross_total desc nulls last, d.id, q.id limit $3`,
    [PLAIN, today, most],
    { question: isQuestion, reading: isReading },
  );

/** The pages of some documents with their words. */
export const pagesOfDocuments = (db: Database, ids: readonly number[]) =>
  many<Omit<PageView, 'words'> & { document: number; words: Word[] }>(
    db,
    `select p.document_id as document, p.number, f.turned, f.straightened_by is not null as straightened, f.width, f.height, f.words
     from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number where p.document_id = any($1)`,
    [ids],
  );
