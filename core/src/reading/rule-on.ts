import { isIsoDate } from '../dates/index.js';
import { ownName, type OwnField } from '../documents/index.js';
import { gather } from './gather.js';
import { followed, isRuleCell, type Followed, type Rule } from './rules/index.js';
import type { PageWords } from './print/words.js';
import { spotOf } from './own-fields.js';
import { readDocument } from './read-document.js';

/** What comes of a rule on the pages of one document, by itself; of a rule for lines, what it finds in the first line that has anything. */
export function ruleOn(pages: readonly PageWords[], rule: Rule, ownFields: readonly OwnField[]): Followed {
  if (pages.length === 0) return { missed: 'look' };
  const { ground, order } = gather(pages, { ownFields }, 'best');
  const isOfLines = isRuleCell(rule.field) || ownFields.some((own) => own.level === 'line' && rule.field === ownName(own));
  const came = isOfLines
    ? readDocument(pages)
        .lines.map((line) => followed(rule, ground, spotOf(line, ground.rows)))
        .reduce<Followed>((best, one) => ('hit' in best ? best : one), { missed: 'look' })
    : followed(rule, ground);
  return 'hit' in came && order.monthFirst && isIsoDate(came.hit.swapped)
    ? { hit: { ...came.hit, value: came.hit.swapped, swapped: null } }
    : came;
}
