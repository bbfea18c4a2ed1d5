import { changedDocument } from '../documents/view.js';
import { sayKind } from '../sorting/sort.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { addLine, changeCell, changeField, finishCheck, removeLine, settleAsRead } from './check.js';

type Checking = 'changeField' | 'changeKind' | 'addLine' | 'changeCell' | 'removeLine' | 'settleDoubt' | 'finishCheck';

/** What the clerk does at Check. */
export const checkingRoutes = (services: Services): Answers<Checking> => {
  const { pool } = services;
  return {
    changeField: ({ params: { id, field }, person, asks }) => changedDocument(pool, id, changeField(pool, id, person, field, asks)),
    changeKind: ({ params: { id }, person, asks }) => changedDocument(pool, id, sayKind(services, id, person, asks)),
    addLine: ({ params: { id }, person, asks }) => changedDocument(pool, id, addLine(pool, id, person, asks)),
    changeCell: ({ params: { id, position, cell }, person, asks }) =>
      changedDocument(pool, id, changeCell(pool, id, person, position, cell, asks)),
    removeLine: ({ params: { id, position }, person, asks }) => changedDocument(pool, id, removeLine(pool, id, person, position, asks)),
    settleDoubt: ({ params: { id, doubt }, person, asks }) => changedDocument(pool, id, settleAsRead(pool, id, person, doubt, asks)),
    finishCheck: ({ params: { id }, person, asks }) => changedDocument(pool, id, finishCheck(services, id, person, asks)),
  };
};
