import type { ErrorAnswer } from '@umber/contract/errors';

/** Every refusal of the server: its HTTP status and the sentence that tells the person what to do next. */
const API_ERRORS = {
  'not-signed-in': [401, 'You are not signed in. Sign in and try again.'],
  'wrong-login': [401, 'Login and password do not fit together. Check both and try again.'],
  'too-many-tries': [429, 'Too many tries. Wait a minute, then try again.'],
  'not-allowed': [403, 'Your role may look at this but not do it. Ask someone whose role may.'],
  'wrong-origin': [403, 'The request came from another site and was refused. Open Umber Tray in its own window.'],
  'bad-request': [400, 'The request is not well formed.'],
  'no-such-document': [404, 'There is no such document. Go back to the tray and open it from there.'],
  'no-such-page': [404, 'This document has no such page.'],
  'no-such-route': [404, 'There is no such address.'],
  'no-such-thing': [404, 'It is no longer there. Reload the screen.'],
  stale: [409, 'Someone else, or the machine, changed this document meanwhile. It was loaded again: look once more, then repeat.'],
  'wrong-tray': [409, 'The document has moved on to another tray, so this cannot be done now.'],
  'open-doubts': [409, 'There are still open doubts. Settle them first.'],
  incomplete: [409, 'A value is missing.'],
  'already-there': [409, 'It is there already. Reload the screen.'],
  'like-another': [409, 'Something like it is there already. Choose that, or say that this is another one.'],
  'own-work': [403, 'You changed, chose or accepted something of this document, so someone else must approve it.'],
  'own-posting': [403, 'You handled or approved this document, so another controller must post it.'],
  'not-asked': [403, 'This document does not wait for your approval.'],
  'period-closed': [409, 'No accounting period is open for this date. Ask a controller to open one.'],
  'no-longer-fits': [409, 'Something it is held against has changed since it was matched. It is back at Match, with what does not fit.'],
  'not-postable': [409, 'The document cannot be posted as it stands.'],
  'source-off': [409, 'This way in is switched off. Ask an administrator to switch it on.'],
  'source-full': [429, 'More came this way today than is taken in a day. Try again tomorrow, or ask an administrator to raise the limit.'],
  'too-large': [413, 'The file is larger than 100 MB. Send it in parts.'],
  'demo-off': [404, 'The demo is not running beside this server.'],
  'damaged-blob': [500, 'What was kept of this file is damaged and is not shown. Tell the administrator.'],
  'original-deleted': [
    410,
    'Its original was deleted when it did not have to be kept any longer. Its values, its trail and its entry stay.',
  ],
  'key-used': [422, 'This Idempotency-Key was used for another request. Take a new one.'],
  'key-busy': [409, 'The request under this Idempotency-Key is still being worked on. Ask again in a moment.'],
  'database-away': [503, 'The database does not answer just now. Nothing is lost: what you typed is still here. Try again in a moment.'],
  'database-busy': [503, 'Something else is working on just this and takes long. Nothing was changed; try again in a moment.'],
  'disk-full': [
    507,
    'The disk of the server is full, so nothing can be kept at the moment. What is there can be looked at. Tell the administrator to make room; then try again.',
  ],
  internal: [500, 'Something went wrong on the server. Nothing was lost; try again, and tell the administrator if it happens again.'],
} as const satisfies Record<string, readonly [number, string]>;
export type ApiErrorCode = keyof typeof API_ERRORS;

/** A refusal on its way to the person. `detail` replaces the general sentence where more can be said. */
export class ApiError extends Error {
  readonly status: number;

  constructor(
    readonly code: ApiErrorCode,
    detail?: string,
  ) {
    super(detail ?? API_ERRORS[code][1]);
    this.name = 'ApiError';
    this.status = API_ERRORS[code][0];
  }

  toJSON(): ErrorAnswer {
    return { code: this.code, message: this.message };
  }
}

/** Where several things are done each by itself: why one was refused, null where it was done. What is no refusal is thrown. */
export async function refusalOf(work: () => Promise<unknown>): Promise<ApiError | null> {
  try {
    await work();
    return null;
  } catch (error) {
    if (error instanceof ApiError) return error;
    throw error;
  }
}
