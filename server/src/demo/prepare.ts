import { openPool } from '../database/database.js';
import { migrate } from '../database/migrate.js';
import { loadDemo } from './load.js';

/** Migrates the database and loads the demo where it is empty. Prints `fresh` or `kept`. */
const url = process.env.UMBER_DATABASE_URL;
if (!url) throw new Error('The setting UMBER_DATABASE_URL is missing. Start with npm start.');
const pool = openPool(url, 2);
try {
  await migrate(pool);
  console.log((await loadDemo(pool, new Date().toISOString().slice(0, 10))) ? 'fresh' : 'kept');
} finally {
  await pool.end();
}
