import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { inTransaction, many, type Pool } from './database.js';

const FOLDER = fileURLToPath(new URL('../../migrations/', import.meta.url));
const LOCK = 7_241_001;

/**
 * Applies the migrations that the database does not have yet, in order, under a lock.
 * @throws Error when a migration that was applied has since been changed: such a change needs a new file.
 */
export async function migrate(pool: Pool, folder = FOLDER): Promise<string[]> {
  const names = (await readdir(folder)).filter((name) => /^\d{4}_\w+\.sql$/.test(name)).sort();
  return inTransaction(pool, async (database) => {
    await database.query('select pg_advisory_xact_lock($1)', [LOCK]);
    await database.query(
      'create table if not exists migrations (name text primary key, sha256 text not null, applied_at timestamptz not null default now())',
    );
    const applied = new Map(
      (await many<{ name: string; sha256: string }>(database, 'select name, sha256 from migrations')).map((one) => [one.name, one.sha256]),
    );
    const fresh: string[] = [];
    for (const name of names) {
      const text = await readFile(join(folder, name), 'utf8');
      const sha256 = createHash('sha256').update(text).digest('hex');
      const known = applied.get(name);
      if (known !== undefined && known !== sha256)
        throw new Error(`Migration ${name} was changed after it had been applied. Undo the change and write a new migration.`);
      if (known !== undefined) continue;
      await database.query(text);
      await database.query('insert into migrations (name, sha256) values ($1, $2)', [name, sha256]);
      fresh.push(name);
    }
    return fresh;
  });
}
