import { randomUUID } from 'node:crypto';
import type { RuleRemoval, RuleTried, RuleTry, RuleWish } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { withoutHabit, withRule } from '@umber/core/habits';
import { subjectOf } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import { ownFields } from '../own-fields/queries.js';
import { wordsOfDocument } from '../separating/queries.js';
import type { Services } from '../services.js';
import { changeHabits, GONE } from './change.js';
import { documentsToTry, ownerById } from './queries.js';

/** Documents that a rule is tried on at once. */
const MOST_TRIED = 24;

/** Keeps a rule that a person made; a new one is off until it is switched on. @throws ApiError */
export const saveRule = (services: Services, id: number, person: Person, { version, subject, rule }: RuleWish): Promise<void> =>
  changeHabits(services, id, person, version, async (_, { marks, kept }) => {
    const before = kept.map(({ habit }) => habit).find((habit) => habit.what === 'rule' && subjectOf(habit) === subject);
    if (subject !== null && before?.what !== 'rule') throw new ApiError('no-such-thing', GONE);
    const ruleId = before?.what === 'rule' ? before.id : randomUUID().slice(0, 8);
    return { marks, kept: withRule(kept, ruleId, rule, `person ${person.id}`) };
  });

/** Takes a rule away; earlier versions have it. @throws ApiError */
export const removeRule = (services: Services, id: number, person: Person, { version, subject }: RuleRemoval): Promise<void> =>
  changeHabits(services, id, person, version, async (_, { marks, kept }) => {
    if (!kept.some(({ habit }) => habit.what === 'rule' && subjectOf(habit) === subject)) throw new ApiError('no-such-thing', GONE);
    return { marks, kept: withoutHabit(kept, subject) };
  });

/** What a rule would find on documents, the newest first. Nothing is changed by it. @throws ApiError */
export async function tryRule({ pool, readers }: Services, id: number, { rule, on, search }: RuleTry): Promise<RuleTried[]> {
  const owner = await ownerById(pool, id);
  if (!owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
  const documents = await documentsToTry(pool, owner, on, search, rule.field, MOST_TRIED);
  const pages = await Promise.all(documents.map((document) => wordsOfDocument(pool, document.id)));
  const came = await readers.run('follow-rule', { rule, documents: pages, ownFields: await ownFields(pool) });
  return documents.map((document, i) => {
    const one = came[i];
    const hit = 'hit' in one ? one.hit : null;
    return {
      ...document,
      page: hit?.page ?? null,
      value: hit?.value ?? null,
      printed: hit?.text ?? null,
      missed: 'missed' in one ? one.missed : null,
    };
  });
}
