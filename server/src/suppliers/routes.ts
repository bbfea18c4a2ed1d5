import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { confirmSupplier, putOnFile, supplierDraft } from './put-on-file.js';
import { searchSuppliers } from './queries.js';

export const supplierRoutes = (services: Services): Answers<'suppliers' | 'addSupplier' | 'confirmSupplier' | 'supplierDraft'> => ({
  suppliers: ({ asks: { q } }) => searchSuppliers(services.pool, likeText(q)),
  addSupplier: ({ person, asks }) => putOnFile(services, person, asks),
  confirmSupplier: ({ params: { id }, person }) => confirmSupplier(services, person, id),
  supplierDraft: ({ params: { id } }) => supplierDraft(services.pool, id),
});
