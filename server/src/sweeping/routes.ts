import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { sweep, sweepItems, takeBack } from './sweep.js';

/** One kind of question over all documents that wait at Check. */
export const sweepingRoutes = (services: Services): Handlers<'sweepItems' | 'sweep' | 'undoSweep'> => ({
  sweepItems: () => sweepItems(services),
  sweep: ({ person, input }) => sweep(services, person, input.answers),
  undoSweep: ({ person, input }) => takeBack(services, person, input),
});
