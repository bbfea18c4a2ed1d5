import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { mergeHabits, returnHabits, switchHabit } from './change.js';
import { habitsOfSupplier } from './place.js';
import { progressOf } from './progress-queries.js';
import { ownerById } from './queries.js';
import { removeRule, saveRule, tryRule } from './rules.js';
import { habitsFile, importHabits } from './transfer.js';
import { trialView, tryHabits } from './trial.js';
import { habitOwners, habitsView } from './view.js';

type Habits =
  | 'habitOwners'
  | 'habits'
  | 'tryHabits'
  | 'habitTrial'
  | 'switchHabit'
  | 'returnHabits'
  | 'mergeHabits'
  | 'saveRule'
  | 'removeRule'
  | 'tryRule'
  | 'habitsOfSupplier'
  | 'exportHabits'
  | 'exportAllHabits'
  | 'importHabits'
  | 'progress'
  | 'progressOf';

/** What was learned of suppliers, and the rules that people made: to be seen, tried, changed, taken back and handed on. */
export const habitRoutes = (services: Services): Handlers<Habits> => {
  const { pool } = services;
  const after = async (id: number, change: Promise<void>) => {
    await change;
    return habitsView(pool, id);
  };
  const owner = async (id: number) => {
    const known = await ownerById(pool, id);
    if (!known) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
    return known;
  };
  return {
    habitOwners: () => habitOwners(pool),
    habits: ({ params: { id } }) => habitsView(pool, id),
    tryHabits: ({ params: { id }, person, input }) => tryHabits(services, id, person, input),
    habitTrial: ({ params: { id, trial } }) => trialView(services, id, trial),
    switchHabit: ({ params: { id }, person, input }) => after(id, switchHabit(services, id, person, input)),
    returnHabits: ({ params: { id }, person, input }) => after(id, returnHabits(services, id, person, input)),
    mergeHabits: ({ params: { id }, person, input }) => after(id, mergeHabits(services, id, person, input)),
    saveRule: ({ params: { id }, person, input }) => after(id, saveRule(services, id, person, input)),
    removeRule: ({ params: { id }, person, input }) => after(id, removeRule(services, id, person, input)),
    tryRule: ({ params: { id }, input }) => tryRule(services, id, input),
    habitsOfSupplier: async ({ params: { id } }) => ({ id: await habitsOfSupplier(services, id) }),
    exportHabits: async ({ params: { id } }) => habitsFile(pool, await owner(id)),
    exportAllHabits: () => habitsFile(pool, null),
    importHabits: ({ person, input }) => importHabits(services, person, input),
    progress: () => progressOf(pool, null),
    progressOf: async ({ params: { id } }) => {
      const known = await owner(id);
      return progressOf(pool, known.everyone ? null : known);
    },
  };
};
