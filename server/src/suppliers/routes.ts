import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { confirmSupplier, putOnFile, supplierDraft } from './put-on-file.js';
import { searchSuppliers } from './queries.js';

export const supplierRoutes = (services: Services): Handlers<'suppliers' | 'addSupplier' | 'confirmSupplier' | 'supplierDraft'> => ({
  suppliers: ({ input: { q } }) => searchSuppliers(services.pool, likeText(q)),
  addSupplier: ({ person, input }) => putOnFile(services, person, input),
  confirmSupplier: ({ params: { id }, person }) => confirmSupplier(services, person, id),
  supplierDraft: ({ params: { id } }) => supplierDraft(services.pool, id),
});
