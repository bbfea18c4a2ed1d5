import { subjectOf, type Habit } from '../reading/habit.js';
import type { Rule } from '../reading/rules/index.js';
import type { KeptHabit } from './keep.js';

/** What one version of a supplier's habits has that the one before had not. */
export interface HabitChange {
  readonly code: 'learned' | 'changed' | 'forgotten' | 'off' | 'on';
  readonly habit: Habit;
}

/** What changed from one version to the next, what was learned first; how habits fared is no change. */
export function changesBetween(before: readonly KeptHabit[], after: readonly KeptHabit[]): HabitChange[] {
  const was = new Map(before.map((one) => [subjectOf(one.habit), one]));
  const is = new Set(after.map(({ habit }) => subjectOf(habit)));
  const changes = after.flatMap(({ habit, off }): HabitChange[] => {
    const earlier = was.get(subjectOf(habit));
    if (!earlier) return [{ code: 'learned', habit }];
    if (Boolean(off) !== Boolean(earlier.off)) return [{ code: off ? 'off' : 'on', habit }];
    return JSON.stringify(earlier.habit) === JSON.stringify(habit) ? [] : [{ code: 'changed', habit }];
  });
  return [
    ...changes,
    ...before.filter(({ habit }) => !is.has(subjectOf(habit))).map(({ habit }): HabitChange => ({ code: 'forgotten', habit })),
  ];
}

/** The habits with one switched off or on. */
export const switched = (kept: readonly KeptHabit[], subject: string, off: boolean): KeptHabit[] =>
  kept.map((one) => (subjectOf(one.habit) === subject ? { ...one, off: off || undefined } : one));

/** The habits of two suppliers who turned out to be one: of two about the same the one that was borne out more often, else `kept`'s own. */
export function merged(kept: readonly KeptHabit[], other: readonly KeptHabit[]): KeptHabit[] {
  const theirs = new Map(other.map((one) => [subjectOf(one.habit), one]));
  const own = kept.map((one) => {
    const their = theirs.get(subjectOf(one.habit));
    theirs.delete(subjectOf(one.habit));
    return their && their.held.length > one.held.length ? their : one;
  });
  return [...own, ...theirs.values()];
}

/** The habits with a rule that a person made or changed: a new one is off until it is switched on, and what it changes is asked until borne out. */
export function withRule(kept: readonly KeptHabit[], id: string, rule: Rule, from: string): KeptHabit[] {
  const habit = { what: 'rule', id, rule, against: true } as const;
  const before = kept.find((one) => subjectOf(one.habit) === subjectOf(habit));
  if (!before) return [...kept, { habit, from, held: [], corrected: [], off: true }];
  return kept.map((one) => (one === before ? { ...one, habit, held: [], corrected: [] } : one));
}

/** The habits without one. */
export const withoutHabit = (kept: readonly KeptHabit[], subject: string): KeptHabit[] =>
  kept.filter(({ habit }) => subjectOf(habit) !== subject);
