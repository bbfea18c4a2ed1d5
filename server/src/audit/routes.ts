import { pageOf } from '../database/page.js';
import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { auditEntries } from './queries.js';

/** Acts that are listed. */
const MOST = 500;

/** What was set, and who signed in. */
export const auditRoutes = ({ pool }: Services): Handlers<'audit' | 'allAudit'> => ({
  audit: ({ input: { q } }) => auditEntries(pool, likeText(q), MOST),
  allAudit: ({ input }) =>
    pageOf(
      input,
      (before, most) => auditEntries(pool, '', most, before),
      ({ id }) => id,
    ),
});
