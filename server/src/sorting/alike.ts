import { record } from '../documents/change-queries.js';
import type { AlikeAct, AlikeChoice, AlikeSettled, AlikeView } from '@umber/contract/sorting';
import type { Person } from '@umber/contract/people';
import type { PageWords } from '@umber/core/reading';
import { groupFor, layoutOf } from '@umber/core/sorting';
import type { Database } from '../database/database.js';
import { ApiError, refusalOf } from '../api-error.js';
import { chooseSupplier, likelySuppliers } from '../matching/resolve.js';
import type { Services } from '../services.js';
import { onDocument } from '../documents/lifecycle.js';
import { park, turnAway } from '../documents/resting.js';
import { alikeDocuments, hasSupplier, insertLayout, lockLayouts, takeApart, unknownLayouts } from './queries.js';
import { sayKind } from './sort.js';

/** Documents that a new one is compared with, the newest. */
const MOST_COMPARED = 500;

/** Puts a document whose supplier is not known with those that look like it. */
export async function groupAlike(db: Database, id: number, pages: readonly PageWords[], taxId: string | null): Promise<void> {
  if (await hasSupplier(db, id)) return;
  const layout = layoutOf(pages);
  await lockLayouts(db);
  await insertLayout(db, id, groupFor(layout, taxId, await unknownLayouts(db, MOST_COMPARED)) ?? id, layout);
}

/** The documents of a group, and whom they may be from. @throws ApiError where none of them waits any more. */
export async function alikeView(db: Database, group: number): Promise<AlikeView> {
  const documents = await alikeDocuments(db, group);
  const [first] = documents;
  if (!first) throw new ApiError('no-such-thing', 'These documents are settled already.');
  return { id: group, documents, suppliers: await likelySuppliers(db, first.id) };
}

/** What is left of a group, which may be nothing. */
export const alikeLeft = async (db: Database, group: number): Promise<AlikeView> =>
  (await alikeDocuments(db, group)).length === 0 ? { id: group, documents: [], suppliers: [] } : alikeView(db, group);

/** Says the same of several documents of a group. Each is settled on its own: one that somebody moved meanwhile stays as it is, and is told. */
export async function settleAlike(
  services: Services,
  group: number,
  person: Person,
  { documents, does }: AlikeChoice,
): Promise<AlikeSettled> {
  const known = new Set((await alikeView(services.pool, group)).documents.map(({ id }) => id));
  const left: { id: number; why: string }[] = [];
  for (const { id, version } of documents) {
    const refused = await refusalOf(async () => {
      if (!known.has(id)) throw new ApiError('no-such-thing', 'It is settled already, or looks otherwise.');
      await settleOne(services, id, version, person, does);
    });
    if (refused) left.push({ id, why: refused.message });
  }
  // Whose they are, their habits are.
  if (does.act === 'supplier') for (const { id } of documents) await services.enqueue('learn-habits', id);
  return { settled: documents.length - left.length, left, view: await alikeLeft(services.pool, group) };
}

async function settleOne(services: Services, id: number, version: number, person: Person, does: AlikeAct): Promise<void> {
  if (does.act === 'supplier') await chooseSupplier(services, id, person, { version, supplierId: does.supplierId });
  else if (does.act === 'kind') await sayKind(services, id, person, { version, kind: does.kind });
  else if (does.act === 'park') await park(services, id, person, { version, reason: does.reason });
  else if (does.act === 'turn-away') await turnAway(services.pool, id, person, { version, reason: does.reason });
  else
    await onDocument(services.pool, id, version, 'supplier', async (db) => {
      await takeApart(db, id);
      await record(db, id, person.id, { code: 'not-alike' });
    });
}
