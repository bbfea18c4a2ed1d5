import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { searchablePdf } from './searchable-pdf.js';
import { keepingView } from './verify.js';

/** What is kept, whether it is whole, and documents to be taken along: every signed-in role may. */
export function archiveRoutes(services: Services): Router {
  const router = Router();
  router.get('/documents/:id/searchable.pdf', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    response
      .attachment(`document-${id}.pdf`)
      .type('application/pdf')
      .send(await searchablePdf(services.pool, id));
  });
  router.get('/keeping', async (_request, response) => {
    response.json(await keepingView(services.pool));
  });
  return router;
}
