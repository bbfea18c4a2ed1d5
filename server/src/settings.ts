import { fileURLToPath } from 'node:url';
import type { ServerOptions } from './options.js';

function setting(name: string): string {
  const value = process.env[name];
  if (value === undefined || value === '') throw new Error(`The setting ${name} is missing. Start with npm start.`);
  return value;
}

/** The parts of a setting that holds several, with colons between them. */
const listOf = (name: string): string[] => (process.env[name] ?? '').split(':').filter((part) => part !== '');

/** A mail server for letters, as "host:port", and whose name they go out in; null where none is set. */
function mailOut(server = '', from = ''): ServerOptions['mailOut'] {
  if (server === '') return null;
  const [, host, port] = /^(.+):(\d+)$/.exec(server) ?? [];
  if (!host || !/.@./.test(from)) throw new Error('UMBER_MAIL_OUT is host:port, and UMBER_MAIL_FROM the address that letters come from.');
  return { host, port: Number(port), from };
}

/** What the processes of an installation are started with, from their environment. */
export const settingsOf = (): ServerOptions => ({
  databaseUrl: setting('UMBER_DATABASE_URL'),
  // The starter has migrated as the owner, whose password no server process has.
  ownerUrl: null,
  works: false,
  httpPort: Number(setting('UMBER_HTTP_PORT')),
  smtpPort: Number(setting('UMBER_SMTP_PORT')),
  webFolder: fileURLToPath(new URL('../../web/dist/browser/', import.meta.url)),
  secret: Buffer.from(setting('UMBER_SECRET'), 'hex'),
  reach: {
    folderRoots: listOf('UMBER_FOLDERS'),
    ownFolders: [fileURLToPath(new URL('../../', import.meta.url)), ...listOf('UMBER_DATA')],
    mailHosts: (process.env.UMBER_MAIL_HOSTS ?? '').split(',').filter((part) => part !== ''),
  },
  ledgerUrl: process.env.UMBER_LEDGER_URL ?? null,
  sealFile: process.env.UMBER_SEALS ?? null,
  demoUrl: process.env.UMBER_DEMO_URL ?? null,
  ...(process.env.UMBER_PUBLIC_URL ? { publicUrl: process.env.UMBER_PUBLIC_URL } : {}),
  mailOut: mailOut(process.env.UMBER_MAIL_OUT, process.env.UMBER_MAIL_FROM),
});
