import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { allOrders } from './queries.js';

export const orderRoutes = ({ pool }: Services): Answers<'orders'> => ({ orders: ({ asks: { q } }) => allOrders(pool, likeText(q)) });
