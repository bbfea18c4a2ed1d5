import { row, rows, type Database } from '../database/database.js';

export const insertMailArrival = async (db: Database, blob: Buffer, from: string | null, to: readonly string[]) =>
  (
    await row<{ id: number }>(
      db,
      "insert into arrivals (kind, blob, envelope_from, envelope_to) values ('mail', $1, $2, $3) returning id",
      [blob, from, to],
    )
  )?.id ?? 0;

export const lockArrival = (db: Database, id: number) =>
  row<{ id: number; blob: Buffer; state: string }>(db, 'select id, blob, state from arrivals where id = $1 for update', [id]);

export const earlierTwin = async (db: Database, id: number, blob: Buffer) =>
  (await row<{ id: number }>(db, 'select id from arrivals where blob = $2 and id < $1 order by id limit 1', [id, blob]))?.id ?? null;

export const updateArrival = (
  db: Database,
  id: number,
  values: {
    state: string;
    reason: string | null;
    sender: string | null;
    subject: string | null;
    sentAt: Date | null;
    text: string;
    repeats: number | null;
  },
) =>
  db.query(
    'update arrivals set state = $2, reason = $3, sender = $4, subject = $5, sent_at = $6, body_text = $7, repeats = $8 where id = $1',
    [id, values.state, values.reason, values.sender, values.subject, values.sentAt, values.text, values.repeats],
  );

export const failArrival = (db: Database, id: number, reason: string) =>
  db.query("update arrivals set state = 'failed', reason = $2 where id = $1 and state = 'stored'", [id, reason]);

export const insertDocument = async (db: Database, arrivalId: number, fileId: number) =>
  (await row<{ id: number }>(db, 'insert into documents (arrival_id, file_id) values ($1, $2) returning id', [arrivalId, fileId]))?.id ?? 0;

export const documentWithBlob = async (db: Database, blob: Buffer, otherThan: number) =>
  (
    await row<{ id: number }>(
      db,
      'select d.id from documents d join files f on f.id = d.file_id where f.blob = $1 and d.id < $2 order by d.id limit 1',
      [blob, otherThan],
    )
  )?.id ?? null;

/** Work that was acknowledged but may have lost its job in a crash. */
export const waitingArrivals = async (db: Database) =>
  (await rows<{ id: number }>(db, "select id from arrivals where state = 'stored' order by id")).map((one) => one.id);
export const waitingDocuments = async (db: Database) =>
  (await rows<{ id: number }>(db, "select id from documents where tray = 'arriving' order by id")).map((one) => one.id);
