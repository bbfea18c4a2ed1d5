import { ORIGINALS_SHOWN, type DeletionPage, type DueOriginals, type DueWish, type RetentionView } from '@umber/contract/retention';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { deletionById, deletions } from './deletion-queries.js';
import { holds } from './hold-queries.js';
import { countChosen, deletionRows, dueRows, keptDays, keptYears, yearEndsIn, yearsSetBy } from './queries.js';

/** What is kept how long, what may go, what holds it, and what was deleted, as this person sees it. */
export async function retentionView(db: Database, personId: number, today: string): Promise<RetentionView> {
  const [years, month, set, kept, held, asked] = await Promise.all([
    keptYears(db),
    yearEndsIn(db),
    yearsSetBy(db),
    keptDays(db, today),
    holds(db, personId),
    deletions(db, personId),
  ]);
  const resting = kept.filter(({ rests }) => rests);
  const counted = (rows: readonly { readonly originals: number }[]) => rows.reduce((sum, { originals }) => sum + originals, 0);
  return {
    years,
    yearEndsIn: month,
    set,
    today,
    days: resting.flatMap(({ rests: _rests, until, ...day }) => (until === null ? [] : [{ until, ...day }])),
    forEver: counted(resting.filter(({ until }) => until === null)),
    atWork: counted(kept.filter(({ rests }) => !rests)),
    holds: held,
    deletions: asked,
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
