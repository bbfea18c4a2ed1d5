import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { codingLists, codingRuleViews, deleteTemplate, insertTemplate, templates } from './queries.js';
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
      await insertTemplate(pool, input.name, input.parts, person.id);
      return templates(pool);
    },
    removeTemplate: async ({ params: { id } }) => {
      await deleteTemplate(pool, id);
      return templates(pool);
    },
  };
};
