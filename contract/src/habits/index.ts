import type { HabitChange, SupplierHabits, TrialFigures, TriedDocument } from '@umber/core/habits';
import type { Habit, Rule, RuleMiss } from '@umber/core/reading';

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
  /** Whether these are the rules for all suppliers. */
  readonly everyone: boolean;
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
  /** Whether these are the rules for all suppliers. */
  readonly everyone: boolean;
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

/** What may be tried before it counts: a habit off or on, an earlier version, or what was learned of another supplier taken in. */
export type HabitsChange =
  | { readonly change: 'switch'; readonly subject: string; readonly off: boolean }
  | { readonly change: 'return'; readonly to: number }
  | { readonly change: 'merge'; readonly from: number };
export interface HabitsTry {
  readonly version: number;
  readonly change: HabitsChange;
}
/** Takes in what was learned of another supplier, who turned out to be this one. */
export interface HabitsMerge {
  readonly version: number;
  readonly from: number;
}
/** Whose habits: those of a supplier on file, of whom nothing need be learned yet. */
export interface HabitsPlace {
  readonly id: number;
}
/** How many suppliers of a file were taken in. */
export interface HabitsImported {
  readonly suppliers: number;
  readonly habits: number;
}

/** A rule that a person makes; `subject` names the one that it takes the place of, null where it is a new one, which is off at first. */
export interface RuleWish {
  readonly version: number;
  readonly subject: string | null;
  readonly rule: Rule;
}
export interface RuleRemoval {
  readonly version: number;
  readonly subject: string;
}
/** Documents that a rule is tried on: the supplier's own, what waits at Check, or all, the newest first. */
export const RULE_TRIED_ON = ['supplier', 'check', 'all'] as const;
export interface RuleTry {
  readonly rule: Rule;
  readonly on: (typeof RULE_TRIED_ON)[number];
  /** Words of a document's number, seller or file; empty: any. */
  readonly search: string;
}
/** What a rule finds on one document. */
export interface RuleTried extends TaughtBy {
  readonly seller: string | null;
  readonly page: number | null;
  /** What it finds, as its field holds it and as it is printed; null where it comes to nothing, at which of its parts then. */
  readonly value: string | null;
  readonly printed: string | null;
  readonly missed: RuleMiss | null;
  /** What the document has there now, and whether a person said so; null where nothing. */
  readonly now: string | null;
  readonly settled: boolean;
}

/** A change of a supplier's habits that is tried on past documents, and what came of it; null while it is under way. */
export interface TrialView {
  readonly id: number;
  readonly version: number;
  readonly change: HabitsChange;
  readonly result: TrialResult | null;
}
export interface TrialResult {
  readonly figures: TrialFigures;
  /** The documents that would be read otherwise. */
  readonly changed: readonly (TaughtBy & Pick<TriedDocument, 'changes'>)[];
}

/** How documents went in one month. */
export interface MonthProgress {
  /** ISO 8601, “2026-11”. */
  readonly month: string;
  /** Documents that left Check, or never waited there. */
  readonly documents: number;
  /** Of these, those that went on with nobody's hand. */
  readonly untouched: number;
  /** Of the others: keys and pointings that a document took at Check, in all, and how many documents were counted. */
  readonly keys: number;
  readonly counted: number;
}
/** How often a field was corrected, month by month as in `months`. */
export interface FieldCorrections {
  readonly field: string;
  readonly corrections: readonly number[];
}
/** How reading does over time, of one supplier or of all; the last twelve months that had documents, oldest first. */
export interface HabitsProgress {
  readonly months: readonly MonthProgress[];
  /** Most often corrected first. */
  readonly fields: readonly FieldCorrections[];
}
