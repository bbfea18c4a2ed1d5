import { Router } from 'express';
import { searchSchema } from '@umber/contract/ledger';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { allOrders } from './queries.js';

export function orderRoutes(services: Services): Router {
  const router = Router();
  router.get('/orders', async (request, response) => {
    const { q } = valid(searchSchema, { q: request.query.q });
    response.json(await allOrders(services.pool, q.replace(/[%_\\]/g, '\\$&')));
  });
  return router;
}
