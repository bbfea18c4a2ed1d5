import { inForce, ownerOf } from '@umber/core/habits';
import type { Habit } from '@umber/core/reading';
import type { PageWords } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { everyonesRow, ownersShown, type OwnerRow } from './queries.js';
import { shownOn } from './shown.js';

/** The habits of the supplier whose pages these are; null where he is not known by them. */
export async function habitsOn(db: Database, pages: readonly PageWords[]): Promise<OwnerRow | null> {
  const { names, ids } = shownOn(pages);
  return ownerOf(await ownersShown(db, names, ids), pages);
}

/** What pages are read with: the habits of the supplier whose they are, and after them the rules that hold for all. */
export async function knownOn(db: Database, pages: readonly PageWords[]): Promise<{ owner: OwnerRow | null; habits: readonly Habit[] }> {
  const owner = await habitsOn(db, pages);
  const everyone = await everyonesRow(db);
  return { owner, habits: [...(owner ? inForce(owner.kept) : []), ...inForce(everyone.kept)] };
}

/** What pages are read with beside the habits of one owner: the rules for all, or, where it is those, the habits of the pages' supplier. */
export async function othersOn(
  db: Database,
  pages: readonly PageWords[],
  { everyone }: Pick<OwnerRow, 'everyone'>,
): Promise<readonly Habit[]> {
  const other = everyone ? await habitsOn(db, pages) : await everyonesRow(db);
  return other ? inForce(other.kept) : [];
}
