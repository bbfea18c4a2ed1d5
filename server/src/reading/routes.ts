import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { riskView, setAcceptedRisk } from './queries.js';

/** How sure reading must be. */
export const readingRoutes = ({ pool }: Services): Handlers<'risk' | 'setRisk'> => ({
  risk: () => riskView(pool),
  setRisk: async ({ input: { acceptedRisk } }) => {
    await setAcceptedRisk(pool, acceptedRisk);
    return riskView(pool);
  },
});
