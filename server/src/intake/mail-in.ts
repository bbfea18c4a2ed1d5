import { noted } from '../log.js';
import { SMTPServer } from 'smtp-server';
import { ApiError } from '../api-error.js';
import { companyRow } from '../people/queries.js';
import type { Services } from '../services.js';
import { onlySource, storeArrival } from './store.js';

/** Bytes a mail may have, as announced to the sender. */
export const MOST_BYTES = 35 * 1024 * 1024;

/** Connections from one address at a time, recipients of a mail, and how long a connection may last, in milliseconds. */
const MOST_CONNECTIONS = 25;
const MOST_RECIPIENTS = 100;
const LONGEST_MS = 10 * 60_000;

/** Ends a connection that is still open. */
function endConnection(server: SMTPServer, id: string): void {
  const open = (server as unknown as { connections: Set<{ session: { id: string }; close(): void }> }).connections;
  for (const connection of open) if (connection.session.id === id) connection.close();
}

interface SmtpRefusal extends Error {
  responseCode: number;
}
const refusal = (responseCode: number, message: string): SmtpRefusal => Object.assign(new Error(message), { responseCode });

/**
 * Takes mail for the invoices address. A mail is acknowledged (250) only after its bytes are committed to the database:
 * what was acknowledged is never lost; what was not, the sender tries again.
 */
export function mailServer(services: Services): SMTPServer {
  const connections = new Map<string, number>();
  const recipients = new Map<string, number>();
  const lives = new Map<string, NodeJS.Timeout>();
  const server: SMTPServer = new SMTPServer({
    name: 'umber-tray',
    banner: 'Umber Tray takes supplier invoices',
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: MOST_BYTES,
    maxClients: 50,
    socketTimeout: 60_000,
    logger: false,
    onConnect(session, callback) {
      const from = session.remoteAddress;
      const open = connections.get(from) ?? 0;
      if (open >= MOST_CONNECTIONS) {
        callback(refusal(421, 'Too many connections from your address, try again later'));
        return;
      }
      connections.set(from, open + 1);
      // Who stays for longer than any mail takes keeps others out.
      lives.set(
        session.id,
        setTimeout(() => endConnection(server, session.id), LONGEST_MS),
      );
      callback();
    },
    onClose(session) {
      recipients.delete(session.id);
      const timer = lives.get(session.id);
      if (timer === undefined) return;
      clearTimeout(timer);
      lives.delete(session.id);
      connections.set(session.remoteAddress, (connections.get(session.remoteAddress) ?? 1) - 1);
    },
    onMailFrom(_address, session, callback) {
      recipients.delete(session.id);
      callback();
    },
    onRcptTo(address, session, callback) {
      // Named twice counts twice: each is an answer to be given.
      const named = (recipients.get(session.id) ?? 0) + 1;
      recipients.set(session.id, named);
      if (named > MOST_RECIPIENTS) {
        callback(refusal(452, `No more than ${MOST_RECIPIENTS} recipients`));
        return;
      }
      takes(services, address.address.toLowerCase()).then(
        (refused) => callback(refused),
        () => callback(refusal(451, 'The database is away, try again later')),
      );
    },
    onData(stream, session, callback) {
      const chunks: Buffer[] = [];
      let size = 0;
      stream.on('data', (chunk: Buffer) => {
        size += chunk.length;
        if (size <= MOST_BYTES) chunks.push(chunk);
      });
      stream.on('end', () => {
        if (stream.sizeExceeded || size > MOST_BYTES) {
          callback(refusal(552, `The mail is larger than ${MOST_BYTES / 1024 / 1024} MB`));
          return;
        }
        const from = session.envelope.mailFrom ? session.envelope.mailFrom.address.toLowerCase() : null;
        const to = session.envelope.rcptTo.map((recipient) => recipient.address.toLowerCase());
        storeMail(services, Buffer.concat(chunks), from, to).then(
          () => callback(null, 'kept'),
          (error: unknown) =>
            callback(
              error instanceof ApiError && error.code === 'source-full'
                ? refusal(452, 'Too much mail came today, try again tomorrow')
                : refusal(451, 'The mail could not be kept, try again later'),
            ),
        );
      });
    },
  });
  server.on('error', noted('the mail server'));
  return server;
}

/** Null where mail for this address is taken; else why not. Aliases of the address (`invoices+coal@…`) are taken too. */
async function takes(services: Services, address: string): Promise<SmtpRefusal | null> {
  const company = await companyRow(services.pool);
  if (company?.invoicesAddress !== address.replace(/\+[^@]*@/, '@')) return refusal(550, 'No such mailbox here');
  return (await onlySource(services.pool, 'mail')).enabled ? null : refusal(450, 'Mail is not taken at the moment, try again later');
}

/** Commits the raw mail, then asks for it to be unpacked. Returns the arrival's id. */
export async function storeMail(services: Services, raw: Buffer, from: string | null, to: readonly string[]): Promise<number> {
  const { id: source } = await onlySource(services.pool, 'mail');
  return (await storeArrival(services, { source, kind: 'mail', bytes: raw, name: null, from, to, origin: null, person: null, tags: [] }))
    .id;
}
