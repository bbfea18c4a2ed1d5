import { Streams } from './events/streams.js';
import { NOWHERE } from './intake/reach.js';
import type { ServerOptions } from './options.js';
import type { Jobs } from './pipeline/jobs.js';
import type { Services } from './services.js';

/** What belongs to one process; its options make the rest. */
type OwnServices = Pick<Services, 'pool' | 'readers' | 'live'> & { readonly jobs: Jobs };

/** The services of a process that was started with these options. */
export const servicesOf = (options: ServerOptions, { pool, readers, live, jobs }: OwnServices): Services => ({
  pool,
  readers,
  live,
  streams: new Streams(),
  today: options.today ?? (() => new Date().toISOString().slice(0, 10)),
  enqueue: (queue, id) => jobs.send(queue, id),
  queueAnswers: () => jobs.answers(),
  secret: options.secret,
  ledgerUrl: options.ledgerUrl ?? null,
  sealFile: options.sealFile ?? null,
  reach: options.reach ?? NOWHERE,
  demoUrl: options.demoUrl,
  publicUrl: options.publicUrl ?? `http://127.0.0.1:${options.httpPort}`,
  mailOut: options.mailOut ?? null,
});
