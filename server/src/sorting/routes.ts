import { Router } from 'express';
import type { Services } from '../services.js';
import { sortingView } from './queries.js';

/** How well sorting does. */
export function sortingRoutes(services: Services): Router {
  const router = Router();
  router.get('/sorting', async (_request, response) => {
    response.json(await sortingView(services.pool));
  });
  return router;
}
