import type { KeepingView } from '@umber/contract/keeping';
import { pathOf, readPattern } from '@umber/core/naming';
import { audit } from '../audit/queries.js';
import { inTransaction, type Database } from '../database/database.js';
import { folderInReach, inReach } from '../intake/reach.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { keptPdf } from './kept-pdf.js';
import { keepingCounts, keepingFaults, keepingWish, newestNamingValues, setKeeping, tryAgainNow } from './queries.js';

type Keeping = 'keeping' | 'setKeeping' | 'namePreview' | 'keepAgain' | 'keptPdf';
const [FAULTS_SHOWN, PREVIEWED] = [50, 4];

/** Documents as files for keeping: one by one, and in a folder that is kept in step. */
export const keepingRoutes = (services: Services): Handlers<Keeping> => {
  const { pool, reach } = services;
  const view = async (db: Database): Promise<KeepingView> => ({
    ...(await keepingWish(db)),
    ...(await keepingCounts(db)),
    faults: await keepingFaults(db, FAULTS_SHOWN),
  });
  return {
    keeping: () => view(pool),
    setKeeping: async ({ input, person }) => {
      if (input.folder !== null) await inReach(folderInReach(input.folder, reach));
      await inTransaction(pool, async (db) => {
        const before = await keepingWish(db);
        await setKeeping(db, input);
        await audit(db, person.id, { code: 'keeping-set', before: before.folder, after: input.folder, pattern: input.pattern });
      });
      return view(pool);
    },
    namePreview: async ({ input: { pattern } }) => {
      const read = readPattern(pattern);
      if ('fault' in read) return read;
      return { paths: (await newestNamingValues(pool, PREVIEWED)).map((values) => `${pathOf(read.pattern, values).join('/')}.pdf`) };
    },
    keepAgain: async () => {
      await tryAgainNow(pool);
      return view(pool);
    },
    keptPdf: async ({ params: { id }, response }) => {
      response
        .attachment(`document-${id}-kept.pdf`)
        .type('application/pdf')
        .send(await keptPdf(services, pool, id));
    },
  };
};
