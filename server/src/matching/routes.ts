import { changedDocument } from '../documents/view.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { noted } from '../log.js';
import { chooseCredited, chooseReplaced, creditable } from './credited.js';
import {
  accept,
  chooseOrdersFor,
  choosePairs,
  chooseSupplier,
  codeLineOf,
  codeLinesOf,
  confirmAccount,
  orderLinesFor,
  proposals,
  reopen,
} from './resolve.js';

type Matching =
  | 'proposals'
  | 'orderLinesFor'
  | 'chooseSupplier'
  | 'chooseOrder'
  | 'choosePairs'
  | 'creditable'
  | 'chooseCredited'
  | 'chooseReplaced'
  | 'codeLine'
  | 'codeLines'
  | 'acceptException'
  | 'confirmAccount'
  | 'reopen';

export const matchingRoutes = (services: Services): Handlers<Matching> => {
  const { pool } = services;
  return {
    orderLinesFor: ({ params: { id } }) => orderLinesFor(services, id),
    creditable: ({ params: { id } }) => creditable(services, id),
    chooseCredited: ({ params: { id }, person, input }) => changedDocument(pool, id, chooseCredited(services, id, person, input)),
    chooseReplaced: ({ params: { id }, person, input }) => changedDocument(pool, id, chooseReplaced(services, id, person, input)),
    proposals: ({ params: { id } }) => proposals(services, id),
    chooseSupplier: async ({ params: { id }, person, input }) => {
      const view = await changedDocument(pool, id, chooseSupplier(services, id, person, input));
      // Whose it is, its habits are; where the queue is away, the sweep asks for it later.
      await services.enqueue('learn-habits', id).catch(noted('what was said could not be passed on to be learned'));
      return view;
    },
    chooseOrder: ({ params: { id }, person, input }) => changedDocument(pool, id, chooseOrdersFor(services, id, person, input)),
    choosePairs: ({ params: { id, position }, person, input }) =>
      changedDocument(pool, id, choosePairs(services, id, person, position, input)),
    codeLines: ({ params: { id }, person, input }) => changedDocument(pool, id, codeLinesOf(services, id, person, input)),
    codeLine: ({ params: { id, position }, person, input }) => changedDocument(pool, id, codeLineOf(services, id, person, position, input)),
    acceptException: ({ params: { id, exception }, person, input }) =>
      changedDocument(pool, id, accept(services, id, person, exception, input)),
    confirmAccount: ({ params: { id, exception }, person, input }) =>
      changedDocument(pool, id, confirmAccount(services, id, person, exception, input)),
    reopen: ({ params: { id }, person, input }) => changedDocument(pool, id, reopen(services, id, person.id, input)),
  };
};
