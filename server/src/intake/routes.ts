import { raw, Router, type Response } from 'express';
import Joi from 'joi';
import { idSchema } from '@umber/contract/documents';
import {
  newSourceSchema,
  newTokenSchema,
  pieceStartSchema,
  rulesSchema,
  sendingSchema,
  sourceChangeSchema,
  uploadIdSchema,
  uploadStartSchema,
  PIECE_BYTES,
} from '@umber/contract/intake';
import { inTransaction } from '../database/database.js';
import { Refused } from '../errors.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { arrivalView, sendOriginal } from './arrival-view.js';
import { replaceRules, revokeToken, sourceRow, tokensOf } from './queries.js';
import { sendOn } from './send-on.js';
import { addSource, changeSource, removeSource, sourcesView, trySource } from './sources.js';
import { makeToken } from './tokens.js';
import { tryAgain } from './try-again.js';
import { startUpload, takePiece, uploadView } from './uploads.js';

/** Arrivals one by one, the sources they come from with their rules, uploads, and tokens for programs. */
export function intakeRoutes(services: Services): Router {
  const router = Router();
  const { pool } = services;
  router.get('/arrivals/:id', async (request, response) => {
    response.json(await arrivalView(pool, valid(idSchema, request.params.id)));
  });
  router.get('/arrivals/:id/original', async (request, response) => {
    await sendOriginal(pool, response, valid(idSchema, request.params.id));
  });
  router.post('/arrivals/:id/again', withRight('bring'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await tryAgain(services, id);
    response.json(await arrivalView(pool, id));
  });

  router.post('/arrivals/:id/send', withRight('check'), async (request, response) => {
    response.json(await sendOn(services, valid(idSchema, request.params.id), personOf(response), valid(sendingSchema, request.body)));
  });

  const sendSources = async (response: Response) => void response.json(await sourcesView(pool));
  router.get('/sources', async (_request, response) => sendSources(response));
  router.post('/sources', withRight('sources'), async (request, response) => {
    const { kind, ...change } = valid(newSourceSchema, request.body);
    await addSource(services, kind, change);
    await sendSources(response);
  });
  router.put('/sources/:id', withRight('sources'), async (request, response) => {
    await changeSource(services, valid(idSchema, request.params.id), valid(sourceChangeSchema, request.body));
    await sendSources(response);
  });
  router.delete('/sources/:id', withRight('sources'), async (request, response) => {
    await removeSource(services, valid(idSchema, request.params.id));
    await sendSources(response);
  });
  router.post('/sources/:id/try', withRight('sources'), async (request, response) => {
    response.json(await trySource(services, valid(idSchema, request.params.id)));
  });
  router.put('/sources/:id/rules', withRight('rules'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    const rules = valid(rulesSchema, request.body);
    if (!(await sourceRow(pool, id))) throw new Refused('no-such-thing', 'There is no such source any more.');
    await inTransaction(pool, (db) => replaceRules(db, id, rules));
    await sendSources(response);
  });

  router.post('/uploads', withRight('bring'), async (request, response) => {
    response.status(201).json(await startUpload(services, personOf(response), valid(uploadStartSchema, request.body)));
  });
  router.get('/uploads/:id', withRight('bring'), async (request, response) => {
    response.json(await uploadView(services, personOf(response), valid(uploadIdSchema, request.params.id)));
  });
  router.put(
    '/uploads/:id/pieces/:starts',
    withRight('bring'),
    raw({ type: 'application/octet-stream', limit: PIECE_BYTES }),
    async (request, response) => {
      const [id, starts] = [valid(uploadIdSchema, request.params.id), valid(pieceStartSchema, request.params.starts)];
      const bytes = valid(Joi.binary().required().messages({ 'any.required': 'The piece is missing.' }), request.body) as Buffer;
      response.json(await takePiece(services, personOf(response), id, starts, bytes));
    },
  );

  router.get('/tokens', withRight('bring'), async (_request, response) => {
    response.json(await tokensOf(pool, personOf(response).id));
  });
  router.post('/tokens', withRight('bring'), async (request, response) => {
    response.status(201).json(await makeToken(services, personOf(response), valid(newTokenSchema, request.body).name));
  });
  router.delete('/tokens/:id', withRight('bring'), async (request, response) => {
    const person = personOf(response);
    if (!(await revokeToken(pool, valid(idSchema, request.params.id), person.id)))
      throw new Refused('no-such-thing', 'There is no such token, or it is revoked already.');
    response.json(await tokensOf(pool, person.id));
  });
  return router;
}
