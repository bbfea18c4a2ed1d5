import { randomUUID } from 'node:crypto';
import { healthRoutes } from './health.js';
import { log } from './log.js';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { Router, type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { approvalRoutes } from './approval/routes.js';
import { askingRoutes } from './asking/routes.js';
import { auditRoutes } from './audit/routes.js';
import { archiveRoutes } from './archive/routes.js';
import { documentRoutes } from './documents/routes.js';
import { sweepingRoutes } from './sweeping/routes.js';
import { searchingRoutes } from './searching/routes.js';
import { aroundRoutes } from './around/routes.js';
import { letterRoutes } from './letters/routes.js';
import { checkingRoutes } from './checking/routes.js';
import { demoRoutes } from './demo/routes.js';
import { ApiError } from './api-error.js';
import { troubleOf } from './database/database.js';
import { eventRoutes } from './events/routes.js';
import { submissionRoutes } from './intake/submissions.js';
import { arrivalRoutes } from './arrivals/routes.js';
import { codingRoutes } from './coding/routes.js';
import { sourceRoutes, uploadRoutes } from './intake/routes.js';
import { otherLedgerRoutes } from './other-ledger/routes.js';
import { hookRoutes } from './hooks/routes.js';
import { retentionRoutes } from './retention/routes.js';
import { keepingRoutes } from './keeping/routes.js';
import { exportRoutes } from './exports/routes.js';
import { programApi } from './programs/program-api.js';
import { importingRoutes } from './importing/routes.js';
import { ledgerRoutes } from './ledger/routes.js';
import { matchingRoutes } from './matching/routes.js';
import { orderRoutes } from './orders/routes.js';
import { peopleRoutes, signInLimit } from './people/routes.js';
import { sameOrigin, signedIn } from './people/sessions.js';
import { receivingRoutes } from './receiving/routes.js';
import { readingRoutes } from './reading/routes.js';
import { serve } from './serve.js';
import { separatingRoutes } from './separating/routes.js';
import type { Services } from './services.js';
import { sortingRoutes } from './sorting/routes.js';
import { habitRoutes } from './habits/routes.js';
import { ownFieldRoutes } from './own-fields/routes.js';
import { supplierRoutes } from './suppliers/routes.js';
import { trayRoutes } from './trays/routes.js';

/** The HTTP side of the server: the API under /api and the built interface. */
export function createApp(services: Services, webFolder: string | null): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(logRequests);
  app.use(compression({ filter: (request, response) => !request.path.endsWith('/events') && compression.filter(request, response) }));
  // Programs prove who they are with a token, not with a cookie: no other site's page can send one.
  app.use(healthRoutes(services));
  app.use('/api', submissionRoutes(services));
  const endpoints = api(services);
  app.use('/api/v1', programApi(services, endpoints));
  // Tables are brought in as one text.
  app.use('/api/imports', sameOrigin, express.json({ limit: '21mb' }));
  app.use('/api', sameOrigin, express.json({ limit: '1mb' }), endpoints);
  if (webFolder && existsSync(webFolder)) {
    app.use(express.static(webFolder, { index: false, maxAge: '1h' }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(answerErrors);
  return app;
}

function api(services: Services): Router {
  const router = Router();
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  router.use(
    serve(
      services,
      {
        ...peopleRoutes(services),
        ...trayRoutes(services),
        ...arrivalRoutes(services),
        ...sourceRoutes(services),
        ...uploadRoutes(services),
        ...documentRoutes(services),
        ...archiveRoutes(services),
        ...auditRoutes(services),
        ...readingRoutes(services),
        ...separatingRoutes(services),
        ...sortingRoutes(services),
        ...checkingRoutes(services),
        ...letterRoutes(services),
        ...aroundRoutes(services),
        ...searchingRoutes(services),
        ...sweepingRoutes(services),
        ...codingRoutes(services),
        ...matchingRoutes(services),
        ...approvalRoutes(services),
        ...ledgerRoutes(services),
        ...habitRoutes(services),
        ...ownFieldRoutes(services),
        ...supplierRoutes(services),
        ...orderRoutes(services),
        ...receivingRoutes(services),
        ...askingRoutes(services),
        ...importingRoutes(services),
        ...exportRoutes(services),
        ...keepingRoutes(services),
        ...retentionRoutes(services),
        ...hookRoutes(services),
        ...otherLedgerRoutes(services),
        ...eventRoutes(services),
        ...demoRoutes(services),
      },
      { signIn: signInLimit() },
    ),
  );
  router.use(signedIn(services));
  router.use(() => {
    throw new ApiError('no-such-route');
  });
  return router;
}

/** Gives each request an id, says it to the client and writes one line once it is answered; what was searched for is not in it. */
function logRequests(request: Request, response: Response, next: NextFunction): void {
  const requestId = randomUUID();
  const begun = performance.now();
  response.locals.requestId = requestId;
  response.set('X-Request-Id', requestId);
  response.on('finish', () =>
    log.info(
      {
        request: requestId,
        method: request.method,
        path: request.path,
        status: response.statusCode,
        ms: Math.round(performance.now() - begun),
      },
      'answered',
    ),
  );
  next();
}

function answerErrors(error: unknown, _request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const refused = error instanceof ApiError ? error : fromExpress(error);
  if (refused.status >= 500) log.error({ request: response.locals.requestId as string, code: refused.code, error }, 'a request failed');
  if (response.locals.isProgram === true) response.type('application/problem+json');
  response.status(refused.status).json(response.locals.isProgram === true ? problemOf(refused) : refused);
}

/** A refusal as RFC 9457 has it. */
const problemOf = ({ code, status, message }: ApiError) => ({
  type: `urn:umber-tray:problem:${code}`,
  title: code.replaceAll('-', ' '),
  status,
  detail: message,
  code,
});

const TROUBLES = { away: 'database-away', busy: 'database-busy', full: 'disk-full' } as const;

function fromExpress(error: unknown): ApiError {
  const trouble = troubleOf(error);
  if (trouble) return new ApiError(TROUBLES[trouble]);
  const status = (error as { status?: number }).status;
  if (status === 413) return new ApiError('bad-request', 'The request is too large.');
  if (status !== undefined && status >= 400 && status < 500) return new ApiError('bad-request');
  return new ApiError('internal');
}
