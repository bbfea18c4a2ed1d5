import { chance } from './chance.js';
import { fork, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { COMPANY, DEMO_PASSWORD } from '@umber/demo/scenario';
import { invoicePdf } from './documents.js';
import { prepareDatabase } from '../src/works.js';
import { applicationUrl, demoDatabase, until, freePort } from './harness.js';

const program = (name: string) => fileURLToPath(new URL(`../dist/${name}.js`, import.meta.url));
const SOURCES = 200;
const ROUNDS = 4;

/** What answers people and what works in the background, each in a process of its own, to be killed. */
interface Installation {
  readonly child: ChildProcess;
  readonly works: ChildProcess;
  readonly http: number;
  readonly smtp: number;
}
async function started(url: string): Promise<Installation> {
  await prepareDatabase({ ownerUrl: url, databaseUrl: applicationUrl(url) });
  const [http, smtp] = await Promise.all([freePort(), freePort()]);
  const env = {
    ...process.env,
    UMBER_DATABASE_URL: applicationUrl(url),
    UMBER_HTTP_PORT: String(http),
    UMBER_SMTP_PORT: String(smtp),
    UMBER_SECRET: '11'.repeat(32),
    UMBER_FOLDERS: tmpdir(),
  };
  const [child, works] = ['main', 'works-main'].map((name) => fork(program(name), { env, stdio: 'ignore' }));
  await Promise.all(
    [child, works].map(
      (one) =>
        new Promise<void>((resolve, reject) => {
          one.once('message', () => resolve());
          one.once('exit', (code) => reject(new Error(`it ended with ${code} before it was ready`)));
        }),
    ),
  );
  return { child, works, http, smtp };
}
const kill = ({ child, works }: Installation, signal: NodeJS.Signals) => void [child, works].map((one) => one.kill(signal));

const ended = (child: ChildProcess) =>
  child.exitCode === null && child.signalCode === null ? new Promise((resolve) => child.once('exit', resolve)) : null;

/** Sends one mail; true once it is acknowledged, false when the connection breaks first. */
function sendMail(port: number, mark: string, pdf: Buffer): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    const body = [
      `Subject: ${mark}`,
      'MIME-Version: 1.0',
      `Content-Type: application/pdf; name="${mark}.pdf"`,
      'Content-Transfer-Encoding: base64',
      `Content-Disposition: attachment; filename="${mark}.pdf"`,
      '',
      pdf.toString('base64').replace(/.{76}/g, '$&\r\n'),
      '.',
    ].join('\r\n');
    const says = ['EHLO me', 'MAIL FROM:<me@supplier.example>', `RCPT TO:<${COMPANY.invoicesAddress}>`, 'DATA', body];
    let step = 0;
    socket.on('data', (chunk) => {
      if (!/^\d{3} /m.test(chunk.toString())) return;
      if (step === says.length) {
        resolve(chunk.toString().startsWith('250'));
        socket.destroy();
      } else socket.write(`${says[step++]}\r\n`);
    });
    socket.on('error', () => resolve(false));
    socket.on('close', () => resolve(false));
  });
}

/** A browser that brings a file in pieces, and goes on after the server came back. */
class Browser {
  #cookie = '';

  async signIn(port: number): Promise<void> {
    const answer = await this.#ask(port, 'POST', '/api/session', JSON.stringify({ login: 'nell', password: DEMO_PASSWORD }));
    this.#cookie = answer.headers.getSetCookie()[0].split(';')[0];
  }

  /** Brings a file; its arrival once acknowledged, null when the server went away. */
  async bring(port: number, name: string, bytes: Buffer): Promise<boolean> {
    try {
      const start = (await (await this.#ask(port, 'POST', '/api/uploads', JSON.stringify({ name, size: bytes.length }))).json()) as {
        id: string;
      };
      const done = await this.#ask(port, 'PUT', `/api/uploads/${start.id}/pieces/0`, bytes, 'application/octet-stream');
      return done.ok && ((await done.json()) as { arrivalId: number | null }).arrivalId !== null;
    } catch {
      return false;
    }
  }

  async token(port: number): Promise<string> {
    return ((await (await this.#ask(port, 'POST', '/api/tokens', '{"name":"program"}')).json()) as { token: string }).token;
  }

  #ask(port: number, method: string, path: string, body: string | Buffer, type = 'application/json'): Promise<Response> {
    const origin = `http://127.0.0.1:${port}`;
    return fetch(origin + path, {
      method,
      body: typeof body === 'string' ? body : new Uint8Array(body),
      headers: { 'Content-Type': type, Origin: origin, Cookie: this.#cookie },
    });
  }
}

const byApi = (port: number, token: string, name: string, bytes: Buffer): Promise<boolean> =>
  fetch(`http://127.0.0.1:${port}/api/arrivals?name=${name}`, {
    method: 'POST',
    body: new Uint8Array(bytes),
    headers: { Authorization: `Bearer ${token}`, 'Idempotency-Key': name, 'Content-Type': 'application/pdf' },
  }).then(
    (answer) => answer.ok,
    () => false,
  );

describe('a server whose connections to the database are cut', () => {
  it('goes on: each request is answered or refused, and none ends it', async () => {
    const { url, pool } = await demoDatabase();
    const server = await started(url);
    const browser = new Browser();
    await browser.signIn(server.http);
    const pdf = await invoicePdf('tarnside', 0);
    for (let round = 0; round < 6; round++) {
      const asked = [1, 2, 3, 4].map((n) =>
        browser.bring(server.http, `cut-${round}-${n}.pdf`, Buffer.concat([pdf, Buffer.from(`${n} ${round}`)])),
      );
      await pool.query(
        'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
      );
      await Promise.all(asked);
    }
    expect([server.child.exitCode, server.works.exitCode]).toEqual([null, null]);
    await until('people to be served again', () => browser.bring(server.http, 'after.pdf', pdf));
    await until('news to flow again', async () => {
      const { rows } = await pool.query("select from pg_stat_activity where datname = current_database() and query = 'listen umber_live'");
      return rows.length > 0;
    });
    kill(server, 'SIGTERM');
    await Promise.all([ended(server.child), ended(server.works)]);
    await pool.end();
  });
});

describe('a server killed at any moment, while mails, files and uploads come in', () => {
  it('loses nothing that it acknowledged and doubles nothing', async () => {
    const { url, pool } = await demoDatabase();
    const folder = await mkdtemp(join(tmpdir(), 'umber-killed-'));
    await pool.query("insert into sources (kind, name, settings) values ('folder', 'Copier', $1)", [
      JSON.stringify({ path: folder, afterwards: 'move', foldersAreTags: false, polls: false }),
    ]);
    const pdf = await invoicePdf('tarnside', 0);
    // Each its own bytes, and nothing that takes long to read: this is about keeping.
    const fileOf = (name: string) => Buffer.concat([pdf.subarray(0, 1500), Buffer.from(`\n% ${name}`)]);
    const acknowledged = new Set<string>();
    const browser = new Browser();
    let token: string | null = null;
    let serial = 0;
    const random = chance('killed at random moments');
    for (let round = 0; round < ROUNDS; round++) {
      const server = await started(url);
      await browser.signIn(server.http);
      token ??= await browser.token(server.http);
      const key = token;
      const moment = setTimeout(() => kill(server, 'SIGKILL'), 300 + random.whole(0, 2500));
      const ways = [
        (name: string) => sendMail(server.smtp, name, fileOf(name)),
        (name: string) => browser.bring(server.http, `${name}.pdf`, fileOf(name)),
        (name: string) => byApi(server.http, key, `${name}.pdf`, fileOf(name)),
        // A file that lies in the folder is the copier's word: it must come in, whenever.
        (name: string) => writeFile(join(folder, `${name}.pdf`), fileOf(name)).then(() => true),
      ];
      const bring = async (way: number) => {
        for (let i = 0; i < SOURCES / ROUNDS / ways.length && server.child.signalCode === null; i++) {
          const name = `n${++serial}`;
          if (await ways[way](name)) acknowledged.add(name);
        }
      };
      await Promise.all(ways.map((_way, i) => bring(i)));
      // What could not be brought in is brought again by the program under the same key: it is still one arrival.
      await ended(server.child);
      clearTimeout(moment);
    }
    const last = await started(url);
    const named = async () => {
      const { rows } = await pool.query<{ name: string; n: number }>(
        "select coalesce(a.subject, replace(a.name, '.pdf', '')) as name, count(*)::int as n from arrivals a where a.state <> 'stored' group by 1",
      );
      return new Map(rows.map(({ name, n }) => [name, n]));
    };
    await until('all to be unpacked', () => allOf(named, acknowledged), 100_000).catch(async () => {
      const counts = await named();
      throw new Error(`lost: ${[...acknowledged].filter((name) => !counts.has(name)).join(' ')}`);
    });
    await until('nothing to wait', async () => (await pool.query("select from arrivals where state = 'stored'")).rows.length === 0);
    const counts = await named();
    expect([...acknowledged].filter((name) => counts.get(name) !== 1)).toEqual([]);
    expect([...counts.values()].every((n) => n === 1)).toBe(true);
    const doubled = await pool.query(
      'select file_id from documents where file_id in (select id from files) group by file_id having count(*) > 1',
    );
    expect(doubled.rows).toEqual([]);
    expect(acknowledged.size).toBeGreaterThan(SOURCES / 3);
    kill(last, 'SIGTERM');
    await Promise.all([ended(last.child), ended(last.works)]);
    await pool.end();
    await rm(folder, { recursive: true, force: true });
  }, 300_000);
});

async function allOf(named: () => Promise<Map<string, number>>, wanted: ReadonlySet<string>): Promise<boolean> {
  const counts = await named();
  return [...wanted].every((name) => counts.has(name));
}
