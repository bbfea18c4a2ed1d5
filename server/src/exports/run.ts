import { MOST_EXPORTED, type ExportPreview, type RunView, type RunWish } from '@umber/contract/exports';
import type { Person } from '@umber/contract/people';
import { tablesOf, textOf, type ExportLayout } from '@umber/core/exports';
import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import { writtenInvoice } from '../documents/write-e-invoice.js';
import { audit } from '../audit/queries.js';
import type { Services } from '../services.js';
import {
  endRun,
  exportDocuments,
  exportedIds,
  exportFile,
  exportsDue,
  insertExportDelivery,
  insertExported,
  insertExportFile,
  insertRun,
  oneRunAtATime,
  runsToDo,
  runView,
  waitingRun,
} from './queries.js';
import { exportToRun } from './kept.js';
import { ownFields } from '../own-fields/queries.js';
import { writeFiles, type WrittenFile } from './write-file.js';
import { zipped } from './zip.js';

const PREVIEWED = 12;

/** How many documents an export would have, and its first rows. */
export async function previewExport({ pool, today }: Services, { what, layout, exportId }: RunWish): Promise<ExportPreview> {
  const since = what.since === 'last' && exportId === null ? 'all' : what.since;
  const found = await exportedIds(pool, { ...what, since }, exportId, today());
  const documents = await exportDocuments(
    pool,
    found.slice(0, PREVIEWED).map(({ id }) => id),
  );
  return {
    documents: found.length,
    tables: tablesOf(documents, layout, await ownFields(pool)).map(({ name, heads, rows }) => ({
      name,
      heads,
      rows: rows.slice(0, PREVIEWED).map((row) => row.map((cell) => textOf(cell, layout))),
    })),
  };
}

/** Asks for a run; a worker makes its files. @throws ApiError where too much is asked for, or it is no run of the kept export. */
export async function startRun(services: Services, wish: RunWish, person: Person): Promise<RunView> {
  const id = await inTransaction(services.pool, async (db) => {
    const kept = await exportToRun(db, wish, person);
    if (kept === null && wish.what.since === 'last')
      throw new ApiError(
        'incomplete',
        'Only an export as it is kept knows what went out the last time. Keep it first, or choose other days.',
      );
    if ((await exportedIds(db, wish.what, wish.exportId, services.today())).length > MOST_EXPORTED)
      throw new ApiError(
        'too-large',
        `More than ${MOST_EXPORTED.toLocaleString('en')} documents are meant. Narrow it, for example by dates.`,
      );
    const run = await insertRun(db, wish, kept?.name ?? 'Export', person.id);
    await audit(db, person.id, { code: 'exported', name: kept?.name ?? 'Export', run });
    return run;
  });
  await services.enqueue('run-export', id);
  return (await runView(services.pool, id)) as RunView;
}

/** Makes the files of a run and keeps them. Safe to run twice: what is done is left alone. */
export async function runExport(services: Services, id: number): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const run = await waitingRun(db, id);
    if (!run) return;
    if (run.exportId !== null) await oneRunAtATime(db, run.exportId);
    const { what, layout } = run.wish;
    const found = (await exportedIds(db, what, run.exportId, services.today())).slice(0, MOST_EXPORTED);
    const files = await filesOf(
      db,
      found.map(({ id: document }) => document),
      layout,
    );
    const name = run.name.replace(/[^\p{L}\p{N} _-]/gu, '_');
    for (const [position, { suffix, extension, type, bytes }] of files.entries())
      await insertExportFile(db, id, position, {
        name: `${name} ${services.today()}${suffix}.${extension}`,
        type,
        bytes: bytes.length,
        blob: await keepBlob(db, bytes),
      });
    await insertExported(db, id, found);
    await endRun(db, id, found.length, null);
    await insertExportDelivery(db, id);
  });
}

async function filesOf(db: Database, ids: readonly number[], layout: ExportLayout): Promise<WrittenFile[]> {
  if (layout.format === 'ubl' || layout.format === 'cii') return [await electronic(db, ids, layout.format)];
  return writeFiles(await exportDocuments(db, ids), layout, await ownFields(db));
}

/** Each document as an electronic invoice in one archive, and a list of those that cannot be written, with why. */
async function electronic(db: Database, ids: readonly number[], format: 'ubl' | 'cii'): Promise<WrittenFile> {
  const files: { path: string; bytes: Buffer }[] = [];
  const unwritten: string[] = [];
  for (const id of ids) {
    try {
      files.push({ path: `document-${id}.xml`, bytes: Buffer.from(await writtenInvoice(db, id, format)) });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      unwritten.push(`document ${id}: ${error.message}\n`);
    }
  }
  if (unwritten.length > 0) files.push({ path: 'not-written.txt', bytes: Buffer.from(unwritten.join('')) });
  return { suffix: '', extension: 'zip', type: 'application/zip', bytes: await zipped(files) };
}

/** Sets a run aside that no try could make. */
export const giveUpRun = (services: Services, id: number): Promise<unknown> =>
  endRun(services.pool, id, null, 'It could not be made. Try again; if it happens again, tell the administrator.');

/** Starts those kept exports whose turn has come. */
export async function runDueExports(services: Services): Promise<void> {
  const runs = await inTransaction(services.pool, async (db) => {
    await oneRunAtATime(db, 0);
    const made: number[] = [];
    for (const { id, name, wish } of await exportsDue(db)) made.push(await insertRun(db, { ...wish, exportId: id }, name, null));
    return made;
  });
  for (const run of runs) await services.enqueue('run-export', run);
}

export { runsToDo };

/** A file of a run, as it was made. @throws ApiError where there is none. */
export async function fileOfRun(db: Database, runId: number, position: number) {
  const file = await exportFile(db, runId, position);
  if (!file) throw new ApiError('no-such-thing');
  return { ...file, bytes: await fetchBlob(db, file.blob) };
}
