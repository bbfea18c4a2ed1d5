import { HEADER_FIELDS, type HeaderField } from '../../documents/index.js';
import { middleY, bottom } from '../../geometry/index.js';
import type { Habit } from '../habit.js';
import { followed, type RuleGround, type RuleHit } from './follow.js';
import { isRuleCell, type Rule } from './rule.js';
import type { ReadLine, ReadValue } from '../reading.js';

/** The rules among habits, as they are to be followed. */
export const rulesOf = (habits: readonly Habit[]): Rule[] => habits.flatMap((habit) => (habit.what === 'rule' ? [habit.rule] : []));

const HEAD: ReadonlySet<string> = new Set(HEADER_FIELDS);

/** What rules give for the built-in fields of the head; of several for a field the first that finds anything counts. */
export function ruleHits(rules: readonly Rule[], on: RuleGround): ReadonlyMap<HeaderField, RuleHit> {
  const hits = new Map<HeaderField, RuleHit>();
  for (const rule of rules) {
    const field = rule.field as HeaderField;
    if (!HEAD.has(field) || hits.has(field)) continue;
    const came = followed(rule, on);
    if ('hit' in came) hits.set(field, came.hit);
  }
  return hits;
}

/** How sure a value is that a person's rule gives. */
const SURE = 0.97;

/** A value with what a rule says of the field: borne out by it, or replaced, the other one being offered. */
export function withHit(value: ReadValue | null, hit: RuleHit, monthFirst: boolean): ReadValue {
  const ruled = monthFirst && hit.swapped !== null ? hit.swapped : hit.value;
  if (value?.value === ruled)
    return { ...value, confidence: Math.max(SURE, value.confidence), evidence: [{ code: 'rule' }, ...value.evidence] };
  return {
    value: ruled,
    confidence: SURE,
    page: hit.page,
    box: hit.box,
    evidence: [{ code: 'rule' }],
    alternatives: [
      ...(value ? [{ value: value.value, why: value.evidence[0] ?? { code: 'by-looks' }, page: value.page, box: value.box } as const] : []),
      ...(value?.alternatives ?? []).filter((other) => other.value !== ruled),
    ].slice(0, 4),
  };
}

/** The lines with what rules give for their cells, each looked for in the line's own rows. */
export function withRuledCells(lines: readonly ReadLine[], rules: readonly Rule[], on: RuleGround): readonly ReadLine[] {
  const own = rules.filter(({ field }) => isRuleCell(field));
  if (own.length === 0) return lines;
  return lines.map((line) => {
    const runs = on.rows
      .filter((row) => row.page === line.page && middleY(row.box) >= line.box.y - 1 && middleY(row.box) <= bottom(line.box) + 1)
      .flatMap((row) => row.runs);
    const cells: Partial<Record<string, ReadValue>> = {};
    for (const rule of own) {
      if (!isRuleCell(rule.field) || cells[rule.field]) continue;
      const came = followed(rule, on, { runs, origin: null });
      if ('hit' in came) cells[rule.field] = withHit(line[rule.field], came.hit, false);
    }
    return { ...line, ...cells };
  });
}
