import { readDocument, type DocumentReading } from '@umber/core/reading';
import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { record } from '../archive/trail.js';
import { insertDoubt } from '../checking/queries.js';
import { inTransaction } from '../database/database.js';
import { matchDocument, recogniseSupplier } from '../matching/match.js';
import { companyRow } from '../people/queries.js';
import { FileRefused } from '../readers/file-refused.js';
import type { ReadPage } from '../readers/read-file.js';
import type { Services } from '../services.js';
import { moveTo } from '../trays/move.js';
import { lockDocument } from '../trays/queries.js';
import { arrivedDocument, insertPage, insertReading, storeReadLines, storeReadValues } from './queries.js';

/** Pixels a point of the page pictures: sharp enough to be enlarged beside a doubt. */
const PICTURE_SCALE = 2;
/** Pages whose picture is made at once; a person rarely checks beyond. */
const MOST_PICTURES = 60;

/** Reads a document that has arrived and sends it where it belongs: to Check with its doubts, or on to be matched. */
export async function readArrivedDocument(services: Services, id: number): Promise<void> {
  const document = await arrivedDocument(services.pool, id);
  if (!document || document.tray !== 'arriving') return;
  const bytes = await fetchBlob(services.pool, document.blob);
  let read: ReadPage[];
  try {
    read = await services.readers.read(bytes, { pictures: MOST_PICTURES, scale: PICTURE_SCALE });
  } catch (error) {
    if (!(error instanceof FileRefused)) throw error;
    await refuseDocument(services, id, error.message);
    return;
  }
  const company = await companyRow(services.pool);
  const reading = readDocument(
    read.map((page) => page.words),
    {
      buyerNames: company ? [company.name] : [],
      buyerTaxIds: company ? [company.taxId] : [],
      acceptedRisk: company ? Number(company.acceptedRisk) : undefined,
      receivedOn: document.receivedAt.toISOString().slice(0, 10),
      coverText: `${document.subject ?? ''}\n${document.mailText}`,
    },
  );
  await inTransaction(services.pool, async (db) => {
    const locked = await lockDocument(db, id);
    if (locked?.tray !== 'arriving') return;
    for (const { words, picture } of read) if (picture) await insertPage(db, id, words, await keepBlob(db, picture));
    await insertReading(db, id, reading);
    await storeReadValues(db, id, reading);
    await storeReadLines(db, id, reading);
    await record(db, id, null, 'read', sentenceOf(reading), {
      after: { kind: reading.kind, language: reading.language, lines: reading.lines.length, doubts: reading.doubts.length },
    });
    for (const doubt of reading.doubts) await insertDoubt(db, id, doubt.field, doubt.line, doubt.reason);
    const books = reading.kind === 'invoice' || reading.kind === 'credit-note';
    if (!books && !reading.doubts.some((doubt) => doubt.field === 'kind'))
      await insertDoubt(
        db,
        id,
        'kind',
        null,
        `This looks like a ${reading.kind.replace('-', ' ')}, not an invoice. Turn it away, or say what it is.`,
      );
    await recogniseSupplier(db, id);
    if (reading.doubts.length > 0 || !books) await moveTo(db, id, 'check', null, 'Waits at Check for its doubts to be settled');
    else await matchDocument(services, db, id, null);
  });
}

/** A file that cannot be read goes to Check with the reason: nothing is lost, a person decides. */
export async function refuseDocument(services: Services, id: number, reason: string): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const locked = await lockDocument(db, id);
    if (locked?.tray !== 'arriving') return;
    await insertDoubt(db, id, null, null, reason);
    await moveTo(db, id, 'check', null, `Could not be read: ${reason}`);
  });
}

function sentenceOf(reading: DocumentReading): string {
  const doubts = reading.doubts.length === 0 ? 'no doubts' : reading.doubts.length === 1 ? '1 doubt' : `${reading.doubts.length} doubts`;
  return `Read: ${reading.lines.length} ${reading.lines.length === 1 ? 'line' : 'lines'} on ${reading.pages.length} ${reading.pages.length === 1 ? 'page' : 'pages'}, ${doubts}`;
}
