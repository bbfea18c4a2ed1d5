import type { TrailAct } from '@umber/core/documents';
import type { Undoing, Versioned } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Database, Pool } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { onDocument, type LockedDocument } from '../documents/lifecycle.js';
import { keepStep, restoreState, stateOf, stepsFrom, deleteSteps } from '../documents/step-queries.js';

/** A change as it is asked for, or, where the version is null, made to the document as it stands. */
export type AtAnyVersion<C extends Versioned> = Omit<C, 'version'> & { readonly version: number | null };

/**
 * A change at Check that can be taken back: what stood before is kept with what `work` says was done. Null where nothing was.
 * @throws ApiError where the document has moved on.
 */
export function aStep(
  pool: Pool,
  id: number,
  version: number | null,
  person: Person,
  work: (db: Database, document: LockedDocument) => Promise<TrailAct | null>,
): Promise<void> {
  return onDocument(pool, id, version, 'correct', async (db, document) => {
    const before = await stateOf(db, id);
    const act = await work(db, document);
    if (act === null) return;
    await keepStep(db, id, person.id, act, before);
    await record(db, id, person.id, act);
  });
}

/** Takes back a step and all that came after it, whoever did them. @throws ApiError where it was taken back already. */
export function undo(pool: Pool, id: number, person: Person, { version, step }: AtAnyVersion<Undoing>): Promise<void> {
  return onDocument(pool, id, version, 'correct', async (db) => {
    const steps = await stepsFrom(db, id, step);
    const oldest = steps.at(-1);
    if (oldest?.id !== step) throw new ApiError('no-such-thing', 'This was taken back already. The document was loaded again.');
    await restoreState(db, id, oldest.before, person.id);
    await deleteSteps(db, id, step);
    for (const { act } of steps) await record(db, id, person.id, { code: 'undone', act });
  });
}
