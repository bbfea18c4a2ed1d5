import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { ApiError } from '../api-error.js';
import { changeTemplate, codingLists, codingRuleViews, deleteTemplate, insertTemplate, templateNamed, templates } from './queries.js';
import { requireCodings, setCodingRules } from './rules.js';

type Coding = 'coding' | 'codingRules' | 'setCodingRules' | 'saveTemplate' | 'removeTemplate';

/** The accounts and cost centres that lines are coded to, rules, and splits that are used again. */
export const codingRoutes = (services: Services): Handlers<Coding> => {
  const { pool } = services;
  return {
    coding: () => codingLists(pool),
    codingRules: () => codingRuleViews(pool),
    setCodingRules: ({ person, input }) => setCodingRules(services, person, input),
    saveTemplate: async ({ person, input }) => {
      await requireCodings(pool, input.parts);
      const { name, parts, replaces } = input;
      const other = await templateNamed(pool, name);
      if (other !== null && other.id !== replaces)
        throw new ApiError(
          'already-there',
          `“${other.name}” is kept already, by ${other.madeBy}. Keep yours in its place, or take another name.`,
        );
      if (replaces === null) await insertTemplate(pool, name, parts, person.id);
      else if (!(await changeTemplate(pool, replaces, input, person.id))) throw new ApiError('no-such-thing');
      return templates(pool);
    },
    removeTemplate: async ({ params: { id } }) => {
      await deleteTemplate(pool, id);
      return templates(pool);
    },
  };
};
