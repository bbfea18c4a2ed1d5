import express, { Router, type NextFunction, type Request, type Response } from 'express';
import { ApiError } from '../api-error.js';
import { submissionRoutes } from '../intake/submissions.js';
import { personOfToken } from '../intake/tokens.js';
import type { Services } from '../services.js';
import { onceByKey } from './idempotency.js';
import { openApi } from './openapi.js';
import { readerPage } from './reader-page.js';
import { isForPrograms } from './for-programs.js';

/**
 * All that the interface can do, for programs: `/api/v1`, the same endpoints with a token in place of a session. What a token may do is what its
 * person may, read or written as its scopes say. Errors are problems by RFC 9457.
 */
export function programApi(services: Services, endpoints: Router): Router {
  const router = Router();
  router.get('/openapi.json', (_request, response) => void response.json(openApi()));
  router.use(readerPage());
  router.use((_request: Request, response: Response, next: NextFunction) => {
    response.locals.isProgram = true;
    response.set('Cache-Control', 'no-store');
    next();
  });
  router.use(submissionRoutes(services));
  router.use(async (request: Request, response: Response, next: NextFunction) => {
    if (!isForPrograms(request.path)) throw new ApiError('no-such-route');
    response.locals.person = await personOfToken(services, request, request.method === 'GET' ? 'read' : 'write');
    next();
  });
  router.use(express.json({ limit: '21mb' }), onceByKey(services), endpoints);
  return router;
}
