import { maybe, type Database } from '../database/database.js';

/** Begins to answer a request under a program's key; null where the key was used before. */
export const beginAnswer = async (db: Database, personId: number, key: string, request: Buffer): Promise<boolean> =>
  (
    await db.query('insert into program_answers (person_id, key, request) values ($1, $2, $3) on conflict do nothing', [
      personId,
      key,
      request,
    ])
  ).rowCount === 1;

export const answerBefore = (db: Database, personId: number, key: string) =>
  maybe<{ request: Buffer; status: number | null; answer: string | null }>(
    db,
    'select request, status, answer from program_answers where person_id = $1 and key = $2',
    [personId, key],
  );

export const keepAnswer = (db: Database, personId: number, key: string, status: number, answer: string | null) =>
  db.query('update program_answers set status = $3, answer = $4 where person_id = $1 and key = $2', [personId, key, status, answer]);

/** Forgets a key whose request failed on the server: it may be tried again. */
export const forgetAnswer = (db: Database, personId: number, key: string) =>
  db.query('delete from program_answers where person_id = $1 and key = $2 and status is null', [personId, key]);

/** Keys are known for two days. */
export const deleteOldAnswers = (db: Database) => db.query("delete from program_answers where asked_at < now() - interval '2 days'");
