import { fork, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { closeSync, openSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

/** The database with the demo that each stage gets a copy of; made once for all. */
const FILLED = 'UMBER_BROWSER_FILLED';
/** The folder of the stand-in copier in it, in whose place each stage puts its own. */
const NO_FOLDER = '/nowhere';

/** What programs are told to work on this database. */
export const settingsOn = (ownerUrl: string): NodeJS.ProcessEnv => ({
  ...process.env,
  NODE_OPTIONS: '',
  UMBER_LOG: 'info',
  UMBER_OWNER_URL: ownerUrl,
  UMBER_DATABASE_URL: applicationUrl(ownerUrl),
  UMBER_SECRET: '00'.repeat(32),
  UMBER_DEMO_COUNT: '0',
});

/** The database as the application's role. */
function applicationUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  url.username = 'umber_app';
  url.password = 'for tests only';
  return url.href;
}

/** A program of the product; its log goes to this file, or nowhere. */
export function launched(path: string, env: NodeJS.ProcessEnv, logFile: string | null): ChildProcess {
  const log = logFile === null ? 'ignore' : openSync(logFile, 'a');
  const child = fork(fileURLToPath(new URL(`../../${path}`, import.meta.url)), { env, stdio: ['ignore', log, log, 'ipc'], execArgv: [] });
  if (log !== 'ignore') closeSync(log);
  return child;
}

/** Waits until a program has said that it works, or, where it is to end, has ended well. */
export const works = (child: ChildProcess, until: 'message' | 'exit' = 'message'): Promise<void> =>
  new Promise((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', (code) =>
      until === 'exit' && code === 0 ? resolve() : reject(new Error(`${child.spawnargs.join(' ')} ended with ${code}`)),
    );
  });

async function onDatabase<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

function cluster(): string {
  const url = process.env.UMBER_TEST_DATABASE_URL;
  if (!url) throw new Error('No test database: run the tests with npm test.');
  return url;
}
const newName = (): string => `browser_${randomBytes(6).toString('hex')}`;
const named = (name: string): string => cluster().replace(/\/[^/]*$/, `/${name}`);

/** Before all tests: fills a database with the demo, and lets the server and the queue make what they keep in it. */
export default async function fill(): Promise<void> {
  const name = newName();
  await onDatabase(cluster(), (client) => client.query(`create database ${name}`));
  const env = { ...settingsOn(named(name)), UMBER_HTTP_PORT: '0', UMBER_SMTP_PORT: '0', UMBER_DEMO_FOLDER: NO_FOLDER };
  await works(launched('server/dist/demo/prepare.js', env, null), 'exit');
  const server = launched('server/dist/main.js', env, null);
  await works(server);
  await new Promise((resolve) => {
    server.once('exit', resolve);
    server.kill('SIGTERM');
  });
  process.env[FILLED] = name;
}

/** A copy of the filled database, whose copier writes into this folder. */
export async function filledDatabase(copierFolder: string): Promise<string> {
  const name = newName();
  await onDatabase(cluster(), (client) => client.query(`create database ${name} template ${process.env[FILLED]}`));
  await onDatabase(named(name), (client) =>
    client.query(`update sources set settings = settings || jsonb_build_object('path', $1::text) where settings ->> 'path' = $2`, [
      copierFolder,
      NO_FOLDER,
    ]),
  );
  return named(name);
}
