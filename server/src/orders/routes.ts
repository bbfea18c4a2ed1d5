import { codingLists } from '../coding/queries.js';
import { likeText } from '../database/database.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { changeOrder, enterOrder, orderPage, setOrderState } from './enter.js';
import { allOrders, buyers, orderCurrencies } from './queries.js';

type Orders = 'orders' | 'orderingLists' | 'orderPage' | 'enterOrder' | 'changeOrder' | 'setOrderState';

export const orderRoutes = (services: Services): Handlers<Orders> => {
  const { pool } = services;
  return {
    orders: ({ input: { q } }) => allOrders(pool, likeText(q)),
    orderingLists: async () => ({ ...(await codingLists(pool)), people: await buyers(pool), currencies: await orderCurrencies(pool) }),
    orderPage: ({ params: { id } }) => orderPage(pool, id),
    enterOrder: ({ person, input }) => enterOrder(services, person, input),
    changeOrder: ({ params: { id }, person, input }) => changeOrder(services, person, id, input),
    setOrderState: ({ params: { id }, person, input }) => setOrderState(services, person, id, input),
  };
};
