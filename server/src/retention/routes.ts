import { audit } from '../audit/queries.js';
import type { Person } from '@umber/contract/people';
import { KEPT_KINDS } from '@umber/core/documents';
import { ApiError } from '../api-error.js';
import { inTransaction } from '../database/database.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { agreeToDeletion, askForDeletion, leaveOriginals } from './deletion.js';
import { deletionById } from './deletion-queries.js';
import { answerRelease, askForRelease, placeHold } from './hold.js';
import { keptYears, lockRetention, setRetention, yearEndsIn } from './queries.js';
import { deletionRecord } from './record.js';
import { deletionPage, dueOriginals, retentionView } from './view.js';

type Retention =
  | 'retention'
  | 'setRetention'
  | 'dueOriginals'
  | 'placeHold'
  | 'askRelease'
  | 'answerRelease'
  | 'askDeletion'
  | 'deletion'
  | 'agreeDeletion'
  | 'refuseDeletion'
  | 'deletionRecord';

/** How long originals are kept, what holds them, and how they go. */
export const retentionRoutes = (services: Services): Handlers<Retention> => {
  const { pool, today } = services;
  const view = ({ id }: Person) => retentionView(pool, id, today());
  return {
    retention: ({ person }) => view(person),
    setRetention: async ({ input, person }) => {
      await inTransaction(pool, async (db) => {
        await lockRetention(db);
        const [years, month] = [await keptYears(db), await yearEndsIn(db)];
        const after = { years: { ...years, ...input.years }, yearEndsIn: input.yearEndsIn ?? month };
        const changes = KEPT_KINDS.filter((kind) => years[kind] !== after.years[kind]).map((kind) => ({
          kind,
          before: years[kind],
          after: after.years[kind],
        }));
        if (changes.length === 0 && month === after.yearEndsIn) return;
        await setRetention(db, after);
        await audit(db, person.id, { code: 'retention-set', changes, before: month, after: after.yearEndsIn });
      });
      return view(person);
    },
    dueOriginals: ({ input }) => dueOriginals(pool, input),
    placeHold: async ({ input, person }) => {
      await placeHold(pool, input, person);
      return view(person);
    },
    askRelease: async ({ params: { id }, input: { reason }, person }) => {
      await askForRelease(pool, id, reason, person);
      return view(person);
    },
    answerRelease: async ({ params: { id }, input: { released }, person }) => {
      await answerRelease(pool, id, released, person);
      return view(person);
    },
    askDeletion: async ({ input, person }) => deletionPage(pool, await askForDeletion(pool, input, person, today()), person.id),
    deletion: ({ params: { id }, person }) => deletionPage(pool, id, person.id),
    agreeDeletion: async ({ params: { id }, input, person }) => {
      await agreeToDeletion(services, id, input, person);
      return deletionPage(pool, id, person.id);
    },
    refuseDeletion: async ({ params: { id }, input: { reason }, person }) => {
      await leaveOriginals(pool, id, reason, person);
      return deletionPage(pool, id, person.id);
    },
    deletionRecord: async ({ params: { id }, person, response }) => {
      if (!(await deletionById(pool, id, person.id))) throw new ApiError('no-such-thing');
      response
        .attachment(`deletion-${id}.csv`)
        .type('text/csv')
        .send(await deletionRecord(pool, id));
    },
  };
};
