import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { codingLists } from './queries.js';

/** The accounts and cost centres that lines are coded to. */
export const codingRoutes = ({ pool }: Services): Handlers<'coding'> => ({ coding: () => codingLists(pool) });
