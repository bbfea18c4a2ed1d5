import { raw, Router, type Request, type RequestHandler, type Response } from 'express';
import {
  ENDPOINTS,
  type AnswerOf,
  type AsksOf,
  type Bytes,
  type EndpointName,
  type Endpoints,
  type Nothing,
  type ParamsOf,
} from '@umber/contract/endpoints';
import type { Who } from '@umber/contract/endpoints';
import { ASKED_SCHEMAS, PATH_SCHEMAS } from '@umber/contract/endpoints/schemas';
import { PIECE_BYTES } from '@umber/contract/intake';
import type { Person } from '@umber/contract/people';
import type { Right } from '@umber/core/permissions';
import type Joi from 'joi';
import { personOf, signedIn, withRight } from './people/sessions.js';
import type { Services } from './services.js';
import { valid } from './validation.js';

/** Programs with a token are let in before all others; see `intake/deliver.ts`. */
export type ServedName = { [N in EndpointName]: Endpoints[N]['who'] extends 'program' ? never : N }[EndpointName];

/** A request whose sender may ask it and whose every part is checked. */
export interface Asked<N extends EndpointName> {
  readonly params: ParamsOf<N>;
  /** The query of a GET, the body of the others. */
  readonly asks: AsksOf<N> extends Bytes ? Uint8Array : AsksOf<N>;
  readonly person: Endpoints[N]['who'] extends 'anyone' ? null : Person;
  readonly request: Request;
  /** For headers and for what answers with bytes; JSON is what the function returns. */
  readonly response: Response;
}

/** What answers each of these endpoints. Where the answer is bytes, the function sends them itself. */
export type Answers<N extends ServedName> = {
  readonly [K in N]: (asked: Asked<K>) => AnswerOf<K> extends Bytes | Nothing ? Promise<void> | void : Promise<AnswerOf<K>> | AnswerOf<K>;
};

/** Routes for all endpoints of the table: who asks, then what is asked, is checked before any of `answers` is called. */
export function serve(services: Services, answers: Answers<ServedName>, before: Partial<Record<ServedName, RequestHandler>> = {}): Router {
  const router = Router();
  const schemas: Partial<Record<EndpointName, Joi.Schema>> = ASKED_SCHEMAS;
  for (const name of Object.keys(answers) as ServedName[]) {
    const { method, path, who, status } = ENDPOINTS[name];
    const schema = schemas[name];
    const answer = answers[name] as (asked: Asked<EndpointName>) => unknown;
    const guards = [...(before[name] ? [before[name]] : []), ...guardsFor(services, who)];
    if (schema?.type === 'binary') guards.push(raw({ type: 'application/octet-stream', limit: PIECE_BYTES }));
    const verb = method.toLowerCase() as Lowercase<typeof method>;
    router[verb](path, ...guards, async (request, response) => {
      const params = Object.fromEntries(Object.entries(request.params).map(([part, text]) => [part, valid(schemaOf(part), text)]));
      const asks: unknown = schema ? valid(schema, method === 'GET' ? request.query : request.body) : undefined;
      const person = who === 'anyone' ? null : personOf(response);
      const answered = await answer({ params, asks, person, request, response } as Asked<EndpointName>);
      if (response.headersSent || response.writableEnded) return;
      if (answered === undefined) response.status(204).end();
      else response.status(status).json(answered);
    });
  }
  return router;
}

const schemaOf = (part: string): Joi.Schema => PATH_SCHEMAS[part as keyof typeof PATH_SCHEMAS];

function guardsFor(services: Services, who: Who): RequestHandler[] {
  if (who === 'anyone' || who === 'program') return [];
  const rights: readonly Right[] = who === 'signed-in' ? [] : typeof who === 'string' ? [who] : who;
  return [signedIn(services), ...rights.map(withRight)];
}
