import { openPool } from './database/database.js';
import { migrate } from './database/migrate.js';
import { APPLICATION_ROLE, grantApplication } from './database/roles.js';
import { Live } from './events/live.js';
import { deleteStaleUploads } from './intake/queries.js';
import { bringUpToDate } from './searching/keep-up.js';
import { deliverExport } from './exports/deliver.js';
import { deliver } from './hooks/deliver.js';
import { handOn } from './other-ledger/hand-on.js';
import { Steady } from './pipeline/steady.js';
import { FetchedSources } from './intake/sources.js';
import { deleteExpiredSessions } from './people/queries.js';
import { Jobs } from './pipeline/jobs.js';
import { ReaderPool } from './readers/reader-pool.js';
import type { DatabaseAccess, ServerOptions } from './options.js';
import { servicesOf } from './make-services.js';
import { fillNameKeys } from './suppliers/queries.js';

/** Brings the database to this version, as its owner, and gives the application's role what it needs. Its password is that of its URL. */
export async function prepareDatabase({ databaseUrl, ownerUrl }: DatabaseAccess): Promise<void> {
  if (ownerUrl === null) return;
  const pool = openPool(ownerUrl, 2, 'upkeep');
  try {
    await migrate(pool);
    await fillNameKeys(pool);
    const { username, password } = new URL(databaseUrl);
    if (username === APPLICATION_ROLE) await grantApplication(pool, ownerUrl, decodeURIComponent(password));
  } finally {
    await pool.end();
  }
}

/** Connections that jobs share; people have their own. */
const CONNECTIONS = 6;

export interface RunningWorks {
  close(): Promise<void>;
}

/** Starts what works in the background: jobs, mailboxes and folders. Nothing of it runs in the process that answers people. */
export async function startWorks(options: ServerOptions): Promise<RunningWorks> {
  const pool = openPool(options.databaseUrl, CONNECTIONS, 'jobs');
  const readers = new ReaderPool({ size: options.readers ?? 2 });
  await deleteExpiredSessions(pool);
  await deleteStaleUploads(pool);
  const jobs = new Jobs(options.databaseUrl);
  await jobs.open();
  const services = servicesOf(options, { pool, readers, live: new Live(options.databaseUrl), jobs });
  const sources = new FetchedSources(services);
  await jobs.work(services);
  const steady = [
    new Steady('keeping the archive up', () => bringUpToDate(pool)),
    new Steady('telling other programs', () => deliver(services)),
    new Steady('sending exports', () => deliverExport(services)),
    new Steady('handing entries on', () => handOn(services)),
  ];
  sources.start();
  for (const one of steady) one.start();
  return {
    close: async () => {
      await sources.stop();
      await Promise.all(steady.map((one) => one.stop()));
      await jobs.close();
      readers.close();
      await pool.end();
    },
  };
}
