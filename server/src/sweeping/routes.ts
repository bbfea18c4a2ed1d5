import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { acceptAlike } from './accept-alike.js';
import { sweep, sweepItems, takeBack } from './sweep.js';

/** Many documents that wait at Check: by one kind of question, or those of one look. */
export const sweepingRoutes = (services: Services): Handlers<'sweepItems' | 'sweep' | 'undoSweep' | 'acceptAlike'> => ({
  sweepItems: () => sweepItems(services),
  sweep: ({ person, input }) => sweep(services, person, input.answers),
  undoSweep: ({ person, input }) => takeBack(services, person, input),
  acceptAlike: ({ params: { id }, person, input }) => acceptAlike(services, id, person, input),
});
