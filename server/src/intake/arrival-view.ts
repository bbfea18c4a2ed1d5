import type { Response } from 'express';
import type { ArrivalView } from '@umber/contract/intake';
import { fetchBlob } from '../archive/blobs.js';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { UnreadableFile } from '../readers/unreadable-file.js';
import type { Services } from '../services.js';
import { arrivalHead, keepLook, keptLook, stepsOf } from './queries.js';

/** Milliseconds that a worker may take to make a mail safe to show; what takes longer is shown as text. */
const LOOK_MS = 5000;

/** Everything kept of one arrival, its mail made safe to show. @throws ApiError where there is none. */
export async function arrivalView(services: Services, id: number): Promise<ArrivalView> {
  const head = await arrivalHead(services.pool, id);
  if (!head) throw noArrival();
  const { blob, ...view } = head;
  const html = view.kind === 'mail' && blob ? await lookOf(services, id, blob) : '';
  return { ...view, html: html === '' ? null : html, steps: await stepsOf(services.pool, id) };
}

/** A mail's look, made safe by a worker when it is first asked for, and kept. */
async function lookOf({ pool, readers }: Services, id: number, blob: Buffer): Promise<string> {
  const kept = await keptLook(pool, id);
  if (kept !== null) return kept;
  const made = readers.run('safe-html', { bytes: await fetchBlob(pool, blob) }, LOOK_MS);
  const html = await made.catch((error: unknown) => {
    if (error instanceof UnreadableFile) return null;
    throw error;
  });
  await keepLook(pool, id, html ?? '');
  return html ?? '';
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
