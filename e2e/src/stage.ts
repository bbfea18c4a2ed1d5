import { fork, type ChildProcess } from 'node:child_process';
import { randomBytes, randomInt } from 'node:crypto';
import { closeSync, openSync } from 'node:fs';
import { mkdir, mkdtemp } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { chromium, test, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';

const PASSWORD = 'tray-by-the-window';
const program = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

/** Ports that no connection takes by chance before a program listens on its own: below those that the system gives out. */
const PORTS = { from: 15_000, to: 32_000 } as const;

async function freePort(): Promise<number> {
  for (;;) {
    const port = randomInt(PORTS.from, PORTS.to);
    const isFree = await new Promise<boolean>((resolve) => {
      const server = createServer();
      server.once('error', () => resolve(false));
      server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
    });
    if (isFree) return port;
  }
}

/** The database as the application's role. */
function applicationUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  url.username = 'umber_app';
  url.password = 'for tests only';
  return url.href;
}

/** The whole product as a person meets it: server, stand-in supplier and a browser, on a database of its own. */
export class Stage {
  readonly #children: ChildProcess[] = [];
  base = '';
  smtpPort = 0;
  readonly password = PASSWORD;
  #database = '';
  #browser: Browser | undefined;
  /** What the server and the stand-in wrote: its path. */
  log = '';
  /** Stages that stand now. */
  static readonly standing = new Set<Stage>();

  static async raise(): Promise<Stage> {
    const stage = new Stage();
    const logs = join(test.info().project.outputDir, 'logs');
    await mkdir(logs, { recursive: true });
    stage.log = join(logs, `${randomBytes(4).toString('hex')}.log`);
    Stage.standing.add(stage);
    const url = await newDatabase();
    stage.#database = url;
    const [http, smtp, demo, post, ledger] = [await freePort(), await freePort(), await freePort(), await freePort(), await freePort()];
    const copier = await mkdtemp(join(tmpdir(), 'umber-copier-'));
    stage.base = `http://127.0.0.1:${http}`;
    stage.smtpPort = smtp;
    const env = {
      ...process.env,
      NODE_OPTIONS: '',
      UMBER_LOG: 'info',
      UMBER_OWNER_URL: url,
      UMBER_DATABASE_URL: applicationUrl(url),
      UMBER_HTTP_PORT: String(http),
      UMBER_SMTP_PORT: String(smtp),
      UMBER_SECRET: '00'.repeat(32),
      UMBER_DEMO_PORT: String(demo),
      UMBER_DEMO_URL: `http://127.0.0.1:${demo}`,
      UMBER_DEMO_COUNT: '0',
      UMBER_MAIL_OUT: `127.0.0.1:${post}`,
      UMBER_MAIL_FROM: 'invoices@kestrelfell.example',
      UMBER_DEMO_POST_PORT: String(post),
      UMBER_DEMO_POST_FOLDER: await mkdtemp(join(tmpdir(), 'umber-letters-')),
      UMBER_FOLDERS: tmpdir(),
      UMBER_DEMO_FOLDER: copier,
      UMBER_LEDGER_URL: `http://127.0.0.1:${ledger}/entries`,
      UMBER_DEMO_LEDGER_PORT: String(ledger),
      UMBER_DEMO_LEDGER_FILE: join(copier, '..', `other-ledger-${ledger}.json`),
    };
    await stage.#run('server/dist/demo/prepare.js', env, 'exit');
    await stage.#run('server/dist/main.js', env, 'message');
    await stage.#run('server/dist/works-main.js', env, 'message');
    await stage.#run('stand-ins/dist/supplier.js', env, 'message');
    stage.#browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      headless: true,
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    return stage;
  }

  /** A window of its own in which this person is signed in. */
  async signIn(login: string, options: BrowserContextOptions = {}): Promise<Page> {
    const context = await this.#browser?.newContext({ viewport: { width: 1280, height: 800 }, ...options });
    if (!context) throw new Error('the stage is not raised');
    const page = await context.newPage();
    page.setDefaultTimeout(120_000);
    await page.goto(`${this.base}/sign-in`);
    await page.getByLabel('Login').fill(login);
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(/\/tray\//);
    return page;
  }

  /** Ends everybody's session, as twelve hours do. */
  endSessions(): Promise<void> {
    return this.#asOwner(['delete from sessions']);
  }

  /** As if all that is here had come, and been issued and posted, so many years earlier. */
  letYearsPass(years: number): Promise<void> {
    return this.#asOwner([
      'set session_replication_role = replica',
      `update arrivals set received_at = received_at - interval '${years} years'`,
      `update documents set issue_date = issue_date - interval '${years} years'`,
      `update journal_entries set posted_on = posted_on - interval '${years} years'`,
    ]);
  }

  async #asOwner(texts: readonly string[]): Promise<void> {
    const client = new pg.Client({ connectionString: this.#database });
    await client.connect();
    for (const text of texts) await client.query(text);
    await client.end();
  }

  async strike(): Promise<void> {
    await this.#browser?.close();
    for (const child of this.#children) child.kill('SIGKILL');
    Stage.standing.delete(this);
  }

  #run(path: string, env: NodeJS.ProcessEnv, until: 'exit' | 'message'): Promise<void> {
    const log = openSync(this.log, 'a');
    const child = fork(program(path), { env, stdio: ['ignore', log, log, 'ipc'], execArgv: [] });
    closeSync(log);
    this.#children.push(child);
    return new Promise((resolve, reject) => {
      child.once('message', () => resolve());
      child.once('exit', (code) => (until === 'exit' && code === 0 ? resolve() : reject(new Error(`${path} ended with ${code}`))));
    });
  }
}

async function newDatabase(): Promise<string> {
  const url = process.env.UMBER_TEST_DATABASE_URL;
  if (!url) throw new Error('No test database: run the tests with npm test.');
  const name = `browser_${randomBytes(6).toString('hex')}`;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  return url.replace(/\/[^/]*$/, `/${name}`);
}

/** Lets the stand-in supplier write and waits until its mail has become a document in this tray. */
export async function letSupplierWrite(page: Page, wish: string): Promise<void> {
  const panel = page.getByRole('region', { name: 'Demo' });
  if (!(await panel.getByRole('button', { name: wish }).isVisible())) await panel.getByText('Let a supplier write').click();
  await panel.getByRole('button', { name: wish }).click();
  await panel.getByText(/ wrote: /).waitFor();
}

/** Lays invoices into the stand-in scanner, set so, and waits until it has handed over its file. */
export async function letScannerFeed(page: Page, settings: Readonly<Record<string, string>>, separators = false): Promise<void> {
  const panel = page.getByRole('region', { name: 'Demo' });
  await panel.getByText('Lay paper into the scanner').click();
  for (const [name, value] of Object.entries(settings)) await panel.getByLabel(name).selectOption({ label: value });
  if (separators) await panel.getByLabel('separator sheets').check();
  await panel.getByRole('button', { name: 'Scan the stack' }).click();
  await panel.getByText(/ scanned: /).waitFor();
}
