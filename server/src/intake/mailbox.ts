import { log, noted } from '../log.js';
import { once } from 'node:events';
import { isIP } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import { ImapFlow } from 'imapflow';
import type { MailboxSettings, SourceTry } from '@umber/contract/intake';
import type { Services } from '../services.js';
import { MOST_BYTES } from './mail-in.js';
import { knownOrigins, noteSource } from './queries.js';
import { mailHostInReach, OutOfReach } from './reach.js';
import { storeArrival } from './store.js';

/** Looked for new mail this often where the server does not tell of it, in milliseconds. */
const POLL_MS = 60_000;
const BACK_OFF_MS = [1000, 2000, 5000, 15_000, 60_000, 300_000] as const;
/** Set on mails that are kept here, where they are marked. */
const KEPT = '$UmberKept';

/** A mailbox that is emptied: fetches over IMAP until it is stopped, and connects again with back-off when it loses the server. */
export class Mailbox {
  readonly #services: Services;
  readonly #id: number;
  readonly #settings: MailboxSettings;
  readonly #password: string;
  readonly #stopped = new AbortController();
  #client: ImapFlow | null = null;
  #running: Promise<void> | null = null;

  constructor(services: Services, id: number, settings: MailboxSettings, password: string) {
    this.#services = services;
    this.#id = id;
    this.#settings = settings;
    this.#password = password;
  }

  start(): void {
    this.#running = this.#run();
  }

  async stop(): Promise<void> {
    this.#stopped.abort();
    this.#client?.close();
    await this.#running;
  }

  async #run(): Promise<void> {
    const { signal } = this.#stopped;
    for (let failures = 0; !signal.aborted;) {
      try {
        await this.#session(() => (failures = 0));
      } catch (error) {
        if (signal.aborted) return;
        log.warn({ source: this.#id, error }, 'a mailbox could not be emptied');
        await noteSource(this.#services.pool, this.#id, whatFailed(error)).catch(
          noted('a source could not be noted', { source: this.#id }),
        );
        await sleep(BACK_OFF_MS[Math.min(failures++, BACK_OFF_MS.length - 1)], undefined, { signal }).catch(() => undefined);
      }
    }
  }

  /** One connection, for as long as it lasts: takes what is there, then waits to be told of more. */
  async #session(worked: () => void): Promise<void> {
    const client = await clientFor(this.#services, this.#settings, this.#password);
    this.#client = client;
    try {
      await client.connect();
      await client.mailboxOpen(this.#settings.folder);
      while (client.usable && !this.#stopped.signal.aborted) {
        const tooLarge = await this.#takeAll(client);
        await noteSource(this.#services.pool, this.#id, tooLarge === 0 ? null : leftThere(tooLarge));
        worked();
        const waits = new AbortController();
        const until = { signal: waits.signal };
        await Promise.race([once(client, 'exists', until), once(client, 'close', until), sleep(POLL_MS, undefined, until)]).catch(
          () => undefined,
        );
        waits.abort();
      }
      if (!this.#stopped.signal.aborted) throw new Error('The mail server closed the connection.');
    } finally {
      this.#client = null;
      client.close();
    }
  }

  /**
   * Keeps every mail that is not kept yet, then does with each what is to be done afterwards: a mail is never touched before it
   * is kept. Returns how many were left because they are too large.
   */
  async #takeAll(client: ImapFlow): Promise<number> {
    const opened = client.mailbox;
    if (!opened) return 0;
    let tooLarge = 0;
    const uids = (await client.search({ all: true }, { uid: true })) || [];
    const originOf = (uid: number) => `${opened.uidValidity}:${uid}`;
    const known = new Set(await knownOrigins(this.#services.pool, this.#id, uids.map(originOf)));
    for (const uid of uids) {
      if (this.#stopped.signal.aborted) break;
      const origin = originOf(uid);
      if (!known.has(origin)) {
        const taken = await this.#take(client, uid, origin);
        if (taken === 'too large') tooLarge++;
        if (taken !== 'kept') continue;
      }
      if (!known.has(origin) || this.#settings.afterwards === 'move') await this.#afterwards(client, uid);
    }
    return tooLarge;
  }

  async #take(client: ImapFlow, uid: number, origin: string): Promise<'kept' | 'gone' | 'too large'> {
    const announced = await client.fetchOne(String(uid), { size: true }, { uid: true });
    if (!announced) return 'gone';
    if ((announced.size ?? 0) > MOST_BYTES) return 'too large';
    const mail = await client.fetchOne(String(uid), { source: true, envelope: true }, { uid: true });
    if (!mail || !mail.source) return 'gone';
    const to = (mail.envelope?.to ?? []).flatMap(({ address }) => (address ? [address.toLowerCase()] : []));
    const from = mail.envelope?.from?.[0]?.address?.toLowerCase() ?? null;
    await storeArrival(this.#services, {
      source: this.#id,
      kind: 'mail',
      bytes: mail.source,
      name: null,
      from,
      to,
      origin,
      person: null,
      tags: [],
    });
    return 'kept';
  }

  async #afterwards(client: ImapFlow, uid: number): Promise<void> {
    const { afterwards, doneFolder } = this.#settings;
    if (afterwards === 'mark') await client.messageFlagsAdd(String(uid), ['\\Seen', KEPT], { uid: true });
    if (afterwards === 'move' && doneFolder !== '') {
      await client.mailboxCreate(doneFolder).catch(noted('a mailbox’s folder could not be made'));
      await client.messageMove(String(uid), doneFolder, { uid: true });
    }
  }
}

const leftThere = (count: number): string =>
  `${count === 1 ? 'A mail is' : `${count} mails are`} larger than ${MOST_BYTES / 1024 / 1024} MB and left in the mailbox. Take out what is needed and upload it.`;

/** A client of the server as its name is looked up now. @throws OutOfReach */
async function clientFor(
  { reach }: Pick<Services, 'reach'>,
  settings: MailboxSettings,
  password: string,
  patience = 20_000,
): Promise<ImapFlow> {
  const { host, port, secure, user } = settings;
  const client = new ImapFlow({
    host: await mailHostInReach(settings, reach),
    ...(isIP(host) ? {} : { servername: host }),
    port,
    secure,
    auth: { user, pass: password },
    logger: false,
    connectionTimeout: patience,
    greetingTimeout: patience,
    socketTimeout: 300_000,
  });
  // What breaks while nobody waits for an answer ends the session by its close.
  client.on('error', noted('a mailbox’s connection broke'));
  return client;
}

/** Connects once, looks into the folder and says what it found. */
export async function tryMailbox(services: Pick<Services, 'reach'>, settings: MailboxSettings, password: string): Promise<SourceTry> {
  let client: ImapFlow | null = null;
  try {
    client = await clientFor(services, settings, password, TRY_PATIENCE);
    await client.connect();
    const { exists } = await client.mailboxOpen(settings.folder, { readOnly: true });
    return { works: true, sentence: `Signed in. ${settings.folder} holds ${exists === 1 ? '1 mail' : `${exists} mails`}.` };
  } catch (error) {
    return { works: false, sentence: whatFailed(error) };
  } finally {
    client?.close();
  }
}

/** Milliseconds that a server has to answer a try. */
const TRY_PATIENCE = 3000;

/**
 * The failure as the person who set the mailbox up can act on it. What does not answer, refuses, is no mail server or has no name is told in
 * one way: a mailbox's settings are no means to look around in the network.
 */
function whatFailed(error: unknown): string {
  if (error instanceof OutOfReach) return error.message;
  const failure = error as { authenticationFailed?: boolean; responseText?: string; serverResponseCode?: string };
  if (failure.authenticationFailed) return 'The mail server refused login and password. Check both.';
  if (failure.serverResponseCode === 'NONEXISTENT' || /nonexist|doesn't exist|unknown mailbox/i.test(failure.responseText ?? ''))
    return 'The mailbox has no folder of this name. Check it.';
  return 'The mailbox cannot be reached. Check server, port and encryption, and whether the server may go there.';
}
