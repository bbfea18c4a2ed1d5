import { createHash, randomUUID } from 'node:crypto';
import { access, mkdir, open, rename, rm, rmdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { nameUnlike, pathOf, readPattern } from '@umber/core/naming';
import { inTransaction, troubleOf } from '../database/database.js';
import { folderInReach } from '../intake/reach.js';
import { log } from '../log.js';
import type { Services } from '../services.js';
import { keptPdf } from './kept-pdf.js';
import { documentToKeep, isPathTaken, keepingWish, namingValues, noteKept, noteNotKept } from './queries.js';

const ENDING = '.pdf';
/** What may go wrong with a folder, as whoever looks after it understands it. */
const FAULTS: Readonly<Record<string, string>> = {
  EACCES: 'The server may not write there. Give it the right to, or choose another folder.',
  EPERM: 'The server may not write there. Give it the right to, or choose another folder.',
  EROFS: 'The folder can only be read.',
  ENOENT: 'The folder is not there.',
  ENOTDIR: 'A part of the path is a file, where a folder should be.',
  ENOSPC: 'There is no room left there.',
  EDQUOT: 'There is no room left there.',
  ENAMETOOLONG: 'The name is longer than the folder takes.',
};

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
      const own = document.folder === wish.folder ? document.path : null;
      const taken = new Map<string, boolean>();
      // One name after the other, until one is free: neither another document's, nor a file that somebody else put there.
      for (let n = 1; ; n++) {
        const tried = nameUnlike(name, (one) => taken.get(one) === true);
        if (taken.has(tried)) break;
        const path = relative(tried);
        const isFree = path === own || (!(await isPathTaken(db, id, wish.folder, path)) && !(await exists(join(within, tried + ENDING))));
        taken.set(tried, !isFree);
        if (isFree || n > 1000) break;
      }
      const chosen = nameUnlike(name, (one) => taken.get(one) === true);
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
    const code = (error as NodeJS.ErrnoException).code ?? '';
    const said = FAULTS[code] ?? (error instanceof Error ? error.message : 'unknown error');
    log.warn({ document: id, error }, 'a document could not be kept as a file');
    await noteNotKept(services.pool, id, said);
  }
}

const exists = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/** A file is there whole or not at all. */
async function writeWhole(path: string, bytes: Buffer): Promise<void> {
  const half = join(dirname(path), `.${randomUUID()}.part`);
  try {
    const file = await open(half, 'wx');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(half, path);
  } catch (error) {
    await rm(half, { force: true });
    throw error;
  }
}

/** Takes an earlier file away, and the folders that are empty then. */
async function removeKept(folder: string, path: string): Promise<void> {
  await rm(join(folder, path), { force: true });
  for (let parent = dirname(path); parent !== '.' && parent !== '/'; parent = dirname(parent)) {
    const left = await rmdir(join(folder, parent)).then(
      () => false,
      () => true,
    );
    if (left) return;
  }
}
