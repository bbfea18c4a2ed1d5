import type { HabitReturn, HabitsChange, HabitsMerge, HabitSwitch } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { joined, merged, switched, type SupplierHabits } from '@umber/core/habits';
import { may } from '@umber/core/permissions';
import { subjectOf } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { keepVersion } from './learn.js';
import { lockOwner, ownerById, setOwnersSupplier, versionOf, type NamedOwner } from './queries.js';

/** Switches one of a supplier's habits off or on, as the next version. @throws ApiError where it is gone, or somebody was faster. */
export const switchHabit = (services: Services, id: number, person: Person, { version, subject, off }: HabitSwitch): Promise<void> =>
  changeHabits(services, id, person, version, (db, owner) => changed(db, owner, { change: 'switch', subject, off }));

/** Makes a supplier's habits what they were in an earlier version, as the next version. @throws ApiError */
export const returnHabits = (services: Services, id: number, person: Person, { version, to }: HabitReturn): Promise<void> =>
  changeHabits(services, id, person, version, (db, owner) => changed(db, owner, { change: 'return', to }));

/** Takes in what was learned of another supplier, who turned out to be this one: nothing is left with the other. @throws ApiError */
export const mergeHabits = (services: Services, id: number, person: Person, { version, from }: HabitsMerge): Promise<void> =>
  changeHabits(services, id, person, version, async (db, owner) => {
    await lockOwner(db, from);
    const after = await changed(db, owner, { change: 'merge', from });
    const other = await ownerById(db, from);
    if (!other) throw new ApiError('no-such-thing', 'Nothing was learned of the other supplier.');
    await keepVersion(db, other, { marks: { names: [], taxIds: [], ibans: [] }, kept: [] }, { documentId: null, personId: person.id });
    if (other.supplierId !== null) {
      await setOwnersSupplier(db, other.id, null);
      await setOwnersSupplier(db, owner.id, other.supplierId);
    }
    return after;
  });

export const GONE = 'This is no longer there. Look at it again.';

/** What habits are after a change, which is not kept yet. @throws ApiError where it cannot be made. */
export async function changed(db: Database, owner: NamedOwner, change: HabitsChange): Promise<SupplierHabits> {
  const { marks, kept } = owner;
  if (change.change === 'switch') {
    if (!kept.some(({ habit }) => subjectOf(habit) === change.subject)) throw new ApiError('no-such-thing', GONE);
    return { marks, kept: switched(kept, change.subject, change.off) };
  }
  if (change.change === 'return') {
    const earlier = await versionOf(db, owner.id, change.to);
    if (!earlier) throw new ApiError('no-such-thing', 'There is no such version.');
    return earlier;
  }
  const other = change.from === owner.id ? null : await ownerById(db, change.from);
  if (!other || other.everyone || owner.everyone) throw new ApiError('no-such-thing', 'Nothing was learned of the other supplier.');
  if (other.supplierId !== null && owner.supplierId !== null)
    throw new ApiError('already-there', 'Both are suppliers on file. What was learned of one is not the other’s.');
  return { marks: joined(marks, other.marks), kept: merged(kept, other.kept) };
}

/** Makes the next version of a supplier's habits, and has what waits read with it. @throws ApiError where somebody was faster, or may not. */
export async function changeHabits(
  services: Services,
  id: number,
  person: Person,
  version: number,
  change: (db: Database, before: NamedOwner) => Promise<SupplierHabits>,
): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const locked = await lockOwner(db, id);
    const owner = await ownerById(db, id);
    if (!locked || !owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
    if (owner.everyone && !may(person.role, 'rulesForAll'))
      throw new ApiError('not-allowed', 'Rules for all suppliers are made by a controller. Make this one for its supplier.');
    if (locked.version !== version) throw new ApiError('stale');
    const { marks, kept } = await change(db, owner);
    await keepVersion(db, owner, { marks, kept }, { documentId: null, personId: person.id });
  });
  await services.enqueue('read-waiting', id);
}
