import { TRAYS, type Tray } from '@umber/core/documents';
import { Router } from 'express';
import { arrivalSearchSchema, traySchema, type TrayCount, type TrayRows } from '@umber/contract/trays';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { arrivalRows, trayCounts, trayRows, trayTotal } from './queries.js';

const MOST_ROWS = 1000;
const MOST_ARRIVALS = 300;

/** The trays and what is in them. */
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
  return router;
}
