import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { enterReceipt, inspect } from './receive.js';

export const receivingRoutes = (services: Services): Handlers<'enterReceipt' | 'inspect'> => ({
  enterReceipt: ({ params: { id }, person, input }) => enterReceipt(services, person, id, input),
  inspect: ({ params: { id }, person, input }) => inspect(services, person, id, input),
});
