import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { careView, setAcceptedRisk } from './queries.js';

/** How sure reading must be. */
export const readingRoutes = ({ pool }: Services): Answers<'care' | 'setCare'> => ({
  care: () => careView(pool),
  setCare: async ({ asks: { acceptedRisk } }) => {
    await setAcceptedRisk(pool, acceptedRisk);
    return careView(pool);
  },
});
