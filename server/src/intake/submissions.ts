import { raw, Router } from 'express';
import Joi from 'joi';
import { MOST_UPLOAD_BYTES, type SubmittedView } from '@umber/contract/intake';
import { ApiError } from '../api-error.js';
import { plainName } from '../readers/mail.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { onlySource, storeArrival } from './store.js';
import { bearer } from './tokens.js';

const nameSchema = Joi.string().max(500).default('file');
const keySchema = Joi.string()
  .max(200)
  .pattern(/^[\x21-\x7e]+$/)
  .messages({ 'string.pattern.base': 'An Idempotency-Key is plain letters, digits and signs.' });

/**
 * `POST /arrivals` for programs: the body is the file, or a mail where its type is message/rfc822; `?name=` names it. The answer
 * comes once it is kept. With the same Idempotency-Key it is kept once.
 */
export function submissionRoutes(services: Services): Router {
  const router = Router();
  const body = raw({ type: () => true, limit: MOST_UPLOAD_BYTES });
  router.post(
    '/arrivals',
    async (request, response, next) => {
      response.locals.submitter = await bearer(services, request, 'arrivals');
      next();
    },
    body,
    async (request, response) => {
      const source = await onlySource(services.pool, 'api');
      if (!source.enabled) throw new ApiError('source-off');
      const bytes = request.body as Buffer;
      if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw new ApiError('bad-request', 'The body is empty: send the file as the body.');
      const key = valid(keySchema, request.headers['idempotency-key']) as string | undefined;
      const kind = request.is('message/rfc822') ? 'mail' : 'file';
      const name = kind === 'mail' ? null : (plainName(valid(nameSchema, request.query.name)) ?? 'file');
      const person = response.locals.submitter as number;
      const origin = key === undefined ? null : `${person} ${key}`;
      const kept = await storeArrival(services, { source: source.id, kind, bytes, name, from: null, to: [], origin, person, tags: [] });
      response.status(kept.again ? 200 : 201).json({ arrivalId: kept.id, again: kept.again } satisfies SubmittedView);
    },
  );
  return router;
}
