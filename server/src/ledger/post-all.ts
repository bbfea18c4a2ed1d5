import type { PostedOne, PostingAll } from '@umber/contract/ledger';
import type { Person } from '@umber/contract/people';
import { refusalOf } from '../api-error.js';
import type { Services } from '../services.js';
import { post } from './post.js';

/** Posts documents one after the other, each by itself as if it were alone: one that may not be posted keeps no other from it. */
export async function postAll(services: Services, person: Person, { documents }: PostingAll): Promise<PostedOne[]> {
  const done: PostedOne[] = [];
  for (const { id, version } of documents) {
    let entry: number | null = null;
    const refused = await refusalOf(async () => ({ number: entry } = await post(services, id, person, { version })));
    done.push({ document: id, entry, message: refused?.message ?? null });
  }
  return done;
}
