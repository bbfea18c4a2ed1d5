import type { Response } from 'express';
import type { ArrivalView } from '@umber/contract/intake';
import { fetchBlob } from '../archive/blobs.js';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { readMail } from '../readers/mail.js';
import { safeHtml } from '../readers/safe-html.js';
import { arrivalHead, stepsOf } from './queries.js';

/** Everything kept of one arrival, its mail made safe to show. @throws ApiError where there is none. */
export async function arrivalView(db: Database, id: number): Promise<ArrivalView> {
  const head = await arrivalHead(db, id);
  if (!head) throw noArrival();
  const { blob, ...view } = head;
  const html = view.kind === 'mail' ? (await readMail(await fetchBlob(db, blob))).html : null;
  return { ...view, html: html === null ? null : safeHtml(html), steps: await stepsOf(db, id) };
}

/** The arrival as it came, byte for byte, to be saved and never shown by the browser itself. */
export async function sendOriginal(db: Database, response: Response, id: number): Promise<void> {
  const head = await arrivalHead(db, id);
  if (!head) throw noArrival();
  const name = head.kind === 'mail' ? `arrival-${id}.eml` : (head.name ?? `arrival-${id}`);
  response
    .attachment(name.replace(/[^\p{L}\p{N}. _-]/gu, '_'))
    .type('application/octet-stream')
    .send(await fetchBlob(db, head.blob));
}

const noArrival = () => new ApiError('no-such-thing', 'There is no such arrival.');
