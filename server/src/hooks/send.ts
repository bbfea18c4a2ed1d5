import { createHmac } from 'node:crypto';
import { post, type Sent } from '../intake/post.js';
import type { Reach } from '../intake/reach.js';

/**
 * The signature of what is sent, as Standard Webhooks has it: HMAC-SHA-256 over id, moment (seconds since 1970) and body with points between.
 * `secret`: base64 behind `whsec_`.
 */
export const signatureOf = (secret: string, id: string, moment: number, body: string): string =>
  `v1,${createHmac('sha256', Buffer.from(secret.replace(/^whsec_/, ''), 'base64'))
    .update(`${id}.${moment}.${body}`)
    .digest('base64')}`;

/** Sends what a program is to be told, signed, once. */
export function send(url: string, secret: string, id: number, body: string, reach: Reach): Promise<Sent> {
  const moment = Math.floor(Date.now() / 1000);
  const name = `delivery_${id}`;
  const headers = {
    'Content-Type': 'application/json',
    'Webhook-Id': name,
    'Webhook-Timestamp': String(moment),
    'Webhook-Signature': signatureOf(secret, name, moment, body),
  };
  return post(url, headers, body, reach);
}
