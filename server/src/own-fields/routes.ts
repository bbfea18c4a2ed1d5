import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { addOwnField, changeOwnField, takeOwnFieldAway } from './change.js';
import { ownFields } from './queries.js';

/** The fields that the company added to those of every invoice. What waits is read again with them in the background. */
export const ownFieldRoutes = (services: Services): Handlers<'ownFields' | 'addOwnField' | 'changeOwnField' | 'removeOwnField'> => {
  const { pool } = services;
  const after = async (change: Promise<void>) => {
    await change;
    await services.enqueue('read-waiting', 0);
    return ownFields(pool);
  };
  return {
    ownFields: () => ownFields(pool),
    addOwnField: ({ person, input }) => after(addOwnField(pool, person, input)),
    changeOwnField: ({ params: { key }, person, input }) => after(changeOwnField(pool, person, key, input)),
    removeOwnField: ({ params: { key }, person }) => after(takeOwnFieldAway(pool, person, key)),
  };
};
