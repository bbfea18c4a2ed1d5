import { may, type Right } from '@umber/core/permissions';
import { createHash, randomBytes } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import { type Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import type { Services } from '../services.js';
import { deleteSession, insertSession, personBySession } from './queries.js';

const COOKIE = 'umber_session';
const HOURS = 12;

/** What is kept of a token: the token itself never is. */
export const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();

/** Starts a session and sets its cookie. The token itself is never stored. */
export async function startSession(services: Services, person: Person, request: Request, response: Response): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  await insertSession(services.pool, hashOf(token), person.id, HOURS);
  response.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', secure: request.secure, maxAge: HOURS * 3_600_000, path: '/' });
}

export async function endSession(services: Services, request: Request, response: Response): Promise<void> {
  const token = tokenOf(request);
  const person = token ? await personBySession(services.pool, hashOf(token)) : null;
  if (token) await deleteSession(services.pool, hashOf(token));
  if (token) services.streams.end(sessionName(token));
  if (person) await audit(services.pool, person.id, { code: 'signed-out' });
  response.clearCookie(COOKIE, { path: '/' });
}

/** What a session is called within the server: not by its token. */
const sessionName = (token: string): string => hashOf(token).toString('hex');

/** The session that a request belongs to, by its name within the server; null for none. */
export function sessionNameOf(request: Request): string | null {
  const token = tokenOf(request);
  return token && sessionName(token);
}

/** Whether a request's session has not ended meanwhile. */
export async function sessionLives(services: Services, request: Request): Promise<boolean> {
  const token = tokenOf(request);
  return token !== null && (await personBySession(services.pool, hashOf(token))) !== null;
}

function tokenOf(request: Request): string | null {
  const match = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]{43})(?:;|$)`).exec(request.headers.cookie ?? '');
  return match?.[1] ?? null;
}

/** Lets only signed-in people through; who it is stands in `response.locals.person`. */
export function signedIn(services: Services) {
  return async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    // A program's token has said who it is for; a cookie beside it counts for nothing.
    if (response.locals.isProgram === true && response.locals.person !== undefined) return next();
    const token = tokenOf(request);
    const person = token ? await personBySession(services.pool, hashOf(token)) : null;
    if (!person) throw new ApiError('not-signed-in');
    response.locals.person = person;
    next();
  };
}

/** Lets only roles with this right through. */
export function withRight(right: Right) {
  return (_request: Request, response: Response, next: NextFunction): void => {
    if (!may(personOf(response).role, right)) throw new ApiError('not-allowed');
    next();
  };
}

export const personOf = (response: Response): Person => response.locals.person as Person;

/** Refuses writes that another site's page sends (the cookie alone must not be enough). */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
  if (writes) {
    const { origin, host } = request.headers;
    if (origin === undefined || URL.parse(origin)?.host !== host) throw new ApiError('wrong-origin');
  }
  next();
}
