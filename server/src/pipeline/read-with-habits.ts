import type { DocumentReading } from '@umber/core/reading';
import { inTransaction } from '../database/database.js';
import { resetDocument } from '../documents/change-queries.js';
import { moveTo } from '../documents/lifecycle.js';
import { isUntouched } from '../habits/queries.js';
import { arrivedDocument, newestReading } from '../reading/queries.js';
import type { Services } from '../services.js';
import { placeReading, readingOf } from './read-arrived.js';

/**
 * Reads a waiting document again with what was learned since. What a person settled anything of or has open stays as it is, and so does a
 * document that reads as it did. Safe to run twice.
 */
export async function readWithHabits(services: Services, id: number): Promise<void> {
  if (!(await isUntouched(services.pool, id))) return;
  const document = await arrivedDocument(services.pool, id);
  if (!document) return;
  const read = await readingOf(services, document);
  const before = await newestReading(services.pool, id);
  if (before && saidBy(before) === saidBy(read.reading)) return;
  await inTransaction(services.pool, async (db) => {
    if (!(await isUntouched(db, id))) return;
    await resetDocument(db, id);
    await moveTo(db, id, 'read-again', 'arriving', null);
    await placeReading(services, db, document, read);
  });
}

/** What a reading says and asks, as text; how sure it is of it does not matter. */
const saidBy = ({ kind, fields, lines, doubts }: DocumentReading): string =>
  JSON.stringify([kind, valuesOf(fields), lines.map(valuesOf), doubts]);

const valuesOf = (values: object): unknown[] =>
  Object.entries(values)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, value]) => [name, (value as { value?: unknown } | null)?.value ?? null]);
