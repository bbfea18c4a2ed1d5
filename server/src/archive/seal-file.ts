import { appendFile, readFile } from 'node:fs/promises';
import { SEALED, type Sealed } from './seal-queries.js';
import type { WrittenHead } from './seal.js';

/** One head a line: kind, day, how many rows, up to which of them or `all`, and the head in hexadecimal. */
const lineOf = ({ kind, day, rows, upTo, head }: WrittenHead): string => `${kind} ${day} ${rows} ${upTo ?? 'all'} ${head}`;

/** Writes heads to the end of a file, those that do not stand there yet. The file is to be copied, mailed or printed elsewhere. */
export async function writeHeads(path: string, heads: readonly WrittenHead[]): Promise<void> {
  const known = new Set((await readFile(path, 'utf8').catch(() => '')).split('\n'));
  const lines = heads.map(lineOf).filter((line) => !known.has(line));
  if (lines.length > 0) await appendFile(path, lines.map((line) => `${line}\n`).join(''), { mode: 0o600 });
}

/** The heads of a file; lines that are none are passed over. */
export async function readHeads(path: string): Promise<WrittenHead[]> {
  return (await readFile(path, 'utf8')).split('\n').flatMap((line): WrittenHead[] => {
    const [, kind, day, rows, upTo, head] = /^(\w+) (\d{4}-\d\d-\d\d) (\d+) (\d+|all) ([0-9a-f]{64})$/.exec(line.trim()) ?? [];
    if (!(SEALED as readonly string[]).includes(kind)) return [];
    return [{ kind: kind as Sealed, day, rows: Number(rows), upTo: upTo === 'all' ? null : Number(upTo), head }];
  });
}
