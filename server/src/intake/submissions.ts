import { Router, type Request } from 'express';
import Joi from 'joi';
import { MOST_UPLOAD_BYTES, PIECE_BYTES, type SubmittedView } from '@umber/contract/intake';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { deleteUpload, finishUpload, insertPiece, insertStreamed } from './queries.js';
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
  router.post(
    '/arrivals',
    async (request, response, next) => {
      response.locals.submitter = await bearer(services, request, 'arrivals');
      next();
    },
    async (request, response) => {
      const source = await onlySource(services.pool, 'api');
      if (!source.enabled) throw new ApiError('source-off');
      const key = valid(keySchema, request.headers['idempotency-key']) as string | undefined;
      const kind = request.is('message/rfc822') ? 'mail' : 'file';
      const name = kind === 'mail' ? null : (plainName(valid(nameSchema, request.query.name)) ?? 'file');
      const person = response.locals.submitter as number;
      const origin = key === undefined ? null : `${person} ${key}`;
      const upload = await insertStreamed(services.pool, person, name ?? 'mail', kind);
      try {
        await keepBody(services.pool, request, upload);
        const arrival = { source: source.id, kind, bytes: { upload }, name, from: null, to: [], origin, person, tags: [] } as const;
        const kept = await storeArrival(services, arrival, (db, id) => finishUpload(db, upload, id));
        response.status(kept.again ? 200 : 201).json({ arrivalId: kept.id, again: kept.again } satisfies SubmittedView);
      } finally {
        await deleteUpload(services.pool, upload);
      }
    },
  );
  return router;
}

/** Keeps a body piece by piece as it comes: never more than a piece of it is in memory. @throws ApiError where it is empty or too large. */
async function keepBody(db: Database, request: Request, upload: string): Promise<void> {
  let waiting: Buffer[] = [];
  let size = 0;
  let starts = 0;
  const keep = async () => {
    const piece = Buffer.concat(waiting);
    waiting = [];
    await insertPiece(db, upload, starts, piece);
    starts += piece.length;
  };
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > MOST_UPLOAD_BYTES) throw new ApiError('too-large');
    waiting.push(chunk);
    if (size - starts >= PIECE_BYTES) await keep();
  }
  if (size === 0) throw new ApiError('bad-request', 'The body is empty: send the file as the body.');
  if (waiting.length > 0) await keep();
}
