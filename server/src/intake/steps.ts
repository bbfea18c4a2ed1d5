import type { StepName } from '@umber/contract/intake';
import type { Database } from '../database/database.js';
import { upsertStep, updateStep } from './queries.js';

/** What a step is about: an arrival, one of its files, or one document. */
export interface StepOf {
  readonly arrivalId: number;
  readonly fileId?: number;
  readonly documentId?: number;
}

/** Notes that a step has begun; begun again, it counts one more try. */
export const beginStep = (db: Database, of: StepOf, name: StepName) => upsertStep(db, of, name);

/** Notes how a step ended, with a few words for the person; or that it waits to be tried again. */
export const endStep = (db: Database, of: StepOf, name: StepName, state: 'done' | 'failed' | 'waiting', note: string | null) =>
  updateStep(db, of, name, state, note);
