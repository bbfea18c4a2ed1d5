import { Router } from 'express';
import { demoMailSchema, type DemoSent } from '@umber/contract/demo';
import { Refused } from '../errors.js';
import { withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';

/** Passes the demo's wishes on to the stand-in supplier, which then writes a real mail. */
export function demoRoutes(services: Services): Router {
  const router = Router();
  router.post('/demo/supplier-writes', withRight('demo'), async (request, response) => {
    const wish = valid(demoMailSchema, request.body);
    if (services.demoUrl === null) throw new Refused('demo-off');
    const answer = await fetch(`${services.demoUrl}/write`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(wish),
      signal: AbortSignal.timeout(15_000),
    }).catch(() => null);
    if (!answer?.ok) throw new Refused('demo-off', 'The stand-in supplier does not answer. Start Umber Tray again with npm start.');
    response.json((await answer.json()) as DemoSent);
  });
  return router;
}
