import { HEADER_FIELDS, LINE_CELLS, type HeaderField } from '@umber/core/documents';
import { readFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename } from 'node:path';
import { explainField, readDocument, type DocumentReading, type LineMethod, type ReadValue } from '@umber/core/reading';
import { FINDING_NAMES } from '@umber/contract/archive';
import type { HabitsFile } from '@umber/contract/habits';
import { habitsOn } from '@umber/core/habits';
import { readHabits, UnreadableHabits, writeHabits } from './habits/habits-file.js';
import { taughtFrom } from './habits/teach.js';
import { readHeads } from './archive/seal-file.js';
import { readInto } from './batch/batch.js';
import { verifyBooks } from './archive/verify-books.js';
import { openPool } from './database/database.js';
import { failureText } from '@umber/contract/reading';
import { UnreadableFile } from './readers/unreadable-file.js';
import { documentsOfFile } from './separating/documents-of-file.js';
import { ReaderPool } from './readers/reader-pool.js';

const USAGE = `umber read [--lines heads|alignment|best] [--explain FIELD] [--habits FILE.json] FILE...
  Reads invoices from PDF files, pictures (PNG, JPEG, TIFF), electronic invoices (UBL, CII, in PDF) and mails (.eml) with such files attached,
  and prints one JSON array: one element a file, with why where nothing is in it. Needs neither database nor server.
  --explain prints, for a field of the head such as dueDate, every candidate with its score, what was chosen and why.
  --habits reads with what FILE.json has of the suppliers, as umber teach and the habits screen write it.

umber read --csv|--xlsx|--xml OUT FILE|FOLDER...
  Reads all of it into one table of heads and one of lines, with what is in doubt. Says how far it is; where it was cut off, the same command goes on.
  Exits 0 where nothing is in doubt, 1 where something is or a file could not be read.

umber teach --habits FILE.json DOCUMENT TRUTH.json
  Learns from one document what a clerk would have corrected: TRUTH.json says what it holds (a document as umber read prints it, with plain
  values). Adds to FILE.json, or makes it.

umber verify [--seals FILE] [--database URL]
  Works out anew what the books say of themselves: chains of the trail and the journal, sums, numbers, guards, files, and the heads
  that were written to FILE. Prints what is off and exits 1, or says that nothing is. The database is that of npm start, or URL.`;

/** Tables that files are read into. */
const TABLES = ['csv', 'xlsx', 'xml'] as const;

/** How files are read: the lines' method, and the field that is to be explained. */
interface How {
  readonly method: LineMethod;
  readonly explain: HeaderField | null;
  readonly habits: HabitsFile | null;
}

/** `./umber read FILE...`: reads files in parallel, prints one JSON array, exits 1 when a file could not be read. */
async function main(args: string[]): Promise<number> {
  if (args[0] === 'verify') return verify(args.slice(1));
  if (args[0] === 'teach') return teach(args.slice(1));
  const method = (args.includes('--lines') ? args[args.indexOf('--lines') + 1] : 'best') as LineMethod;
  const explained = args.includes('--explain') ? args[args.indexOf('--explain') + 1] : null;
  const table = TABLES.find((name) => args.includes(`--${name}`));
  const options = ['--lines', '--explain', '--habits', '--csv', '--xlsx', '--xml'];
  const files = args.filter((arg, i) => i > 0 && !options.includes(arg) && !options.includes(args[i - 1]));
  const isKnown = explained === null || (HEADER_FIELDS as readonly string[]).includes(explained);
  if (args[0] !== 'read' || files.length === 0 || !['best', 'heads', 'alignment'].includes(method) || !isKnown) {
    console.error(USAGE);
    return 2;
  }
  if (table !== undefined) return batch(table, args[args.indexOf(`--${table}`) + 1], files);
  const habits = args.includes('--habits') ? await habitsNamed(args[args.indexOf('--habits') + 1]) : null;
  if (habits === undefined) return 2;
  const size = Math.max(1, availableParallelism());
  const pool = new ReaderPool({ size });
  const results: unknown[] = new Array(files.length);
  let next = 0;
  const work = async () => {
    for (let at = next++; at < files.length; at = next++)
      results[at] = await readFileSafely(pool, files[at], { method, explain: explained as HeaderField | null, habits });
  };
  await Promise.all(Array.from({ length: size }, work));
  pool.close();
  process.stdout.write(`${JSON.stringify(results, null, 1)}\n`);
  return results.some((result) => (result as { error?: string }).error !== undefined) ? 1 : 0;
}

/** `./umber read --csv OUT PATH...`: one table of heads and one of lines. */
async function batch(format: (typeof TABLES)[number], out: string, paths: readonly string[]): Promise<number> {
  const size = Math.max(1, availableParallelism());
  const pool = new ReaderPool({ size });
  const begun = Date.now();
  try {
    const { documents, inDoubt, unread, written } = await readInto(pool, {
      format,
      out,
      paths,
      size,
      today: today(),
      onProgress: (done, all, doubtful, failed) => {
        const text = `${done} of ${all} files, ${doubtful} in doubt${failed > 0 ? `, ${failed} not read` : ''}`;
        if (process.stderr.isTTY) process.stderr.write(`\r\u001b[K${text}`);
        else if (done === all || done % 50 === 0) process.stderr.write(`${text}\n`);
      },
    });
    if (process.stderr.isTTY) process.stderr.write('\n');
    const seconds = Math.round((Date.now() - begun) / 1000);
    console.log(`${documents} documents, ${inDoubt} in doubt, in ${seconds} s: ${written.join(', ')}`);
    return inDoubt + unread > 0 ? 1 : 0;
  } catch (error) {
    const { code, path, message } = error as NodeJS.ErrnoException;
    console.error(
      code === 'ENOENT'
        ? `There is no ${path ?? 'such file'}.`
        : code === 'EACCES'
          ? `${path ?? 'A file'} may not be read or written.`
          : message,
    );
    return 2;
  } finally {
    pool.close();
  }
}

/** The habits of a file; undefined, having said why, where they cannot be had. */
const habitsNamed = (path: string | undefined, mayBeMissing = false): Promise<HabitsFile | undefined> =>
  readHabits(path ?? '', { mayBeMissing }).catch((error: unknown) => {
    if (!(error instanceof UnreadableHabits)) throw error;
    console.error(error.message);
    return undefined;
  });

/** `./umber teach --habits FILE.json DOCUMENT TRUTH.json`: exits 1 where nothing could be learned, 2 where it was asked wrongly. */
async function teach(args: string[]): Promise<number> {
  const at = args.indexOf('--habits');
  const [document, truth] = args.filter((_, i) => at >= 0 && i !== at && i !== at + 1);
  const path = at < 0 ? undefined : args[at + 1];
  if (!path || !document || !truth) {
    console.error(USAGE);
    return 2;
  }
  const known = await habitsNamed(path, true);
  if (known === undefined) return 2;
  const pool = new ReaderPool({ size: 1 });
  try {
    const { habits, learned } = await taughtFrom(pool, known, document, await readFile(truth, 'utf8'));
    await writeHabits(path, habits);
    console.log(`${learned} ${learned === 1 ? 'habit' : 'habits'} from ${basename(document)}`);
    return learned > 0 ? 0 : 1;
  } catch (error) {
    if (!(error instanceof UnreadableHabits) && !(error instanceof UnreadableFile) && (error as NodeJS.ErrnoException).code !== 'ENOENT')
      throw error;
    const { code, path: missing, message } = error as NodeJS.ErrnoException;
    console.error(
      error instanceof UnreadableFile ? failureText(error.fault) : code === 'ENOENT' ? `There is no ${missing ?? 'such file'}.` : message,
    );
    return 1;
  } finally {
    pool.close();
  }
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
async function readBytes(
  pool: ReaderPool,
  bytes: Uint8Array,
  path: string,
  { method, explain, habits }: How,
): Promise<{ documents: unknown[]; why?: string }> {
  const { documents, ...why } = await documentsOfFile(pool, bytes, path);
  return {
    ...why,
    documents: documents.map(({ pages, numberOf, coverText }) => {
      const context = { coverText, receivedOn: today(), ...(habits ? { habits: habitsOn(habits.suppliers, pages) } : {}) };
      return explain === null ? shown(readDocument(pages, context, method), numberOf) : explainField(pages, explain, context);
    }),
  };
}

const today = () => new Date().toISOString().slice(0, 10);

function shown(reading: DocumentReading, numberOf: (page: number) => number): unknown {
  const value = (read: ReadValue | null) =>
    read && {
      value: read.value,
      confidence: read.confidence,
      page: read.page === null ? null : numberOf(read.page),
      box: read.box && [read.box.x, read.box.y, read.box.width, read.box.height],
      evidence: read.evidence,
    };
  return {
    pages: [...new Set(reading.pages.map(numberOf))],
    // The format has no word for an order confirmation.
    kind: reading.kind === 'order-confirmation' ? 'other' : reading.kind,
    fields: Object.fromEntries(Object.entries(reading.fields).map(([name, read]) => [name, value(read)])),
    lines: reading.lines.map((line) => Object.fromEntries(LINE_CELLS.map((name) => [name, value(line[name])]))),
    doubts: reading.doubts.map(({ field, line, question: { code, ...about } }) => ({ field, line, reason: code, ...about })),
  };
}

process.exitCode = await main(process.argv.slice(2));
