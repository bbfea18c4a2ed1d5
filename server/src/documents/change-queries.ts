import type { Question, TrailAct, DocumentKind, Tray, RestingReason } from '@umber/core/documents';
import { maybe, type Database, one, jsonOf } from '../database/database.js';

/** `data`: the electronic invoice that came beside it. */
export const insertFile = async (db: Database, arrivalId: number, blob: Buffer, name: string, data: Buffer | null) =>
  (
    await maybe<{ id: number }>(
      db,
      'insert into files (arrival_id, blob, name, data_blob) values ($1, $2, $3, $4) on conflict do nothing returning id',
      [arrivalId, blob, name, data],
    )
  )?.id ?? null;

/** A document as if it had just come: its pages are to be read again. What was read before stays among the readings. */
export const resetDocument = async (db: Database, id: number) => {
  await db.query('delete from document_lines where document_id = $1', [id]);
  await db.query('delete from document_orders where document_id = $1', [id]);
  await settleAllDoubts(db, id);
  await withdrawOpenExceptions(db, id);
  await db.query(
    "update documents set settled_fields = '{}', pointed = '{}', own_values = '{}', dispute = null, supplier_id = null, cost_centre = null, checked_by = null, checked_at = null where id = $1",
    [id],
  );
};

export const insertDocument = async (
  db: Database,
  arrivalId: number,
  fileId: number,
  more: { tags?: readonly string[]; department?: string | null; unread?: boolean } = {},
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into documents (arrival_id, file_id, tags, department, unread) values ($1, $2, $3, $4, $5) returning id',
      [arrivalId, fileId, more.tags ?? [], more.department ?? null, more.unread ?? false],
    )
  ).id;

export const insertDoubt = (
  db: Database,
  id: number,
  { field, line, question }: { field: string | null; line: number | null; question: Question },
) => db.query('insert into doubts (document_id, field, line, question) values ($1, $2, $3, $4)', [id, field, line, jsonOf(question)]);

/** Settles the open doubts about a field or cell; those about the whole line when `field` is null. */
export const settleDoubtsAbout = (db: Database, id: number, field: string | null, line: number | null, personId: number) =>
  db.query(
    'update doubts set settled_at = now(), settled_by = $4 where document_id = $1 and field is not distinct from $2 and line is not distinct from $3 and settled_at is null',
    [id, field, line, personId],
  );

/** Settles all open doubts of a document that is read anew or filed away. */
export const settleAllDoubts = (db: Database, documentId: number) =>
  db.query('update doubts set settled_at = now() where document_id = $1 and settled_at is null', [documentId]);

export const withdrawApprovals = (db: Database, documentId: number) =>
  db.query("update approvals set state = 'withdrawn', answered_at = now() where document_id = $1 and state = 'asked'", [documentId]);

export const withdrawOpenExceptions = (db: Database, id: number) =>
  db.query('update exceptions set withdrawn_at = now() where document_id = $1 and accepted_at is null and withdrawn_at is null', [id]);

/** Who did something: a person's id, or null for the machine. */
export type Actor = number | null;

/** Adds a step to a document's history; it is never changed afterwards. */
export const record = (db: Database, documentId: number, actor: Actor, act: TrailAct) =>
  db.query('insert into trail (document_id, person_id, act) values ($1, $2, $3)', [documentId, actor, jsonOf(act)]);

export const lockDocument = (db: Database, id: number) =>
  maybe<{
    id: number;
    version: number;
    tray: Tray;
    parkedFrom: Tray | null;
    kind: DocumentKind;
    supplierId: number | null;
    isDeleted: boolean;
  }>(
    db,
    'select id, version, tray, parked_from as "parkedFrom", kind, supplier_id as "supplierId", deletion_id is not null as "isDeleted" from documents where id = $1 for update',
    [id],
  );

/** Whether the document stood in one of these trays and is in the other now. */
export const updateTray = async (
  db: Database,
  id: number,
  from: readonly Tray[],
  tray: Tray,
  reason: RestingReason | null,
  parkedFrom: Tray | null,
): Promise<boolean> =>
  (await maybe(
    db,
    `update documents set tray = $3, tray_since = case when tray = $3 then tray_since else now() end, rest_reason = $4, parked_from = $5, version = version + 1
     where id = $1 and tray = any($2) returning id`,
    [id, from, tray, reason === null ? null : jsonOf(reason), parkedFrom],
  )) !== null;

export const bumpVersion = (db: Database, id: number) => db.query('update documents set version = version + 1 where id = $1', [id]);
