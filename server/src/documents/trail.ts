import type { TrailAct } from '@umber/core/documents';
import type { Database } from '../database/database.js';
import { insertTrail } from './queries.js';

/** Who did something: a person's id, or null for the machine. */
export type Actor = number | null;

/** Adds a step to a document's history; never changed afterwards. */
export async function record(db: Database, documentId: number, actor: Actor, act: TrailAct): Promise<void> {
  await insertTrail(db, documentId, actor, act);
}
