import { isDeepStrictEqual } from 'node:util';
import type { CodingRulesWish, CodingRuleView } from '@umber/contract/coding';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import { codingRuleViews, knownCodings, lockCodingRules, replaceCodingRules } from './queries.js';

/** Sets the rules; what waits at Match is coded by them at once. */
export async function setCodingRules(
  services: Services,
  person: Person,
  { before: seen, rules }: CodingRulesWish,
): Promise<CodingRuleView[]> {
  await inTransaction(services.pool, async (db) => {
    if (!isDeepStrictEqual(await lockCodingRules(db), seen))
      throw new ApiError(
        'stale',
        'Someone else changed the rules meanwhile. They stand here as they are now: look once more, then repeat.',
      );
    await requireCodings(db, rules);
    const before = await replaceCodingRules(db, rules, person.id).catch((error: unknown) => {
      if (isViolation(error, 'coding_rules_supplier_id_fkey'))
        throw new ApiError('no-such-thing', 'A rule is for a supplier that is not on file.');
      throw error;
    });
    await audit(db, person.id, { code: 'coding-rules-set', before, after: rules.length });
    await askToMatch(db, 0);
  });
  await lookAgain(services, 0);
  return codingRuleViews(services.pool);
}

/** @throws ApiError where an account or a cost centre is none that lines may be coded to. */
export async function requireCodings(
  db: Database,
  codings: readonly { readonly account: string; readonly costCentre: string }[],
): Promise<void> {
  const accounts = [...new Set(codings.map(({ account }) => account))];
  const centres = [...new Set(codings.map(({ costCentre }) => costCentre))];
  const known = await knownCodings(db, accounts, centres);
  if (known.accounts < accounts.length || known.centres < centres.length)
    throw new ApiError('no-such-thing', 'There is no such account or cost centre.');
}
