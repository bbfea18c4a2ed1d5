import { Router } from 'express';
import { positionSchema, reasonedSchema } from '@umber/contract/checking';
import { idSchema } from '@umber/contract/documents';
import { codingChoiceSchema, orderChoiceSchema, supplierChoiceSchema } from '@umber/contract/matching';
import { documentView } from '../documents/view.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { codingLists } from './queries.js';
import { accept, chooseOrderFor, chooseSupplier, codeLineOf, proposals } from './resolve.js';

export function matchingRoutes(services: Services): Router {
  const router = Router();
  const match = withRight('match');
  router.get('/coding', async (_request, response) => {
    response.json(await codingLists(services.pool));
  });
  router.get('/documents/:id/proposals', async (request, response) => {
    response.json(await proposals(services.pool, valid(idSchema, request.params.id)));
  });
  router.put('/documents/:id/supplier', match, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await chooseSupplier(services, id, personOf(response), valid(supplierChoiceSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.put('/documents/:id/order', match, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await chooseOrderFor(services, id, personOf(response), valid(orderChoiceSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.put('/documents/:id/coding/:position', match, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await codeLineOf(
      services,
      id,
      personOf(response),
      valid(positionSchema, request.params.position),
      valid(codingChoiceSchema, request.body),
    );
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/exceptions/:exception/accept', match, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await accept(services, id, personOf(response), valid(idSchema, request.params.exception), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  return router;
}
