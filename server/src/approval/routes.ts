import { audit } from '../audit/queries.js';
import { inTransaction } from '../database/database.js';
import { changedDocument } from '../documents/view.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { separationOf, setSeparation } from './queries.js';
import { approve, sendBack } from './answer.js';

export const approvalRoutes = ({ pool }: Services): Handlers<'approve' | 'sendBack' | 'separation' | 'setSeparation'> => ({
  approve: ({ params: { id }, person, input }) => changedDocument(pool, id, approve(pool, id, person, input)),
  separation: async () => ({ separation: await separationOf(pool) }),
  setSeparation: async ({ person, input: { separation } }) => {
    await inTransaction(pool, async (db) => {
      await audit(db, person.id, { code: 'separation-set', before: await separationOf(db), after: separation });
      await setSeparation(db, separation);
    });
    return { separation };
  },
  sendBack: ({ params: { id }, person, input }) => changedDocument(pool, id, sendBack(pool, id, person, input)),
});
