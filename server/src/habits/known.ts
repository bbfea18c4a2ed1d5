import { ownerOf } from '@umber/core/habits';
import type { PageWords } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { ownersShown, type OwnerRow } from './queries.js';
import { shownOn } from './shown.js';

/** The habits of the supplier whose pages these are; null where he is not known by them. */
export async function habitsOn(db: Database, pages: readonly PageWords[]): Promise<OwnerRow | null> {
  const { names, ids } = shownOn(pages);
  return ownerOf(await ownersShown(db, names, ids), pages);
}
