import { audit } from '../audit/queries.js';
import { inTransaction } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { riskView, setAcceptedRisk, setPageLeads } from './queries.js';

/** How sure reading must be. */
export const readingRoutes = ({ pool }: Services): Handlers<'risk' | 'setRisk' | 'setPageLeads'> => ({
  risk: () => riskView(pool),
  setRisk: async ({ person, input: { acceptedRisk } }) => {
    await inTransaction(pool, async (db) => {
      await audit(db, person.id, { code: 'risk-set', before: (await riskView(db)).acceptedRisk, after: acceptedRisk });
      await setAcceptedRisk(db, acceptedRisk);
    });
    return riskView(pool);
  },
  setPageLeads: async ({ person, input: { pageLeads } }) => {
    await inTransaction(pool, async (db) => {
      await audit(db, person.id, { code: 'page-leads-set', pageLeads });
      await setPageLeads(db, pageLeads);
    });
    return riskView(pool);
  },
});
