import { changedDocument } from '../documents/view.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { writeLetter } from './write.js';

export const letterRoutes = (services: Services): Handlers<'writeLetter'> => ({
  writeLetter: ({ params: { id }, person, input }) => changedDocument(services.pool, id, writeLetter(services, id, person, input)),
});
