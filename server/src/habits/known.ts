import { inForce, ownerOf } from '@umber/core/habits';
import type { Habit } from '@umber/core/reading';
import type { PageWords } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { everyonesRow, ownerOfAlike, ownersShown, type OwnerRow } from './queries.js';
import { shownOn } from './shown.js';

/** The habits of the supplier whose pages these are; null where he is not known by them. */
export async function habitsOn(db: Database, pages: readonly PageWords[]): Promise<OwnerRow | null> {
  const { names, ids } = shownOn(pages);
  return ownerOf(await ownersShown(db, names, ids), pages);
}

/**
 * What pages are read with: the habits of the supplier whose they are, and after them the rules that hold for all. Where no page names a
 * supplier who is known, what documents taught that look like it: all that it changes is then asked about.
 */
export async function knownOn(
  db: Database,
  pages: readonly PageWords[],
  documentId: number,
): Promise<{ owner: OwnerRow | null; habits: readonly Habit[] }> {
  const owner = await habitsOn(db, pages);
  const alike = owner ? null : await ownerOfAlike(db, documentId);
  const everyone = await everyonesRow(db);
  const own = owner ? inForce(owner.kept) : alike ? inForce(alike.kept).map((habit) => ({ ...habit, against: true as const })) : [];
  return { owner: owner ?? alike, habits: [...own, ...inForce(everyone.kept)] };
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
