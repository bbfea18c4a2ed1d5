import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp } from './app.js';
import { openPool } from './database/database.js';
import { Live } from './events/live.js';
import { Jobs } from './pipeline/jobs.js';
import { mailServer } from './intake/mail-in.js';
import { ReaderPool } from './readers/reader-pool.js';
import { servicesOf } from './make-services.js';
import type { Services } from './services.js';
import type { ServerOptions } from './options.js';
import { prepareDatabase, startWorks } from './works.js';

export interface RunningServer {
  readonly httpPort: number;
  readonly smtpPort: number;
  readonly services: Services;
  close(): Promise<void>;
}

/** Starts what answers people and takes mail, on loopback; and, unless another process does, what works in the background. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  await prepareDatabase(options);
  const pool = openPool(options.databaseUrl);
  const readers = new ReaderPool({ size: options.readers ?? 2 });
  const live = new Live(options.databaseUrl);
  await live.open();
  const jobs = new Jobs(options.databaseUrl);
  await jobs.open();
  const services = servicesOf(options, { pool, readers, live, jobs });
  const smtp = mailServer(services);
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject);
    smtp.listen(options.smtpPort, '127.0.0.1', () => resolve());
  });
  const http = createServer(createApp(services, options.webFolder));
  await listen(http, options.httpPort);
  const works = (options.works ?? true) ? await startWorks(options) : null;
  return {
    httpPort: (http.address() as AddressInfo).port,
    smtpPort: (smtp.server.address() as AddressInfo).port,
    services,
    close: async () => {
      http.closeAllConnections();
      await new Promise((resolve) => http.close(resolve));
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
      await works?.close();
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
