import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chmod, chown, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { ImapFlow } from 'imapflow';

export const MAILBOX = { user: 'invoices', password: 'a-key-under-the-mat' } as const;
/** Root gives the mailboxes to nobody: Debian's server keeps none as root. */
const NOBODY = 65534;

/** Debian's IMAP server on loopback with a mailbox of its own, all in a temporary folder. */
export class Dovecot {
  readonly #folder: string;
  readonly port: number;
  #process: ChildProcess | null = null;

  private constructor(folder: string, port: number) {
    this.#folder = folder;
    this.port = port;
  }

  static async start(): Promise<Dovecot> {
    const folder = await mkdtemp(join(tmpdir(), 'umber-imap-'));
    const server = new Dovecot(folder, await freePort());
    const me = userInfo();
    const [uid, gid, name, group] =
      me.uid === 0
        ? [NOBODY, NOBODY, 'nobody', 'nogroup']
        : [me.uid, me.gid, me.username, execFileSync('id', ['-gn'], { encoding: 'utf8' }).trim()];
    await chmod(folder, 0o755);
    await mkdir(join(folder, 'mail'));
    await chown(join(folder, 'mail'), uid, gid);
    await writeFile(join(folder, 'dovecot.conf'), configuration(folder, server.port, { uid, gid, name, group }));
    await server.#run();
    return server;
  }

  /** Stops the server as a power cut would, and starts it again: every connection is lost. */
  async restart(): Promise<void> {
    await this.#end();
    await this.#run();
  }

  /** Someone who looks into the mailbox with a program of their own. */
  async visit<T>(work: (client: ImapFlow) => Promise<T>): Promise<T> {
    const client = new ImapFlow({
      host: '127.0.0.1',
      port: this.port,
      secure: false,
      auth: { user: MAILBOX.user, pass: MAILBOX.password },
      logger: false,
    });
    await client.connect();
    try {
      return await work(client);
    } finally {
      await client.logout();
    }
  }

  /** Puts a mail into the inbox. */
  put(raw: string): Promise<unknown> {
    return this.visit((client) => client.append('INBOX', Buffer.from(raw)));
  }

  async stop(): Promise<void> {
    await this.#end();
    await rm(this.#folder, { recursive: true, force: true });
  }

  async #run(): Promise<void> {
    this.#process = spawn('/usr/sbin/dovecot', ['-F', '-c', join(this.#folder, 'dovecot.conf')], { stdio: 'ignore' });
    for (let tries = 0; tries < 100; tries++) {
      if (await this.visit(() => Promise.resolve(true)).catch(() => false)) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error(`dovecot did not start: ${await readFile(join(this.#folder, 'log'), 'utf8').catch(() => 'it wrote no log')}`);
  }

  async #end(): Promise<void> {
    const ended = new Promise((resolve) => this.#process?.once('exit', resolve));
    this.#process?.kill('SIGTERM');
    await ended;
  }
}

interface Owner {
  readonly uid: number;
  readonly gid: number;
  readonly name: string;
  readonly group: string;
}

function configuration(folder: string, port: number, { uid, gid, name, group }: Owner): string {
  return `
protocols = imap
listen = 127.0.0.1
base_dir = ${folder}/run
state_dir = ${folder}/state
log_path = ${folder}/log
ssl = no
disable_plaintext_auth = no
default_internal_user = ${name}
default_internal_group = ${group}
default_login_user = ${name}
first_valid_uid = 1
first_valid_gid = 1
mail_location = maildir:${folder}/mail/%u
passdb {
  driver = static
  args = password=${MAILBOX.password}
}
userdb {
  driver = static
  args = uid=${uid} gid=${gid} home=${folder}/mail/%u
}
service imap-login {
  chroot =
  inet_listener imap {
    port = ${port}
  }
  inet_listener imaps {
    port = 0
  }
}
service anvil {
  chroot =
}
`;
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  await new Promise((resolve) => server.close(resolve));
  return port;
}
