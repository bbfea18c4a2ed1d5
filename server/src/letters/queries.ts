import { many, maybe, one, type Database } from '../database/database.js';

export const insertLetter = async (
  db: Database,
  documentId: number,
  personId: number,
  { to, subject, text }: { to: string; subject: string; text: string },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into letters (document_id, written_by, to_address, subject, body) values ($1, $2, $3, $4, $5) returning id',
      [documentId, personId, to, subject, text],
    )
  ).id;

/** A letter that was not sent yet, locked until it was. */
export const lockLetter = (db: Database, id: number) =>
  maybe<{ id: number; documentId: number; to: string; subject: string; text: string; tries: number }>(
    db,
    'select id, document_id as "documentId", to_address as "to", subject, body as text, tries from letters where id = $1 and sent_at is null for update skip locked',
    [id],
  );

export const lettersToSend = async (db: Database) =>
  (await many<{ id: number }>(db, 'select id from letters where sent_at is null and tries < 8 order by id limit 100')).map(({ id }) => id);

export const markSent = (db: Database, id: number) =>
  db.query('update letters set sent_at = now(), failed = null, tries = tries + 1 where id = $1', [id]);

export const markFailed = (db: Database, id: number, reason: string) =>
  db.query('update letters set failed = $2, tries = tries + 1 where id = $1', [id, reason]);
