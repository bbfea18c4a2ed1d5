import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp } from './app.js';
import { openPool } from './database/database.js';
import { migrate } from './database/migrate.js';
import { Live } from './events/live.js';
import { Jobs } from './pipeline/jobs.js';
import { mailServer } from './intake/mail-in.js';
import { deleteStaleUploads } from './intake/queries.js';
import { FetchedSources } from './intake/sources.js';
import { deleteExpiredSessions } from './people/queries.js';
import { ReaderPool } from './readers/reader-pool.js';
import type { Services } from './services.js';

export interface ServerOptions {
  readonly databaseUrl: string;
  /** 0: any free port. */
  readonly httpPort: number;
  readonly smtpPort: number;
  /** The built interface; null serves the API alone. */
  readonly webFolder: string | null;
  readonly demoUrl: string | null;
  /** 32 bytes. */
  readonly secret: Buffer;
  readonly today?: () => string;
  /** Whether this process works on jobs. */
  readonly works?: boolean;
  readonly readers?: number;
}

export interface RunningServer {
  readonly httpPort: number;
  readonly smtpPort: number;
  readonly services: Services;
  close(): Promise<void>;
}

/** Starts everything on loopback: migrations, jobs, mail, HTTP. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const pool = openPool(options.databaseUrl);
  await migrate(pool);
  await deleteExpiredSessions(pool);
  await deleteStaleUploads(pool);
  const readers = new ReaderPool({ size: options.readers ?? 2 });
  const live = new Live(options.databaseUrl);
  await live.open();
  const jobs = new Jobs(options.databaseUrl);
  await jobs.open();
  const services: Services = {
    pool,
    readers,
    live,
    today: options.today ?? (() => new Date().toISOString().slice(0, 10)),
    enqueue: (queue, id) => jobs.send(queue, id),
    queueAnswers: () => jobs.answers(),
    secret: options.secret,
    demoUrl: options.demoUrl,
  };
  const smtp = mailServer(services);
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject);
    smtp.listen(options.smtpPort, '127.0.0.1', () => resolve());
  });
  const http = createServer(createApp(services, options.webFolder));
  await listen(http, options.httpPort);
  const sources = new FetchedSources(services);
  if (options.works ?? true) {
    await jobs.work(services);
    sources.start();
  }
  return {
    httpPort: (http.address() as AddressInfo).port,
    smtpPort: (smtp.server.address() as AddressInfo).port,
    services,
    close: async () => {
      http.closeAllConnections();
      await new Promise((resolve) => http.close(resolve));
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
      await sources.stop();
      await jobs.close();
      await live.close();
      readers.close();
      await pool.end();
    },
  };
}

function listen(http: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    http.once('error', reject);
    http.listen(port, '127.0.0.1', () => resolve());
  });
}
