import { createHmac } from 'node:crypto';
import { request as plainRequest } from 'node:http';
import { request as secureRequest } from 'node:https';
import { addressesInReach, OutOfReach, type Reach } from '../intake/reach.js';

/** Milliseconds that an answer is waited for. */
const PATIENCE = 10_000;

export interface Sent {
  readonly status: number | null;
  /** Null: it has arrived. */
  readonly fault: string | null;
}

/**
 * The signature of what is sent, as Standard Webhooks has it: HMAC-SHA-256 over id, moment (seconds since 1970) and body with points between.
 * `secret`: base64 behind `whsec_`.
 */
export const signatureOf = (secret: string, id: string, moment: number, body: string): string =>
  `v1,${createHmac('sha256', Buffer.from(secret.replace(/^whsec_/, ''), 'base64'))
    .update(`${id}.${moment}.${body}`)
    .digest('base64')}`;

/** Sends a body once. What comes back is not read; no other address is followed. */
export async function send(url: string, secret: string, id: number, body: string, reach: Reach): Promise<Sent> {
  try {
    const to = new URL(url);
    const [address] = await addressesInReach(to.hostname.replace(/^\[|\]$/g, ''), Number(to.port) || null, reach);
    const moment = Math.floor(Date.now() / 1000);
    const name = `delivery_${id}`;
    const status = await new Promise<number>((resolve, reject) => {
      const request = (to.protocol === 'https:' ? secureRequest : plainRequest)(
        to,
        {
          method: 'POST',
          timeout: PATIENCE,
          // The address that was looked at is the one that is asked.
          lookup: (_host, options, found) => (options.all ? found(null, [address]) : found(null, address.address, address.family)),
          headers: {
            'Content-Type': 'application/json',
            'Content-Length': Buffer.byteLength(body),
            'User-Agent': 'Umber-Tray',
            'Webhook-Id': name,
            'Webhook-Timestamp': String(moment),
            'Webhook-Signature': signatureOf(secret, name, moment, body),
          },
        },
        (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        },
      );
      const late = setTimeout(() => request.destroy(new Error('It did not answer in time.')), PATIENCE);
      request.on('close', () => clearTimeout(late));
      request.on('timeout', () => request.destroy(new Error('It did not answer in time.')));
      request.on('error', reject);
      request.end(body);
    });
    return { status, fault: status >= 200 && status < 300 ? null : `It answered with ${status}.` };
  } catch (error) {
    return { status: null, fault: faultText(error) };
  }
}

function faultText(error: unknown): string {
  if (error instanceof OutOfReach) return error.message;
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ECONNREFUSED') return 'Nothing listens there.';
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') return 'The name of the address is not known.';
  return message;
}
