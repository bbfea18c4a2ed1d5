import type { ExportsView } from '@umber/contract/exports';
import { audit } from '../audit/queries.js';
import { ApiError } from '../api-error.js';
import { folderInReach, inReach } from '../intake/reach.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { auditPackage } from './audit-package.js';
import { keepExport, takeExportAway } from './kept.js';
import { deliverAgain, keptExports, newestRuns, setTarget } from './queries.js';
import { fileOfRun, previewExport, startRun } from './run.js';

type Exports =
  | 'exports'
  | 'previewExport'
  | 'runExport'
  | 'keepExport'
  | 'setExportTarget'
  | 'deliverExportAgain'
  | 'removeExport'
  | 'exportedFile'
  | 'auditPackage';
const RUNS_SHOWN = 100;

/** Lists that are handed on as files, and the journal of what was. */
export const exportRoutes = (services: Services): Handlers<Exports> => {
  const { pool } = services;
  const view = async (db: Database): Promise<ExportsView> => ({ kept: await keptExports(db), runs: await newestRuns(db, RUNS_SHOWN) });
  return {
    exports: () => view(pool),
    previewExport: ({ input }) => previewExport(services, input),
    runExport: ({ input, person }) => startRun(services, input, person),
    keepExport: async ({ input, person }) => {
      await keepExport(services, input, person);
      return view(pool);
    },
    setExportTarget: async ({ params: { id }, input: { target }, person }) => {
      if (target?.kind === 'folder') await inReach(folderInReach(target.to, services.reach));
      await inTransaction(pool, async (db) => {
        const name = await setTarget(db, id, target);
        if (name === null) throw new ApiError('no-such-thing');
        await audit(db, person.id, { code: 'export-target-set', name, to: target?.to ?? null });
      });
      return view(pool);
    },
    deliverExportAgain: async ({ params: { id } }) => {
      if (!(await deliverAgain(pool, id))) throw new ApiError('no-such-thing', 'It has arrived, or goes nowhere by itself.');
      return view(pool);
    },
    removeExport: async ({ params: { id }, person }) => {
      await takeExportAway(services, id, person);
      return view(pool);
    },
    auditPackage: async ({ params: { id }, response }) => {
      const bytes = await auditPackage(services, id);
      response.attachment(`document-${id}.zip`).type('application/zip').send(bytes);
    },
    exportedFile: async ({ params: { id, position }, response }) => {
      const { name, type, bytes } = await fileOfRun(pool, id, position);
      response.attachment(name).type(type).send(bytes);
    },
  };
};
