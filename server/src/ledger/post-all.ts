import type { PostedOne, PostingAll } from '@umber/contract/ledger';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { post } from './post.js';

/** Posts documents one after the other, each by itself as if it were alone: one that may not be posted keeps no other from it. */
export async function postAll(services: Services, person: Person, { documents }: PostingAll): Promise<PostedOne[]> {
  const done: PostedOne[] = [];
  for (const { id, version } of documents) {
    try {
      const { number } = await post(services, id, person, { version });
      done.push({ document: id, entry: number, message: null });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      done.push({ document: id, entry: null, message: error.message });
    }
  }
  return done;
}
