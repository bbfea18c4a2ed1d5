import { citationsOf, type PageWords } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { insertCitation } from './queries.js';

/** Keeps the invoices that a credit note names, beside its own number. */
export async function storeCredited(db: Database, id: number, pages: readonly PageWords[], ownNumber: string | null): Promise<void> {
  const cited = citationsOf(pages).filter(({ number }) => number !== ownNumber);
  for (const [position, citation] of cited.entries()) await insertCitation(db, id, position, citation);
}
