import { TRAYS, type Tray } from '@umber/core/documents';
import { Router } from 'express';
import { reasonedSchema, versionedSchema } from '@umber/contract/checking';
import { idSchema } from '@umber/contract/documents';
import { arrivalSearchSchema, traySchema, type TrayCount, type TrayRows } from '@umber/contract/trays';
import { documentView } from '../archive/view.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { arrivalRows, trayCounts, trayRows, trayTotal } from './queries.js';
import { park, takeUp, turnAway } from './rest.js';

const MOST_ROWS = 1000;
const MOST_ARRIVALS = 300;

/** The trays, their documents and the resting places. */
export function trayRoutes(services: Services): Router {
  const router = Router();
  router.get('/trays', async (_request, response) => {
    const counted = new Map((await trayCounts(services.pool, services.today())).map((count) => [count.tray, count]));
    response.json(TRAYS.map((tray): TrayCount => counted.get(tray) ?? { tray, documents: 0, due: 0, amount: '0' }));
  });
  router.get('/trays/:tray', async (request, response) => {
    const tray = valid(traySchema.required(), request.params.tray) as Tray;
    const rows = await trayRows(services.pool, tray, services.today(), MOST_ROWS);
    response.json({ tray, rows, total: await trayTotal(services.pool, tray) } satisfies TrayRows);
  });
  router.get('/arrivals', async (request, response) => {
    const { q } = valid(arrivalSearchSchema, request.query);
    response.json(await arrivalRows(services.pool, q, MOST_ARRIVALS));
  });
  router.post('/documents/:id/park', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await park(services.pool, id, personOf(response), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/turn-away', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await turnAway(services.pool, id, personOf(response), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/take-up', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await takeUp(services.pool, id, personOf(response), valid(versionedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  return router;
}
