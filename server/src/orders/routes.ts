import { pageOf } from '../database/page.js';
import { codingLists } from '../coding/queries.js';
import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { changeOrder, enterOrder, orderPage, setOrderState } from './enter.js';
import { buyers, orderCurrencies, ordersBefore, ordersNamed } from './queries.js';

type Orders = 'orders' | 'allOrders' | 'orderingLists' | 'orderPage' | 'enterOrder' | 'changeOrder' | 'setOrderState';

export const orderRoutes = (services: Services): Handlers<Orders> => {
  const { pool } = services;
  return {
    orders: ({ input: { q } }) => ordersNamed(pool, likeText(q)),
    allOrders: ({ input }) =>
      pageOf(
        input,
        (before, most) => ordersBefore(pool, before, most),
        ({ id }) => id,
      ),
    orderingLists: async () => ({ ...(await codingLists(pool)), people: await buyers(pool), currencies: await orderCurrencies(pool) }),
    orderPage: ({ params: { id } }) => orderPage(pool, id),
    enterOrder: ({ person, input }) => enterOrder(services, person, input),
    changeOrder: ({ params: { id }, person, input }) => changeOrder(services, person, id, input),
    setOrderState: ({ params: { id }, person, input }) => setOrderState(services, person, id, input),
  };
};
