import type { HabitChange, SupplierHabits, TrialFigures, TriedDocument } from '@umber/core/habits';
import type { Habit } from '@umber/core/reading';

/** Habits of suppliers as a file. */
export interface HabitsFile {
  readonly format: 'umber-habits';
  readonly version: 1;
  readonly suppliers: readonly SupplierHabits[];
}

/** A supplier of whom something was learned. */
export interface HabitOwnerRow {
  readonly id: number;
  /** His name on file, else as his pages have it; null where no page names him. */
  readonly name: string | null;
  readonly onFile: boolean;
  /** Habits in force, and how often they held and were corrected. */
  readonly habits: number;
  readonly held: number;
  readonly corrected: number;
  readonly version: number;
  /** When the version in force was made, ISO 8601. */
  readonly at: string;
}

/** A document that a habit speaks of. */
export interface TaughtBy {
  readonly id: number;
  readonly number: string | null;
}

/** One habit as it stands. */
export interface HabitView {
  /** What it is about; by this it is switched. */
  readonly subject: string;
  readonly habit: Habit;
  readonly from: TaughtBy | null;
  /** Who taught it, and when; null for what was brought in by a file. */
  readonly by: string | null;
  readonly on: string | null;
  readonly held: number;
  readonly corrected: number;
  /** Whether it is switched off, and whether it speaks: what was corrected more often than it held does not. */
  readonly off: boolean;
  readonly speaks: boolean;
}

export interface HabitVersionView {
  readonly version: number;
  readonly at: string;
  readonly by: string | null;
  readonly document: TaughtBy | null;
  readonly changes: readonly HabitChange[];
}

/** What was learned of one supplier. */
export interface HabitsView {
  readonly id: number;
  readonly name: string | null;
  readonly supplierId: number | null;
  readonly version: number;
  readonly habits: readonly HabitView[];
  /** Newest first. */
  readonly versions: readonly HabitVersionView[];
  /** Documents of his that were read by habits. */
  readonly documents: number;
}

/** Switches one habit off or on. */
export interface HabitSwitch {
  readonly version: number;
  readonly subject: string;
  readonly off: boolean;
}
/** Goes back to an earlier version: its habits become the next version. */
export interface HabitReturn {
  readonly version: number;
  readonly to: number;
}

/** A change of a supplier's habits that is tried on past documents, and what came of it; null while it is under way. */
export interface TrialView {
  readonly id: number;
  readonly version: number;
  readonly subject: string;
  readonly off: boolean;
  readonly result: TrialResult | null;
}
export interface TrialResult {
  readonly figures: TrialFigures;
  /** The documents that would be read otherwise. */
  readonly changed: readonly (TaughtBy & Pick<TriedDocument, 'changes'>)[];
}
