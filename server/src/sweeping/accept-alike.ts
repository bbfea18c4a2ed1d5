import type { Person } from '@umber/contract/people';
import type { AlikeAcceptance, AlikeSettled } from '@umber/contract/sorting';
import { ApiError, refusalOf } from '../api-error.js';
import { finishCheck } from '../checking/check.js';
import { openDoubts } from '../checking/queries.js';
import { settleAsRead } from '../checking/values.js';
import { documentHead } from '../documents/queries.js';
import type { Services } from '../services.js';
import { alikeLeft } from '../sorting/alike.js';

/**
 * Takes documents of a group as they are read, doubts and all, and ends their checks. Each is settled on its own: one that is not whole, or that
 * somebody changed meanwhile, stays at Check and is told.
 */
export async function acceptAlike(
  services: Services,
  group: number,
  person: Person,
  { documents }: AlikeAcceptance,
): Promise<AlikeSettled> {
  const known = new Set((await alikeLeft(services.pool, group)).documents.map(({ id }) => id));
  const left: { id: number; why: string }[] = [];
  for (const { id, version } of documents) {
    const refused = await refusalOf(async () => {
      if (!known.has(id)) throw new ApiError('no-such-thing', 'It is settled already, or looks otherwise.');
      await acceptOne(services, id, version, person);
    });
    if (refused) left.push({ id, why: refused.message });
    else await services.enqueue('learn-habits', id);
  }
  return { settled: documents.length - left.length, left, view: await alikeLeft(services.pool, group) };
}

async function acceptOne(services: Services, id: number, version: number, person: Person): Promise<void> {
  const { pool } = services;
  let now: number | null = version;
  for (let [doubt] = await openDoubts(pool, id); doubt; [doubt] = await openDoubts(pool, id)) {
    await settleAsRead(pool, id, person, doubt.id, { version: now });
    now = null;
  }
  const head = await documentHead(pool, id);
  await finishCheck(services, id, person, { version: now ?? head?.version ?? version });
}
