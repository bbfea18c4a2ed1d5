import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import { searchSchema } from '@umber/contract/ledger';
import { newSupplierSchema } from '@umber/contract/suppliers';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { confirmSupplier, putOnFile, supplierDraft } from './put-on-file.js';
import { searchSuppliers } from './queries.js';

export function supplierRoutes(services: Services): Router {
  const router = Router();
  router.get('/suppliers', async (request, response) => {
    const { q } = valid(searchSchema, { q: request.query.q });
    response.json(await searchSuppliers(services.pool, q.replace(/[%_\\]/g, '\\$&')));
  });
  router.post('/suppliers', withRight('suppliers'), async (request, response) => {
    response.json(await putOnFile(services, personOf(response), valid(newSupplierSchema, request.body)));
  });
  router.post('/suppliers/:id/confirm', withRight('confirmSuppliers'), async (request, response) => {
    response.json(await confirmSupplier(services, personOf(response), valid(idSchema, request.params.id)));
  });
  router.get('/documents/:id/supplier-draft', async (request, response) => {
    response.json(await supplierDraft(services.pool, valid(idSchema, request.params.id)));
  });
  return router;
}
