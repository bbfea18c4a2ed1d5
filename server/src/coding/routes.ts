import type { Answers } from '../serve.js';
import type { Services } from '../services.js';
import { codingLists } from './queries.js';

/** The accounts and cost centres that lines are coded to. */
export const codingRoutes = ({ pool }: Services): Answers<'coding'> => ({ coding: () => codingLists(pool) });
