import { isIsoDate } from '../../dates/index.js';
import {
  choiceOf,
  holdsDate,
  holdsNumber,
  isOwnName,
  yesOrNo,
  ownName,
  type OwnField,
  type OwnType,
  type HeaderField,
} from '../../documents/index.js';
import type { Box } from '../../geometry/index.js';
import { isCurrency } from '../../money/index.js';
import { readDate } from '../print/calendar.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { changedText, type ReadAs } from './change.js';
import { isThere, lookedIn, type RulePages, type Spot } from './look.js';
import type { Rule, RuleField } from './rule.js';
import { taken } from './take.js';

/** What a rule found: a value as its field holds it. */
export interface RuleHit {
  readonly value: string;
  /** A date with day and month the other way round, where it can be read so and the rule does not say how. */
  readonly swapped: string | null;
  /** As it is printed. */
  readonly text: string;
  /** Null where it stands in a code. */
  readonly page: number | null;
  readonly box: Box | null;
}

/** At which of its parts a rule came to nothing. */
export type RuleMiss = 'when' | 'unless' | 'look' | 'take' | 'change';
export type Followed = { readonly hit: RuleHit } | { readonly missed: RuleMiss };

/** What a rule reads by. */
export interface RuleGround extends RulePages {
  readonly mark: DecimalMark;
  readonly ownFields: readonly OwnField[];
}

/** What a field holds. */
type Holds = OwnType | 'currency';

function holds(field: RuleField, ownFields: readonly OwnField[]): { readonly type: Holds; readonly choices: readonly string[] } {
  const own = isOwnName(field) ? ownFields.find((one) => ownName(one) === field) : undefined;
  if (own) return own;
  const name = field as HeaderField;
  return { type: holdsDate(name) ? 'date' : holdsNumber(name) ? 'amount' : name === 'currency' ? 'currency' : 'text', choices: [] };
}

/** What comes of a rule on some pages. `within`: the runs that it may look among, where not all. */
export function followed(rule: Rule, on: RuleGround, within: Spot = { runs: on.rows.flatMap(({ runs }) => runs), origin: null }): Followed {
  if (!rule.when.every((words) => isThere(on, words))) return { missed: 'when' };
  if (rule.unless.some((words) => isThere(on, words))) return { missed: 'unless' };
  let spots: Spot[] = [within];
  for (const look of rule.look) spots = lookedIn(spots, look, on).filter(({ runs }) => runs.length > 0);
  if (spots.length === 0) return { missed: 'look' };
  const found = taken(spots, rule.take, on.mark);
  if (!found) return { missed: 'take' };
  const { text, as } = changedText(found.text, rule.change);
  const value = valueOf(text, rule.field, as, on);
  if (!value) return { missed: 'change' };
  const isInCode = rule.look.some(({ look }) => look === 'code');
  return { hit: { ...value, text: found.text, page: isInCode ? null : found.page, box: isInCode ? null : found.box } };
}

/** A text as a value of a field; null where it cannot be one. */
export function valueOf(
  text: string,
  field: RuleField,
  as: ReadAs,
  { mark, ownFields }: Pick<RuleGround, 'mark' | 'ownFields'>,
): { readonly value: string; readonly swapped: string | null } | null {
  const { type, choices } = holds(field, ownFields);
  const only = (value: string | null) => (value === null || value === '' ? null : { value, swapped: null });
  switch (type) {
    case 'date': {
      const date = readDate(text);
      if (!date) return null;
      if (as.order === 'month-first') return only(date.swapped ?? date.value);
      return as.order === 'day-first' || !isIsoDate(date.swapped) ? only(date.value) : { value: date.value, swapped: date.swapped };
    }
    case 'number':
    case 'amount':
      return only(readNumber(text.replace(/\s*%$/, ''), as.mark ?? mark)?.value ?? null);
    case 'currency': {
      const code = text.trim().toUpperCase();
      return only(isCurrency(code) ? code : null);
    }
    case 'yes-no':
      return only(yesOrNo(text));
    case 'choice':
      return only(choiceOf(choices, text));
    case 'text':
      return only(text.trim());
  }
}
