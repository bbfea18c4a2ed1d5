import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
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

/** A new, empty database in the cluster that the test run started. */
export async function freshDatabase(): Promise<string> {
  const url = process.env.UMBER_TEST_DATABASE_URL;
  if (!url) throw new Error('No test database: run the tests with npm test.');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  return url.replace(/\/[^/]*$/, `/${name}`);
}

/** A database with the demo's master data. */
export async function demoDatabase(): Promise<{ url: string; pool: Pool }> {
  const url = await freshDatabase();
  const pool = openPool(url, 4, 'upkeep');
  await migrate(pool);
  await loadDemo(pool, TODAY);
  return { url, pool };
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
