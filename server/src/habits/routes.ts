import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { returnHabits, switchHabit } from './change.js';
import { trialView, tryHabit } from './trial.js';
import { habitOwners, habitsView } from './view.js';

/** What was learned of suppliers: to be seen, switched off and on, and taken back. */
export const habitRoutes = (
  services: Services,
): Handlers<'habitOwners' | 'habits' | 'tryHabit' | 'habitTrial' | 'switchHabit' | 'returnHabits'> => ({
  habitOwners: () => habitOwners(services.pool),
  habits: ({ params: { id } }) => habitsView(services.pool, id),
  tryHabit: ({ params: { id }, person, input }) => tryHabit(services, id, person, input),
  habitTrial: ({ params: { id, trial } }) => trialView(services, id, trial),
  switchHabit: async ({ params: { id }, person, input }) => {
    await switchHabit(services, id, person, input);
    return habitsView(services.pool, id);
  },
  returnHabits: async ({ params: { id }, person, input }) => {
    await returnHabits(services, id, person, input);
    return habitsView(services.pool, id);
  },
});
