import { rateLimit } from 'express-rate-limit';
import type { Person, Session } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { passwordFits } from './passwords.js';
import { audit } from '../audit/queries.js';
import { signInDelay } from './sign-in-delay.js';
import { forgetFailures, noteFailure, companyRow, personByLogin } from './queries.js';
import { endSession, startSession } from './sessions.js';

/** Tries from one address in a minute that were refused. */
const MOST_TRIES = 10;

export const signInLimit = () =>
  rateLimit({
    windowMs: 60_000,
    limit: MOST_TRIES,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) => next(new ApiError('too-many-tries')),
  });

/** Sign-in and who is signed in. */
export const peopleRoutes = (services: Services): Handlers<'signIn' | 'session' | 'signOut'> => ({
  signIn: async ({ input: { login, password }, request, response }) => {
    const address = request.ip ?? '';
    const wait = await signInDelay(services.pool, login, address);
    if (wait > 0)
      throw new ApiError(
        'too-many-tries',
        `Too many tries were refused. Wait ${wait} ${wait === 1 ? 'second' : 'seconds'}, then try again.`,
      );
    const found = await personByLogin(services.pool, login);
    if (!(await passwordFits(found?.passwordHash ?? null, password)) || !found) {
      await noteFailure(services.pool, login, address);
      await audit(services.pool, null, { code: 'sign-in-refused', login, address });
      throw new ApiError('wrong-login');
    }
    const { passwordHash: _hash, ...person } = found;
    await startSession(services, person, request, response);
    await forgetFailures(services.pool, login, address);
    await audit(services.pool, person.id, { code: 'signed-in', address });
    return sessionOf(services, person);
  },
  session: ({ person }) => sessionOf(services, person),
  signOut: ({ request, response }) => endSession(services, request, response),
});

async function sessionOf(services: Services, person: Person): Promise<Session> {
  const company = await companyRow(services.pool);
  return {
    person,
    company: {
      name: company?.name ?? '',
      currency: company?.currency ?? 'EUR',
      invoicesAddress: company?.invoicesAddress ?? '',
      separation: company?.separation ?? 'three-people',
    },
    demo: services.demoUrl !== null,
  };
}
