import type { ChildProcess } from 'node:child_process';
import { randomBytes, randomInt } from 'node:crypto';
import { mkdir, mkdtemp } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { chromium, test, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';
import { filledDatabase, launched, settingsOn, works } from './filled.js';

const PASSWORD = 'tray-by-the-window';

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
    const [http, smtp, demo, post, ledger] = [await freePort(), await freePort(), await freePort(), await freePort(), await freePort()];
    const copier = await mkdtemp(join(tmpdir(), 'umber-copier-'));
    const url = await filledDatabase(copier);
    stage.#database = url;
    stage.base = `http://127.0.0.1:${http}`;
    stage.smtpPort = smtp;
    const env = {
      ...settingsOn(url),
      UMBER_HTTP_PORT: String(http),
      UMBER_SMTP_PORT: String(smtp),
      UMBER_DEMO_PORT: String(demo),
      UMBER_DEMO_URL: `http://127.0.0.1:${demo}`,
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
    const [browser] = await Promise.all([
      chromium.launch({
        executablePath: '/usr/bin/chromium',
        headless: true,
        args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      }),
      ...['server/dist/main.js', 'server/dist/works-main.js', 'stand-ins/dist/supplier.js'].map((path) => stage.#run(path, env)),
    ]);
    stage.#browser = browser;
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

  #run(path: string, env: NodeJS.ProcessEnv): Promise<void> {
    const child = launched(path, env, this.log);
    this.#children.push(child);
    return works(child);
  }
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
  await panel.getByText(/ scanned: /).waitFor({ timeout: 300_000 });
}
