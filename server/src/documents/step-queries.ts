import type { TrailAct } from '@umber/core/documents';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';
import { isTrailAct } from '../database/json-columns.js';

/**
 * What a person may change at Check, as PostgreSQL writes it: the columns of the document, its lines, and its open doubts. It stays text here,
 * so that amounts stay exact.
 */
export type CheckState = string;

/** The columns that a step may change; what matching makes of a document is not among them. */
const CHANGED = `kind, invoice_number, issue_date, due_date, currency, order_reference, seller_name, seller_tax_id, seller_iban, payment_reference, net_total, tax_total,
  gross_total, amount_due, discount_percent, discount_date, document_discount, carriage, settled_fields, pointed, dispute, own_values`;

export const stateOf = async (db: Database, id: number): Promise<CheckState> =>
  (
    await one<{ state: CheckState }>(
      db,
      `select jsonb_build_object(
         'document', (select to_jsonb(x) from (select ${CHANGED} from documents where id = $1) x),
         'lines', coalesce((select jsonb_agg(to_jsonb(l) order by l.position) from document_lines l where l.document_id = $1), '[]'),
         'splits', coalesce((select jsonb_agg(to_jsonb(p)) from line_splits p where p.document_id = $1), '[]'),
         'doubts', coalesce((select jsonb_agg(jsonb_build_object('id', q.id, 'line', q.line)) from doubts q where q.document_id = $1 and q.settled_at is null), '[]'))::text as state`,
      [id],
    )
  ).state;

/** Puts back what a step changed: doubts that were open then are open again, those that came since are settled. */
export const restoreState = async (db: Database, id: number, before: CheckState, personId: number) => {
  await db.query(
    `update documents d set (${CHANGED}) = (select ${CHANGED} from jsonb_populate_record(null::documents, $2::jsonb -> 'document')), version = version + 1 where id = $1`,
    [id, before],
  );
  await db.query('delete from document_lines where document_id = $1', [id]);
  await db.query("insert into document_lines select * from jsonb_populate_recordset(null::document_lines, $1::jsonb -> 'lines')", [before]);
  await db.query(
    "insert into line_splits select * from jsonb_populate_recordset(null::line_splits, coalesce($1::jsonb -> 'splits', '[]'))",
    [before],
  );
  await db.query(
    `update doubts set settled_at = now(), settled_by = $3 where document_id = $1 and settled_at is null
       and id not in (select was.id from jsonb_to_recordset($2::jsonb -> 'doubts') as was (id bigint))`,
    [id, before, personId],
  );
  await db.query(
    `update doubts q set settled_at = null, settled_by = null, line = was.line
     from jsonb_to_recordset($2::jsonb -> 'doubts') as was (id bigint, line int) where q.document_id = $1 and q.id = was.id`,
    [id, before],
  );
};

export const keepStep = (db: Database, id: number, personId: number, act: TrailAct, before: CheckState) =>
  db.query('insert into check_steps (document_id, person_id, act, before) values ($1, $2, $3, $4::jsonb)', [
    id,
    personId,
    jsonOf(act),
    before,
  ]);

/** The steps that can be taken back, newest first, down to and with one of them. */
export const stepsFrom = (db: Database, id: number, step: number) =>
  many<{ id: number; act: TrailAct; before: CheckState }>(
    db,
    'select id, act, before::text as before from check_steps where document_id = $1 and id >= $2 order by id desc',
    [id, step],
    { act: isTrailAct },
  );

/** The step that was done last; null where nothing can be taken back. */
export const newestStep = async (db: Database, id: number) =>
  (await maybe<{ id: number }>(db, 'select id from check_steps where document_id = $1 order by id desc limit 1', [id]))?.id ?? null;

export const deleteSteps = (db: Database, id: number, from: number) =>
  db.query('delete from check_steps where document_id = $1 and id >= $2', [id, from]);
