import { Router } from 'express';
import { demoMailSchema, scanWishSchema, type DemoSent } from '@umber/contract/demo';
import { Refused } from '../errors.js';
import { withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';

/** Milliseconds: a stack is scanned sheet by sheet. */
const PATIENCE = 300_000;

/** Passes the demo's wishes on to the stand-ins: the supplier writes a real mail, the scanner hands over a real file. */
export function demoRoutes(services: Services): Router {
  const router = Router();
  const demo = withRight('demo');
  const ask = async (path: string, wish: unknown): Promise<DemoSent> => {
    if (services.demoUrl === null) throw new Refused('demo-off');
    const answer = await fetch(services.demoUrl + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(wish),
      signal: AbortSignal.timeout(PATIENCE),
    }).catch(() => null);
    if (!answer?.ok) throw new Refused('demo-off', 'The stand-ins do not answer. Start Umber Tray again with npm start.');
    return (await answer.json()) as DemoSent;
  };
  router.post('/demo/supplier-writes', demo, async (request, response) => {
    response.json(await ask('/write', valid(demoMailSchema, request.body)));
  });
  router.post('/demo/scanner-feeds', demo, async (request, response) => {
    response.json(await ask('/scan', valid(scanWishSchema, request.body)));
  });
  return router;
}
