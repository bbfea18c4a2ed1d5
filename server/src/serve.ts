import { raw, Router, type Request, type RequestHandler, type Response } from 'express';
import {
  ENDPOINTS,
  type Access,
  type InputOf,
  type OutputOf,
  type Bytes,
  type EndpointName,
  type Endpoints,
  type Nothing,
  type ParamsOf,
} from '@umber/contract/endpoints';
import { INPUT_SCHEMAS, PATH_SCHEMAS } from '@umber/contract/endpoints/schemas';
import { PIECE_BYTES } from '@umber/contract/intake';
import type { Person } from '@umber/contract/people';
import type { Right } from '@umber/core/permissions';
import type Joi from 'joi';
import { personOf, signedIn, withRight } from './people/sessions.js';
import type { Services } from './services.js';
import { valid } from './validation.js';

/** Programs with a token are let in before all others; see `intake/submissions.ts`. */
export type ServedName = { [N in EndpointName]: Endpoints[N]['access'] extends 'program' ? never : N }[EndpointName];

/** A request whose sender may make it and whose every part is checked. */
export interface Call<N extends EndpointName> {
  readonly params: ParamsOf<N>;
  /** The query of a GET, the body of the others. */
  readonly input: InputOf<N> extends Bytes ? Buffer : InputOf<N>;
  readonly person: Endpoints[N]['access'] extends 'anyone' ? null : Person;
  readonly request: Request;
  /** For headers and for answers of bytes; JSON is what the function returns. */
  readonly response: Response;
}

/** What answers each of these endpoints. Where the answer is bytes, the function sends them itself. */
export type Handlers<N extends ServedName> = {
  readonly [K in N]: (call: Call<K>) => OutputOf<K> extends Bytes | Nothing ? Promise<void> | void : Promise<OutputOf<K>> | OutputOf<K>;
};

/** Routes for all endpoints of the table: access and input are checked before any of `handlers` is called. */
export function serve(
  services: Services,
  handlers: Handlers<ServedName>,
  before: Partial<Record<ServedName, RequestHandler>> = {},
): Router {
  const router = Router();
  const schemas: Partial<Record<EndpointName, Joi.Schema>> = INPUT_SCHEMAS;
  for (const name of Object.keys(handlers) as ServedName[]) {
    const { method, path, access, status } = ENDPOINTS[name];
    const schema = schemas[name];
    const answer = handlers[name] as (call: Call<EndpointName>) => unknown;
    const guards = [...(before[name] ? [before[name]] : []), ...guardsFor(services, access)];
    if (schema?.type === 'binary') guards.push(raw({ type: 'application/octet-stream', limit: PIECE_BYTES }));
    const verb = method.toLowerCase() as Lowercase<typeof method>;
    router[verb](path, ...guards, async (request, response) => {
      const params = Object.fromEntries(Object.entries(request.params).map(([part, text]) => [part, valid(schemaOf(part), text)]));
      const input: unknown = schema ? valid(schema, method === 'GET' ? request.query : request.body) : undefined;
      const person = access === 'anyone' ? null : personOf(response);
      const answered = await answer({ params, input, person, request, response } as Call<EndpointName>);
      if (response.headersSent || response.writableEnded) return;
      if (answered === undefined) response.status(204).end();
      else response.status(status).json(answered);
    });
  }
  return router;
}

const schemaOf = (part: string): Joi.Schema => PATH_SCHEMAS[part as keyof typeof PATH_SCHEMAS];

function guardsFor(services: Services, access: Access): RequestHandler[] {
  if (access === 'anyone' || access === 'program') return [];
  const rights: readonly Right[] = access === 'signed-in' ? [] : typeof access === 'string' ? [access] : access;
  return [signedIn(services), ...rights.map(withRight)];
}
