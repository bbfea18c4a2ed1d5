import { createHash, randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { readdir, readFile } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { createTransport } from 'nodemailer';
import { COMPANY, DEMO_PASSWORD } from '@umber/demo/scenario';
import { loadDemo } from '../src/demo/load.js';
import { asApplication } from '../src/database/roles.js';
import { openPool, type Pool } from '../src/database/database.js';
import { migrate } from '../src/database/migrate.js';
import type { ServerOptions } from '../src/options.js';
import { startServer, type RunningServer } from '../src/server.js';

export const TODAY = '2026-11-23';

/** Work on the cluster that the test run started, as its owner. */
async function onCluster<T>(work: (client: pg.Client, url: string) => Promise<T>): Promise<T> {
  const url = process.env.UMBER_TEST_DATABASE_URL;
  if (!url) throw new Error('No test database: run the tests with npm test.');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client, url);
  } finally {
    await client.end();
  }
}
const named = (url: string, name: string): string => url.replace(/\/[^/]*$/, `/${name}`);
const newName = (): string => `test_${randomBytes(6).toString('hex')}`;

/** A new, empty database in the cluster that the test run started. */
export const freshDatabase = (): Promise<string> =>
  onCluster(async (client, url) => {
    const name = newName();
    await client.query(`create database ${name}`);
    return named(url, name);
  });

const TEMPLATE_LOCK = 7_241_900;
const DEMO_SOURCES = ['../migrations/', '../src/demo/', '../../demo/src/scenario/'].map((path) =>
  fileURLToPath(new URL(path, import.meta.url)),
);

/** A database with the demo's master data: a copy of one that is filled once in a cluster for as long as what fills it stays the same. */
export async function demoDatabase(): Promise<{ url: string; pool: Pool }> {
  const url = await onCluster(async (client, cluster) => {
    const template = `demo_${await fingerprint(DEMO_SOURCES)}`;
    await client.query('select pg_advisory_lock($1)', [TEMPLATE_LOCK]);
    const { rowCount } = await client.query('select from pg_database where datname = $1', [template]);
    if (rowCount === 0) {
      const filled = newName();
      await client.query(`create database ${filled}`);
      const pool = openPool(named(cluster, filled), 4, 'upkeep');
      await migrate(pool);
      await loadDemo(pool, TODAY);
      await pool.end();
      await client.query(`alter database ${filled} rename to ${template}`);
    }
    await client.query('select pg_advisory_unlock($1)', [TEMPLATE_LOCK]);
    const name = newName();
    await client.query(`create database ${name} template ${template}`);
    return named(cluster, name);
  });
  return { url, pool: openPool(url, 4, 'upkeep') };
}

/** What the files of these folders hold, in sixteen signs. */
async function fingerprint(folders: readonly string[]): Promise<string> {
  const hash = createHash('sha256');
  for (const folder of folders)
    for (const name of (await readdir(folder)).sort())
      if (/\.(sql|ts)$/.test(name)) hash.update(name).update(await readFile(folder + name));
  return hash.digest('hex').slice(0, 16);
}

export interface TestServer extends RunningServer {
  readonly pool: Pool;
  readonly url: string;
}

/** The password of the application's role in the test cluster. */
const APPLICATION_PASSWORD = 'for tests only';
/** The database as the server works with it. */
export const applicationUrl = (ownerUrl: string): string => asApplication(ownerUrl, APPLICATION_PASSWORD);

/** The whole server on free ports, on this database, as the application's role. */
export const serverOn = (ownerUrl: string, more: Partial<ServerOptions> = {}): Promise<RunningServer> =>
  startServer({
    databaseUrl: applicationUrl(ownerUrl),
    ownerUrl,
    httpPort: 0,
    smtpPort: 0,
    webFolder: null,
    demoUrl: null,
    secret: randomBytes(32),
    reach: { folderRoots: [tmpdir()], ownFolders: [], mailHosts: ['127.0.0.1'] },
    today: () => TODAY,
    readers: 1,
    ...more,
  });

/** The whole server on free ports with the demo's master data. */
export async function testServer(more: Partial<ServerOptions> = {}): Promise<TestServer> {
  const { url, pool } = await demoDatabase();
  const server = await serverOn(url, more);
  return { ...server, pool, url, close: async () => (await server.close(), pool.end()) };
}

export interface Answer {
  readonly status: number;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
  readonly body: any;
  readonly headers: Headers;
}

/** Somebody who talks to the API as the interface does. */
export class Visitor {
  #cookie = '';
  readonly #base: string;

  constructor(port: number) {
    this.#base = `http://127.0.0.1:${port}`;
  }

  static async signedIn(port: number, login: string): Promise<Visitor> {
    const visitor = new Visitor(port);
    const answer = await visitor.send('POST', '/api/session', { login, password: DEMO_PASSWORD });
    if (answer.status !== 200) throw new Error(`sign-in of ${login}: ${answer.status}`);
    visitor.#cookie = answer.headers.getSetCookie()[0].split(';')[0];
    return visitor;
  }

  async send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const response = await fetch(this.#base + path, {
      method,
      headers: { 'Content-Type': 'application/json', Origin: this.#base, Cookie: this.#cookie, ...headers },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const text = await response.text();
    const json = response.headers.get('content-type')?.includes('json') && text !== '';
    return { status: response.status, body: json ? JSON.parse(text) : text, headers: response.headers };
  }

  /** Asks for something that is no JSON. */
  raw(path: string): Promise<Response> {
    return fetch(this.#base + path, { headers: { Cookie: this.#cookie } });
  }

  /** Sends bytes as they are. */
  async sendBytes(method: string, path: string, bytes: Buffer): Promise<Answer> {
    const headers = { 'Content-Type': 'application/octet-stream', Origin: this.#base, Cookie: this.#cookie };
    const response = await fetch(this.#base + path, { method, headers, body: new Uint8Array(bytes) });
    return { status: response.status, body: await response.json(), headers: response.headers };
  }

  /** The body of a request that must succeed. */
  async ok(method: string, path: string, body?: unknown) {
    const answer = await this.send(method, path, body);
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body;
  }
}

/** Sends a mail over SMTP as a supplier would; resolves when it is acknowledged. */
export async function mail(
  port: number,
  attachments: readonly { filename: string; content: Buffer }[],
  more: { to?: string; from?: string; subject?: string; text?: string; messageId?: string; date?: Date } = {},
): Promise<void> {
  const transport = createTransport({ host: '127.0.0.1', port, ignoreTLS: true });
  try {
    await transport.sendMail({
      from: 'accounts@tarnside-lubricants.example',
      to: COMPANY.invoicesAddress,
      subject: 'Invoice',
      text: 'Attached.',
      ...more,
      attachments: attachments.map((file) => ({ ...file, contentType: 'application/pdf' })),
    });
  } finally {
    transport.close();
  }
}

/** Asks again and again until `look` gives a value; fails with `what` when it takes too long. */
export async function until<T>(what: string, look: () => Promise<T | null | undefined | false>, patience = 180_000): Promise<T> {
  const end = Date.now() + patience;
  while (Date.now() < end) {
    const value = await look();
    if (value) return value;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`waited in vain: ${what}`);
}

/** A port on loopback that nobody has just now. */
export async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, 'close');
  return port;
}
