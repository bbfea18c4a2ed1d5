import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { allOrders } from './queries.js';

export const orderRoutes = ({ pool }: Services): Handlers<'orders'> => ({ orders: ({ input: { q } }) => allOrders(pool, likeText(q)) });
