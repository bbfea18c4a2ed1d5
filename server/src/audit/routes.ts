import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { auditEntries } from './queries.js';

/** What was set, and who signed in. */
export const auditRoutes = ({ pool }: Services): Handlers<'audit'> => ({ audit: ({ input: { q } }) => auditEntries(pool, likeText(q)) });
