import type { HookBody } from '@umber/contract/hooks';
import { inTransaction } from '../database/database.js';
import { decrypt } from '../intake/encryption.js';
import { retryAfter } from '../intake/retry.js';
import type { Services } from '../services.js';
import { insertDeliveries, noteArrived, noteNotArrived, takeDue, takeEvents } from './queries.js';
import { send } from './send.js';

const [EVENTS_TOGETHER, SENT_TOGETHER] = [200, 10];

/** Addresses what happened, and sends what has its turn. @returns how much there was to do. */
export async function deliver({ pool, secret, reach }: Pick<Services, 'pool' | 'secret' | 'reach'>): Promise<number> {
  const events = await inTransaction(pool, async (db) => {
    const taken = await takeEvents(db, EVENTS_TOGETHER);
    for (const { event, at, ...document } of taken) {
      const body: HookBody = { type: `document.${event}`, timestamp: at, data: { document } };
      await insertDeliveries(db, document.id, event, JSON.stringify(body));
    }
    return taken.length;
  });
  const due = await takeDue(pool, SENT_TOGETHER);
  await Promise.all(
    due.map(async ({ id, url, secret: encrypted, body, tries }) => {
      const { status, fault } = await send(url, decrypt(secret, encrypted), id, body, reach);
      if (fault === null) await noteArrived(pool, id, status ?? 0);
      else await noteNotArrived(pool, id, status, fault, retryAfter(tries));
    }),
  );
  return events + due.length;
}
