import { noted } from '../log.js';
import { changedDocument } from '../documents/view.js';
import { sayKind } from '../sorting/sort.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { finishCheck, readAgain } from './check.js';
import { disputeSums } from './dispute.js';
import { changeLines } from './lines.js';
import { undo } from './steps.js';
import { changeCell, changeField, settleAsRead } from './values.js';

type Checking =
  'changeField' | 'changeKind' | 'changeLines' | 'changeCell' | 'dispute' | 'undo' | 'settleDoubt' | 'readAgain' | 'finishCheck';

/** What the clerk does at Check. */
export const checkingRoutes = (services: Services): Handlers<Checking> => {
  const { pool } = services;
  /** The document after a change; what was said of it is learned in the background. */
  const said = async (id: number, change: Promise<unknown>) => {
    const view = await changedDocument(pool, id, change);
    // Where the queue is away, the sweep asks for it later.
    await services.enqueue('learn-habits', id).catch(noted('what was said could not be passed on to be learned'));
    return view;
  };
  return {
    changeField: ({ params: { id, field }, person, input }) => said(id, changeField(pool, id, person, field, input)),
    changeKind: ({ params: { id }, person, input }) => changedDocument(pool, id, sayKind(services, id, person, input)),
    changeLines: ({ params: { id }, person, input }) => said(id, changeLines(pool, id, person, input)),
    changeCell: ({ params: { id, position, cell }, person, input }) => said(id, changeCell(pool, id, person, position, cell, input)),
    dispute: ({ params: { id }, person, input }) => changedDocument(pool, id, disputeSums(pool, id, person, input)),
    undo: ({ params: { id }, person, input }) => said(id, undo(pool, id, person, input)),
    settleDoubt: ({ params: { id, doubt }, person, input }) => said(id, settleAsRead(pool, id, person, doubt, input)),
    readAgain: ({ params: { id }, person, input }) => changedDocument(pool, id, readAgain(services, id, person, input)),
    finishCheck: ({ params: { id }, person, input }) => said(id, finishCheck(services, id, person, input)),
  };
};
