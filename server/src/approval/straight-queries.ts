import { maybe, many, one, type Database } from '../database/database.js';

/** What a supplier's invoices may do without anybody's hand; null where it is off. */
export const straightLimit = (db: Database, supplierId: number) =>
  maybe<{ limit: string; every: number; runs: number }>(
    db,
    `select s.straight_limit as limit, s.sample_every as every, (select count(*)::int from straight_runs r where r.supplier_id = s.id) as runs
     from suppliers s where s.id = $1 and s.straight_limit is not null`,
    [supplierId],
  );

/** Whether a document is a sample, decided once: one of `every` by chance, and whatever `always` says. */
export const decideRun = async (db: Database, documentId: number, supplierId: number, every: number, always: boolean): Promise<boolean> => {
  await db.query(
    'insert into straight_runs (document_id, supplier_id, sample) values ($1, $2, $3 or random() < 1.0 / $4) on conflict (document_id) do nothing',
    [documentId, supplierId, always, every],
  );
  return (await one<{ sample: boolean }>(db, 'select sample from straight_runs where document_id = $1', [documentId])).sample;
};

/** Writes what a person found of a run down; its supplier, null where it was none or was written already. */
export const writeResult = async (db: Database, documentId: number, personId: number, result: 'right' | 'wrong'): Promise<number | null> =>
  (
    await maybe<{ supplierId: number }>(
      db,
      `update straight_runs set result = $2, found_by = $3, found_at = clock_timestamp() where document_id = $1 and (result is null or (result = 'right' and $2 = 'wrong')) and ($2 = 'wrong' or sample)
       returning supplier_id as "supplierId"`,
      [documentId, result, personId],
    )
  )?.supplierId ?? null;

/** What was found of a supplier's last runs, the newest first. */
export const lastResults = async (db: Database, supplierId: number, most: number): Promise<('right' | 'wrong')[]> =>
  (
    await many<{ result: 'right' | 'wrong' }>(
      db,
      'select result from straight_runs where supplier_id = $1 and result is not null order by found_at desc limit $2',
      [supplierId, most],
    )
  ).map(({ result }) => result);
