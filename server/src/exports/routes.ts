import type { ExportsView } from '@umber/contract/exports';
import { audit } from '../audit/queries.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { auditPackage } from './audit-package.js';
import { keepExport, keptExports, newestRuns, removeExport } from './queries.js';
import { fileOfRun, previewExport, startRun } from './run.js';

type Exports = 'exports' | 'previewExport' | 'runExport' | 'keepExport' | 'removeExport' | 'exportedFile' | 'auditPackage';
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
      await inTransaction(pool, async (db) => {
        await keepExport(db, input, person.id);
        await audit(db, person.id, { code: 'export-kept', name: input.name });
      });
      return view(pool);
    },
    removeExport: async ({ params: { id }, person }) => {
      await inTransaction(pool, async (db) => {
        await removeExport(db, id);
        await audit(db, person.id, { code: 'export-removed', id });
      });
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
