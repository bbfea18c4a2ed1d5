import type { HabitOwnerRow, HabitsView, TaughtBy } from '@umber/contract/habits';
import { changesBetween, inForce } from '@umber/core/habits';
import { subjectOf } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { numbersOf, ownerById, ownerRows, versionsOf } from './queries.js';

/** All suppliers of whom something was learned. */
export const habitOwners = async (db: Database): Promise<HabitOwnerRow[]> =>
  (await ownerRows(db)).map(({ kept, ...row }) => ({
    ...row,
    habits: inForce(kept).length,
    held: kept.reduce((sum, { held }) => sum + held.length, 0),
    corrected: kept.reduce((sum, { corrected }) => sum + corrected.length, 0),
  }));

/** What was learned of a supplier, and every version of it. @throws ApiError where there is no such supplier. */
export async function habitsView(db: Database, id: number): Promise<HabitsView> {
  const owner = await ownerById(db, id);
  if (!owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
  const versions = await versionsOf(db, id);
  const documents = [...owner.kept.map(({ from }) => Number(from)), ...versions.map(({ documentId }) => documentId ?? NaN)];
  const numbers = new Map((await numbersOf(db, documents.filter(Number.isInteger))).map((one) => [one.id, one]));
  const document = (of: number | null): TaughtBy | null => (of === null ? null : (numbers.get(of) ?? null));
  const taught = new Map(versions.flatMap((one) => (one.documentId === null ? [] : [[String(one.documentId), one] as const])));
  // A rule is of who made it last.
  const made = new Map(
    versions.flatMap((one, i) =>
      changesBetween(versions[i - 1]?.kept ?? [], one.kept)
        .filter(({ code, habit }) => habit.what === 'rule' && (code === 'learned' || code === 'changed'))
        .map(({ habit }) => [subjectOf(habit), one] as const),
    ),
  );
  const speaking = new Set(inForce(owner.kept).map(subjectOf));
  return {
    id,
    name: owner.name,
    supplierId: owner.supplierId,
    everyone: owner.everyone,
    version: owner.version,
    documents: owner.documents,
    habits: owner.kept.map(({ habit, from, held, corrected, off }) => ({
      subject: subjectOf(habit),
      habit,
      from: document(Number.isInteger(Number(from)) ? Number(from) : null),
      by: (made.get(subjectOf(habit)) ?? taught.get(from))?.by ?? null,
      on: (made.get(subjectOf(habit)) ?? taught.get(from))?.at ?? null,
      held: held.length,
      corrected: corrected.length,
      off: Boolean(off),
      speaks: speaking.has(subjectOf(habit)),
    })),
    versions: versions
      .map(({ version, at, by, kept, documentId }, i) => ({
        version,
        at,
        by,
        document: document(documentId),
        changes: changesBetween(versions[i - 1]?.kept ?? [], kept),
      }))
      .reverse(),
  };
}
