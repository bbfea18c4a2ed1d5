import { appendFile, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { basename, extname, join, relative } from 'node:path';
import { HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell } from '@umber/core/documents';
import { PLAIN_LAYOUT, type ExportDocument, type ExportFormat } from '@umber/core/exports';
import { readDocument, type DocumentReading, type ReadDoubt } from '@umber/core/reading';
import { failureText } from '@umber/contract/reading';
import { writeFiles } from '../exports/write-file.js';
import { UnreadableFile } from '../readers/unreadable-file.js';
import type { ReaderPool } from '../readers/reader-pool.js';
import { documentsOfFile } from '../separating/documents-of-file.js';

export interface BatchOptions {
  readonly format: Extract<ExportFormat, 'csv' | 'xlsx' | 'xml'>;
  /** The file that is written; lines go beside it where they do not fit in. */
  readonly out: string;
  /** Files and folders, these with all that is in them. */
  readonly paths: readonly string[];
  readonly size: number;
  readonly today: string;
  /** Told after each file: how many of how many are done. */
  readonly onProgress: (done: number, all: number, inDoubt: number, unread: number) => void;
}

export interface BatchResult {
  readonly documents: number;
  readonly inDoubt: number;
  /** Files of which nothing could be read. */
  readonly unread: number;
  readonly written: readonly string[];
}

/** What became of one file, as it is noted for a later run that goes on. */
interface Done {
  readonly key: string;
  readonly documents: readonly ExportDocument[];
  readonly isUnread: boolean;
}

const READ = new Set(['.pdf', '.png', '.jpg', '.jpeg', '.tif', '.tiff', '.xml', '.eml']);

/**
 * Reads files and folders into one table of heads and one of lines, with what is in doubt. What is done is noted beside the file that is written:
 * a run that was cut off goes on from there. @throws where a path does not exist.
 */
export async function readInto(pool: ReaderPool, { format, out, paths, size, today, onProgress }: BatchOptions): Promise<BatchResult> {
  const files = (await Promise.all(paths.map(filesIn))).flat();
  const note = `${out}.part`;
  const done = await doneBefore(note);
  const keys = await Promise.all(files.map(keyOf));
  const results: (Done | undefined)[] = keys.map((key) => done.get(key));
  const counts = { done: 0, inDoubt: 0, unread: 0 };
  const counted = ({ documents, isUnread }: Done) => {
    counts.done++;
    counts.inDoubt += documents.filter(isDoubtful).length;
    if (isUnread) counts.unread++;
  };
  for (const one of results) if (one) counted(one);
  const waiting = keys.flatMap((_, i) => (results[i] ? [] : [i]));
  let next = 0;
  const work = async () => {
    for (let turn = next++; turn < waiting.length; turn = next++) {
      const at = waiting[turn];
      const one = { key: keys[at], ...(await readOne(pool, files[at], today)) };
      results[at] = one;
      await appendFile(note, `${JSON.stringify(one)}\n`);
      counted(one);
      onProgress(counts.done, files.length, counts.inDoubt, counts.unread);
    }
  };
  await Promise.all(Array.from({ length: size }, work));
  const documents = results.flatMap((one) => one?.documents ?? []);
  const written: string[] = [];
  for (const { suffix, extension, bytes } of await writeFiles(documents, { ...PLAIN_LAYOUT, format })) {
    const bare = out.slice(0, out.length - extname(out).length);
    const path = `${bare}${suffix}${extname(out) || `.${extension}`}`;
    await writeFile(path, bytes);
    written.push(path);
  }
  await rm(note, { force: true });
  return { documents: documents.length, inDoubt: counts.inDoubt, unread: counts.unread, written };
}

const isDoubtful = ({ doubts, lines }: ExportDocument): boolean => doubts !== '' || lines.some(({ lineDoubts }) => lineDoubts !== '');

/** All files that may be documents, by their endings within folders, whatever they are where they are named themselves. */
async function filesIn(path: string): Promise<string[]> {
  if (!(await stat(path)).isDirectory()) return [path];
  const entries = await readdir(path, { recursive: true, withFileTypes: true });
  return entries
    .filter((entry) => entry.isFile() && READ.has(extname(entry.name).toLowerCase()))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

/** A file as it is now: one that was changed since is read again. */
async function keyOf(path: string): Promise<string> {
  const { size, mtimeMs } = await stat(path);
  return `${relative('.', path)} ${size} ${Math.round(mtimeMs)}`;
}

async function doneBefore(note: string): Promise<Map<string, Done>> {
  const text = await readFile(note, 'utf8').catch(() => '');
  const done = new Map<string, Done>();
  for (const line of text.split('\n')) {
    try {
      const one = JSON.parse(line) as Done;
      done.set(one.key, one);
    } catch {
      // The last line of a run that was cut off while it wrote.
    }
  }
  return done;
}

async function readOne(pool: ReaderPool, path: string, today: string): Promise<Omit<Done, 'key'>> {
  const file = basename(path);
  try {
    const { documents, why } = await documentsOfFile(pool, await readFile(path), path);
    if (documents.length === 0) return { documents: [unreadRow(file, why ?? 'Nothing was found in it.')], isUnread: true };
    return {
      isUnread: false,
      documents: documents.map(({ pages, numberOf, coverText }) =>
        rowOf(file, numberOf, readDocument(pages, { coverText, receivedOn: today })),
      ),
    };
  } catch (error) {
    return {
      documents: [unreadRow(file, error instanceof UnreadableFile ? failureText(error.fault) : (error as Error).message)],
      isUnread: true,
    };
  }
}

const NOTHING = { id: null, tray: null, supplier: null, orders: null, entry: null, postedOn: null } as const;

const unreadRow = (file: string, why: string): ExportDocument => ({
  ...NOTHING,
  file,
  pages: '',
  kind: 'other',
  discount: null,
  carriage: null,
  doubts: why,
  fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, null])) as Record<HeaderField, string | null>,
  own: {},
  lines: [],
});

function rowOf(
  file: string,
  numberOf: (page: number) => number,
  { pages, kind, fields, lines, allowances, doubts }: DocumentReading,
): ExportDocument {
  return {
    ...NOTHING,
    file,
    pages: [...new Set(pages.map(numberOf))].join(', '),
    kind,
    discount: allowances.discount,
    carriage: allowances.carriage,
    doubts: doubtText(doubts.filter(({ line }) => line === null)),
    fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, fields[field]?.value ?? null])) as Record<HeaderField, string | null>,
    own: {},
    lines: lines.map((line, i) => ({
      position: i + 1,
      account: null,
      costCentre: null,
      project: null,
      lineDoubts: doubtText(doubts.filter((doubt) => doubt.line === i)),
      cells: Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]?.value ?? null])) as Record<LineCell, string | null>,
      own: {},
    })),
  };
}

/** Doubts in one cell: the field and why, by code; the rule's number where a rule asks. */
const doubtText = (doubts: readonly ReadDoubt[]): string =>
  doubts
    .map(({ field, question }) => `${field ?? 'document'}: ${question.code === 'rule-broken' ? question.rule : question.code}`)
    .join('; ');
