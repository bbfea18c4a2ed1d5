import { log, noted } from './log.js';
import { fileURLToPath } from 'node:url';
import { startServer } from './server.js';

function setting(name: string): string {
  const value = process.env[name];
  if (value === undefined || value === '') throw new Error(`The setting ${name} is missing. Start with npm start.`);
  return value;
}

const server = await startServer({
  databaseUrl: setting('UMBER_DATABASE_URL'),
  httpPort: Number(setting('UMBER_HTTP_PORT')),
  smtpPort: Number(setting('UMBER_SMTP_PORT')),
  webFolder: fileURLToPath(new URL('../../web/dist/browser/', import.meta.url)),
  secret: Buffer.from(setting('UMBER_SECRET'), 'hex'),
  demoUrl: process.env.UMBER_DEMO_URL ?? null,
});
process.send?.('ready');
log.info({ http: server.httpPort, smtp: server.smtpPort }, 'ready');
process.on('unhandledRejection', noted('a promise failed unseen'));

let closing = false;
const close = () => {
  if (closing) return;
  closing = true;
  void server.close().finally(() => process.exit(0));
};
process.on('SIGTERM', close);
process.on('SIGINT', close);
process.on('disconnect', close);
