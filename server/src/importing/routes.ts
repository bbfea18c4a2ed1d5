import { stringify } from 'csv-stringify/sync';
import { headOf, IMPORT_COLUMNS } from '@umber/core/importing';
import { noFormula } from '@umber/core/text';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { applyImport, importView, mapImport, startImport, undoImport } from './bring-in.js';
import { exported, importRows } from './queries.js';

type Importing = 'imports' | 'startImport' | 'importView' | 'mapImport' | 'applyImport' | 'undoImport' | 'exportTable';

/** Tables that are brought in, and handed out in the same columns. */
export const importingRoutes = (services: Services): Handlers<Importing> => ({
  imports: () => importRows(services.pool),
  startImport: ({ person, input }) => startImport(services, person, input),
  importView: ({ params: { id } }) => importView(services, id),
  mapImport: ({ params: { id }, person, input }) => mapImport(services, person, id, input),
  applyImport: ({ params: { id }, person }) => applyImport(services, person, id),
  undoImport: ({ params: { id }, person }) => undoImport(services, person, id),
  exportTable: async ({ params: { table }, response }) => {
    const names = IMPORT_COLUMNS[table].map(({ name }) => name);
    const rows = (await exported(services.pool, table)).map((row) => names.map((name) => noFormula(row[name] ?? '')));
    response
      .attachment(`${table}.csv`)
      .type('text/csv; charset=utf-8')
      .send(`\ufeff${stringify([names.map(headOf), ...rows])}`);
  },
});
