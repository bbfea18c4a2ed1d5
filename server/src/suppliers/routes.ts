import { Router } from 'express';
import { searchSchema } from '@umber/contract/ledger';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { searchSuppliers } from './queries.js';

export function supplierRoutes(services: Services): Router {
  const router = Router();
  router.get('/suppliers', async (request, response) => {
    const { q } = valid(searchSchema, { q: request.query.q });
    response.json(await searchSuppliers(services.pool, q.replace(/[%_\\]/g, '\\$&')));
  });
  return router;
}
