import type { HabitReturn, HabitSwitch } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { switched, type SupplierHabits } from '@umber/core/habits';
import { subjectOf } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { keepVersion, readWaitingAgain } from './learn.js';
import { lockOwner, ownerById, versionOf } from './queries.js';
import { asLookedUp } from './shown.js';

/** Switches one of a supplier's habits off or on, as the next version. @throws ApiError where it is gone, or somebody was faster. */
export const switchHabit = (services: Services, id: number, person: Person, { version, subject, off }: HabitSwitch): Promise<void> =>
  changeHabits(services, id, person, version, async ({ marks, kept }) => {
    if (!kept.some(({ habit }) => subjectOf(habit) === subject))
      throw new ApiError('no-such-thing', 'This habit is no longer there. Look at it again.');
    return { marks, kept: switched(kept, subject, off) };
  });

/** Makes a supplier's habits what they were in an earlier version, as the next version. @throws ApiError */
export const returnHabits = (services: Services, id: number, person: Person, { version, to }: HabitReturn): Promise<void> =>
  changeHabits(services, id, person, version, async (_, db) => {
    const earlier = await versionOf(db, id, to);
    if (!earlier) throw new ApiError('no-such-thing', 'There is no such version.');
    return earlier;
  });

async function changeHabits(
  services: Services,
  id: number,
  person: Person,
  version: number,
  change: (before: SupplierHabits, db: Database) => Promise<SupplierHabits>,
): Promise<void> {
  const changed = await inTransaction(services.pool, async (db) => {
    const locked = await lockOwner(db, id);
    const owner = await ownerById(db, id);
    if (!locked || !owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
    if (locked.version !== version) throw new ApiError('stale');
    const { marks, kept } = await change(owner, db);
    await keepVersion(db, owner, { marks, kept }, { documentId: null, personId: person.id });
    return { supplierId: owner.supplierId, names: asLookedUp(marks).names };
  });
  await readWaitingAgain(services, changed);
}
