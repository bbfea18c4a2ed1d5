import { insertDoubt, lockDocument, record } from '../documents/change-queries.js';
import { type DocumentKind, isForTheBooks, type ReadingFailure } from '@umber/core/documents';
import { isUnsure, type BoundaryView } from '@umber/contract/separating';
import { bankAccountsOf, readDocument, type DocumentReading, type PageWords, type ReadingContext } from '@umber/core/reading';
import { decides, learnedKind, sellerKey, sortingFeatures, type Sorted } from '@umber/core/sorting';
import { inTransaction, type Database } from '../database/database.js';
import { knownOn } from '../habits/known.js';
import { ownerOfAlike } from '../habits/queries.js';
import { endOpenSteps } from '../intake/queries.js';
import { beginStep, endStep } from '../intake/steps.js';
import { matchDocument, recogniseSupplier } from '../matching/match.js';
import { companyRow } from '../people/queries.js';
import { UnreadableFile } from '../readers/unreadable-file.js';
import { boundariesOf, wordsOfDocument } from '../separating/queries.js';
import { readAndSeparate, readTurned } from '../separating/read-file.js';
import type { Services } from '../services.js';
import { groupAlike } from '../sorting/alike.js';
import { newestModel } from '../sorting/queries.js';
import { fileAway } from '../sorting/sort.js';
import { moveTo } from '../documents/lifecycle.js';
import { ownFields } from '../own-fields/queries.js';
import { storeCredited } from '../reading/credited.js';
import { arrivedDocument, insertReading, storeAccounts, storeReadLines, storeReadValues, storeTitle } from '../reading/queries.js';

/** Reads a document that has arrived and sends it where it belongs: to Check with its doubts, or on to be matched. */
export async function readArrivedDocument(services: Services, id: number): Promise<void> {
  const document = await arrivedDocument(services.pool, id);
  if (!document || document.tray !== 'arriving') return;
  const step = { arrivalId: document.arrivalId, fileId: document.fileId, documentId: id };
  try {
    if (document.fileRead) await readTurned(services, document);
    else for (const other of await readAndSeparate(services, document)) await services.enqueue('read-document', other);
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    await refuseDocument(services, id, error.fault);
    return;
  }
  await beginStep(services.pool, step, 'read');
  const read = await readingOf(services, document);
  await inTransaction(services.pool, async (db) => {
    const locked = await lockDocument(db, id);
    if (locked?.tray !== 'arriving') {
      await endStep(db, step, 'read', 'done', { code: 'read-meanwhile' });
      return;
    }
    const { reading, doubts } = read;
    await endStep(db, step, 'read', 'done', {
      code: 'read',
      lines: reading.lines.length,
      pages: reading.pages.length,
      doubts: doubts.length,
    });
    await placeReading(services, db, document, read);
    await beginStep(db, step, 'checked');
    await endStep(db, step, 'checked', 'done', { code: 'sent-to', tray: (await lockDocument(db, id))?.tray ?? 'check' });
  });
  // What it looks like is known only now; what those taught is tried on it.
  if (read.owner === null && (await ownerOfAlike(services.pool, id))) await services.enqueue('read-with-habits', id);
}

/** A document to be read, as it arrived. */
export type Arrived = NonNullable<Awaited<ReturnType<typeof arrivedDocument>>>;

/** What is read of a document, and what is asked about it. */
export type ReadDocument = Awaited<ReturnType<typeof readingOf>>;

/** Reads a document off the words of its pages, with what is known of the company, the mail and the supplier. */
export async function readingOf({ pool }: Services, document: Arrived) {
  const pages = await wordsOfDocument(pool, document.id);
  const company = await companyRow(pool);
  const { owner, habits } = await knownOn(pool, pages, document.id);
  const context: ReadingContext = {
    buyerNames: company ? [company.name] : [],
    buyerTaxIds: company ? [company.taxId] : [],
    acceptedRisk: company ? Number(company.acceptedRisk) : undefined,
    pageLeads: company?.pageLeads,
    receivedOn: document.receivedAt.slice(0, 10),
    coverText: `${document.subject ?? ''}\n${document.mailText}`,
    habits,
    ownFields: await ownFields(pool),
  };
  const titled = readDocument(pages, { ...context, kind: document.kindGiven ?? undefined });
  const learned = document.kindGiven === null ? await learnedFor(pool, pages, titled) : null;
  const sorted = learned !== null && decides(learned, titled.kind) ? learned : null;
  const reading = sorted ? readDocument(pages, { ...context, kind: sorted.kind }) : titled;
  const contrary = learned !== null && !sorted ? [contraryDoubt(learned, titled.kind)] : [];
  const doubts = [...contrary, ...reading.doubts, ...boundaryDoubts(await boundariesOf(pool, document.fileId), reading.pages)];
  return { pages, owner, titled: titled.kind, sorted, reading, doubts };
}

/** Keeps what was read of an arriving document and sends it where it belongs. */
export async function placeReading(
  services: Services,
  db: Database,
  { id, kindGiven }: Arrived,
  { pages, owner, titled, sorted, reading, doubts }: ReadDocument,
): Promise<void> {
  await insertReading(db, id, reading, owner);
  await storeReadValues(db, id, reading);
  if (kindGiven === null) await storeTitle(db, id, titled);
  await storeReadLines(db, id, reading);
  await storeAccounts(db, id, bankAccountsOf(pages));
  if (reading.kind === 'credit-note') await storeCredited(db, id, pages, reading.fields.invoiceNumber?.value ?? null);
  await record(db, id, null, {
    code: 'read',
    kind: reading.kind,
    language: reading.language,
    lines: reading.lines.length,
    pages: reading.pages.length,
    doubts: doubts.length,
  });
  if (sorted) await record(db, id, null, { code: 'sorted-like', kind: sorted.kind, examples: sorted.examples });
  for (const doubt of doubts) await insertDoubt(db, id, doubt);
  const kindUnsure = doubts.some((doubt) => doubt.field === 'kind');
  await recogniseSupplier(db, id);
  await groupAlike(db, id, pages, reading.fields.sellerTaxId?.value ?? null);
  if (!isForTheBooks(reading.kind) && !kindUnsure) await fileAway(db, id, 'read', reading.kind, pages, null);
  else if (doubts.length > 0) await moveTo(db, id, 'read', 'check', null);
  else await matchDocument(services, db, id, 'read', null);
}

/** What sorting has learned of such documents; null where it has not seen the like. */
async function learnedFor(db: Database, pages: readonly PageWords[], titled: DocumentReading): Promise<Sorted | null> {
  const model = await newestModel(db);
  const seller = sellerKey(titled.fields.sellerName?.value ?? null);
  return model && learnedKind(model, { seller, titled: titled.kind, features: sortingFeatures(pages) });
}

/** A file that cannot be read goes to Check with the reason: nothing is lost, a person decides. */
export async function refuseDocument(services: Services, id: number, because: ReadingFailure): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const locked = await lockDocument(db, id);
    if (locked?.tray !== 'arriving') return;
    await insertDoubt(db, id, { field: null, line: null, question: { code: 'unreadable', because } });
    await moveTo(db, id, 'refuse', 'check', null, { because });
    await endOpenSteps(db, id, 'failed', { code: 'failed', because });
  });
}

/** Notes that reading a document failed and will be tried again. */
export async function delayReading(services: Services, id: number, error: string): Promise<void> {
  await endOpenSteps(services.pool, id, 'waiting', { code: 'tries-again', error });
}

/** The question where the page says one thing and people said another of such documents. */
const contraryDoubt = ({ kind, examples }: Sorted, titled: DocumentKind) => ({
  field: 'kind' as const,
  line: null,
  question: { code: 'kind-sorted-otherwise', titled, kind, examples } as const,
});

/** The questions about where this document begins and ends, where the pages do not plainly say. */
function boundaryDoubts(boundaries: readonly BoundaryView[], pages: readonly number[]) {
  return boundaries
    .filter((boundary) => pages.includes(boundary.before) && isUnsure(boundary))
    .slice(0, 1)
    .map(({ before, signs }) => ({ field: 'pages' as const, line: null, question: { code: 'boundary', page: before, signs } as const }));
}
