import { changedDocument } from '../documents/view.js';
import { sayKind } from '../sorting/sort.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { addLine, changeCell, changeField, finishCheck, removeLine, settleAsRead } from './check.js';

type Checking = 'changeField' | 'changeKind' | 'addLine' | 'changeCell' | 'removeLine' | 'settleDoubt' | 'finishCheck';

/** What the clerk does at Check. */
export const checkingRoutes = (services: Services): Handlers<Checking> => {
  const { pool } = services;
  return {
    changeField: ({ params: { id, field }, person, input }) => changedDocument(pool, id, changeField(pool, id, person, field, input)),
    changeKind: ({ params: { id }, person, input }) => changedDocument(pool, id, sayKind(services, id, person, input)),
    addLine: ({ params: { id }, person, input }) => changedDocument(pool, id, addLine(pool, id, person, input)),
    changeCell: ({ params: { id, position, cell }, person, input }) =>
      changedDocument(pool, id, changeCell(pool, id, person, position, cell, input)),
    removeLine: ({ params: { id, position }, person, input }) => changedDocument(pool, id, removeLine(pool, id, person, position, input)),
    settleDoubt: ({ params: { id, doubt }, person, input }) => changedDocument(pool, id, settleAsRead(pool, id, person, doubt, input)),
    finishCheck: ({ params: { id }, person, input }) => changedDocument(pool, id, finishCheck(services, id, person, input)),
  };
};
