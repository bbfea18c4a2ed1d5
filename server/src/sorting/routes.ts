import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { alikeView, settleAlike } from './alike.js';
import { sortingView } from './queries.js';

/** How well sorting does, and documents of unknown suppliers that look alike. */
export const sortingRoutes = (services: Services): Handlers<'sorting' | 'alike' | 'settleAlike'> => ({
  sorting: () => sortingView(services.pool),
  alike: ({ params: { id } }) => alikeView(services.pool, id),
  settleAlike: ({ params: { id }, person, input }) => settleAlike(services, id, person, input),
});
