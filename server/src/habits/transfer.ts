import type { HabitsFile, HabitsImported } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { isOneSupplier, joined, merged, type KeptHabit, type SupplierHabits } from '@umber/core/habits';
import { may } from '@umber/core/permissions';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { keepVersion } from './learn.js';
import { allOwners, everyonesRow, insertOwner, lockOwners, numbersOf, ownersShown, type OwnerRow } from './queries.js';
import { asLookedUp } from './shown.js';

/** Habits as a file: of one supplier, or of all where `owner` is null. Documents are named by their numbers in it. */
export async function habitsFile(db: Database, owner: OwnerRow | null): Promise<HabitsFile> {
  const owners = owner ? [owner] : await allOwners(db);
  const ids = owners.flatMap(({ kept }) => kept.flatMap(({ from, held, corrected }) => [from, ...held, ...corrected])).map(Number);
  const numbers = new Map((await numbersOf(db, [...new Set(ids.filter(Number.isInteger))])).map(({ id, number }) => [String(id), number]));
  const named = (document: string) => numbers.get(document) ?? document;
  return {
    format: 'umber-habits',
    version: 1,
    suppliers: owners
      .filter(({ kept }) => kept.length > 0)
      .map(({ marks, kept, everyone }) => ({
        ...(everyone ? { everyone } : {}),
        marks,
        kept: kept.map((one) => ({ ...one, from: named(one.from), held: one.held.map(named), corrected: one.corrected.map(named) })),
      })),
  };
}

/**
 * Takes in habits from a file, each for the supplier whose marks they have, beside what is known of him. All or nothing.
 * @throws ApiError where it has rules for all, and the person may not make such.
 */
export async function importHabits(services: Services, person: Person, file: HabitsFile): Promise<HabitsImported> {
  if (file.suppliers.some(({ everyone }) => everyone) && !may(person.role, 'rulesForAll'))
    throw new ApiError('not-allowed', 'The file has rules for all suppliers. A controller can take it in.');
  const changed = await inTransaction(services.pool, async (db) => {
    await lockOwners(db);
    const owners: number[] = [];
    for (const supplier of file.suppliers) {
      const owner = await ownerFor(db, supplier);
      const kept = supplier.kept.map((one): KeptHabit => ({
        ...one,
        from: asFile(one.from),
        held: one.held.map(asFile),
        corrected: one.corrected.map(asFile),
      }));
      const after = { marks: supplier.everyone ? owner.marks : joined(owner.marks, supplier.marks), kept: merged(owner.kept, kept) };
      await keepVersion(db, owner, after, { documentId: null, personId: person.id });
      owners.push(owner.id);
    }
    return owners;
  });
  for (const id of changed) await services.enqueue('read-waiting', id);
  return { suppliers: changed.length, habits: file.suppliers.reduce((sum, { kept }) => sum + kept.length, 0) };
}

/** A document of elsewhere: its number is none of a document here. */
const asFile = (document: string): string => (Number.isInteger(Number(document)) ? `file ${document}` : document);

async function ownerFor(db: Database, { marks, everyone }: SupplierHabits): Promise<OwnerRow> {
  if (everyone) return everyonesRow(db);
  const { names, taxIds, ibans } = asLookedUp(marks);
  const known = (await ownersShown(db, names, [...taxIds, ...ibans])).find((owner) => isOneSupplier(owner.marks, marks));
  return known ?? { id: await insertOwner(db), supplierId: null, everyone: false, version: 0, marks, kept: [] };
}
