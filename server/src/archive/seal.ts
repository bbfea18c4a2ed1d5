import { createHash } from 'node:crypto';
import type { Database } from '../database/database.js';
import { insertSeal, lastSeal, SEALED, sealedRows, settledToday, unsealedDays, type Sealed } from './seal-queries.js';

/** Before the first day. */
export const BEGINNING: Buffer = Buffer.alloc(32);

/** Rows fetched at a time. */
const PIECE = 5000;

/** The head of a day's rows up to one of them (its id; all where it is left out), chained to the head before, and how many these are. */
export async function headOf(
  db: Database,
  kind: Sealed,
  day: string,
  previous: Buffer,
  upTo = Number.MAX_SAFE_INTEGER,
): Promise<{ head: Buffer; rows: number }> {
  let head = previous;
  let rows = 0;
  let last = 0;
  for (;;) {
    const found = await sealedRows(db, kind, day, last, upTo, PIECE);
    for (const { id, line } of found) {
      head = createHash('sha256').update(head).update(line).digest();
      last = id;
      rows++;
    }
    if (found.length < PIECE) return { head, rows };
  }
}

/** A head as it is written outside of the database: a day's, or a day's so far, up to one of its rows. */
export interface WrittenHead {
  readonly kind: Sealed;
  readonly day: string;
  readonly rows: number;
  /** Null for a whole day. */
  readonly upTo: number | null;
  readonly head: string;
}

/** Seals the days that have ended; returns the new heads, and those of today so far. */
export async function seal(db: Database, today: string): Promise<WrittenHead[]> {
  const written: WrittenHead[] = [];
  for (const kind of SEALED) {
    let previous = (await lastSeal(db, kind))?.head ?? BEGINNING;
    for (const day of await unsealedDays(db, kind)) {
      const { head, rows } = await headOf(db, kind, day, previous);
      await insertSeal(db, { kind, day, rows, previous, head });
      written.push({ kind, day, rows, upTo: null, head: head.toString('hex') });
      previous = head;
    }
    const upTo = await settledToday(db, kind);
    if (upTo === 0) continue;
    const { head, rows } = await headOf(db, kind, today, previous, upTo);
    written.push({ kind, day: today, rows, upTo, head: head.toString('hex') });
  }
  return written;
}
