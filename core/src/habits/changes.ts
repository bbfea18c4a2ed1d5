import { subjectOf, type Habit } from '../reading/habit.js';
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
