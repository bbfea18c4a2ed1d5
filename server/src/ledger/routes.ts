import { Router } from 'express';
import { versionedSchema } from '@umber/contract/checking';
import { idSchema } from '@umber/contract/documents';
import type { TrialBalance } from '@umber/contract/ledger';
import { sum, toAmount } from '@umber/core/money';
import { Refused } from '../errors.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { post, previewEntry } from './post.js';
import { entryOfDocument, entryRows, openItems, trialBalanceRows } from './queries.js';

const MOST_ENTRIES = 500;

export function ledgerRoutes(services: Services): Router {
  const router = Router();
  router.get('/documents/:id/entry', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    response.json((await entryOfDocument(services.pool, id)) ?? (await previewEntry(services.pool, id)));
  });
  router.post('/documents/:id/post', withRight('post'), async (request, response) => {
    response.json(await post(services, valid(idSchema, request.params.id), personOf(response), valid(versionedSchema, request.body)));
  });
  router.get('/ledger/entries', async (_request, response) => {
    response.json(await entryRows(services.pool, MOST_ENTRIES));
  });
  router.get('/ledger/open-items', async (_request, response) => {
    response.json(await openItems(services.pool));
  });
  router.get('/ledger/trial-balance', async (_request, response) => {
    const rows = await trialBalanceRows(services.pool);
    const total = (side: 'debit' | 'credit') => toAmount(sum(rows.map((row) => row[side])));
    const balance: TrialBalance = { rows, debit: total('debit'), credit: total('credit') };
    if (balance.debit !== balance.credit)
      throw new Refused('internal', 'The trial balance does not sum to zero. Tell the administrator at once.');
    response.json(balance);
  });
  return router;
}
