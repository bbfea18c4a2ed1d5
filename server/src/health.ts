import { Router } from 'express';
import { isAnswering } from './database/database.js';
import { noted } from './log.js';
import type { Services } from './services.js';

/** How long each part has to answer, in milliseconds. */
const PATIENCE = 2000;

/** `/healthz`: the process is alive. `/readyz`: each part that people and jobs need answers; 503 with the parts where one does not. */
export function healthRoutes(services: Services): Router {
  const router = Router();
  router.get('/healthz', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ alive: true });
  });
  router.get('/readyz', async (_request, response) => {
    const [database, queue] = await Promise.all([
      inTime('the database does not answer', () => isAnswering(services.pool)),
      inTime('the job queue does not answer', services.queueAnswers),
    ]);
    const parts = { database, queue, readers: services.readers.answers() };
    response
      .status(Object.values(parts).every(Boolean) ? 200 : 503)
      .set('Cache-Control', 'no-store')
      .json(parts);
  });
  return router;
}

async function inTime(what: string, ask: () => Promise<boolean>): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<boolean>((resolve) => (timer = setTimeout(() => resolve(false), PATIENCE)));
  try {
    return await Promise.race([ask(), late]);
  } catch (error) {
    noted(what)(error);
    return false;
  } finally {
    clearTimeout(timer);
  }
}
