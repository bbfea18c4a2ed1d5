import { randomBytes } from 'node:crypto';
import type { Request } from 'express';
import { type NewToken, type TokenScope, type TokenWish } from '@umber/contract/intake';
import type { Person } from '@umber/contract/people';
import { audit } from '../audit/queries.js';
import { ApiError } from '../api-error.js';
import { hashOf } from '../people/sessions.js';
import type { Services } from '../services.js';
import { insertToken, personByToken, tokensOf } from './queries.js';

/** Makes a token for a program of this person. It is shown this once; only its hash is kept. */
export async function makeToken(services: Services, person: Person, wish: TokenWish): Promise<NewToken> {
  const token = `umber_${randomBytes(32).toString('base64url')}`;
  const id = await insertToken(services.pool, person.id, wish, hashOf(token));
  await audit(services.pool, person.id, { code: 'token-made', name: wish.name });
  const made = (await tokensOf(services.pool, person.id)).find((one) => one.id === id);
  if (!made) throw new ApiError('internal');
  return { ...made, token };
}

/** Who sends a request with `Authorization: Bearer …`. @throws ApiError where the token is unknown, at its end, revoked or not for this. */
export async function personOfToken(services: Services, request: Request, scope: TokenScope): Promise<Person> {
  const token = /^Bearer (umber_[\w-]{43})$/.exec(request.headers.authorization ?? '')?.[1];
  const person = token ? await personByToken(services.pool, hashOf(token), scope) : null;
  if (!person)
    throw new ApiError(
      'not-signed-in',
      `The token is missing, unknown, at its end, revoked, or not for this (${scope}). Send it as “Authorization: Bearer …”.`,
    );
  return person;
}

/** The id of whom a token is. @throws ApiError as `personOfToken`. */
export const bearer = async (services: Services, request: Request, scope: TokenScope): Promise<number> =>
  (await personOfToken(services, request, scope)).id;
