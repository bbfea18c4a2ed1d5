import { changedDocument } from '../documents/view.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { accept, chooseOrderFor, chooseSupplier, codeLineOf, proposals } from './resolve.js';

type Matching = 'proposals' | 'chooseSupplier' | 'chooseOrder' | 'codeLine' | 'acceptException';

export const matchingRoutes = (services: Services): Answers<Matching> => {
  const { pool } = services;
  return {
    proposals: ({ params: { id } }) => proposals(pool, id),
    chooseSupplier: ({ params: { id }, person, asks }) => changedDocument(pool, id, chooseSupplier(services, id, person, asks)),
    chooseOrder: ({ params: { id }, person, asks }) => changedDocument(pool, id, chooseOrderFor(services, id, person, asks)),
    codeLine: ({ params: { id, position }, person, asks }) => changedDocument(pool, id, codeLineOf(services, id, person, position, asks)),
    acceptException: ({ params: { id, exception }, person, asks }) =>
      changedDocument(pool, id, accept(services, id, person, exception, asks)),
  };
};
