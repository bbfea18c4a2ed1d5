import { leftOutRight, sellerKey, sortingFeatures, type Example } from '@umber/core/sorting';
import type { Database } from '../database/database.js';
import { insertModel, sortedByPeople } from './queries.js';

/** Examples that are learned from, the newest: suppliers change what they write. */
const MOST_EXAMPLES = 400;

/** Learns anew from what people sorted, and keeps the result as the next version with its figures. Safe to run twice. */
export async function learnSorting(db: Database): Promise<void> {
  const examples = (await sortedByPeople(db, MOST_EXAMPLES)).map(({ kind, titled, seller, pages, page }): Example => ({
    kind,
    titled,
    seller: sellerKey(seller),
    features: sortingFeatures([page, ...Array.from({ length: pages - 1 }, () => page)]),
  }));
  await insertModel(db, { examples }, examples.length, leftOutRight(examples));
}
