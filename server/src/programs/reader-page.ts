import { createRequire } from 'node:module';
import { dirname } from 'node:path';
import express, { Router } from 'express';

const FILES = dirname(createRequire(import.meta.url).resolve('swagger-ui-dist/package.json'));
const SHOWN = new Set(['/swagger-ui.css', '/swagger-ui-bundle.js']);

const PAGE = `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width, initial-scale=1" />
    <title>For programs · Umber Tray</title>
    <link rel="stylesheet" href="reader/swagger-ui.css" />
  </head>
  <body>
    <main id="reader"></main>
    <script src="reader/swagger-ui-bundle.js"></script>
    <script src="reader/begin.js"></script>
  </body>
</html>
`;
const BEGIN = `SwaggerUIBundle({ url: 'openapi.json', dom_id: '#reader', docExpansion: 'none', filter: true, validatorUrl: null, tryItOutEnabled: true });
`;

/** A page that shows the description of the API, and tries requests with a token. Its files are a library's. */
export function readerPage(): Router {
  const router = Router({ strict: true });
  router.get('/', (_request, response) => void response.type('html').send(PAGE));
  router.get('/reader/begin.js', (_request, response) => void response.type('js').send(BEGIN));
  router.use(
    '/reader',
    (request, _response, next) => (SHOWN.has(request.path) ? next() : next('router')),
    express.static(FILES, { index: false, maxAge: '1d' }),
  );
  return router;
}
