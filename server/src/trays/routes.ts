import { pageOf } from '../database/page.js';
import { TRAYS } from '@umber/core/documents';
import type { TrayCount } from '@umber/contract/trays';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { arrivalRows, trayCounts, trayRows, trayTotal } from './queries.js';

const MOST_ROWS = 1000;
const MOST_ARRIVALS = 300;

/** The trays and what is in them. */
export const trayRoutes = ({ pool, today }: Services): Handlers<'trays' | 'tray' | 'arrivals' | 'allArrivals'> => ({
  trays: async () => {
    const counted = new Map((await trayCounts(pool, today())).map((count) => [count.tray, count]));
    return TRAYS.map((tray): TrayCount => counted.get(tray) ?? { tray, documents: 0, due: 0, amount: '0' });
  },
  tray: async ({ params: { tray } }) => ({
    tray,
    rows: await trayRows(pool, tray, today(), MOST_ROWS),
    total: await trayTotal(pool, tray),
  }),
  allArrivals: ({ input }) =>
    pageOf(
      input,
      (before, most) => arrivalRows(pool, '', most, before),
      ({ id }) => id,
    ),
  arrivals: ({ input: { q } }) => arrivalRows(pool, q, MOST_ARRIVALS),
});
