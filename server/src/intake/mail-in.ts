import { noted } from '../log.js';
import { SMTPServer } from 'smtp-server';
import { companyRow } from '../people/queries.js';
import type { Services } from '../services.js';
import { onlySource, storeArrival } from './store.js';

/** Bytes a mail may have, as announced to the sender. */
export const MOST_BYTES = 35 * 1024 * 1024;

interface SmtpRefusal extends Error {
  responseCode: number;
}
const refusal = (responseCode: number, message: string): SmtpRefusal => Object.assign(new Error(message), { responseCode });

/**
 * Takes mail for the invoices address. A mail is acknowledged (250) only after its bytes are committed to the database:
 * what was acknowledged is never lost; what was not, the sender tries again.
 */
export function mailServer(services: Services): SMTPServer {
  const server = new SMTPServer({
    name: 'umber-tray',
    banner: 'Umber Tray takes supplier invoices',
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: MOST_BYTES,
    maxClients: 50,
    socketTimeout: 60_000,
    logger: false,
    onRcptTo(address, _session, callback) {
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
          () => callback(refusal(451, 'The mail could not be kept, try again later')),
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
