import type { HeaderField, LineCell } from '@umber/core/documents';
import { Router } from 'express';
import {
  cellNameSchema,
  fieldNameSchema,
  kindChangeSchema,
  positionSchema,
  valueChangeSchema,
  versionedSchema,
} from '@umber/contract/checking';
import { idSchema } from '@umber/contract/documents';
import { documentView } from '../documents/view.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { sayKind } from '../sorting/sort.js';
import { valid } from '../validation.js';
import { addLine, changeCell, changeField, finishCheck, removeLine, settleAsRead } from './check.js';

/** What the clerk does at Check. Each answers with the document as it is now. */
export function checkingRoutes(services: Services): Router {
  const router = Router();
  const check = withRight('check');
  router.put('/documents/:id/fields/:field', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await changeField(
      services.pool,
      id,
      personOf(response),
      valid(fieldNameSchema, request.params.field) as HeaderField,
      valid(valueChangeSchema, request.body),
    );
    response.json(await documentView(services.pool, id));
  });
  router.put('/documents/:id/kind', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await sayKind(services, id, personOf(response), valid(kindChangeSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/lines', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await addLine(services.pool, id, personOf(response), valid(versionedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.put('/documents/:id/lines/:position/:cell', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    const position = valid(positionSchema, request.params.position);
    await changeCell(
      services.pool,
      id,
      personOf(response),
      position,
      valid(cellNameSchema, request.params.cell) as LineCell,
      valid(valueChangeSchema, request.body),
    );
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/lines/:position/remove', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await removeLine(
      services.pool,
      id,
      personOf(response),
      valid(positionSchema, request.params.position),
      valid(versionedSchema, request.body),
    );
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/doubts/:doubt/settle', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await settleAsRead(services.pool, id, personOf(response), valid(idSchema, request.params.doubt), valid(versionedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/settle', check, async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await finishCheck(services, id, personOf(response), valid(versionedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  return router;
}
