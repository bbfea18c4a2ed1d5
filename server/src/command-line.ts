import { HEADER_FIELDS, LINE_CELLS, type HeaderField } from '@umber/core/documents';
import { readFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename } from 'node:path';
import { separate } from '@umber/core/separating';
import { explainField, readDocument, type DocumentReading, type LineMethod, type ReadValue } from '@umber/core/reading';
import { isPaged, openArrival, whyNothing } from './readers/opened.js';
import { FINDING_NAMES } from '@umber/contract/archive';
import { readHeads } from './archive/seal-file.js';
import { verifyBooks } from './archive/verify-books.js';
import { openPool } from './database/database.js';
import { reasonText } from '@umber/contract/intake';
import { failureText } from '@umber/contract/reading';
import { UnreadableFile } from './readers/unreadable-file.js';
import { ReaderPool } from './readers/reader-pool.js';

const USAGE = `umber read [--lines heads|alignment|best] [--explain FIELD] FILE...
  Reads invoices from PDF files, pictures (PNG, JPEG, TIFF) and mails (.eml) with such files attached,
  and prints one JSON array: one element a file, with why where nothing is in it. Needs neither database nor server.
  --explain prints, for a field of the head such as dueDate, every candidate with its score, what was chosen and why.

umber verify [--seals FILE] [--database URL]
  Works out anew what the books say of themselves: chains of the trail and the journal, sums, numbers, guards, files, and the heads
  that were written to FILE. Prints what is off and exits 1, or says that nothing is. The database is that of npm start, or URL.`;

/** How files are read: the lines' method, and the field that is to be explained. */
interface How {
  readonly method: LineMethod;
  readonly explain: HeaderField | null;
}

/** `./umber read FILE...`: reads files in parallel, prints one JSON array, exits 1 when a file could not be read. */
async function main(args: string[]): Promise<number> {
  if (args[0] === 'verify') return verify(args.slice(1));
  const method = (args.includes('--lines') ? args[args.indexOf('--lines') + 1] : 'best') as LineMethod;
  const explained = args.includes('--explain') ? args[args.indexOf('--explain') + 1] : null;
  const options = ['--lines', '--explain'];
  const files = args.filter((arg, i) => i > 0 && !options.includes(arg) && !options.includes(args[i - 1]));
  const isKnown = explained === null || (HEADER_FIELDS as readonly string[]).includes(explained);
  if (args[0] !== 'read' || files.length === 0 || !['best', 'heads', 'alignment'].includes(method) || !isKnown) {
    console.error(USAGE);
    return 2;
  }
  const size = Math.max(1, availableParallelism());
  const pool = new ReaderPool({ size });
  const results: unknown[] = new Array(files.length);
  let next = 0;
  const work = async () => {
    for (let at = next++; at < files.length; at = next++)
      results[at] = await readFileSafely(pool, files[at], { method, explain: explained as HeaderField | null });
  };
  await Promise.all(Array.from({ length: size }, work));
  pool.close();
  process.stdout.write(`${JSON.stringify(results, null, 1)}\n`);
  return results.some((result) => (result as { error?: string }).error !== undefined) ? 1 : 0;
}

async function verify(args: string[]): Promise<number> {
  const option = (name: string) => (args.includes(name) ? args[args.indexOf(name) + 1] : undefined);
  const url = option('--database') ?? process.env.UMBER_OWNER_URL ?? (await runningDatabase());
  if (url === null) {
    console.error('No database: start Umber Tray with npm start, or say --database URL.');
    return 2;
  }
  const seals = option('--seals');
  const pool = openPool(url, 1, 'upkeep');
  try {
    const findings = await verifyBooks(pool, seals === undefined ? [] : await readHeads(seals));
    for (const { code, name } of findings) console.log(`${FINDING_NAMES[code]}: ${name}`);
    if (findings.length === 0) console.log('Nothing is off.');
    return findings.length === 0 ? 0 : 1;
  } finally {
    await pool.end();
  }
}

/** The database that npm start runs, as it notes it for its owner alone; null where none runs. */
async function runningDatabase(): Promise<string | null> {
  const note = new URL('../../.data/database.url', import.meta.url);
  return readFile(note, 'utf8').then(
    (text) => text.trim(),
    () => null,
  );
}

async function readFileSafely(pool: ReaderPool, path: string, how: How): Promise<unknown> {
  const file = basename(path);
  try {
    const bytes = await readFile(path);
    return { file, ...(await readBytes(pool, bytes, path, how)) };
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const message =
      code === 'ENOENT'
        ? 'There is no such file.'
        : code === 'EISDIR'
          ? 'This is a folder, not a file.'
          : error instanceof UnreadableFile
            ? failureText(error.fault)
            : (error as Error).message;
    return { file, error: message };
  }
}

/** What is read of a file; where that is nothing, also why. */
async function readBytes(pool: ReaderPool, bytes: Uint8Array, path: string, how: How): Promise<{ documents: unknown[]; why?: string }> {
  const withReason = (documents: unknown[]) =>
    documents.length === 0 ? { documents, why: 'No words were found on its pages.' } : { documents };
  if (!/\.eml$/i.test(path)) return withReason((await readPages(pool, bytes, 0, '', how)).documents);
  const opened = await openArrival('mail', basename(path), Buffer.from(bytes));
  const { mail, innerText, files } = opened;
  const [toRead, unread] = [files.filter(isPaged), files.filter((file) => !isPaged(file))];
  if (toRead.length === 0) {
    const others = [...opened.others, ...unread.map(({ name }) => name)];
    return { documents: [], why: reasonText(whyNothing({ ...opened, others })) };
  }
  const all: unknown[] = [];
  let offset = 0;
  for (const attachment of toRead) {
    const { documents, pages } = await readPages(pool, attachment.bytes, offset, `${mail?.text ?? ''}\n${innerText}`, how);
    all.push(...documents);
    offset += pages;
  }
  return withReason(all);
}

async function readPages(pool: ReaderPool, bytes: Uint8Array, offset: number, coverText: string, { method, explain }: How) {
  const pages = (await pool.read(bytes)).map((page) => page.words);
  const { documents } = separate(pages);
  return {
    pages: pages.length,
    documents: documents.map((document) => {
      const context = { coverText, receivedOn: today() };
      return explain === null ? shown(readDocument(document, context, method), offset) : explainField(document, explain, context);
    }),
  };
}

const today = () => new Date().toISOString().slice(0, 10);

function shown(reading: DocumentReading, offset: number): unknown {
  const value = (read: ReadValue | null) =>
    read && {
      value: read.value,
      confidence: read.confidence,
      page: read.page === null ? null : read.page + offset,
      box: read.box && [read.box.x, read.box.y, read.box.width, read.box.height],
      evidence: read.evidence,
    };
  return {
    pages: reading.pages.map((page) => page + offset),
    // The format has no word for an order confirmation.
    kind: reading.kind === 'order-confirmation' ? 'other' : reading.kind,
    fields: Object.fromEntries(Object.entries(reading.fields).map(([name, read]) => [name, value(read)])),
    lines: reading.lines.map((line) => Object.fromEntries(LINE_CELLS.map((name) => [name, value(line[name])]))),
    doubts: reading.doubts.map(({ field, line, question: { code, ...about } }) => ({ field, line, reason: code, ...about })),
  };
}

process.exitCode = await main(process.argv.slice(2));
