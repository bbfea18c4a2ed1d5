import { ORIGINALS_SHOWN, type DeletionPage, type DueOriginals, type DueWish, type RetentionView } from '@umber/contract/retention';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { deletionById, deletions } from './deletion-queries.js';
import { holds } from './hold-queries.js';
import { countChosen, deletionRows, dueDays, dueRows, keptOtherwise, keptYears, yearEndsIn, yearsSetBy } from './queries.js';

/** What is kept how long, what may go, what holds it, and what was deleted, as this person sees it. */
export async function retentionView(db: Database, personId: number, today: string): Promise<RetentionView> {
  return {
    years: await keptYears(db),
    yearEndsIn: await yearEndsIn(db),
    set: await yearsSetBy(db),
    today,
    days: await dueDays(db, today),
    ...(await keptOtherwise(db)),
    holds: await holds(db, personId),
    deletions: await deletions(db, personId),
  };
}

/** @throws ApiError where there is no such deletion. */
export async function deletionPage(db: Database, id: number, personId: number): Promise<DeletionPage> {
  const deletion = await deletionById(db, id, personId);
  if (!deletion) throw new ApiError('no-such-thing');
  const rows = await deletionRows(db, id, ORIGINALS_SHOWN + 1);
  return { ...deletion, listed: rows.slice(0, ORIGINALS_SHOWN), isCut: rows.length > ORIGINALS_SHOWN };
}

/** What is kept until a day at most: how much of it no hold keeps, and the first of it. */
export async function dueOriginals(db: Database, { until, kind }: DueWish): Promise<DueOriginals> {
  const kinds = kind === '' ? [] : [kind];
  const rows = await dueRows(db, until, kinds, ORIGINALS_SHOWN + 1);
  return {
    originals: await countChosen(db, until, kinds),
    documents: rows.slice(0, ORIGINALS_SHOWN),
    isCut: rows.length > ORIGINALS_SHOWN,
  };
}
