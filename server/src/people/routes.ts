import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { signInSchema, type Person, type Session } from '@umber/contract/people';
import { Refused } from '../errors.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { passwordFits } from './passwords.js';
import { companyRow, personByLogin } from './queries.js';
import { endSession, personOf, signedIn, startSession } from './sessions.js';

/** Sign-in and who is signed in. */
export function peopleRoutes(services: Services): Router {
  const router = Router();
  const limit = rateLimit({
    windowMs: 60_000,
    limit: 10,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) => next(new Refused('too-many-tries')),
  });
  router.post('/session', limit, async (request, response) => {
    const { login, password } = valid(signInSchema, request.body);
    const found = await personByLogin(services.pool, login);
    if (!(await passwordFits(found?.passwordHash ?? null, password)) || !found) throw new Refused('wrong-login');
    const { passwordHash: _hash, ...person } = found;
    await startSession(services, person, request, response);
    response.json(await sessionOf(services, person));
  });
  router.get('/session', signedIn(services), async (_request, response) => {
    response.json(await sessionOf(services, personOf(response)));
  });
  router.delete('/session', async (request, response) => {
    await endSession(services, request, response);
    response.status(204).end();
  });
  return router;
}

async function sessionOf(services: Services, person: Person): Promise<Session> {
  const company = await companyRow(services.pool);
  return {
    person,
    company: { name: company?.name ?? '', currency: company?.currency ?? 'EUR', invoicesAddress: company?.invoicesAddress ?? '' },
    demo: services.demoUrl !== null,
  };
}
