import { createHash } from 'node:crypto';
import { access, mkdir, rm, rmdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { nameUnlike, pathOf, readPattern } from '@umber/core/naming';
import { exists, folderFault, writeWhole } from '../archive/write-whole.js';
import { inTransaction, troubleOf } from '../database/database.js';
import { folderInReach } from '../intake/reach.js';
import { log } from '../log.js';
import type { Services } from '../services.js';
import { keptPdf } from './kept-pdf.js';
import { documentToKeep, isPathTaken, keepingWish, namingValues, noteKept, noteNotKept, oneNameAtATime } from './queries.js';

const ENDING = '.pdf';

/** Writes a document into the folder, where and as its pattern wants it now. What is there already is left; safe to run twice. */
export async function keepFile(services: Services, id: number): Promise<void> {
  try {
    await inTransaction(services.pool, async (db) => {
      const [wish, document] = [await keepingWish(db), await documentToKeep(db, id)];
      if (wish.folder === null || !document || document.kept) return;
      const read = readPattern(wish.pattern);
      const values = await namingValues(db, id);
      if (!('pattern' in read) || !values) return;
      const folder = await folderInReach(wish.folder, services.reach);
      await access(folder);
      const names = pathOf(read.pattern, values);
      const name = names.pop() ?? '';
      const within = join(folder, ...names);
      const relative = (one: string) => [...names, one + ENDING].join('/');
      const wished = wish.folder;
      const own = document.folder === wish.folder ? document.path : null;
      await oneNameAtATime(db);
      // Neither another document's name, nor that of a file that somebody else put there.
      const chosen = await nameUnlike(
        name,
        async (tried) =>
          relative(tried) !== own && ((await isPathTaken(db, id, wished, relative(tried))) || (await exists(join(within, tried + ENDING)))),
      );
      const bytes = await keptPdf(services, db, id);
      await mkdir(within, { recursive: true });
      await writeWhole(join(within, chosen + ENDING), bytes);
      if (own !== null && own !== relative(chosen)) await removeKept(folder, own);
      await noteKept(db, id, wish, {
        path: relative(chosen),
        version: document.version,
        sha256: createHash('sha256').update(bytes).digest(),
      });
    });
  } catch (error) {
    if (troubleOf(error) !== null) throw error;
    const said = folderFault(error);
    log.warn({ document: id, error }, 'a document could not be kept as a file');
    await noteNotKept(services.pool, id, said);
  }
}

/** Takes a file away, and the folders that are empty then. */
export async function removeKept(folder: string, path: string): Promise<void> {
  await rm(join(folder, path), { force: true });
  for (let parent = dirname(path); parent !== '.' && parent !== '/'; parent = dirname(parent)) {
    const left = await rmdir(join(folder, parent)).then(
      () => false,
      () => true,
    );
    if (left) return;
  }
}
