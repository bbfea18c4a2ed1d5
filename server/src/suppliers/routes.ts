import { pageOf } from '../database/page.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { answerChange, blockSupplier, changeAccounts, changeSupplier, mergeSupplier, supplierPage } from './change.js';
import { confirmSupplier, putOnFile, supplierDraft } from './put-on-file.js';
import { searchSuppliers, suppliersBefore } from './queries.js';

type Suppliers =
  | 'suppliers'
  | 'allSuppliers'
  | 'addSupplier'
  | 'confirmSupplier'
  | 'supplierDraft'
  | 'supplierPage'
  | 'changeSupplier'
  | 'changeAccounts'
  | 'blockSupplier'
  | 'mergeSupplier'
  | 'answerChange';

export const supplierRoutes = (services: Services): Handlers<Suppliers> => ({
  suppliers: ({ input: { q } }) => searchSuppliers(services.pool, q),
  allSuppliers: ({ input }) =>
    pageOf(
      input,
      (before, most) => suppliersBefore(services.pool, before, most),
      ({ id }) => id,
    ),
  addSupplier: ({ person, input }) => putOnFile(services, person, input),
  confirmSupplier: ({ params: { id }, person }) => confirmSupplier(services, person, id),
  supplierDraft: ({ params: { id } }) => supplierDraft(services.pool, id),
  supplierPage: ({ params: { id } }) => supplierPage(services.pool, id),
  changeSupplier: ({ params: { id }, person, input }) => changeSupplier(services, person, id, input),
  changeAccounts: ({ params: { id }, person, input }) => changeAccounts(services, person, id, input),
  blockSupplier: ({ params: { id }, person, input }) => blockSupplier(services, person, id, input),
  mergeSupplier: ({ params: { id }, person, input }) => mergeSupplier(services, person, id, input),
  answerChange: ({ params: { id, change }, person, input }) => answerChange(services, person, id, change, input),
});
