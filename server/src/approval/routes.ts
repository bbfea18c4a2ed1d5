import { Router } from 'express';
import { approveSchema } from '@umber/contract/approval';
import { reasonedSchema } from '@umber/contract/checking';
import { idSchema } from '@umber/contract/documents';
import { documentView } from '../documents/view.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { approve, sendBack } from './answer.js';

export function approvalRoutes(services: Services): Router {
  const router = Router();
  router.post('/documents/:id/approve', withRight('approve'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await approve(services.pool, id, personOf(response), valid(approveSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/send-back', withRight('sendBack'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await sendBack(services.pool, id, personOf(response), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  return router;
}
