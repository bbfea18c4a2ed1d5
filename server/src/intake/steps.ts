import type { StepOf } from './new-arrival.js';
import type { StepNote } from '@umber/core/intake';
import type { StepName } from '@umber/contract/intake';
import type { Database } from '../database/database.js';
import { upsertStep, updateStep } from './queries.js';

/** Notes that a step has begun; begun again, it counts one more try. */
export const beginStep = (db: Database, of: StepOf, name: StepName) => upsertStep(db, of, name);

/** Notes how a step ended, or that it waits to be tried again. */
export const endStep = (db: Database, of: StepOf, name: StepName, state: 'done' | 'failed' | 'waiting', note: StepNote | null) =>
  updateStep(db, of, name, state, note);
