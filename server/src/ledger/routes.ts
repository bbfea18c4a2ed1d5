import { pageOf } from '../database/page.js';
import type { TrialBalance } from '@umber/contract/ledger';
import { sum, toAmount } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { postAll } from './post-all.js';
import { post, previewEntry } from './post.js';
import { entryOfDocument, entryRows, openItemCount, openItems, trialBalanceRows } from './queries.js';

const MOST_ENTRIES = 500;
const MOST_ITEMS = 500;

export const ledgerRoutes = (
  services: Services,
): Handlers<'entry' | 'post' | 'postAll' | 'entries' | 'allEntries' | 'openItems' | 'trialBalance'> => {
  const { pool } = services;
  return {
    entry: async ({ params: { id } }) => (await entryOfDocument(pool, id)) ?? previewEntry(pool, id),
    post: ({ params: { id }, person, input }) => post(services, id, person, input),
    postAll: ({ person, input }) => postAll(services, person, input),
    entries: () => entryRows(pool, MOST_ENTRIES),
    allEntries: ({ input }) =>
      pageOf(
        input,
        (before, most) => entryRows(pool, most, before),
        ({ number }) => number ?? 0,
      ),
    openItems: async () => ({ items: await openItems(pool, MOST_ITEMS), count: await openItemCount(pool) }),
    trialBalance: () => trialBalance(pool),
  };
};

async function trialBalance(db: Database): Promise<TrialBalance> {
  const rows = await trialBalanceRows(db);
  const total = (side: 'debit' | 'credit') => toAmount(sum(rows.map((row) => row[side])));
  const balance: TrialBalance = { rows, debit: total('debit'), credit: total('credit') };
  if (balance.debit !== balance.credit)
    throw new ApiError('internal', 'The trial balance does not sum to zero. Tell the administrator at once.');
  return balance;
}
