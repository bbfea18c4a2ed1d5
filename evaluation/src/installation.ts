import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { COMPANY, DEMO_PASSWORD } from '@umber/demo/scenario';
import { asApplication } from '@umber/server/database/roles';
import { createTransport } from 'nodemailer';

const path = (file: string) => fileURLToPath(new URL(`../../server/dist/${file}`, import.meta.url));

/** The processes of an installation, on a database of their own, for measuring and for being killed. */
export class Installation {
  readonly #env: NodeJS.ProcessEnv;
  server: ChildProcess | undefined;
  works: ChildProcess | undefined;

  constructor(
    readonly ownerUrl: string,
    readonly http: number,
    readonly smtp: number,
  ) {
    this.#env = {
      ...process.env,
      UMBER_LOG: process.env.UMBER_LOG ?? 'silent',
      UMBER_OWNER_URL: ownerUrl,
      UMBER_DATABASE_URL: asApplication(ownerUrl, 'measuring'),
      UMBER_HTTP_PORT: String(http),
      UMBER_SMTP_PORT: String(smtp),
      UMBER_SECRET: '00'.repeat(32),
    };
  }

  get origin(): string {
    return `http://127.0.0.1:${this.http}`;
  }

  /** Migrates and loads the demo's master data, then starts both processes. */
  async begin(): Promise<void> {
    await once(fork(path('demo/prepare.js'), { env: this.#env, stdio: 'ignore' }), 'exit');
    await Promise.all([this.startServer(), this.startWorks()]);
  }

  async startServer(): Promise<void> {
    this.server = fork(path('main.js'), { env: this.#env, stdio: process.env.UMBER_LOG ? 'inherit' : 'ignore' });
    await Promise.race([once(this.server, 'message'), once(this.server, 'exit')]);
  }

  async startWorks(): Promise<void> {
    this.works = fork(path('works-main.js'), { env: this.#env, stdio: process.env.UMBER_LOG ? 'inherit' : 'ignore' });
    await Promise.race([once(this.works, 'message'), once(this.works, 'exit')]);
  }

  async end(): Promise<void> {
    const all = [this.server, this.works].filter((child) => child?.exitCode === null && child.signalCode === null) as ChildProcess[];
    const ended = all.map((child) => once(child, 'exit'));
    for (const child of all) child.kill('SIGTERM');
    await Promise.all(ended);
  }

  /** Somebody signed in: sends requests as the interface does. */
  async visitor(login: string): Promise<Ask> {
    const headers = { 'Content-Type': 'application/json', Origin: this.origin };
    const body = JSON.stringify({ login, password: DEMO_PASSWORD });
    const answer = await fetch(`${this.origin}/api/session`, { method: 'POST', headers, body });
    if (!answer.ok) throw new Error(`sign-in of ${login}: ${answer.status}`);
    const Cookie = answer.headers.getSetCookie()[0].split(';')[0];
    return (method, where, sent) =>
      fetch(this.origin + where, { method, headers: { ...headers, Cookie }, body: sent === undefined ? undefined : JSON.stringify(sent) });
  }

  /** Sends a mail; resolves when it is acknowledged. */
  async mail(subject: string, content: { html?: string; files?: readonly { filename: string; content: Buffer }[] }): Promise<void> {
    const transport = createTransport({ host: '127.0.0.1', port: this.smtp, ignoreTLS: true });
    try {
      await transport.sendMail({
        from: 'accounts@supplier.example',
        to: COMPANY.invoicesAddress,
        subject,
        text: content.html === undefined ? 'Attached.' : undefined,
        html: content.html,
        attachments: [...(content.files ?? [])],
      });
    } finally {
      transport.close();
    }
  }
}

export type Ask = (method: string, path: string, body?: unknown) => Promise<Response>;
