import type { Finding } from '@umber/contract/archive';
import type { Database } from '../database/database.js';
import { askBooks } from './book-queries.js';
import { SEALED, sealsOf } from './seal-queries.js';
import { BEGINNING, headOf, type WrittenHead } from './seal.js';

/** Which of the questions are asked: all, or without comparing every file with its checksum, which a job of its own does bit by bit. */
export type Depth = 'whole' | 'without-files';

/**
 * Works out anew what the books say of themselves: chains, sums, numbers, who did what, guards, files. `written` are heads that were kept
 * outside of the database. Empty where nothing is off.
 */
export async function verifyBooks(db: Database, written: readonly WrittenHead[] = [], depth: Depth = 'whole'): Promise<Finding[]> {
  const findings = await askBooks(db, depth === 'whole' ? [] : ['blob-damaged']);
  for (const kind of SEALED) {
    let previous = BEGINNING;
    const heads = new Map<string, Buffer>();
    for (const sealed of await sealsOf(db, kind)) {
      const { head, rows } = await headOf(db, kind, sealed.day, sealed.previous);
      if (!sealed.previous.equals(previous) || !head.equals(sealed.head) || rows !== sealed.rows)
        findings.push({ code: 'seal-broken', name: `${kind} ${sealed.day}` });
      previous = sealed.head;
      heads.set(sealed.day, sealed.previous);
    }
    for (const one of written.filter((head) => head.kind === kind)) {
      const before = heads.get(one.day) ?? previous;
      const { head, rows } = await headOf(db, kind, one.day, before, one.upTo ?? undefined);
      if (head.toString('hex') !== one.head || rows !== one.rows)
        findings.push({ code: 'head-differs', name: `${kind} ${one.day} ${one.upTo ?? 'all'}` });
    }
  }
  return findings;
}
