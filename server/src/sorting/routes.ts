import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { alikeView, settleAlike } from './alike.js';
import { sortingView } from './queries.js';

/** How well sorting does, and documents of unknown suppliers that look alike. */
export const sortingRoutes = (services: Services): Answers<'sorting' | 'alike' | 'settleAlike'> => ({
  sorting: () => sortingView(services.pool),
  alike: ({ params: { id } }) => alikeView(services.pool, id),
  settleAlike: ({ params: { id }, person, asks }) => settleAlike(services, id, person, asks),
});
