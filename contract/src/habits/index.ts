import type { SupplierHabits } from '@umber/core/habits';

/** Habits of suppliers as a file. */
export interface HabitsFile {
  readonly format: 'umber-habits';
  readonly version: 1;
  readonly suppliers: readonly SupplierHabits[];
}
