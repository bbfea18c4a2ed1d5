import { arrivalView, sendOriginal } from '../intake/arrival-view.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { readAside } from '../intake/unpack.js';
import { sendOn } from './send-on.js';
import { tryAgain } from './try-again.js';

/** What people do with one arrival. */
export const arrivalRoutes = (
  services: Services,
): Handlers<'arrival' | 'arrivalAsItCame' | 'tryArrivalAgain' | 'sendArrivalOn' | 'readAside'> => ({
  arrival: ({ params: { id } }) => arrivalView(services, id),
  arrivalAsItCame: ({ params: { id }, response }) => sendOriginal(services.pool, response, id),
  tryArrivalAgain: async ({ params: { id } }) => {
    await tryAgain(services, id);
    return arrivalView(services, id);
  },
  readAside: async ({ params: { id }, person, input }) => {
    await readAside(services, id, input.file, person);
    return arrivalView(services, id);
  },
  sendArrivalOn: ({ params: { id }, person, input }) => sendOn(services, id, person, input),
});
